import { usePlanned, useSections } from "../../state/context";
import { fixed } from "../../ui/units";
import type { Frame } from "../frame";

/** The bands of the section that is open as drawn, and what went into each; null before they are known. */
function useFilled() {
  const { section } = useSections();
  const { run } = usePlanned();
  const here = run.answer?.floor.find((one) => one.section === section.id);
  if (!run.answer || !here) return null;
  return { here, told: new Map(run.answer.by_band.map((band) => [band.number, band])) };
}

/** The floor in bands as they fill up: done, the one being filled as far as its bags go, to do. */
export function FilledBands({ frame }: { frame: Frame }) {
  const filled = useFilled();
  if (!filled) return null;
  const { here, told } = filled;
  return (
    <g className="filled-bands">
      {here.bands.map((band) => {
        const state = told.get(band.number);
        const name = state?.done ? "done" : state?.open ? "open" : "to-do";
        const d = band.rings_ft
          .map((ring) => `M${ring.map(([x, y]) => `${frame.x(x as number)},${frame.y(y as number)}`).join("L")}Z`)
          .join("");
        return <path key={band.number} className={`filled ${name}`} fillRule="evenodd" d={d} />;
      })}
    </g>
  );
}

// Half the box of number and bags, px: it is drawn where it lies within its band, else the number alone.
const HALF_BOX = 36;

/** The number of each band, and its bags where there is room, over what stands there. */
export function FilledSigns({ frame }: { frame: Frame }) {
  const filled = useFilled();
  if (!filled) return null;
  const { here, told } = filled;
  return (
    <g className="filled-bands">
      {here.bands.map((band) => {
        const state = told.get(band.number);
        const [x, y] = band.label_ft as [number, number];
        const number = state?.done ? `${band.number} ✓` : `${band.number}`;
        if (band.label_room_ft * (frame.x(1) - frame.x(0)) < HALF_BOX)
          return (
            <g key={band.number} transform={`translate(${frame.x(x)} ${frame.y(y)})`} className="filled-sign">
              <rect x={-6 - 5 * number.length} y={-13} width={12 + 10 * number.length} height={26} rx={6} />
              <text className="number" dy="0.35em">
                {number}
              </text>
            </g>
          );
        return (
          <g key={band.number} transform={`translate(${frame.x(x)} ${frame.y(y)})`} className="filled-sign">
            <rect x={-34} y={-16} width={68} height={42} rx={6} />
            <text className="number">{number}</text>
            <text className="bags" dy="1.2em">
              {state ? `${fixed(state.lies)} of ${fixed(state.quota)}` : ""}
            </text>
          </g>
        );
      })}
    </g>
  );
}
