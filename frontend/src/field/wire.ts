import { ask, type Contact, contactOf, Refusal } from "./ask";
import type { Clock } from "./clock";
import type { Entry } from "./entry";
import type { EntryAnswer, KeptEntry, KeptPhoto, Memory } from "./memory";
import type { Pack } from "./pack";

/** A contact, and the version of each job's record that the program named in it. */
export interface Heard {
  contact: Contact;
  saves: ReadonlyMap<string, number>;
  /** How many entries the log of each job still takes. */
  room: ReadonlyMap<string, number>;
}

const MOST_AT_ONCE = 200;
const TELLS_TIME_MS = 1000;
// What the office has not looked at yet is asked after so often.
const HELD_ASKED_MS = 60_000;
export const OFFSET = "offset_s";

/** The days of the crew, as the program has them. */
export const fetchDays = <T>(memory: Memory) => ask<T>(memory, "/api/field/days", (told) => Array.isArray(told?.days));

/** The pack of a job as the program has it now. */
export const fetchPack = (memory: Memory, job: string) =>
  ask<Pack>(memory, `/api/jobs/${job}/field-pack`, (told) => told?.format === "elm-cover field pack");

// biome-ignore lint/suspicious/noExplicitAny: whatever somebody answered
type Told = any;

const isBatch = (told: Told) =>
  Array.isArray(told?.answers) && Array.isArray(told.others) && Number.isInteger(told.last);
const isLog = (told: Told) => Array.isArray(told?.entries) && Number.isInteger(told.last);
const isPhoto = (told: Told) => typeof told?.file === "string";

interface BatchAnswer {
  answers: EntryAnswer[];
  others: { n: number; entry: Entry }[];
  last: number;
  offset_s: number;
  /** Null where this phone may not read the log any more. */
  saves: number | null;
  room: number | null;
}

interface LogAnswer {
  entries: { n: number; entry: Entry }[];
  last: number;
  saves: number;
  room: number;
  now: string;
}

/** Sends what waits, and brings what others wrote in the job that is open. One tab at a time: null where another one is at it. */
export async function drain(memory: Memory, open: string | null, clock: Clock): Promise<Heard | null> {
  const work = () => new Sender(memory, clock).all(open);
  if (!navigator.locks) return work();
  return navigator.locks.request("elm-cover-field", { ifAvailable: true }, (lock) => (lock ? work() : null));
}

const heldAsked = new WeakMap<Memory, number>();

class Sender {
  private saves = new Map<string, number>();
  private room = new Map<string, number>();
  private trouble: string | null = null;

  constructor(
    private readonly memory: Memory,
    private readonly clock: Clock,
  ) {}

  async all(open: string | null): Promise<Heard> {
    try {
      const waiting = [...(await this.memory.waiting()), ...(await this.heldBack())].sort(
        (a, b) => a.entry.seq - b.entry.seq,
      );
      const jobs = new Set(waiting.map((kept) => kept.job));
      for (const job of jobs) {
        const mine = waiting.filter((kept) => kept.job === job).map((kept) => kept.entry);
        for (let i = 0; i < mine.length; i += MOST_AT_ONCE) await this.send(job, mine.slice(i, i + MOST_AT_ONCE));
      }
      await this.photos();
      if (open && !this.saves.has(open)) await this.listen(open);
    } catch (error) {
      return { contact: contactOf(error), saves: this.saves, room: this.room };
    }
    const contact: Contact =
      this.trouble === null
        ? { kind: "heard", at: this.clock.now().toISOString() }
        : { kind: "trouble", why: this.trouble };
    return { contact, saves: this.saves, room: this.room };
  }

  /** What the program holds for the office is asked after now and then. */
  private async heldBack(): Promise<KeptEntry[]> {
    const asked = heldAsked.get(this.memory) ?? Number.NEGATIVE_INFINITY;
    if (this.clock.mono() - asked < HELD_ASKED_MS) return [];
    const held = await this.memory.held();
    if (held.length) heldAsked.set(this.memory, this.clock.mono());
    return held;
  }

  /** Entries of one job. What is refused as a whole is sent in halves, until the one that is meant stands alone. */
  private async send(job: string, entries: Entry[]): Promise<void> {
    try {
      const body = {
        entries,
        device_now: this.clock.now().toISOString(),
        mono_now_ms: this.clock.mono(),
        run: this.clock.run,
        after: await this.memory.after(job),
      };
      const answer = await ask<BatchAnswer>(this.memory, `/api/jobs/${job}/log`, isBatch, {
        method: "POST",
        headers: { "Content-Type": "application/json" },
        body: JSON.stringify(body),
      });
      await this.memory.settle(answer.answers);
      await this.memory.learn(job, answer.others, answer.last);
      await this.memory.remember(OFFSET, answer.offset_s);
      if (answer.saves !== null) this.saves.set(job, answer.saves);
      if (answer.room !== null) this.room.set(job, answer.room);
      this.trouble ??= answer.answers.find((one) => one.state === "full")?.why ?? null;
    } catch (error) {
      if (!(error instanceof Refusal)) throw error;
      if (error.status === 404) this.trouble = `a job is gone from the program, or in its bin (${error.message})`;
      else if (!error.final) throw error;
      else if (entries.length === 1)
        await this.memory.settle([{ id: (entries[0] as Entry).id, state: "refused", why: error.message }]);
      else {
        const half = Math.ceil(entries.length / 2);
        await this.send(job, entries.slice(0, half));
        await this.send(job, entries.slice(half));
      }
    }
  }

  private async listen(job: string): Promise<void> {
    const asked = this.clock.now().valueOf();
    const found = await ask<LogAnswer>(
      this.memory,
      `/api/jobs/${job}/log?after=${await this.memory.after(job)}`,
      isLog,
    );
    if (found.entries.length) await this.memory.learn(job, found.entries, found.last);
    // What this phone's clock is off is known before anything is written by it.
    const heard = this.clock.now().valueOf();
    const off = (Date.parse(found.now) - (asked + heard) / 2) / 1000;
    // An answer that was long on its way tells no time: it was said anywhere in between.
    if (Number.isFinite(off) && heard - asked < TELLS_TIME_MS) await this.memory.remember(OFFSET, off);
    this.saves.set(job, found.saves);
    this.room.set(job, found.room);
  }

  /** Photos go after the entries: first the picture, then the entry that names it. */
  private async photos(): Promise<void> {
    for (const photo of await this.memory.photos()) {
      if (photo.refused !== undefined) continue;
      try {
        const headers = { "Content-Type": photo.blob.type || "image/jpeg" };
        const init = { method: "POST", headers, body: photo.blob };
        const { file } = await ask<{ file: string }>(this.memory, "/api/photos", isPhoto, init);
        await this.said(photo, file);
      } catch (error) {
        if (!(error instanceof Refusal) || !error.final) throw error;
        // The picture stays here, with why, until somebody takes it away.
        await this.memory.addPhoto({ ...photo, refused: error.message });
      }
    }
  }

  /** Its entry is known by the photo's own id: one that was cut off between the two is not said twice. */
  private async said(photo: KeptPhoto, file: string): Promise<void> {
    const actor = (await this.memory.remembered<string>("actor")) ?? "crew";
    const of = photo.of ? { of: photo.of } : {};
    const said = { actor, at: photo.at, ...photo.said, id: photo.id, kind: "photo", value: { file, ...of } };
    if (!(await this.memory.has(photo.id))) await this.memory.append(photo.job, said);
    await this.memory.dropPhoto(photo.id);
  }
}
