import type { DrawnCut, DrawnSection } from "../api/client";

/** From feet on the floor to pixels; north is up. */
export interface Frame {
  x: (ft: number) => number;
  y: (ft: number) => number;
  scale: number;
}

const MARGIN_X = 96;
const MARGIN_TOP = 54;
const MARGIN_BOTTOM = 56;

export function floorFrame(outline: readonly (readonly [number, number])[], width: number, height: number): Frame {
  const xs = outline.map(([x]) => x);
  const ys = outline.map(([, y]) => y);
  const [x0, x1, y0, y1] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  const marginX = Math.min(MARGIN_X, width * 0.19);
  const scale = Math.max(
    0.5,
    Math.min((width - 2 * marginX) / (x1 - x0), (height - MARGIN_TOP - MARGIN_BOTTOM) / (y1 - y0)),
  );
  const left = (width - (x1 - x0) * scale) / 2;
  const top = MARGIN_TOP + (height - MARGIN_TOP - MARGIN_BOTTOM - (y1 - y0) * scale) / 2;
  return { scale, x: (ft) => left + (ft - x0) * scale, y: (ft) => top + (y1 - ft) * scale };
}

const OUTSIDE_FT = 1.2;
const CLEAR_OF_CUT_PX = 90;

/** Where a wall's length is written: outside it, beyond the bays, and not where the cut comes out. */
export function edgeLabel(edge: DrawnSection["edges"][number], frame: Frame, cut: DrawnCut | null) {
  const [ax, ay, bx, by] = [
    frame.x(edge.from_ft[0]),
    frame.y(edge.from_ft[1]),
    frame.x(edge.to_ft[0]),
    frame.y(edge.to_ft[1]),
  ];
  const side = edge.side;
  const away = (edge.is_eave ? OUTSIDE_FT * frame.scale : 0) + 10;
  const out = {
    x: side.includes("east") ? 1 : side.includes("west") ? -1 : 0,
    y: side.includes("south") ? 1 : side.includes("north") ? -1 : 0,
  };
  let share = 0.5;
  const end = cut?.ends.findIndex((e) => e.edge === edge.index) ?? -1;
  if (cut && end >= 0) {
    const at = end === 0 ? cut.from_ft : cut.to_ft;
    const [cx, cy] = [frame.x(at[0]), frame.y(at[1])];
    const clear = (s: number) => Math.hypot(ax + (bx - ax) * s - cx, ay + (by - ay) * s - cy);
    if (clear(0.5) < CLEAR_OF_CUT_PX) share = clear(0.2) > clear(0.8) ? 0.2 : 0.8;
  }
  const sideways = out.x !== 0;
  return {
    x: ax + (bx - ax) * share + out.x * away,
    y: ay + (by - ay) * share + (sideways ? 0 : out.y > 0 ? away + 12 : -away - 2),
    anchor: (sideways ? (out.x > 0 ? "start" : "end") : "middle") as "start" | "end" | "middle",
    stacked: sideways,
  };
}

export function Marker({ x, y }: { x: number; y: number }) {
  return <path className="marker" d={`M${x} ${y}v-13l8 4l-8 4`} />;
}

export function KeepOut({
  kept,
  frame,
}: {
  kept: { name: string; corners_ft: readonly (readonly [number, number])[] };
  frame: Frame;
}) {
  const points = kept.corners_ft.map(([x, y]) => [frame.x(x), frame.y(y)] as const);
  const [a, b, c, d] = points;
  if (!a || !b || !c || !d) return null;
  const middle = [(a[0] + c[0]) / 2, (a[1] + c[1]) / 2] as const;
  const name = kept.name.replaceAll("_", " ");
  if (kept.name === "recessed_light" || kept.name === "flue") {
    const radius = Math.max(4, Math.abs(b[0] - a[0]) / 2);
    return (
      <g className="keep-out">
        <title>{name}</title>
        <circle cx={middle[0]} cy={middle[1]} r={radius} className="clear" />
        <circle cx={middle[0]} cy={middle[1]} r={radius / 2} />
      </g>
    );
  }
  return (
    <g className={kept.name === "hatch" ? "keep-out way-in" : "keep-out"}>
      <title>{name}</title>
      <polygon points={points.map((p) => p.join(",")).join(" ")} />
      {kept.name === "hatch" ? (
        <path d={`M${middle[0] - 4} ${middle[1]}h8M${middle[0]} ${middle[1] - 4}v8`} />
      ) : (
        <path d={`M${a[0]} ${a[1]}L${c[0]} ${c[1]}M${b[0]} ${b[1]}L${d[0]} ${d[1]}`} />
      )}
    </g>
  );
}
