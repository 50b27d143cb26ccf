import type { DrawnSection } from "../../api/types";
import { type Frame, points } from "../frame";
import type { Box } from "../labels";
import { nameLabel } from "../wallLabels";

/** A section that is not open: its outline and its name; a tap opens it. */
export function OtherSection({
  other,
  name,
  frame,
  taken,
  charPx,
  canvas,
  onOpen,
}: {
  other: DrawnSection;
  name: string;
  frame: Frame;
  taken: readonly Box[];
  charPx: number;
  canvas: { width: number; height: number };
  onOpen: () => void;
}) {
  const place = nameLabel(other.outline_ft, name, frame, taken, charPx, canvas);
  return (
    <g
      className={`other ${other.kind}`}
      role="button"
      tabIndex={0}
      aria-label={`Open the section ${name}`}
      onClick={onOpen}
      onKeyDown={(event) => event.key === "Enter" && onOpen()}
    >
      <title>{name}</title>
      <polygon points={points(other.outline_ft, frame)} />
      {other.holes_ft.map((hole) => (
        <polygon key={`${hole[0]}`} className="hole" points={points(hole, frame)} />
      ))}
      {place ? (
        <text data-label x={place.x} y={place.y} textAnchor="middle">
          {place.text}
        </text>
      ) : null}
    </g>
  );
}
