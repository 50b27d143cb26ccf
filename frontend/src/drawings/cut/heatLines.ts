import type { CornerState, DrawnCut } from "../../api/types";
import { type Box, crosses, overlap, type Segment } from "../labels";
import type { CutFrame } from "./cutFrame";

type Point = readonly [number, number];

export interface DrawnIsotherm {
  key: string;
  temperature_f: number;
  /** Stretches of the line, in pixels: broken where its figure stands. */
  runs: Point[][];
  label: { x: number; y: number; text: string } | null;
}

const SHARES = [0.93, 0.85, 0.77, 0.7, 0.62, 0.55, 0.47, 0.4, 0.3, 0.2];
const STEP_PX = 3;
const HALF_HIGH_PX = 8;

/** From inches in from the plate to pixels, at the end of the cut that is shown. */
export function toPixels(end: DrawnCut["ends"][number], frame: CutFrame) {
  return ([x, z]: Point): [number, number] => [frame.x(end.s_in + end.direction * x * end.stretch), frame.y(z)];
}

/** The corner's lines of equal temperature, each with its figure in a gap of its own line, clear of all else. */
export function isothermsOf(
  state: CornerState,
  place: (p: Point) => [number, number],
  said: (f: number) => string,
  lines: readonly Segment[],
  right: number,
  charPx: number,
): DrawnIsotherm[] {
  const taken: Box[] = [];
  const drawn = state.isotherms.map((isotherm, i) => ({
    key: `${isotherm.temperature_f} ${i}`,
    temperature_f: isotherm.temperature_f,
    points: dense(isotherm.points_in.map((p) => place(p as Point))).filter(([x]) => x < right),
  }));
  const others = (mine: number): Segment[] =>
    drawn.flatMap(({ points }, i) => (i === mine ? [] : segments(points.filter((_, j) => j % 2 === 0))));
  return drawn.map(({ key, temperature_f, points }, i) => {
    const text = said(temperature_f);
    const half = (text.length * charPx) / 2 + 3;
    const around = [...lines, ...others(i)];
    let label: DrawnIsotherm["label"] = null;
    let box: Box | null = null;
    for (const share of SHARES) {
      const at = points[Math.floor((points.length - 1) * share)];
      if (!at || points.length * STEP_PX < half * 4) break;
      const tried: Box = [at[0] - half, at[1] - HALF_HIGH_PX, at[0] + half, at[1] + HALF_HIGH_PX];
      if (tried[2] > right - 4) continue;
      if (taken.some((other) => overlap(tried, other))) continue;
      if (around.some((line) => crosses(line, tried))) continue;
      label = { x: at[0], y: at[1] + 4.5, text };
      box = tried;
      taken.push(tried);
      break;
    }
    return { key, temperature_f, runs: broken(points, box), label };
  });
}

function dense(points: readonly Point[]): Point[] {
  const found: Point[] = [];
  for (let i = 1; i < points.length; i++) {
    const [a, b] = [points[i - 1] as Point, points[i] as Point];
    const steps = Math.max(1, Math.ceil(Math.hypot(b[0] - a[0], b[1] - a[1]) / STEP_PX));
    for (let k = 0; k < steps; k++)
      found.push([a[0] + ((b[0] - a[0]) * k) / steps, a[1] + ((b[1] - a[1]) * k) / steps]);
  }
  const last = points.at(-1);
  return last ? [...found, last] : found;
}

/** The line without what lies in the box. */
export function broken(points: readonly Point[], box: Box | null): Point[][] {
  const runs: Point[][] = [[]];
  for (const p of points) {
    const inside = box && p[0] > box[0] && p[0] < box[2] && p[1] > box[1] - 2 && p[1] < box[3] + 2;
    if (inside) {
      if (runs.at(-1)?.length) runs.push([]);
    } else runs.at(-1)?.push(p);
  }
  return runs.filter((run) => run.length > 1);
}

const segments = (points: readonly Point[]): Segment[] =>
  points.slice(1).map((p, i) => [(points[i] as Point)[0], (points[i] as Point)[1], p[0], p[1]]);

/** What is drawn already, as segments in pixels: figures keep clear of it. */
export function drawnLines(cut: DrawnCut, frame: CutFrame): Segment[] {
  return cut.shapes.flatMap((shape) => {
    const points = shape.points.map(([s, z]) => [frame.x(s), frame.y(z)] as Point);
    return segments(shape.closed && points[0] ? [...points, points[0]] : points);
  });
}
