import { useEffect, useRef, useState } from "react";
import type { CutAsked, JobDocument } from "../api/types";
import { inView } from "./inView";
import { type LivePlan, NO_PLAN, Planner, type PlanWanted } from "./planner";
import type { JobEdits } from "./useJob";

export type { LivePlan } from "./planner";

/** Whose log says what is done of the work list, which item is open, and a count that grows with the log. */
export interface WorkAsked {
  logOf: string | null;
  item: string | null;
  turn: number;
}

/** The plan of the document as it is now. An edit is on its way to the core before the screen is drawn anew. */
export function usePlan(
  job: JobDocument,
  edits: JobEdits,
  cut: CutAsked | null,
  metric: boolean,
  work: WorkAsked,
): LivePlan {
  const [live, setLive] = useState<LivePlan>(NO_PLAN);
  const [planner] = useState(() => new Planner(setLive));
  const { logOf, item, turn } = work;
  const url = inView("/api/plan", metric);
  const wanted: PlanWanted = { url, job, cut, logOf, item, turn };
  const latest = useRef(wanted);
  latest.current = wanted;

  useEffect(() => {
    planner.open();
    const stop = edits.watch((document) => planner.want({ ...latest.current, job: document }));
    return () => {
      stop();
      planner.close();
    };
  }, [planner, edits]);

  useEffect(() => {
    planner.want({ url, job, cut, logOf, item, turn });
  }, [planner, url, job, cut, logOf, item, turn]);

  return live;
}
