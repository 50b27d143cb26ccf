import { useEffect, useRef, useState } from "react";
import { ask, type ProblemError } from "../api/client";
import type { JobDocument } from "../api/types";

export interface Live<T> {
  answer: T | null;
  /** A newer job is being worked on; what is shown is of the one before. */
  busy: boolean;
  trouble: string | null;
}

const AFTER_MS = 200;

/** The stored job whose log is looked at too, and how often it has changed. */
export interface LogSeen {
  of: string;
  turn: number;
}

/** What the server makes of the job beside its plan, asked again when an edit pauses; only while somebody looks. Who has
 * stopped looking, or wants a newer one, lets go of the answer: the server stops working on it. */
export function useLive<T>(url: string, job: JobDocument, wanted: boolean, log?: LogSeen): Live<T> {
  const [live, setLive] = useState<Live<T>>({ answer: null, busy: false, trouble: null });
  const first = useRef(true);
  const { of, turn } = log ?? {};
  // biome-ignore lint/correctness/useExhaustiveDependencies: another turn of the log is another answer
  useEffect(() => {
    if (!wanted) return;
    const given = new AbortController();
    const timer = window.setTimeout(
      () => {
        first.current = false;
        setLive((old) => ({ ...old, busy: true }));
        ask<T>("POST", url, of === undefined ? { job } : { job, log_of: of }, {}, given.signal)
          .then(({ data }) => {
            if (!given.signal.aborted) setLive({ answer: data, busy: false, trouble: null });
          })
          .catch((error: ProblemError) => {
            if (!given.signal.aborted) setLive((old) => ({ ...old, busy: false, trouble: error.message }));
          });
      },
      first.current ? 0 : AFTER_MS,
    );
    return () => {
      window.clearTimeout(timer);
      given.abort();
    };
  }, [url, job, wanted, of, turn]);
  return live;
}
