import { usePlanned, useSections } from "../../state/context";
import { useUnits } from "../../ui/units";
import type { Frame } from "../frame";

const PX_PER_IN = 2.4;

/** Every depth read, as a pin whose length is its depth, with a tick at its fill line. */
export function DepthPins({ frame }: { frame: Frame }) {
  const { section } = useSections();
  const { run } = usePlanned();
  const units = useUnits();
  if (!run.answer) return null;
  const short = new Map(run.answer.short.map((one) => [`${one.section} ${one.at_ft}`, one]));
  const last = new Map(run.answer.readings.map((one) => [one.place ?? one.entry, one]));
  const pins = [...last.values()].filter((one) => one.section === section.id && one.at_ft);
  return (
    <g className="depth-pins">
      {pins.map((one) => {
        const [x, y] = one.at_ft as [number, number];
        const lacks = short.get(`${one.section} ${one.at_ft}`);
        const fill = lacks ? lacks.fill_in : null;
        const top = -one.depth_in * PX_PER_IN;
        return (
          <g
            key={one.entry}
            className={lacks ? "pin short" : "pin"}
            transform={`translate(${frame.x(x)} ${frame.y(y)})`}
          >
            <line y2={top} />
            <circle cy={top} r={4} />
            {fill === null ? null : (
              <line className="fill-tick" x1={-6} x2={6} y1={-fill * PX_PER_IN} y2={-fill * PX_PER_IN} />
            )}
            {lacks ? (
              <text x={8} y={top}>
                {units.depth(one.depth_in).value}
              </text>
            ) : null}
          </g>
        );
      })}
    </g>
  );
}
