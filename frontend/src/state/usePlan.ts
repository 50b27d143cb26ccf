import { useEffect, useRef, useState } from "react";
import { ask, ProblemError } from "../api/client";
import type { CutAsked, JobDocument, PlanAnswer } from "../api/types";
import { inView } from "./inView";

export interface LivePlan {
  answer: PlanAnswer | null;
  /** Path in the job → what is wrong there, while the document is not accepted. */
  faults: Record<string, string>;
  trouble: string | null;
}

/** Whose log says what is done of the work list, which item is open, and a count that grows with the log. */
export interface WorkAsked {
  logOf: string | null;
  item: string | null;
  turn: number;
}

const NO_WORK: WorkAsked = { logOf: null, item: null, turn: 0 };

/** The plan of the document as it is now: one request in flight, the newest waiting document wins. */
export function usePlan(job: JobDocument, cut: CutAsked | null, metric = false, work: WorkAsked = NO_WORK): LivePlan {
  const [live, setLive] = useState<LivePlan>({ answer: null, faults: {}, trouble: null });
  const busy = useRef(false);
  const waiting = useRef<{ job: JobDocument; cut: CutAsked | null; log_of?: string; item?: string } | null>(null);
  const { logOf, item, turn } = work;
  const url = useRef("");
  url.current = inView("/api/plan", metric);
  const gone = useRef(false);

  useEffect(() => {
    gone.current = false;
    return () => {
      gone.current = true;
    };
  }, []);

  // biome-ignore lint/correctness/useExhaustiveDependencies: another view says the same in other words
  useEffect(() => {
    waiting.current = { job, cut, ...(logOf ? { log_of: logOf } : {}), ...(item ? { item } : {}) };
    if (busy.current) return;
    const run = async () => {
      busy.current = true;
      while (waiting.current && !gone.current) {
        const asked = waiting.current;
        waiting.current = null;
        try {
          const { data } = await ask<PlanAnswer>("POST", url.current, asked);
          if (!gone.current) setLive({ answer: data, faults: {}, trouble: null });
        } catch (error) {
          const problem = error as ProblemError;
          const faults = Object.fromEntries(
            (problem.problem?.errors ?? []).map((e) => [e.field.replace(/^job\./, ""), e.text]),
          );
          if (!gone.current) {
            const trouble = Object.keys(faults).length ? null : problem.message;
            setLive((old) => ({ answer: old.answer, faults, trouble }));
          }
          if (problem instanceof ProblemError && problem.offline) {
            await new Promise((wake) => setTimeout(wake, 3000));
            waiting.current ??= asked;
          }
        }
      }
      busy.current = false;
    };
    void run();
  }, [job, cut, metric, logOf, item, turn]);

  return live;
}
