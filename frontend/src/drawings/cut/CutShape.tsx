import { memo } from "react";
import { texture } from "../Textures";

/** What a cut shows with the texture of its material. */
export const FILLED = ["new_fill", "old_fill", "batt"];

interface Props {
  role: string;
  closed: boolean;
  /** Its corners in pixels, as the drawing takes them. */
  points: string;
  /** The material whose texture lies over it; null: none does. */
  fill: string | null | undefined;
  /** Added to the class of a line. */
  more?: string;
}

/** A shape of a cut: a line, or a surface with the texture of what it is of. */
export const CutShape = memo(function CutShape({ role, closed, points, fill, more = "" }: Props) {
  if (!closed) return <polyline data-line className={`${role}${more}`} points={points} />;
  return (
    <g>
      <polygon data-line className={role} points={points} />
      {fill === null ? null : <polygon className="textured" points={points} fill={texture(fill)} />}
    </g>
  );
});
