import { useEffect, useRef, useState } from "react";
import { type Bench, BenchProvider } from "../../state/context";
import type { StepInfo } from "../../steps/steps";
import { Sheet } from "./Sheet";

const AFTER_MS = 150;

/** The sheet, which has the many fields: while a handle is dragged it follows when that pauses, drawings and tally at once. */
export function LaterSheet({ bench, dragged, step }: { bench: Bench; dragged: boolean; step: StepInfo }) {
  const [, redraw] = useState(0);
  const shown = useRef(bench);
  if (!dragged) shown.current = bench;
  useEffect(() => {
    if (shown.current === bench) return;
    const timer = window.setTimeout(() => {
      shown.current = bench;
      redraw((turn) => turn + 1);
    }, AFTER_MS);
    return () => window.clearTimeout(timer);
  }, [bench]);
  return (
    <BenchProvider value={shown.current}>
      <Sheet step={step} />
    </BenchProvider>
  );
}
