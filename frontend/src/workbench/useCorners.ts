import { useDebouncedValue } from "@mantine/hooks";
import { useEffect, useRef, useState } from "react";
import { ask, type CornersAnswer, type JobDocument, type ProblemError } from "../api/client";

export interface LiveCorners {
  answer: CornersAnswer | null;
  /** A newer job is being solved; what is shown is of the one before. */
  busy: boolean;
  trouble: string | null;
}

const AFTER_MS = 200;

/** Every eave solved, again when an edit pauses; only while the Eaves step is open, and never in the way of the plan. */
export function useCorners(job: JobDocument, wanted: boolean): LiveCorners {
  const [live, setLive] = useState<LiveCorners>({ answer: null, busy: false, trouble: null });
  const [paused] = useDebouncedValue(job, AFTER_MS);
  const newest = useRef(0);
  useEffect(() => {
    if (!wanted) return;
    const mine = ++newest.current;
    setLive((old) => ({ ...old, busy: true }));
    ask<CornersAnswer>("POST", "/api/corners", { job: paused })
      .then(({ data }) => {
        if (mine === newest.current) setLive({ answer: data, busy: false, trouble: null });
      })
      .catch((error: ProblemError) => {
        if (mine === newest.current) setLive((old) => ({ ...old, busy: false, trouble: error.message }));
      });
  }, [paused, wanted]);
  return live;
}
