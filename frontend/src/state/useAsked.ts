import { useEffect, useRef, useState } from "react";
import { ask, type ProblemError } from "../api/client";

export interface Asked<T> {
  answer: T | null;
  trouble: string | null;
}

/** What the program makes of a stored job and its log, asked again whenever the log has grown or the job was saved; only while
 * somebody looks. */
export function useAsked<T>(url: string, wanted: boolean, turn: number, etag: string): Asked<T> {
  const [live, setLive] = useState<Asked<T>>({ answer: null, trouble: null });
  const asked = useRef(0);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another turn of the log, another save, is another answer
  useEffect(() => {
    if (!wanted) return;
    const mine = ++asked.current;
    const given = new AbortController();
    ask<T>("GET", url, undefined, {}, given.signal)
      .then(({ data }) => {
        if (mine === asked.current) setLive({ answer: data, trouble: null });
      })
      .catch((error: ProblemError) => {
        if (mine === asked.current && !given.signal.aborted) setLive((old) => ({ ...old, trouble: error.message }));
      });
    return () => given.abort();
  }, [url, wanted, turn, etag]);
  return live;
}
