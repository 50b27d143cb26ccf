import { bagsBySection, type Quota } from "../../src/field/pack";
import type { Run } from "../../src/field/run";
import { stopsLeft } from "../../src/field/stops";
import { undoable } from "../../src/field/undo";
import { Chance } from "./chance";
import { compare, lostOrDoubled } from "./compare";
import { ask, type Json } from "./office";
import { type Line, SimulatedPhone, world } from "./phone";

const MINUTE = 60_000;
const HOUR = 60 * MINUTE;
const DAY = 24 * HOUR;

export interface Told {
  /** What went wrong, in words; nothing where all held. */
  wrong: string[];
  halts: number;
  bags: number;
}

/** One job's day or days, lived through at random: two phones, cuts, wipes, wrong bands, days taken back and opened again, stops
 * from the office, clocks that are off, a counter beside. */
export class Crew {
  readonly chance: Chance;
  readonly phones: SimulatedPhone[] = [];
  readonly wrong: string[] = [];
  private job = "";
  private counterSeq = 0;
  private deskSeq = 0;
  /** Whether a stop of the office stands, and since it came which phones were reached. */
  private stopped = false;
  private halts = 0;
  private bags = 0;

  constructor(readonly seed: number) {
    this.chance = new Chance(seed);
  }

  async live(): Promise<Told> {
    const { chance } = this;
    world.now = Date.UTC(2026, 4, 4, 7) + chance.whole(0, 200) * DAY;
    this.job = (await ask({ ask: "job", seed: this.seed, now: world.now })).job;
    for (const name of ["Ann", "Bob"].slice(0, chance.under(0.6) ? 2 : 1)) {
      const phone = new SimulatedPhone(name, this.job, chance);
      if (chance.under(0.3)) phone.clockError = chance.between(-3, 3) * DAY;
      await phone.open();
      await this.reach(phone);
      this.phones.push(phone);
    }
    const days = chance.pick([1, 1, 1, 2, 2, 3]);
    for (let day = 0; day < days; day++) {
      await this.day();
      world.now += chance.between(10, 20) * HOUR;
      for (const phone of this.phones) if (chance.under(0.5)) phone.sleep(2 * HOUR);
    }
    return this.end();
  }

  private async day(): Promise<void> {
    const { chance } = this;
    const turns = chance.whole(8, 45);
    for (let turn = 0; turn < turns; turn++) {
      world.now += chance.between(0.5, 6) * MINUTE;
      await this.turn(chance.pick(this.phones));
    }
    for (const phone of this.phones) {
      const run = phone.run;
      if (run?.walked.day && run.walked.holder === phone.phone.device && chance.under(0.8))
        await this.endDay(phone, run);
    }
  }

  private async turn(phone: SimulatedPhone): Promise<void> {
    const { chance } = this;
    const what = chance.next();
    if (what < 0.12) phone.line = chance.pick<Line>(["up", "up", "up", "down", "lost", "proxy", "captive"]);
    else if (what < 0.3) await this.reach(phone);
    else if (what < 0.34) await phone.open();
    else if (what < 0.355) await phone.wipe(chance.pick(["first", "second"] as const));
    else if (what < 0.375) phone.clockError = chance.under(0.5) ? 0 : chance.between(-3, 3) * DAY;
    else if (what < 0.39) phone.sleep(chance.between(5, 90) * MINUTE);
    else if (what < 0.42) await this.office();
    else if (what < 0.45) await this.counter();
    else if (what < 0.46) await phone.photo();
    else await this.work(phone);
  }

  private async reach(phone: SimulatedPhone): Promise<void> {
    const reached = await phone.contact();
    if (reached !== (phone.line === "up" || phone.line === "lost") && phone.line !== "lost")
      this.wrong.push(`${phone.name} says ${phone.phone.known.contact.kind} over a line that is ${phone.line}`);
    // The next contact after a stop was put in halts the day, pack or no pack.
    const run = phone.run;
    if (reached && this.stopped && run?.walked.day) {
      this.halts += 1;
      if (run.walked.halted.length === 0) this.wrong.push(`${phone.name} was reached and did not halt`);
    }
  }

  private async work(phone: SimulatedPhone): Promise<void> {
    const { chance } = this;
    const run = phone.run;
    if (!run) return;
    const { walked } = run;
    if (!walked.day) return this.begin(phone, run);
    const holds = walked.holder === null || walked.holder === phone.phone.device;
    const bands = walked.table.bands;
    const open = bands.find((band) => band.number === walked.openBand);
    const roll = chance.next();
    if (roll < 0.06 && walked.asked.length) return this.answer(phone, run);
    if (!holds) {
      if (roll < 0.1) return phone.act(["count.take"]);
      if (roll < 0.3 && open) return this.bag(phone, run, open);
      return this.read(phone, run);
    }
    if (roll < 0.05) {
      const back = undoable(run, phone.phone.device);
      if (back) return phone.act(...back.ids.map((id) => ["void", {}, { voids: id }] as const));
    }
    if (roll < 0.07) return phone.act(["void", {}, { voids: walked.day.entry }]);
    if (roll < 0.1) return this.endDay(phone, run);
    if (roll < 0.2) return this.read(phone, run);
    if (!open) {
      const next = bands.find((band) => !walked.bands.get(band.number)?.done) ?? chance.pick(bands);
      return this.enter(phone, chance.under(0.1) ? chance.pick(bands) : next);
    }
    const lies = run.bands.find((band) => band.number === open.number)?.lies ?? 0;
    if (lies >= open.bags - 0.5 ? chance.under(0.8) : chance.under(0.05)) return this.leave(phone, run, open);
    return this.bag(phone, run, open);
  }

  private async begin(phone: SimulatedPhone, run: Run): Promise<void> {
    const { walked } = run;
    const last = walked.days.at(-1);
    if (last?.endEntry && this.chance.under(0.15)) return phone.act(["void", {}, { voids: last.endEntry }]);
    if (stopsLeft(walked.table.stops, walked.done, walked.cleared).length) return;
    const level = walked.product === null ? 0 : (walked.products.get(walked.product)?.hopperNow ?? 0);
    const revision = phone.phone.known.pack?.pack.revision;
    await phone.act(
      ["day.start", { revision, bags: bagsBySection(walked.table) }],
      ["hopper", { bags: this.chance.under(0.8) ? level : this.level() }],
    );
  }

  private level = () => this.chance.whole(0, 8) / 4;

  private enter = (phone: SimulatedPhone, band: Quota) =>
    phone.act(["band.enter", { section: band.section, band: band.number }]);

  private async bag(phone: SimulatedPhone, run: Run, band: Quota): Promise<void> {
    const halted = run.walked.halted.length > 0;
    const when = halted ? { before_stop: this.chance.under(0.5) } : {};
    for (let left = this.chance.whole(1, 5); left > 0; left--) {
      this.bags += 1;
      world.now += this.chance.between(0.7, 3) * MINUTE;
      await phone.act(["bag.in", { bags: 1, ...when }, { band: band.number }]);
    }
  }

  private async leave(phone: SimulatedPhone, run: Run, band: Quota): Promise<void> {
    const { chance } = this;
    const how = chance.pick([{ done: true }, { done: true }, { done: true }, { done: false }, { none: true }]);
    const where = { section: band.section, band: band.number };
    const next = chance.under(0.7) ? chance.pick(run.walked.table.bands) : null;
    await phone.act(
      ["hopper", { bags: this.level() }],
      ["band.leave", { ...where, ...how }],
      ...(next && next.number !== band.number
        ? [["band.enter", { section: next.section, band: next.number }] as const]
        : []),
    );
  }

  private async endDay(phone: SimulatedPhone, _run: Run): Promise<void> {
    await phone.act(["hopper", { bags: this.level() }], ["day.end"]);
  }

  private async read(phone: SimulatedPhone, run: Run): Promise<void> {
    const { chance } = this;
    const { places, floors } = run.walked.table;
    if (chance.under(0.2) && floors.length) {
      const floor = chance.pick(floors);
      const x = floor.origin_ft[0] + chance.between(-1, floor.columns * floor.cell_ft + 1);
      const y = floor.origin_ft[1] + chance.between(-1, (floor.band.length / floor.columns) * floor.cell_ft + 1);
      const at_ft = [Math.round(x * 8) / 8, Math.round(y * 8) / 8];
      return phone.act(["reading", { section: floor.section, depth_in: chance.whole(60, 160) / 8, at_ft }]);
    }
    if (!places.length) return;
    const place = chance.pick(places);
    const where = place.marker !== null ? { marker: place.marker } : { at_ft: place.at_ft, random: true };
    const depth = Math.max(0, Math.round((place.fill_in + chance.between(-1.5, 1)) * 8) / 8);
    await phone.act(["reading", { section: place.section, depth_in: depth, ...where }]);
  }

  private async answer(phone: SimulatedPhone, run: Run): Promise<void> {
    const { asked } = run.walked;
    const of = this.chance.under(0.6) ? asked.map((one) => one.entry) : [this.chance.pick(asked).entry];
    await phone.act(["answer", { question: "bag:", text: this.chance.pick(["yes", "yes", "no"]), of }]);
  }

  /** The office: a stop comes or goes, an edit that stops nothing, a word at the desk. */
  private async office(): Promise<void> {
    const { chance } = this;
    const roll = chance.next();
    if (roll < 0.45) {
      this.stopped = !this.stopped;
      await ask({ ask: "stop", job: this.job, stands: this.stopped, now: world.now });
    } else if (roll < 0.6) await ask({ ask: "note", job: this.job, now: world.now });
    else if (roll < 0.8) await this.desk("day.start", { revision: 1 });
    else await this.desk("day.end", {});
  }

  private async desk(kind: string, value: Json): Promise<void> {
    await this.say(`desk ${this.seed}`, this.deskSeq++, kind, value);
  }

  /** A counter at the hopper that counts beside the phones, with bands of its own. */
  private async counter(): Promise<void> {
    const run = this.phones[0]?.run;
    if (!run) return;
    const band = this.chance.pick(run.walked.table.bands);
    const where = { section: band.section, band: band.number };
    const said: [string, Json][] = [
      ["band.enter", where],
      ["bag.in", { bags: 1 }],
      ["bag.in", { bags: 1 }],
      ["hopper", { bags: 0.5 }],
      ["band.leave", where],
    ];
    for (const [kind, value] of said.slice(0, this.chance.whole(1, 5)))
      await this.say("hopper 1", this.counterSeq++, kind, value);
  }

  private async say(device: string, seq: number, kind: string, value: Json): Promise<void> {
    const at = new Date(world.now).toISOString();
    const entry = { id: crypto.randomUUID(), device, seq, at, actor: device, kind, value };
    const body = JSON.stringify({ entries: [entry], device_now: at });
    const path = `/api/jobs/${this.job}/log`;
    const type = "application/json";
    const answer = await ask({ ask: "fetch", path, method: "POST", type, now: world.now, text: body });
    if (JSON.parse(answer.body).answers[0].state !== "accepted") this.wrong.push(`${device}: ${answer.body}`);
  }

  /** Everybody is reached; then what each place shows is held against the others. */
  private async end(): Promise<Told> {
    world.now += HOUR;
    for (const _ of [1, 2])
      for (const phone of this.phones) {
        phone.line = "up";
        await this.reach(phone);
      }
    const told: Json = await ask({ ask: "told", job: this.job, now: world.now });
    for (const phone of this.phones) {
      this.wrong.push(...lostOrDoubled(phone, told.entries));
      await phone.phone.takeNewer();
      this.wrong.push(...compare(phone.name, phone.run as Run, told));
    }
    return { wrong: [...this.wrong, ...told.wrong], halts: this.halts, bags: this.bags };
  }
}
