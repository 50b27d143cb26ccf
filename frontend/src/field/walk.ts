import { type Entry, type Ignored, seconds, standing } from "./entry";
import type { FillTable, Place, Quota, Stop } from "./pack";

/** A log walked from its first entry to its last, as core/filling/walk.py walks it; a test holds the two equal. */
export interface DayRun {
  entry: string;
  at: string;
  underStops: string[];
  endedAt: string | null;
  paused: number | null;
  hopperStart: number | null;
  hopperEnd: number | null;
  bags: number;
  spoilt: number;
  value: Entry["value"];
}

export interface ProductRun {
  bagsIn: number;
  hopperStart: number | null;
  hopperNow: number | null;
  atLeave: number | null;
  lastLeft: number | null;
  countedAt: number[];
  points: [number, number][];
  evaluations: string[];
}

export interface BandRun {
  bags: number;
  inAttic: number | null;
  done: boolean;
}

export interface DepthRead {
  entry: string;
  section: string;
  depthIn: number;
  place: string | null;
  band: number | null;
  newIn: number | null;
  at: string;
}

export interface Asked {
  entry: string;
  device: string;
  bags: number;
  by: string;
}

export const inAttic = (run: ProductRun) => (run.hopperStart ?? 0) + run.bagsIn - (run.hopperNow ?? 0);
const BAG_QUESTION = "bag:";

export function stopsLeft(stops: readonly Stop[], done: Set<string>, cleared: Set<string>): Stop[] {
  return stops.filter(
    (stop) =>
      !(stop.by_crew && done.has(stop.key)) &&
      !cleared.has(stop.key) &&
      !(stop.hazard !== null && cleared.has(stop.hazard)),
  );
}

export class Walker {
  bands = new Map<number, BandRun>();
  products = new Map<string, ProductRun>();
  days: DayRun[] = [];
  readings: DepthRead[] = [];
  asked: Asked[] = [];
  ignored: Ignored[] = [];
  refused: Ignored[] = [];
  causes = new Map<string, string>();
  done = new Set<string>();
  cleared = new Set<string>();
  settings: Record<string, number> = {};
  signals: { word: string; entry: string; at: string; by: string; device: string }[] = [];
  contacts = new Map<string, string>();
  openBand: number | null = null;
  holder: string | null = null;
  product: string | null = null;
  readonly quotas: Map<number, Quota>;
  private voided = new Set<string>();
  private confirmed = new Map<string, boolean>();

  constructor(
    readonly table: FillTable,
    readonly evaluate: (walked: Walker, product: string) => void,
  ) {
    this.quotas = new Map(table.bands.map((band) => [band.number, band]));
    for (const band of table.bands) this.bands.set(band.number, { bags: 0, inAttic: null, done: false });
    for (const product of table.products) this.products.set(product.id, emptyRun());
    this.product = table.products.length === 1 ? (table.products[0]?.id ?? null) : null;
  }

  get day(): DayRun | null {
    const last = this.days.at(-1);
    return last && last.endedAt === null ? last : null;
  }

  walk(entries: readonly Entry[]): this {
    const stood = standing(entries);
    this.ignored.push(...stood.ignored);
    this.voided = stood.takenBack;
    for (const entry of stood.entries) {
      const question = String(entry.value.question ?? "");
      if (entry.kind === "answer" && question.startsWith(BAG_QUESTION))
        this.confirmed.set(question.slice(BAG_QUESTION.length), entry.value.text === "yes");
    }
    for (const entry of stood.entries) {
      this.contacts.set(entry.device, entry.at);
      const why = this.one(entry);
      if (why !== null) this.refused.push({ entry: entry.id, why });
    }
    return this;
  }

  private one(entry: Entry): string | null {
    const value = entry.value;
    switch (entry.kind) {
      case "day.start":
        return this.start(entry);
      case "day.end":
        if (!this.day) return "no day is open that could end";
        this.day.endedAt = entry.at;
        return null;
      case "day.pause":
        if (!this.day) return "no day is open that could pause";
        this.day.paused = seconds(entry);
        return null;
      case "day.go":
        return this.go(entry);
      case "band.enter":
        return this.noSuchBand(value.band, value.section) ?? this.enter(value.band);
      case "band.leave":
        return this.noSuchBand(value.band, value.section) ?? this.leave(value.band);
      case "bag.in":
        return this.bag(entry);
      case "hopper":
        return this.hopper(Number(value.bags));
      case "reading":
        return this.reading(entry);
      case "count.take":
        this.holder = entry.device;
        return null;
      case "bag.spoilt":
        if (this.day) this.day.spoilt += value.bags;
        return null;
      case "work.done":
        this.done.add(value.key);
        return null;
      case "work.left":
        this.done.delete(value.key);
        return null;
      case "hazard.cleared":
        this.cleared.add(value.hazard);
        return null;
      case "cause.checked":
        this.causes.set(value.cause, entry.at);
        return null;
      case "setting":
        Object.assign(this.settings, value);
        return null;
      case "signal":
        this.signals.push({ word: value.word, entry: entry.id, at: entry.at, by: entry.actor, device: entry.device });
        return null;
      default:
        return null;
    }
  }

  private start(entry: Entry): string | null {
    if (this.day) this.day.endedAt = entry.at;
    const product = entry.value.product;
    if (product !== undefined && this.products.has(product)) this.product = product;
    // Nobody said which: it is that of the band that comes first.
    else this.product ??= this.table.bands.find((q) => !this.bands.get(q.number)?.done)?.product ?? null;
    this.days.push({
      entry: entry.id,
      at: entry.at,
      underStops: stopsLeft(this.table.stops, this.done, this.cleared).map((stop) => stop.key),
      endedAt: null,
      paused: null,
      hopperStart: null,
      hopperEnd: null,
      bags: 0,
      spoilt: 0,
      value: entry.value,
    });
    this.holder ??= entry.device;
    return product !== undefined && !this.products.has(product)
      ? `the plan blows no “${product}”; the day counts, its bags with what the band is planned with`
      : null;
  }

  private go(entry: Entry): string | null {
    const day = this.day;
    if (!day || day.paused === null) return "nothing is paused";
    // A pause is no time that a bag took.
    const away = seconds(entry) - day.paused;
    for (const run of this.products.values()) run.countedAt = run.countedAt.map((when) => when + away);
    day.paused = null;
    return null;
  }

  private enter(number: number): string | null {
    const quota = this.quotas.get(number) as Quota;
    const band = this.bands.get(number) as BandRun;
    if (this.openBand === number) return null;
    if (this.openBand !== null) this.left(this.openBand);
    band.done = false;
    this.openBand = number;
    this.product = quota.product;
    return null;
  }

  private leave(number: number): string | null {
    if (this.openBand !== null && this.openBand !== number)
      return `band ${number} is not the one being filled; that is ${this.openBand}`;
    this.left(number);
    this.openBand = null;
    return null;
  }

  private noSuchBand(number: number, section: string): string | null {
    const quota = this.quotas.get(number);
    if (!quota) return `there is no band ${number} in this plan`;
    return quota.section === section
      ? null
      : `band ${number} is not in the section “${section}”: is this the pack of another job, or an older one?`;
  }

  private left(number: number) {
    const band = this.bands.get(number) as BandRun;
    const quota = this.quotas.get(number) as Quota;
    const run = this.products.get(quota.product) as ProductRun;
    const now = inAttic(run);
    band.done = true;
    band.inAttic = (band.inAttic ?? 0) + now - (run.atLeave ?? 0);
    run.atLeave = now;
    run.lastLeft = number;
    let covered = 0;
    for (const q of this.table.bands)
      if (q.product === quota.product && this.bands.get(q.number)?.done) covered += q.area_ft2;
    run.points.push([covered, now]);
    this.evaluate(this, quota.product);
  }

  private bag(entry: Entry): string | null {
    const bags = Number(entry.value.bags);
    const number = entry.band ?? this.openBand;
    if (entry.band !== undefined && !this.quotas.has(entry.band)) return `there is no band ${entry.band} in this plan`;
    if (entry.day !== undefined && this.voided.has(entry.day)) {
      this.ignored.push({ entry: entry.id, why: "the day it belongs to was taken back" });
      return null;
    }
    this.holder ??= entry.device;
    if (entry.device !== this.holder) {
      const said = this.confirmed.get(entry.id);
      if (said === undefined) this.asked.push({ entry: entry.id, device: entry.device, bags, by: entry.actor });
      if (!said) return null;
    }
    const product = number !== null ? (this.quotas.get(number)?.product ?? null) : this.product;
    const run = product === null ? undefined : this.products.get(product);
    if (!run) return "which product it was is not said: enter the band first";
    run.bagsIn += bags;
    run.countedAt.push(seconds(entry));
    const band = number === null ? undefined : this.bands.get(number);
    if (band) band.bags += bags;
    if (this.day) this.day.bags += bags;
    return null;
  }

  private hopper(level: number): string | null {
    const run = this.product === null ? undefined : this.products.get(this.product);
    if (!run || this.product === null) return "which product it was is not said: enter the band first";
    if (run.hopperStart === null && run.bagsIn === 0) run.hopperStart = level;
    const day = this.day;
    if (day) {
      if (day.hopperStart === null && day.bags === 0) day.hopperStart = level;
      day.hopperEnd = level;
    }
    const justLeft = run.atLeave === inAttic(run) && this.openBand === null;
    run.hopperNow = level;
    if (justLeft) this.readLate(this.product, run);
    return null;
  }

  /** The level was read just after the band was left: that is the level at its end. */
  private readLate(product: string, run: ProductRun) {
    const now = inAttic(run);
    const change = now - (run.atLeave ?? 0);
    if (change === 0) return;
    run.atLeave = now;
    const last = run.points.at(-1);
    if (last) last[1] = now;
    const band = run.lastLeft === null ? undefined : this.bands.get(run.lastLeft);
    if (band) band.inAttic = (band.inAttic ?? 0) + change;
    this.evaluate(this, product);
  }

  private reading(entry: Entry): string | null {
    const { section, marker, at_ft: at, depth_in: depth } = entry.value;
    const name = this.table.sections[section];
    if (name === undefined) return `there is no section “${section}” in this plan`;
    const place = this.place(section, marker, at);
    if (marker !== undefined && !place) return `there is no marker ${marker} in ${name}`;
    const band = place ? place.band : (entry.band ?? this.openBand);
    this.readings.push({
      entry: entry.id,
      section,
      depthIn: depth,
      place: place?.id ?? null,
      band: band !== null && this.quotas.has(band) ? band : null,
      newIn: !place || place.tapered ? null : depth - place.old_in,
      at: entry.at,
    });
    if (place && place.band !== null && this.bands.get(place.band)?.done)
      this.evaluate(this, (this.quotas.get(place.band) as Quota).product);
    return null;
  }

  private place(section: string, marker: number | undefined, at: [number, number] | undefined): Place | undefined {
    return this.table.places.find(
      (place) =>
        place.section === section &&
        (marker !== undefined ? place.marker === marker : at?.[0] === place.at_ft[0] && at?.[1] === place.at_ft[1]),
    );
  }
}

function emptyRun(): ProductRun {
  return {
    bagsIn: 0,
    hopperStart: null,
    hopperNow: null,
    atLeave: null,
    lastLeft: null,
    countedAt: [],
    points: [],
    evaluations: [],
  };
}
