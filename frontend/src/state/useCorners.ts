import type { CornersAnswer, JobDocument } from "../api/types";
import { type Live, useLive } from "./useLive";

export type LiveCorners = Live<CornersAnswer>;

/** Every eave solved; only while the Eaves step is open, and never in the way of the plan. */
export const useCorners = (job: JobDocument, wanted: boolean): LiveCorners => useLive("/api/corners", job, wanted);
