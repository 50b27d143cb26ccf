import { type KeyboardEvent, useState } from "react";
import type { DrawnCut } from "../../api/types";
import { useSections, useView } from "../../state/context";
import { fixed } from "../../ui/units";
import type { Frame } from "../frame";
import { useDrag } from "../useDrag";

type Point = [number, number];
const STEP_FT = 1;

/** Where the attic is cut: a line with an end A and an end B, each to be dragged or nudged, or the line as a whole. */
export function CutLine({ cut, frame }: { cut: DrawnCut; frame: Frame }) {
  const { section } = useSections();
  const { setCut } = useView();
  const [held, setHeld] = useState<{ a: Point; b: Point } | null>(null);
  const a = held?.a ?? cut.from_ft;
  const b = held?.b ?? cut.to_ft;
  const place = (from: Point, to: Point) => setCut({ section: section.id, from_ft: from, to_ft: to });

  const drag = (what: "A" | "B" | "line") => () => {
    const [a0, b0] = [cut.from_ft, cut.to_ft] as [Point, Point];
    return {
      onMove: (dx: number, dy: number) => {
        const by: Point = [dx / frame.scale, -dy / frame.scale];
        const moved = (p: Point): Point => [p[0] + by[0], p[1] + by[1]];
        const next = { a: what === "B" ? a0 : moved(a0), b: what === "A" ? b0 : moved(b0) };
        setHeld(what === "line" ? null : next);
        place(next.a, next.b);
      },
      onEnd: () => setHeld(null),
    };
  };
  const dragA = useDrag(drag("A"));
  const dragB = useDrag(drag("B"));
  const dragLine = useDrag(drag("line"));

  const keys = (what: "A" | "B" | "line") => (event: KeyboardEvent) => {
    const by: Record<string, Point> = {
      ArrowLeft: [-STEP_FT, 0],
      ArrowRight: [STEP_FT, 0],
      ArrowUp: [0, STEP_FT],
      ArrowDown: [0, -STEP_FT],
    };
    const step = by[event.key];
    if (!step) return;
    event.preventDefault();
    const moved = (p: readonly [number, number]): Point => [p[0] + step[0], p[1] + step[1]];
    place(what === "B" ? ([...a] as Point) : moved(a), what === "A" ? ([...b] as Point) : moved(b));
  };

  const direction = Math.atan2(frame.y(b[1]) - frame.y(a[1]), frame.x(b[0]) - frame.x(a[0]));
  const out = (p: readonly [number, number], sign: number, px: number): Point => [
    frame.x(p[0]) + Math.cos(direction) * px * sign,
    frame.y(p[1]) + Math.sin(direction) * px * sign,
  ];
  const beyond = 1.2 * frame.scale;
  const ends = [
    { name: "A" as const, at: a, sign: -1, end: cut.ends[0], down: dragA },
    { name: "B" as const, at: b, sign: 1, end: cut.ends[1], down: dragB },
  ];
  const line = { x1: frame.x(a[0]), y1: frame.y(a[1]), x2: frame.x(b[0]), y2: frame.y(b[1]) };
  const horizontal = Math.abs(Math.cos(direction)) > 0.7;
  return (
    <g className="cut-line">
      <line data-line {...line} className="mark" />
      <line
        {...line}
        className="grip"
        role="slider"
        tabIndex={0}
        aria-label="Place of the cut"
        aria-valuemin={-1000}
        aria-valuemax={1000}
        aria-valuenow={Math.round((horizontal ? a[1] : a[0]) * 10) / 10}
        aria-valuetext={`from ${fixed(a[0], 1)}, ${fixed(a[1], 1)} ft to ${fixed(b[0], 1)}, ${fixed(b[1], 1)} ft`}
        onPointerDown={dragLine}
        onKeyDown={keys("line")}
      />
      {ends.map(({ name, at, sign, end, down }) => {
        const [hx, hy] = out(at, sign, beyond + 12);
        const [tx, ty] = out(at, sign, beyond + 30);
        return (
          <g
            key={name}
            className="end"
            role="slider"
            tabIndex={0}
            aria-label={`End ${name} of the cut`}
            aria-valuemin={-1000}
            aria-valuemax={1000}
            aria-valuenow={Math.round((end?.side === "south" || end?.side === "north" ? at[0] : at[1]) * 10) / 10}
            aria-valuetext={`on the ${end?.side} wall at ${fixed(at[0], 1)} ft east, ${fixed(at[1], 1)} ft north`}
            onPointerDown={down}
            onKeyDown={keys(name)}
          >
            <circle cx={hx} cy={hy} r={22} className="touch" />
            <path
              d="M0 -7L10 7H-10Z"
              transform={`translate(${hx} ${hy}) rotate(${(direction * 180) / Math.PI + (sign < 0 ? 90 : -90)})`}
            />
            <text data-label x={tx} y={ty + 5} textAnchor="middle">
              {name}
            </text>
          </g>
        );
      })}
    </g>
  );
}
