import { useEffect, useRef, useState } from "react";
import { ask, type ProblemError } from "../api/client";
import type { RunAnswer } from "../api/types";

export interface LiveRun {
  answer: RunAnswer | null;
  trouble: string | null;
}

/** The day so far, asked again whenever the log has grown or the job was saved; only while Install is open. */
export function useRun(job: string, wanted: boolean, turn: number, etag: string): LiveRun {
  const [live, setLive] = useState<LiveRun>({ answer: null, trouble: null });
  const asked = useRef(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another turn of the log, another save, is another answer
  useEffect(() => {
    if (!wanted) return;
    const mine = ++asked.current;
    const given = new AbortController();
    ask<RunAnswer>("GET", `/api/jobs/${job}/run`, undefined, {}, given.signal)
      .then(({ data }) => {
        if (mine === asked.current) setLive({ answer: data, trouble: null });
      })
      .catch((error: ProblemError) => {
        if (mine === asked.current && !given.signal.aborted) setLive((old) => ({ ...old, trouble: error.message }));
      });
    return () => given.abort();
  }, [job, wanted, turn, etag]);
  return live;
}
