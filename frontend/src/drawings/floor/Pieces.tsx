import type { DrawnSection } from "../../api/types";
import type { Frame } from "../frame";
import { type Box, overlap } from "../labels";

const LABEL_PX = [26, 13] as const;
// Where a sign stands in the middle of a piece its number goes beside it.
const SHARES = [0.5, 0.3, 0.7];
const DIGIT_PX = 8.2;
const CLEAR_PX = 3;

interface Props {
  layer: DrawnSection["batts"][number] | undefined;
  frame: Frame;
  /** What no number may lie on. */
  standing: readonly Box[];
}

/** Batts as they are laid, piece by piece; each carries its number in the laying order where there is room for it. */
export function Pieces({ layer, frame, standing }: Props) {
  if (!layer) return null;
  return (
    <g className="pieces">
      {layer.pieces.map((piece) => {
        const xs = piece.corners_ft.map(([x]) => frame.x(x));
        const ys = piece.corners_ft.map(([, y]) => frame.y(y));
        const [left, right] = [Math.min(...xs), Math.max(...xs)];
        const [top, bottom] = [Math.min(...ys), Math.max(...ys)];
        const middle = (top + bottom) / 2;
        const half = (String(piece.order).length * DIGIT_PX) / 2;
        const roomy = right - left >= LABEL_PX[0] && bottom - top >= LABEL_PX[1];
        const at = SHARES.map((share) => left + (right - left) * share).find(
          (x) =>
            x - half >= left + CLEAR_PX &&
            x + half <= right - CLEAR_PX &&
            !standing.some((box) => overlap(box, [x - half, middle - 8, x + half, middle + 8])),
        );
        return (
          <g key={piece.order}>
            <polygon
              className={piece.whole ? "piece" : "piece cut-piece"}
              points={piece.corners_ft.map(([x, y]) => `${frame.x(x)},${frame.y(y)}`).join(" ")}
            />
            {roomy && at !== undefined ? (
              <text data-label x={at} y={middle + 4.5} textAnchor="middle">
                {piece.order}
              </text>
            ) : null}
          </g>
        );
      })}
    </g>
  );
}
