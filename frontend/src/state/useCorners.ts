import type { CornersAnswer, JobDocument } from "../api/types";
import { inView } from "./inView";
import { type Live, useLive } from "./useLive";

export type LiveCorners = Live<CornersAnswer>;

/** Every eave solved; only while the Eaves step is open, and never in the way of the plan. */
export const useCorners = (job: JobDocument, wanted: boolean, metric = false): LiveCorners =>
  useLive(inView("/api/corners", metric), job, wanted);
