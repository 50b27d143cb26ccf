import { MM_PER_IN, useUnits } from "../../ui/units";
import type { CutFrame } from "./cutFrame";

const WIDTH = 38;

/** The ruler, zero at the ceiling. */
export function Ruler({ frame }: { frame: CutFrame }) {
  const { metric } = useUnits();
  const step = metric ? 10 / MM_PER_IN : 1;
  const every = metric ? 10 : 5;
  const ticks = Array.from({ length: Math.floor(frame.topIn / step) + 1 }, (_, i) => i);
  const coarse = step * frame.scale < 3;
  return (
    <g className="ruler">
      <rect x={frame.rulerX} y={frame.y(frame.topIn)} width={WIDTH} height={frame.topIn * frame.scale} />
      {ticks.map((i) => {
        const major = i % every === 0;
        if (coarse && !major) return null;
        const y = frame.y(i * step);
        return (
          <g key={i}>
            <line x1={frame.rulerX} x2={frame.rulerX + (major ? 8 : 5)} y1={y} y2={y} />
            {major && i > 0 && every * step * frame.scale > 12 && y > 18 ? (
              <text x={frame.rulerX + WIDTH - 4} y={y + 4} textAnchor="end">
                {i * (metric ? 10 : 1)}
              </text>
            ) : null}
          </g>
        );
      })}
    </g>
  );
}
