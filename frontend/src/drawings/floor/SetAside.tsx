import type { ReactNode } from "react";
import type { Aside } from "../signs";

/** A sign beside its place, with a line to it; without by, at it. */
export function SetAside({ by, children }: { by: Aside | undefined; children: ReactNode }) {
  if (!by) return children;
  return (
    <>
      <line className="leader" x2={by[0]} y2={by[1]} />
      <circle className="leader-end" r={2} />
      <g transform={`translate(${by[0]} ${by[1]})`}>{children}</g>
    </>
  );
}
