import type { Entry } from "./entry";
import { missingOf, type RowLack } from "./missing";
import type { FillTable, Quota, SafetyOpen } from "./pack";
import { type Short, shortages } from "./shortage";
import { safetyLeft } from "./stops";
import { alike, type Forecast, forecast, saidOf, type Verdict, verdict } from "./verdict";
import { Walker } from "./walk";
import { type BandRun, inAttic, type ProductRun } from "./walked";

/** A day's run judged, as core/filling/run.py judges it. */
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
  bands: BandTold[];
  short: Short[];
  /** What keeps sections that are all done from their row. */
  missing: RowLack[];
  /** Open work that keeps somebody safe. */
  safety: SafetyOpen[];
  /** Places are short where the bags are in: both are said together. */
  heavyAndShort: boolean;
}

export interface BandTold {
  number: number;
  bags: number;
  inAttic: number | null;
  /** What lies in it now. */
  lies: number;
  done: boolean;
  none: boolean;
}

const LONGEST_BAG_S = 3600;
const HEAVY = new Set(["heavy", "more", "leaning_heavy", "leaning_more"]);

export function runOf(table: FillTable, entries: readonly Entry[]): Run {
  const walked = new Walker(table, (at, product) => {
    const found = verdictOf(table, at, product);
    if (found) at.products.get(product)?.evaluations.push(alike(found.word));
  }).walk(entries);
  const products = table.products.map((one) => productOf(table, walked, one.id));
  const short = shortages(table, walked);
  const bands = table.bands.map((quota) => bandOf(quota, walked));
  const heavy = new Set(
    products.filter((one) => HEAVY.has(one.said ?? "") || HEAVY.has(one.verdict?.word ?? "")).map((one) => one.product),
  );
  return {
    walked,
    products,
    bands,
    short,
    safety: safetyLeft(table, walked.done, walked.cleared),
    missing: missingOf(table, new Map(bands.map((band) => [band.number, band]))),
    heavyAndShort: short.some((one) => one.band !== null && heavy.has(walked.quotas.get(one.band)?.product ?? "")),
  };
}

function bandOf(quota: Quota, walked: Walker): BandTold {
  const band = walked.bands.get(quota.number) as BandRun;
  let lies = band.inAttic ?? band.bags;
  if (walked.openBand === quota.number) {
    const run = walked.products.get(quota.product) as ProductRun;
    lies = (band.inAttic ?? 0) + inAttic(run) - run.base;
  }
  return { number: quota.number, bags: band.bags, inAttic: band.inAttic, lies, done: band.done, none: band.none };
}

/** Bands that want bags; one that takes none says nothing. */
const wantedOf = (table: FillTable, walked: Walker, product: string) =>
  table.bands.filter((q) => q.product === product && !walked.bands.get(q.number)?.none);
const coveredOf = (table: FillTable, walked: Walker, product: string) =>
  wantedOf(table, walked, product).filter((q) => walked.bands.get(q.number)?.done);
const lying = (walked: Walker, bands: readonly Quota[]) => sum(bands, (q) => walked.bands.get(q.number)?.inAttic ?? 0);

const sum = (bands: readonly Quota[], of: (band: Quota) => number) => bands.reduce((all, band) => all + of(band), 0);

function verdictOf(table: FillTable, walked: Walker, product: string): Verdict | null {
  const covered = coveredOf(table, walked, product);
  const planned = sum(covered, (q) => q.bags);
  // Where fill goes beneath what was lifted, nothing of it shows: it has bags and no depth.
  const seen = covered.filter((q) => q.depth_in > 0);
  const area = sum(seen, (q) => q.area_ft2);
  const bags = lying(walked, covered);
  if (bags < table.constants.least_bags || planned <= 0 || area <= 0) return null;
  const depth = sum(seen, (q) => q.depth_in * q.area_ft2) / area;
  const numbers = new Set(seen.map((q) => q.number));
  const read = [...walked.latest.values()].flatMap((r) =>
    r.band !== null && numbers.has(r.band) && r.newIn !== null && r.newIn > 0 ? [r.newIn] : [],
  );
  return verdict(bags, planned, depth, read, table.constants);
}

function productOf(table: FillTable, walked: Walker, product: string): ProductTold {
  const given = table.products.find((one) => one.id === product);
  const run = walked.products.get(product) as ProductRun;
  const covered = coveredOf(table, walked, product);
  const every = wantedOf(table, walked, product);
  const planned = sum(covered, (q) => q.bags);
  const total = sum(every, (q) => q.bags);
  const coming = every.length
    ? forecast(
        Math.max(0, lying(walked, covered)),
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

/** Marks of the work list and of the load: of each item the last word holds; what moved is summed. */
export interface Marks {
  done: Map<string, Entry>;
  left: Map<string, Entry>;
  out: Map<string, number>;
  back: Map<string, number>;
  /** The entries that said so, the last one last. */
  moved: Entry[];
  found: Entry[];
}

export function marksOf(stood: readonly Entry[]): Marks {
  const marks: Marks = { done: new Map(), left: new Map(), out: new Map(), back: new Map(), moved: [], found: [] };
  for (const entry of stood) {
    const { key, what, amount } = entry.value;
    if (entry.kind === "load.out" || entry.kind === "load.back") marks.moved.push(entry);
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
