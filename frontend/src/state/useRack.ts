import type { JobDocument, RackAnswer } from "../api/types";
import { inView } from "./inView";
import { type Live, type LogSeen, useLive } from "./useLive";

export type MixAim = "price" | "hours" | "weight" | "depth";
export type LiveRack = Live<RackAnswer>;

/** Every way of doing the job, weighed again when an edit pauses; only while somebody looks. */
export const useRack = (job: JobDocument, wanted: boolean, log: LogSeen, metric = false): LiveRack =>
  useLive(inView("/api/rack", metric), job, wanted, log);
