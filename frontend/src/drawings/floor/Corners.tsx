import type { DrawnSection } from "../../api/types";
import { insertCorner, moveCorner, type Point, removeCorner, wallOf } from "../../document/outline";
import { useSections, useView } from "../../state/context";
import { useBayStarts } from "../../state/starts";
import { type Frame, toInch } from "../frame";
import { Handle } from "./Handle";

const CATCH_PX = 7;

/** The corners of the open section, to be dragged, nudged, put in and taken out. */
export function Corners({
  frame,
  snapTo,
  onHeld,
}: {
  frame: Frame;
  snapTo: DrawnSection["snap"];
  onHeld: (held: { index: number; at: Point } | null) => void;
}) {
  const { section, editSection } = useSections();
  const { picked, pick } = useView();
  const starts = useBayStarts();
  const corners = section.outline_ft as Point[];
  const near = CATCH_PX / frame.scale;
  // Catches on the lines of the other corners, then on the framing, else on whole inches.
  const snap =
    (own: number) =>
    (to: Point): Point =>
      to.map((value, axis) => {
        const lines = corners.filter((_, i) => i !== own).map((corner) => corner[axis] as number);
        const line = lines.find((other) => Math.abs(other - value) < near);
        if (line !== undefined) return line;
        if (snapTo && (snapTo.axis === "x" ? 0 : 1) === axis) {
          const bar = snapTo.origin_ft + Math.round((value - snapTo.origin_ft) / snapTo.step_ft) * snapTo.step_ft;
          if (Math.abs(bar - value) < near) return bar;
        }
        return toInch(value);
      }) as Point;
  return (
    <g className="corners">
      {corners.map((corner, i) => {
        const [a, b] = wallOf(section, i);
        const middle: Point = [(a[0] + b[0]) / 2, (a[1] + b[1]) / 2];
        const long = Math.hypot(b[0] - a[0], b[1] - a[1]) * frame.scale > 70;
        return (
          <g key={section.edges[i]?.id ?? String(i)}>
            {long ? (
              <g
                className="more"
                role="button"
                tabIndex={0}
                aria-label={`Put a corner into wall ${i + 1}`}
                transform={`translate(${frame.x(middle[0])} ${frame.y(middle[1])})`}
                onClick={() => {
                  editSection("a new corner", (s, job) => insertCorner(job, s, i, starts));
                  pick({ kind: "corner", index: i + 1 });
                }}
                onKeyDown={(event) => {
                  if (event.key !== "Enter" && event.key !== " ") return;
                  event.preventDefault();
                  editSection("a new corner", (s, job) => insertCorner(job, s, i, starts));
                }}
              >
                <circle className="touch" r={14} />
                <circle r={7} />
                <path d="M-4 0H4M0 -4V4" />
              </g>
            ) : null}
            <Handle
              at={corner}
              frame={frame}
              name={`Corner ${i + 1}`}
              className="corner"
              chosen={picked?.kind === "corner" && picked.index === i}
              onPick={() => pick({ kind: "corner", index: i })}
              snap={snap(i)}
              onMove={(to, done) => {
                onHeld(done ? null : { index: i, at: to });
                editSection(`corner ${i + 1}`, (s) => moveCorner(s, i, to), true);
              }}
              onDelete={() => {
                editSection("taking a corner out", (s, job) => void removeCorner(job, s, i, starts));
                pick(null);
              }}
            >
              <rect x={-5} y={-5} width={10} height={10} />
            </Handle>
          </g>
        );
      })}
    </g>
  );
}
