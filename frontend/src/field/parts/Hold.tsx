import { type ReactNode, useRef, useState } from "react";

const HELD_MS = 1000;

/** A button that has to be held for a second, with finger, mouse or the space bar. */
export function Hold({ onHeld, children }: { onHeld: () => void; children: ReactNode }) {
  const timer = useRef<number>(undefined);
  const [holding, setHolding] = useState(false);
  const begin = () => {
    window.clearTimeout(timer.current);
    setHolding(true);
    timer.current = window.setTimeout(() => {
      setHolding(false);
      onHeld();
    }, HELD_MS);
  };
  const end = () => {
    window.clearTimeout(timer.current);
    setHolding(false);
  };
  return (
    <button
      type="button"
      className={holding ? "hold holding" : "hold"}
      onPointerDown={begin}
      onPointerUp={end}
      onPointerLeave={end}
      onPointerCancel={end}
      onContextMenu={(event) => event.preventDefault()}
      onKeyDown={(event) => {
        if (event.key === " " && !event.repeat) begin();
      }}
      onKeyUp={end}
    >
      {children}
    </button>
  );
}
