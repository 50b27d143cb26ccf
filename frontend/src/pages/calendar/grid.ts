import type { BarLine } from "../../api/types";

/** Where a bar lies in its crew's row: half days from the first one shown, and its lane where several stand at once. */
export interface Laid {
  bar: BarLine;
  from: number;
  to: number;
  lane: number;
}

/** Half days of a calendar, by day and half. Those that are not shown are left of 0 or past the end. */
export const halfIndex = (days: readonly string[], day: string, half: number): number => {
  const found = days.indexOf(day);
  if (found >= 0) return found * 2 + half;
  return day < (days[0] ?? "") ? -1 : days.length * 2;
};

/** The bars of a crew laid into its row, none over another: those that stand at one time lie one under the other. */
export function laid(bars: readonly BarLine[], days: readonly string[]): Laid[] {
  const placed: Laid[] = [];
  for (const bar of [...bars].sort((a, b) => (a.day + a.half < b.day + b.half ? -1 : 1))) {
    const first = bar.halves[0];
    const last = bar.halves.at(-1);
    if (!first || !last) continue;
    const from = Math.max(0, halfIndex(days, first.day, first.half));
    const to = Math.min(days.length * 2, halfIndex(days, last.day, last.half) + 1);
    if (to <= from) continue;
    let lane = 0;
    while (placed.some((one) => one.lane === lane && one.from < to && from < one.to)) lane += 1;
    placed.push({ bar, from, to, lane });
  }
  return placed;
}

/** The half day under a place on the row, in pixels from its left. */
export const halfAt = (x: number, width: number, count: number): number =>
  Math.max(0, Math.min(count * 2 - 1, Math.floor((x / width) * count * 2)));
