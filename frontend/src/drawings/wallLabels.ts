import type { DrawnCut, DrawnSection } from "../api/types";
import type { Frame } from "./frame";
import { type Box, crosses, overlap, type Segment } from "./labels";

const OUTSIDE_FT = 1.2;
const SHARES = [0.5, 0.2, 0.8, 0.35, 0.65, 0.1, 0.9, 0.02, 0.98];
const LINE_PX = 18;
const END_PX = 16;
type Edge = DrawnSection["edges"][number];

export interface EdgeLabel {
  x: number;
  y: number;
  anchor: "start" | "end" | "middle";
  lines: string[];
  box: Box;
}

/** The room that the letters and arrows at the cut's ends take. */
export function cutEnds(cut: DrawnCut | null, frame: Frame): Box[] {
  const taken: Box[] = [];
  if (cut) {
    const direction = Math.atan2(
      frame.y(cut.to_ft[1]) - frame.y(cut.from_ft[1]),
      frame.x(cut.to_ft[0]) - frame.x(cut.from_ft[0]),
    );
    for (const [at, sign] of [[cut.from_ft, -1] as const, [cut.to_ft, 1] as const])
      for (const px of [12, 30]) {
        const away = (OUTSIDE_FT * frame.scale + px) * sign;
        const [x, y] = [frame.x(at[0]) + Math.cos(direction) * away, frame.y(at[1]) + Math.sin(direction) * away];
        taken.push([x - END_PX, y - END_PX, x + END_PX, y + END_PX]);
      }
  }
  return taken;
}

/** Where each wall's words are written: outside it, beyond the bays, clear of one another and of the cut's ends. */
export function edgeLabels(
  edges: readonly Edge[],
  words: (edge: Edge) => string[],
  frame: Frame,
  cut: DrawnCut | null,
  charPx: number,
): Map<number, EdgeLabel> {
  const lines: Segment[] = edges.map((edge) => segment(edge.from_ft, edge.to_ft, frame));
  if (cut) lines.push(segment(cut.from_ft, cut.to_ft, frame));
  const free = (box: Box, taken: readonly Box[]) =>
    !taken.some((other) => overlap(box, other)) && !lines.some((line) => crosses(line, box));
  const taken = cutEnds(cut, frame);
  const labels = new Map<number, EdgeLabel>();
  for (const edge of edges) {
    const sideways = edge.side.includes("east") || edge.side.includes("west");
    const all = words(edge);
    // Where the whole does not fit, the length alone; where that does not fit either, nothing.
    for (const said of [all, all.slice(0, 1)]) {
      const lines = sideways ? said : [said.join(" · ")];
      const wide = Math.max(...lines.map((line) => line.length)) * charPx;
      const choices = SHARES.map((share) => place(edge, frame, share, sideways, wide, lines.length));
      const best = choices.find(({ box }) => free(box, taken));
      if (!best) continue;
      taken.push(best.box);
      labels.set(edge.index, { ...best.at, lines, box: best.box });
      break;
    }
  }
  return labels;
}

const segment = (a: readonly [number, number], b: readonly [number, number], frame: Frame): Segment => [
  frame.x(a[0]),
  frame.y(a[1]),
  frame.x(b[0]),
  frame.y(b[1]),
];

function place(edge: Edge, frame: Frame, share: number, sideways: boolean, wide: number, lines: number) {
  const away = (edge.is_eave ? OUTSIDE_FT * frame.scale : 0) + 10;
  const east = edge.side.includes("east");
  const south = edge.side.includes("south");
  const x0 = frame.x(edge.from_ft[0] + (edge.to_ft[0] - edge.from_ft[0]) * share);
  const y0 = frame.y(edge.from_ft[1] + (edge.to_ft[1] - edge.from_ft[1]) * share);
  const x = sideways ? x0 + (east ? away : -away) : x0;
  const y = sideways ? y0 : y0 + (south ? away + 12 : -away - 2);
  const anchor: EdgeLabel["anchor"] = sideways ? (east ? "start" : "end") : "middle";
  const left = anchor === "start" ? x : anchor === "end" ? x - wide : x - wide / 2;
  const box: Box = [left - 4, y - LINE_PX + 2, left + wide + 4, y + (lines - 1) * LINE_PX + 6];
  return { at: { x, y, anchor }, box };
}

const NAME_SHIFTS = [0, -22, 22, -44, 44, -70, 70];
const NAME_HIGH_PX = 20;

/** The name of a section that is not open: in its middle, or up or down from there, clear of the rest, cut to its width. */
export function nameLabel(
  outline: readonly (readonly [number, number])[],
  name: string,
  frame: Frame,
  taken: readonly Box[],
  charPx: number,
  canvas: { width: number; height: number },
): { x: number; y: number; text: string } | null {
  const xs = outline.map(([x]) => frame.x(x));
  const ys = outline.map(([, y]) => frame.y(y));
  const [left, right] = [Math.max(0, Math.min(...xs)), Math.min(canvas.width, Math.max(...xs))];
  const [top, bottom] = [Math.max(0, Math.min(...ys)), Math.min(canvas.height, Math.max(...ys))];
  const fits = Math.floor((right - left - 8) / charPx);
  if (bottom - top < NAME_HIGH_PX || fits < 4) return null;
  const text = name.length <= fits ? name : `${name.slice(0, fits - 1).trimEnd()}…`;
  const x = (left + right) / 2;
  const half = (text.length * charPx) / 2 + 4;
  for (const shift of NAME_SHIFTS) {
    const y = (top + bottom) / 2 + shift + 4;
    if (y - 14 < top || y + 5 > bottom) continue;
    if (!taken.some((other) => overlap([x - half, y - 14, x + half, y + 5], other))) return { x, y, text };
  }
  return null;
}
