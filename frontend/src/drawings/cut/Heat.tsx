import type { CornerState, DrawnCut } from "../../api/types";
import { useUnits } from "../../ui/units";
import type { Segment } from "../labels";
import type { CutFrame } from "./cutFrame";
import { drawnLines, isothermsOf, toPixels } from "./heatLines";

const LONGEST_PX = 22;
const HEAD_PX = 4;
const FLAG_PX = 140;

/** The solved corner over the Cut: lines of equal temperature or the way of the heat, and the coldest spot inside. */
export function Heat({
  cut,
  end,
  frame,
  state,
  show,
}: {
  cut: DrawnCut;
  end: DrawnCut["ends"][number];
  frame: CutFrame;
  state: CornerState;
  show: "temperatures" | "flow";
}) {
  const units = useUnits();
  const place = toPixels(end, frame);
  const right = frame.rulerX - 2;
  const [coldX, coldY] = place(state.coldest_at_in as [number, number]);
  const words = `${units.temperature(state.coldest_f)} ${frame.narrow ? "coldest" : "at the coldest spot inside"}`;
  const charPx = frame.narrow ? 9 : 7.6;
  const spotRight = coldX + 14 + words.length * charPx < right;
  const labelY = frame.ground + 41;
  // The flags at the ruler and the lead to the coldest spot: no figure goes under them.
  const flags = [cut.fill_line_in, cut.old_in].flatMap((z): Segment[] =>
    z ? [-9, 0, 9].map((dy) => [right - FLAG_PX, frame.y(z) + dy, right, frame.y(z) + dy]) : [],
  );
  const own: Segment[] = [[coldX, coldY, coldX, labelY], ...flags];
  return (
    <g className="heat">
      {show === "temperatures"
        ? isothermsOf(state, place, units.temperature, [...drawnLines(cut, frame), ...own], right, charPx).map(
            (line) => (
              <g key={line.key} className="isotherm">
                {line.runs.map((run) => (
                  <polyline key={run[0]?.join()} data-line points={run.map((p) => p.join(",")).join(" ")} />
                ))}
                {line.label ? (
                  <text data-label x={line.label.x} y={line.label.y} textAnchor="middle">
                    {line.label.text}
                  </text>
                ) : null}
              </g>
            ),
          )
        : null}
      {show === "flow" ? <Flow state={state} place={place} right={right} /> : null}
      <path data-line className="cold-lead" d={`M${coldX} ${coldY + 5}V${labelY - 4}`} />
      <circle className="cold-spot" cx={coldX} cy={coldY} r={5} />
      <text data-label x={spotRight ? coldX + 7 : right - 4} y={labelY} textAnchor={spotRight ? "start" : "end"}>
        {words}
      </text>
    </g>
  );
}

/** Arrows along the heat, longer where more of it goes. */
function Flow({
  state,
  place,
  right,
}: {
  state: CornerState;
  place: (p: readonly [number, number]) => [number, number];
  right: number;
}) {
  const most = Math.max(...state.arrows.map((arrow) => arrow.flow));
  return (
    <g className="flow-arrows">
      {state.arrows.map((arrow) => {
        const at = arrow.at_in as [number, number];
        const [x, y] = place(at);
        const [tx, ty] = place([at[0] + arrow.to[0], at[1] + arrow.to[1]]);
        const away = Math.hypot(tx - x, ty - y) || 1;
        const [ux, uy] = [(tx - x) / away, (ty - y) / away];
        const long = 5 + LONGEST_PX * Math.sqrt(arrow.flow / most);
        if (x + ux * long > right || x > right) return null;
        const [ex, ey] = [x + ux * long, y + uy * long];
        return (
          <path
            key={at.join()}
            d={`M${x} ${y}L${ex} ${ey}M${ex - ux * HEAD_PX - uy * HEAD_PX} ${ey - uy * HEAD_PX + ux * HEAD_PX}L${ex} ${ey}L${ex - ux * HEAD_PX + uy * HEAD_PX} ${ey - uy * HEAD_PX - ux * HEAD_PX}`}
          />
        );
      })}
    </g>
  );
}
