import type { Frame } from "./frame";

/** Room for a label round a point: left, top, right, bottom, in pixels. */
export type Box = [number, number, number, number];
/** A line: from x, y to x, y, in pixels. */
export type Segment = readonly [number, number, number, number];

const AROUND = [
  [0, -9],
  [0, 19],
  [20, 4],
  [-20, 4],
  [16, -8],
  [-16, -8],
] as const;

export const overlap = (a: Box, b: Box) => a[0] < b[2] && b[0] < a[2] && a[1] < b[3] && b[1] < a[3];

/** Whether a line crosses a box, by clipping it (Liang and Barsky). */
export function crosses([x0, y0, x1, y1]: Segment, box: Box): boolean {
  let [t0, t1] = [0, 1];
  const [dx, dy] = [x1 - x0, y1 - y0];
  for (const [p, q] of [
    [-dx, x0 - box[0]],
    [dx, box[2] - x0],
    [-dy, y0 - box[1]],
    [dy, box[3] - y0],
  ] as const) {
    if (p === 0) {
      if (q < 0) return false;
    } else if (p < 0) t0 = Math.max(t0, q / p);
    else t1 = Math.min(t1, q / p);
    if (t0 > t1) return false;
  }
  return true;
}

/** Where the depths of the readings are written: beside their dots, clear of one another and of lines. None where no place is free. */
export function readingLabels(
  readings: readonly { id: string; at: readonly [number, number]; text: string }[],
  frame: Frame,
  lines: readonly Segment[],
  charPx: number,
): Map<string, { x: number; y: number }> {
  const dots: Box[] = readings.map(({ at }) => {
    const [x, y] = [frame.x(at[0]), frame.y(at[1])];
    return [x - 4, y - 4, x + 4, y + 4];
  });
  const taken: Box[] = [];
  const places = new Map<string, { x: number; y: number }>();
  for (const [i, { id, at, text }] of readings.entries()) {
    const half = (text.length * charPx) / 2 + 2;
    for (const [dx, dy] of AROUND) {
      const shift = Math.sign(dx) * Math.max(0, half - 14);
      const [x, y] = [frame.x(at[0]) + dx + shift, frame.y(at[1]) + dy];
      const box: Box = [x - half, y - charPx * 1.6, x + half, y + charPx * 0.5];
      const clear =
        !taken.some((other) => overlap(box, other)) &&
        !dots.some((dot, j) => j !== i && overlap(box, dot)) &&
        !lines.some((line) => crosses(line, box));
      if (!clear) continue;
      taken.push(box);
      places.set(id, { x, y });
      break;
    }
  }
  return places;
}

const ALONG = [0.5, 0.3, 0.7, 0.2, 0.8, 0.4, 0.6, 0.1, 0.9];
const APART_PX = 2;

/** Where the heights are written: once for each height, on its longest line, clear of lines, boxes and one another. */
export function heightLabels(
  heights: readonly { room_in: number; points_ft: readonly (readonly [number, number])[] }[],
  words: (room_in: number) => string,
  frame: Frame,
  lines: readonly Segment[],
  boxes: readonly Box[],
  charPx: number,
): { room_in: number; x: number; y: number; text: string }[] {
  const taken: Box[] = [...boxes];
  const placed: { room_in: number; x: number; y: number; text: string }[] = [];
  for (const room_in of [...new Set(heights.map((h) => h.room_in))]) {
    const own = heights
      .filter((h) => h.room_in === room_in)
      .sort((a, b) => lengthOf(b.points_ft) - lengthOf(a.points_ft));
    const text = words(room_in);
    const half = (text.length * charPx) / 2 + APART_PX;
    const spots = own.flatMap((line) => ALONG.map((share) => pointAlong(line.points_ft, share)));
    for (const spot of spots) {
      const [x, y] = [frame.x(spot[0]), frame.y(spot[1]) + 4];
      const box: Box = [x - half, y - charPx * 1.6, x + half, y + charPx * 0.5];
      if (taken.some((other) => overlap(box, other)) || lines.some((line) => crosses(line, box))) continue;
      taken.push(box);
      placed.push({ room_in, x, y, text });
      break;
    }
  }
  return placed;
}

type Line = readonly (readonly [number, number])[];

const lengthOf = (line: Line) =>
  line.slice(1).reduce((sum, b, i) => sum + Math.hypot(b[0] - (line[i]?.[0] ?? 0), b[1] - (line[i]?.[1] ?? 0)), 0);

function pointAlong(line: Line, share: number): readonly [number, number] {
  let left = lengthOf(line) * share;
  for (let i = 1; i < line.length; i++) {
    const [a, b] = [line[i - 1] as readonly [number, number], line[i] as readonly [number, number]];
    const long = Math.hypot(b[0] - a[0], b[1] - a[1]);
    if (left <= long && long > 0) return [a[0] + ((b[0] - a[0]) * left) / long, a[1] + ((b[1] - a[1]) * left) / long];
    left -= long;
  }
  return line[0] ?? [0, 0];
}
