import { useEffect, useRef, useState } from "react";
import { ask, type ProblemError } from "../api/client";

export interface Asked<T> {
  answer: T | null;
  trouble: string | null;
}

/** What the program makes of a stored job and its log, asked again whenever the log has grown or the job was saved; only while
 * somebody looks. One question at a time: what changes meanwhile is asked once the answer is there. Taking a question back would
 * cost more, since the worker that is at it is stopped with it. */
export function useAsked<T>(url: string, wanted: boolean, turn: number, etag: string): Asked<T> {
  const [live, setLive] = useState<Asked<T>>({ answer: null, trouble: null });
  const state = useRef({ busy: false, again: false, gone: false, url });
  state.current.url = url;
  useEffect(() => {
    state.current.gone = false;
    return () => {
      state.current.gone = true;
    };
  }, []);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another turn of the log, another save, is another answer
  useEffect(() => {
    const now = state.current;
    if (!wanted) return;
    if (now.busy) {
      now.again = true;
      return;
    }
    const once = async () => {
      now.busy = true;
      do {
        now.again = false;
        const asked = now.url;
        try {
          const { data } = await ask<T>("GET", asked);
          if (!now.gone && asked === now.url) setLive({ answer: data, trouble: null });
        } catch (error) {
          if (!now.gone && asked === now.url) setLive((old) => ({ ...old, trouble: (error as ProblemError).message }));
        }
      } while (now.again && !now.gone);
      now.busy = false;
    };
    void once();
  }, [url, wanted, turn, etag]);
  return live;
}
