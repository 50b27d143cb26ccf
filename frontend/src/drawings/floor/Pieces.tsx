import type { DrawnSection } from "../../api/client";
import type { Frame } from "./parts";

const LABEL_PX = [26, 13] as const;

/** Batts as they are laid, piece by piece; each carries its number in the laying order where there is room for it. */
export function Pieces({ layer, frame }: { layer: DrawnSection["batts"][number] | undefined; frame: Frame }) {
  if (!layer) return null;
  return (
    <g className="pieces">
      {layer.pieces.map((piece) => {
        const xs = piece.corners_ft.map(([x]) => frame.x(x));
        const ys = piece.corners_ft.map(([, y]) => frame.y(y));
        const [left, right] = [Math.min(...xs), Math.max(...xs)];
        const [top, bottom] = [Math.min(...ys), Math.max(...ys)];
        const roomy = right - left >= LABEL_PX[0] && bottom - top >= LABEL_PX[1];
        return (
          <g key={piece.order}>
            <polygon
              className={piece.whole ? "piece" : "piece cut-piece"}
              points={piece.corners_ft.map(([x, y]) => `${frame.x(x)},${frame.y(y)}`).join(" ")}
            />
            {roomy ? (
              <text x={(left + right) / 2} y={(top + bottom) / 2 + 4.5} textAnchor="middle">
                {piece.order}
              </text>
            ) : null}
          </g>
        );
      })}
    </g>
  );
}
