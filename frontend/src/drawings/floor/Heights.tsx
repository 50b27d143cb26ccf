import type { DrawnSection } from "../../api/types";
import { useUnits } from "../../ui/units";
import { type Frame, points } from "../frame";
import { type Box, heightLabels, type Segment } from "../labels";

/** Lines of equal room under the roof, each height written once. */
export function Heights({
  heights,
  frame,
  lines,
  boxes,
  charPx,
}: {
  heights: DrawnSection["heights"];
  frame: Frame;
  lines: readonly Segment[];
  boxes: readonly Box[];
  charPx: number;
}) {
  const units = useUnits();
  const words = (room: number) => `${units.depth(room).value} ${units.depth(room).unit}`;
  return (
    <g className="heights">
      {heights.map((line) => (
        <polyline key={`${line.room_in} ${line.points_ft[0]}`} points={points(line.points_ft, frame)} />
      ))}
      {heightLabels(heights, words, frame, lines, boxes, charPx).map(({ room_in, x, y, text }) => (
        <text key={room_in} data-label x={x} y={y} textAnchor="middle">
          {text}
        </text>
      ))}
    </g>
  );
}
