import type { FillTable } from "./pack";
import type { Walker } from "./walk";
import type { DepthRead } from "./walked";

/** A place short of its fill line, and the bags that mend it, to the quarter; as core/filling/shortage.py tells it. */
export interface Short {
  place: string | null;
  section: string;
  marker: number | null;
  at_ft: [number, number];
  band: number | null;
  depthIn: number;
  fillIn: number;
  shortIn: number;
  bags: number;
  /** The same in words. */
  mends: string;
}

export function shortages(table: FillTable, walked: Walker): Short[] {
  const places = new Map(table.places.map((place) => [place.id, place]));
  const standingFor = new Map<number | null, number>();
  for (const place of table.places) standingFor.set(place.band, (standingFor.get(place.band) ?? 0) + 1);
  for (const one of walked.latest.values())
    if (one.place === null) standingFor.set(one.band, (standingFor.get(one.band) ?? 0) + 1);
  const found = new Map<number | null, { one: DepthRead; short: number }[]>();
  for (const one of walked.latest.values()) {
    const short = one.fillIn - one.depthIn;
    if (short <= table.constants.short_in) continue;
    const many = found.get(one.band);
    if (many) many.push({ one, short });
    else found.set(one.band, [{ one, short }]);
  }
  return [...found].flatMap(([band, many]) => {
    const quota = band === null ? undefined : walked.quotas.get(band);
    const perInch = quota ? quota.bags_per_in / (standingFor.get(band) as number) : 0;
    const bags = inQuarters(many.map(({ short }) => short * perInch));
    return many.map(({ one, short }, i) => ({
      place: one.place,
      section: one.section,
      marker: places.get(one.place ?? "")?.marker ?? null,
      at_ft: one.at_ft,
      band,
      depthIn: one.depthIn,
      fillIn: one.fillIn,
      shortIn: short,
      bags: bags[i] as number,
      mends: bagsToMend(bags[i] as number),
    }));
  });
}

/** Bags to the quarter, in words. */
export function bagsToMend(bags: number): string {
  const quarters = Math.round(bags * 4);
  const whole = Math.floor(quarters / 4);
  if (quarters === 0) return "less than ¼ bag";
  return `${whole || ""}${["", "¼", "½", "¾"][quarters % 4]} bag${quarters > 4 ? "s" : ""}`;
}

/** Bags in quarters that add up to no more than the exact ones do: the largest remainders are rounded up. */
function inQuarters(exact: readonly number[]): number[] {
  const quarters = exact.map((bags) => Math.floor(bags * 4 + 1e-9));
  const all = exact.reduce((sum, bags) => sum + bags, 0);
  const left = Math.floor(all * 4 + 1e-9) - quarters.reduce((sum, whole) => sum + whole, 0);
  const remainders = exact.map((bags, i) => Math.round((bags * 4 - (quarters[i] as number)) * 1e6));
  const order = exact.map((_, i) => i).sort((a, b) => (remainders[b] as number) - (remainders[a] as number) || a - b);
  for (const i of order.slice(0, Math.max(0, left))) quarters[i] = (quarters[i] as number) + 1;
  return quarters.map((whole) => whole / 4);
}
