import { WAITING as KINDS_THAT_WAIT } from "../api/generated/registries";
import { type Entry, type Ignored, isPractice, joins, rightTime, seconds, standing } from "./entry";
import type { FillTable, Quota } from "./pack";
import { type Spot, Spots } from "./spots";
import { stopsAt, stopsLeft } from "./stops";
import { type Asked, type BandRun, type DayRun, type DepthRead, emptyRun, inAttic, type ProductRun } from "./walked";

const BAG_QUESTION = "bag:";
const WAITING: ReadonlySet<string> = new Set(KINDS_THAT_WAIT);
const DESK = "desk";
const HAS_ITS_BAGS = 0.5;

/** A log walked from its first entry to its last, as core/filling/walk.py walks it; a test holds the two equal. */
export class Walker {
  bands = new Map<number, BandRun>();
  products = new Map<string, ProductRun>();
  days: DayRun[] = [];
  readings: DepthRead[] = [];
  latest = new Map<string, DepthRead>();
  stood: Entry[] = [];
  asked: Asked[] = [];
  ignored: Ignored[] = [];
  refused: Ignored[] = [];
  causes = new Map<string, string>();
  done = new Set<string>();
  cleared = new Set<string>();
  halted: string[] = [];
  settings: Record<string, number> = {};
  signals: { word: string; entry: string; at: string; by: string; device: string }[] = [];
  contacts = new Map<string, string>();
  openBand: number | null = null;
  holder: string | null = null;
  product: string | null = null;
  practice = false;
  readonly quotas: Map<number, Quota>;
  private readonly spots: Spots;
  private confirmed = new Map<string, boolean>();
  private begun: Entry | null = null;
  private levelSaid = false;

  constructor(
    readonly table: FillTable,
    readonly evaluate: (walked: Walker, product: string) => void,
  ) {
    this.quotas = new Map(table.bands.map((band) => [band.number, band]));
    this.spots = new Spots(table);
    for (const band of table.bands) this.bands.set(band.number, { bags: 0, inAttic: null, done: false, none: false });
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
    this.stood = stood.entries;
    this.practice = stood.practice;
    for (const entry of stood.entries) {
      const question = String(entry.value.question ?? "");
      if (entry.kind !== "answer" || !question.startsWith(BAG_QUESTION)) continue;
      const one = question.slice(BAG_QUESTION.length);
      for (const id of [...(one ? [one] : []), ...(entry.value.of ?? [])])
        this.confirmed.set(id, entry.value.text === "yes");
    }
    for (const entry of stood.entries) {
      this.contacts.set(entry.device, rightTime(entry));
      const why = this.waits(entry) ? null : this.one(entry);
      if (why !== null) this.refused.push({ entry: entry.id, why });
    }
    if (this.day) this.halted = stopsLeft(this.table.stops, this.done, this.cleared).map((stop) => stop.key);
    return this;
  }

  private one(entry: Entry): string | null {
    const value = entry.value;
    switch (entry.kind) {
      case "day.start":
        return this.start(entry);
      case "day.end":
        if (!this.day) return "no day is open that could end";
        this.day.endEntry = entry.id;
        this.day.endedAt = rightTime(entry);
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
        return this.noSuchBand(value.band, value.section) ?? this.leave(value);
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
        this.causes.set(value.cause, rightTime(entry));
        return null;
      case "setting":
        Object.assign(this.settings, value);
        return null;
      case "signal":
        this.signals.push({
          word: value.word,
          entry: entry.id,
          at: rightTime(entry),
          by: entry.actor,
          device: entry.device,
        });
        return null;
      default:
        return null;
    }
  }

  /** Whether it moves the day and comes from a device that does not hold the count, and nobody said that it counts. */
  private waits(entry: Entry): boolean {
    if (!WAITING.has(entry.kind)) return false;
    if (this.holder === null && entry.kind === "bag.in") this.holder = entry.device;
    if (this.holder === null || this.holder === entry.device) return false;
    const said = this.confirmed.get(entry.id);
    if (said === undefined)
      this.asked.push({
        entry: entry.id,
        kind: entry.kind,
        device: entry.device,
        bags: Number(entry.value.bags ?? 0),
        band: entry.value.band ?? entry.band ?? this.openBand,
        by: entry.actor,
      });
    return !said;
  }

  private start(entry: Entry): string | null {
    if (this.day && this.begun && joins(this.begun, entry)) {
      this.day.joined.push(entry.id);
      return null;
    }
    if (this.day) this.day.endedAt = rightTime(entry);
    const product = entry.value.product;
    if (product !== undefined && this.products.has(product)) this.product = product;
    // Nobody said which: it is that of the band that comes first.
    else this.product ??= this.table.bands.find((q) => !this.bands.get(q.number)?.done)?.product ?? null;
    const level = this.product === null ? null : (this.products.get(this.product)?.hopperNow ?? null);
    const stood = stopsAt(this.table, seconds(entry), entry.value.revision ?? null, this.done, this.cleared);
    this.begun = entry;
    this.days.push({
      entry: entry.id,
      at: rightTime(entry),
      device: entry.device,
      underStops: stood.map((stop) => stop.key),
      joined: [],
      endedAt: null,
      endEntry: null,
      paused: null,
      hopperStart: level,
      hopperEnd: level,
      bags: 0,
      spoilt: 0,
      afterStop: 0,
      practice: isPractice(entry),
      value: entry.value,
    });
    this.levelSaid = false;
    // Nobody holds it who did on another day; at the desk whoever counts first will.
    this.holder = entry.device.startsWith(DESK) ? null : entry.device;
    const named = new Set((entry.value.despite ?? []).map((one: { key: string }) => one.key));
    if (stood.some((stop) => named.has(stop.key)))
      return "a stop is not lifted by a name and a reason: it stood when this day began";
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
    if (this.openBand !== null) {
      // Nobody said how it was left: it is done where it has its bags.
      const wanted = (this.quotas.get(this.openBand) as Quota).bags;
      this.left(this.openBand, (this.bands.get(this.openBand)?.bags ?? 0) >= wanted - HAS_ITS_BAGS, false);
    }
    band.done = false;
    band.none = false;
    this.openBand = number;
    this.product = quota.product;
    return null;
  }

  private leave(value: Entry["value"]): string | null {
    const number: number = value.band;
    if (this.openBand !== null && this.openBand !== number)
      return `band ${number} is not the one being filled; that is ${this.openBand}`;
    const none = value.none === true;
    this.left(number, none || value.done !== false, none);
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

  /** What came in since a band was left last lies in this one. */
  private left(number: number, done: boolean, none: boolean) {
    const band = this.bands.get(number) as BandRun;
    const quota = this.quotas.get(number) as Quota;
    const run = this.products.get(quota.product) as ProductRun;
    const now = inAttic(run);
    band.done = done;
    band.none = none;
    band.inAttic = (band.inAttic ?? 0) + now - run.base;
    run.base = now;
    run.lastLeft = number;
    run.points.push(this.covered(quota.product));
    this.evaluate(this, quota.product);
  }

  /** Floor covered, ft², and the bags that lie in it. */
  private covered(product: string): [number, number] {
    let area = 0;
    let bags = 0;
    for (const q of this.table.bands) {
      const band = this.bands.get(q.number);
      if (q.product !== product || !band?.done) continue;
      area += q.area_ft2;
      bags += band.inAttic ?? 0;
    }
    return [area, bags];
  }

  private bag(entry: Entry): string | null {
    const bags = Number(entry.value.bags);
    const number = entry.band ?? this.openBand;
    if (entry.band !== undefined && !this.quotas.has(entry.band)) return `there is no band ${entry.band} in this plan`;
    const product = number !== null ? (this.quotas.get(number)?.product ?? null) : this.product;
    const run = product === null ? undefined : this.products.get(product);
    if (!run) return "which product it was is not said: enter the band first";
    run.bagsIn += bags;
    run.countedAt.push(seconds(entry));
    const band = number === null ? undefined : this.bands.get(number);
    if (band) band.bags += bags;
    if (this.day) {
      this.day.bags += bags;
      if (
        entry.value.before_stop !== true &&
        stopsAt(this.table, seconds(entry), null, this.done, this.cleared).length > 0
      )
        this.day.afterStop += bags;
    }
    return null;
  }

  private hopper(level: number): string | null {
    const run = this.product === null ? undefined : this.products.get(this.product);
    if (!run || this.product === null) return "which product it was is not said: enter the band first";
    const day = this.day;
    if (day && day.bags === 0 && !this.levelSaid) {
      // What was put in or taken out since the last level was read is no fill in the attic.
      run.hopperStart = run.hopperStart === null ? level : run.hopperStart + level - (run.hopperNow ?? 0);
      day.hopperStart = level;
      this.levelSaid = true;
    } else if (run.hopperStart === null && run.bagsIn === 0) run.hopperStart = level;
    if (day) day.hopperEnd = level;
    const justLeft = run.lastLeft !== null && run.base === inAttic(run) && this.openBand === null;
    run.hopperNow = level;
    if (justLeft) this.readLate(this.product, run);
    return null;
  }

  /** The level was read just after the band was left: that is the level at its end. */
  private readLate(product: string, run: ProductRun) {
    const now = inAttic(run);
    const change = now - run.base;
    if (change === 0 || run.lastLeft === null) return;
    run.base = now;
    const band = this.bands.get(run.lastLeft);
    if (band) band.inAttic = (band.inAttic ?? 0) + change;
    run.points[run.points.length - 1] = this.covered(product);
    this.evaluate(this, product);
  }

  private reading(entry: Entry): string | null {
    const { section, marker, at_ft: at, depth_in: depth } = entry.value;
    const name = this.table.sections[section];
    if (name === undefined) return `there is no section “${section}” in this plan`;
    let spot: Spot | null;
    if (marker !== undefined) {
      spot = this.spots.marker(section, marker);
      if (!spot) return `there is no marker ${marker} in ${name}`;
    } else {
      const [x, y]: [number, number] = at ?? [0, 0];
      spot = this.spots.at(section, [x, y]);
      if (!spot) return `the reading at ${feet(x)}, ${feet(y)} ft lies on no floor of ${name} that this plan fills`;
    }
    const band = spot.band !== null && this.quotas.has(spot.band) ? spot.band : null;
    const read: DepthRead = {
      entry: entry.id,
      section,
      depthIn: depth,
      place: spot.place,
      at_ft: spot.at_ft,
      band,
      fillIn: spot.fillIn,
      newIn: spot.tapered ? null : depth - spot.oldIn,
      at: rightTime(entry),
    };
    this.readings.push(read);
    this.latest.set(read.place ?? `${section}@${spot.at_ft}`, read);
    if (band !== null && this.bands.get(band)?.done) this.evaluate(this, (this.quotas.get(band) as Quota).product);
    return null;
  }
}

/** A length as both folds write it: to the hundredth, without zeros at its end. */
const feet = (value: number) => (Math.floor(value * 100 + 0.5) / 100).toFixed(2).replace(/\.?0+$/, "");
