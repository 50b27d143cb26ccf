import { offsetAt, placeAgainst, wallEnds } from "../../document/against";
import type { Point } from "../../document/outline";
import { wallOf } from "../../document/outline";
import { useDocument, useView } from "../../state/context";
import { CUT } from "../../state/tool";
import { type Frame, toInch } from "../frame";

/** The walls of the other sections, each to be clicked: the open section is put against it, its corner where it was clicked. */
export function OtherWalls({ frame }: { frame: Frame }) {
  const { document, section, job } = useDocument();
  const { setTool } = useView();
  const others = (document.sections ?? []).filter((s) => s.id !== section.id);
  const put = (other: string, wall: number, offset: number) => {
    job.edit("putting a section against a wall", (d) => placeAgainst(d, section.id, other, wall, offset));
    setTool(CUT);
  };
  return (
    <g className="other-walls">
      {others.flatMap((other) =>
        other.edges.map((edge, wall) => {
          const [a, b] = wallOf(other, wall);
          return (
            <line
              key={`${other.id} ${edge.id ?? wall}`}
              className="wall-to-click"
              role="button"
              tabIndex={0}
              aria-label={`Put it against wall ${wall + 1} of ${other.name ?? other.id}, at its ${wallEnds(other, wall).name}`}
              x1={frame.x(a[0])}
              y1={frame.y(a[1])}
              x2={frame.x(b[0])}
              y2={frame.y(b[1])}
              onClick={(event) => {
                const box = (event.currentTarget.ownerSVGElement as SVGSVGElement).getBoundingClientRect();
                const at = frame.back(event.clientX - box.left, event.clientY - box.top) as Point;
                put(other.id, wall, toInch(offsetAt(other, wall, at)));
              }}
              onKeyDown={(event) => {
                if (event.key !== "Enter" && event.key !== " ") return;
                event.preventDefault();
                put(other.id, wall, 0);
              }}
            />
          );
        }),
      )}
    </g>
  );
}
