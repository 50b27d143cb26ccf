import { useDebouncedValue } from "@mantine/hooks";
import { useEffect, useRef, useState } from "react";
import { ask, type JobDocument, type ProblemError, type RackAnswer } from "../api/client";

export type MixAim = "price" | "hours" | "weight" | "depth";

export interface LiveRack {
  answer: RackAnswer | null;
  /** A newer job is being weighed. */
  busy: boolean;
  trouble: string | null;
}

const AFTER_MS = 200;

/** Every way of doing the job, weighed again when an edit pauses; only while somebody looks. */
export function useRack(job: JobDocument, wanted: boolean): LiveRack {
  const [live, setLive] = useState<LiveRack>({ answer: null, busy: false, trouble: null });
  const [paused] = useDebouncedValue(job, AFTER_MS);
  const newest = useRef(0);
  useEffect(() => {
    if (!wanted) return;
    const mine = ++newest.current;
    setLive((old) => ({ ...old, busy: true }));
    ask<RackAnswer>("POST", "/api/rack", { job: paused })
      .then(({ data }) => {
        if (mine === newest.current) setLive({ answer: data, busy: false, trouble: null });
      })
      .catch((error: ProblemError) => {
        if (mine === newest.current) setLive((old) => ({ ...old, busy: false, trouble: error.message }));
      });
  }, [paused, wanted]);
  return live;
}
