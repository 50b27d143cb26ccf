import type { JobDocument, LoadAnswer } from "../api/types";
import { inView } from "./inView";
import { type Live, type LogSeen, useLive } from "./useLive";

export type LiveLoad = Live<LoadAnswer>;

/** The way to every place and what goes on the truck; only while the Load step is open. */
export const useLoad = (job: JobDocument, wanted: boolean, log: LogSeen, metric = false): LiveLoad =>
  useLive(inView("/api/load", metric), job, wanted, log);
