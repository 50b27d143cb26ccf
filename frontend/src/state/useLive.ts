import { useDebouncedValue } from "@mantine/hooks";
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

/** What the server makes of the job beside its plan, asked again when an edit pauses; only while somebody looks. */
export function useLive<T>(url: string, job: JobDocument, wanted: boolean): Live<T> {
  const [live, setLive] = useState<Live<T>>({ answer: null, busy: false, trouble: null });
  const [paused] = useDebouncedValue(job, AFTER_MS);
  const newest = useRef(0);
  useEffect(() => {
    if (!wanted) return;
    const mine = ++newest.current;
    setLive((old) => ({ ...old, busy: true }));
    ask<T>("POST", url, { job: paused })
      .then(({ data }) => {
        if (mine === newest.current) setLive({ answer: data, busy: false, trouble: null });
      })
      .catch((error: ProblemError) => {
        if (mine === newest.current) setLive((old) => ({ ...old, busy: false, trouble: error.message }));
      });
  }, [url, paused, wanted]);
  return live;
}
