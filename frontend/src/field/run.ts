import type { Entry } from "./entry";
import type { FillTable, Place, Quota } from "./pack";
import { alike, type Forecast, forecast, saidOf, type Verdict, verdict } from "./verdict";
import { type DepthRead, inAttic, type ProductRun, Walker } from "./walk";

/** A day's run judged, as core/filling/run.py judges it. */
export interface Short {
  place: Place;
  depthIn: number;
  shortIn: number;
  bags: number;
}

export interface ProductTold {
  product: string;
  bagsIn: number;
  inAttic: number;
  planned: number;
  coveredBags: number;
  said: string | null;
  verdict: Verdict | null;
  forecast: Forecast | null;
  pace: number | null;
  paceSaid: "fast" | "slow" | null;
  points: [number, number][];
  onTruck: number;
  short: number;
}

export interface Run {
  walked: Walker;
  products: ProductTold[];
  short: Short[];
}

const LONGEST_BAG_S = 3600;

export function runOf(table: FillTable, entries: readonly Entry[]): Run {
  const walked = new Walker(table, (at, product) => {
    const found = verdictOf(table, at, product);
    if (found) at.products.get(product)?.evaluations.push(alike(found.word));
  }).walk(entries);
  return {
    walked,
    products: table.products.map((one) => productOf(table, walked, one.id)),
    short: shortOf(table, walked),
  };
}

const coveredOf = (table: FillTable, walked: Walker, product: string) =>
  table.bands.filter((q) => q.product === product && walked.bands.get(q.number)?.done);

const sum = (bands: readonly Quota[], of: (band: Quota) => number) => bands.reduce((all, band) => all + of(band), 0);

export function latest(readings: readonly DepthRead[]): DepthRead[] {
  const last = new Map<string, DepthRead>();
  for (const one of readings) last.set(one.place ?? one.entry, one);
  return [...last.values()];
}

function verdictOf(table: FillTable, walked: Walker, product: string): Verdict | null {
  const covered = coveredOf(table, walked, product);
  const planned = sum(covered, (q) => q.bags);
  // Where fill goes beneath what was lifted, nothing of it shows: it has bags and no depth.
  const seen = covered.filter((q) => q.depth_in > 0);
  const area = sum(seen, (q) => q.area_ft2);
  const bags = walked.products.get(product)?.atLeave ?? 0;
  if (bags < table.constants.least_bags || planned <= 0 || area <= 0) return null;
  const depth = sum(seen, (q) => q.depth_in * q.area_ft2) / area;
  const numbers = new Set(seen.map((q) => q.number));
  const read = latest(walked.readings).flatMap((r) =>
    r.band !== null && numbers.has(r.band) && r.newIn !== null && r.newIn > 0 ? [r.newIn] : [],
  );
  return verdict(bags, planned, depth, read, table.constants);
}

function productOf(table: FillTable, walked: Walker, product: string): ProductTold {
  const given = table.products.find((one) => one.id === product);
  const run = walked.products.get(product) as ProductRun;
  const covered = coveredOf(table, walked, product);
  const every = table.bands.filter((q) => q.product === product);
  const planned = sum(covered, (q) => q.bags);
  const total = sum(every, (q) => q.bags);
  const coming = every.length
    ? forecast(
        Math.max(0, run.atLeave ?? 0),
        planned,
        total,
        covered.length,
        every.length - covered.length,
        table.constants,
      )
    : null;
  const pace = paceOf(run, table.constants.pace_bags);
  const [least, most] = given?.minutes ?? [0, Number.POSITIVE_INFINITY];
  return {
    product,
    bagsIn: run.bagsIn,
    inAttic: inAttic(run),
    planned: total,
    coveredBags: planned,
    said: saidOf(run.evaluations, table.constants.agree),
    verdict: verdictOf(table, walked, product),
    forecast: coming,
    pace,
    paceSaid: pace === null ? null : pace < least ? "fast" : pace > most ? "slow" : null,
    points: run.points,
    onTruck: given?.on_truck ?? 0,
    short: Math.max(0, (coming?.mean ?? 0) - (given?.on_truck ?? 0)),
  };
}

/** Minutes a bag over the last ones. A clock that jumped, or a break nobody said, is no time that a bag took. */
function paceOf(run: ProductRun, most: number): number | null {
  const steps: number[] = [];
  for (let i = 1; i < run.countedAt.length; i++) {
    const step = (run.countedAt[i] as number) - (run.countedAt[i - 1] as number);
    if (step > 0 && step < LONGEST_BAG_S) steps.push(step);
  }
  const last = steps.slice(-most);
  return last.length ? last.reduce((all, one) => all + one, 0) / last.length / 60 : null;
}

function shortOf(table: FillTable, walked: Walker): Short[] {
  const places = new Map(table.places.map((place) => [place.id, place]));
  return latest(walked.readings).flatMap((one) => {
    const place = one.place === null ? undefined : places.get(one.place);
    const short = place ? place.fill_in - one.depthIn : 0;
    return place && short > table.constants.short_in
      ? [{ place, depthIn: one.depthIn, shortIn: short, bags: short * place.bags_per_in }]
      : [];
  });
}

/** Marks of the work list and of the load: of each item the last word holds; what moved is summed. */
export interface Marks {
  done: Map<string, Entry>;
  left: Map<string, Entry>;
  out: Map<string, number>;
  back: Map<string, number>;
  found: Entry[];
}

export function marksOf(stood: readonly Entry[]): Marks {
  const marks: Marks = { done: new Map(), left: new Map(), out: new Map(), back: new Map(), found: [] };
  for (const entry of stood) {
    const { key, what, amount } = entry.value;
    if (entry.kind === "work.done") {
      marks.done.set(key, entry);
      marks.left.delete(key);
    } else if (entry.kind === "work.left") {
      marks.left.set(key, entry);
      marks.done.delete(key);
    } else if (entry.kind === "load.out") marks.out.set(what, (marks.out.get(what) ?? 0) + amount);
    else if (entry.kind === "load.back") marks.back.set(what, (marks.back.get(what) ?? 0) + amount);
    else if (entry.kind === "work.found") marks.found.push(entry);
  }
  return marks;
}
