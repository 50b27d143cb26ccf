import { useSections } from "../../state/context";
import type { Frame } from "../frame";

/** The walls below as they were drawn, and the end that waits for its other. */
export function PlateLines({ frame, from }: { frame: Frame; from: readonly [number, number] | null }) {
  const { section } = useSections();
  return (
    <g className="plates">
      {section.plates_ft?.map(([a, b], i) => (
        <line
          // biome-ignore lint/suspicious/noArrayIndexKey: a wall below is known by its place
          key={i}
          className="work-line plates"
          x1={frame.x(a[0])}
          y1={frame.y(a[1])}
          x2={frame.x(b[0])}
          y2={frame.y(b[1])}
        />
      ))}
      {from ? <circle className="plate-end" cx={frame.x(from[0])} cy={frame.y(from[1])} r={5} /> : null}
    </g>
  );
}
