import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import type { Entry } from "./entry";
import type { Pack } from "./pack";
import { read, Twin, write } from "./stores";

/** waiting: the program does not have it yet; sent: it has; held: it has it, and the office has still to take it; refused: it will not, and
 * says why; other: of another device. */
export type EntryState = "waiting" | "sent" | "held" | "refused" | "other";

export interface KeptEntry {
  id: string;
  job: string;
  entry: Entry;
  state: EntryState;
  why?: string;
}

export interface KeptPhoto {
  id: string;
  job: string;
  blob: Blob;
  of?: string;
  at: string;
  /** What its entry says of when and on which day it was taken. */
  said?: Partial<Said>;
  /** Why the program will not have it: then it is sent no more, and stays until somebody takes it away. */
  refused?: string;
}

/** A photo that was taken, without its picture: stands in the second store until it was sent. */
export type PhotoLine = Omit<KeptPhoto, "blob" | "refused">;

export interface KeptPack {
  job: string;
  pack: Pack;
  loadedAt: string;
  /** When the program last said that it is the newest, and by which version of the job. */
  checkedAt?: string;
  saves?: number | null;
  /** The days that were begun when it was fetched: what it tells of stops and bands follows from the first of them. */
  daysBegun?: string;
  /** A newer one that the program has: taken over only when nobody is at work by the old one. */
  newer?: Pack;
}

interface Shape extends DBSchema {
  meta: { key: string; value: unknown };
  packs: { key: string; value: KeptPack };
  entries: { key: string; value: KeptEntry; indexes: { job: string } };
  photos: { key: string; value: KeptPhoto; indexes: { job: string } };
}

type Database = IDBPDatabase<Shape>;

const NAME = "elm-cover-field";
const DEVICE = "elm-cover-field.device";
const FORMER = "elm-cover-field.former";
const MOST_FORMER = 50;

interface Device {
  id: string;
  seq: number;
}

export type Said = Omit<Entry, "id" | "device" | "seq"> & { id?: string };

/** What was found at the start: entries that only the second store still had, photos that neither has any more, and whether the
 * first store had vanished. former: the names that this phone wrote under before. */
export interface Opened {
  device: string;
  former: readonly string[];
  vanished: boolean;
  recovered: number;
  lost: PhotoLine[];
}

export interface EntryAnswer {
  id: string;
  state: string;
  why?: string | null;
  offset_s?: number | null;
  clock?: string | null;
}

/** Everything this phone keeps. What is not sent yet stands in two stores: one alone was seen to vanish. */
export class Memory {
  private database: Database | null = null;
  private unsent = new Twin<{ job: string; entry: Entry }>("elm-cover-field.unsent");
  private pictures = new Twin<PhotoLine>("elm-cover-field.photos");
  private known: Device = { id: "", seq: 0 };

  async open(): Promise<Opened> {
    let made = false;
    this.database = await openDB<Shape>(NAME, 1, {
      upgrade(db) {
        made = true;
        db.createObjectStore("meta");
        db.createObjectStore("packs", { keyPath: "job" });
        db.createObjectStore("entries", { keyPath: "id" }).createIndex("job", "job");
        db.createObjectStore("photos", { keyPath: "id" }).createIndex("job", "job");
      },
      blocking: () => this.close(),
      terminated: () => {
        this.database = null;
      },
    });
    const before = read(DEVICE);
    const device = await this.device();
    this.known = { id: device.id, seq: Math.max(device.seq, this.known.seq) };
    const former = formerOf(before, device.id);
    write(DEVICE, device.id);
    const recovered = await this.recover();
    return {
      device: device.id,
      former,
      vanished: (made && before !== null) || (before !== null && before !== device.id),
      recovered,
      lost: await this.lostPhotos(),
    };
  }

  close() {
    this.database?.close();
    this.database = null;
  }

  private async db(): Promise<Database> {
    if (!this.database) await this.open();
    return this.database as Database;
  }

  /** Runs it, once more on a database opened anew where the browser had closed it. */
  private async twice<T>(what: (db: Database) => Promise<T>): Promise<T> {
    try {
      return await what(await this.db());
    } catch (error) {
      if (!(error instanceof DOMException) || error.name !== "InvalidStateError") throw error;
      this.database = null;
      return what(await this.db());
    }
  }

  /** The device that this database is: made with it, so that a lost one starts another. */
  private async device(): Promise<Device> {
    const db = this.database as Database;
    const kept = (await db.get("meta", "device")) as Device | undefined;
    if (kept) return kept;
    const made = { id: `phone-${crypto.randomUUID()}`, seq: 0 };
    await db.put("meta", made, "device");
    return made;
  }

  private async recover(): Promise<number> {
    this.unsent.load();
    const db = this.database as Database;
    let count = 0;
    for (const [id, { job, entry }] of this.unsent.all) {
      if (await db.get("entries", id)) continue;
      await db.put("entries", { id, job, entry, state: "waiting" });
      count += 1;
    }
    // And the other way round: what waits here and is not in the second store.
    const every = await db.getAll("entries");
    this.unsent.drop(every.filter((kept) => kept.state !== "waiting").map((kept) => kept.id));
    const waiting = every.filter((kept) => kept.state === "waiting");
    this.unsent.put(...waiting.map((kept) => [kept.id, { job: kept.job, entry: kept.entry }] as const));
    return count;
  }

  /** Photos whose line stands in the second store and whose picture is gone; and lines for those that have none. */
  private async lostPhotos(): Promise<PhotoLine[]> {
    this.pictures.load();
    const here = await (this.database as Database).getAll("photos");
    const ids = new Set(here.map((photo) => photo.id));
    const lost = [...this.pictures.all.values()].filter((line) => !ids.has(line.id));
    this.pictures.put(...here.map(({ blob: _, refused: __, ...line }) => [line.id, line] as const));
    return lost;
  }

  /** Somebody has read that these photos are lost. */
  forgetLost(lines: readonly PhotoLine[]) {
    this.pictures.drop(lines.map((line) => line.id));
  }

  /** New entries of one act, put into the second store at once: they may be shown as soon as this returns, if it says so. */
  begin(job: string, said: readonly Said[]): { entries: Entry[]; kept: boolean } {
    const entries = said.map((one): Entry => {
      this.known = { ...this.known, seq: this.known.seq + 1 };
      return { ...one, id: one.id ?? crypto.randomUUID(), device: this.known.id, seq: this.known.seq };
    });
    return { entries, kept: this.unsent.put(...entries.map((entry) => [entry.id, { job, entry }] as const)) };
  }

  /** Puts entries that were begun into the first store too: numbers and entries in one transaction, on the disk when this returns.
   * Their numbers are later ones where another tab was quicker. */
  async commit(job: string, begun: readonly Entry[]): Promise<Entry[]> {
    try {
      const entries = await this.twice(async (db) => {
        const move = db.transaction(["meta", "entries"], "readwrite", { durability: "strict" });
        const device = (await move.objectStore("meta").get("device")) as Device;
        let seq = device.seq;
        const numbered = begun.map((entry) => {
          seq = Math.max(entry.seq, seq + 1);
          return seq === entry.seq ? entry : { ...entry, seq };
        });
        move.objectStore("meta").put({ ...device, seq }, "device");
        for (const entry of numbered) move.objectStore("entries").put({ id: entry.id, job, entry, state: "waiting" });
        await move.done;
        return numbered;
      });
      const moved = entries.filter((entry, i) => entry !== begun[i] && this.unsent.all.has(entry.id));
      if (moved.length) this.unsent.put(...moved.map((entry) => [entry.id, { job, entry }] as const));
      this.known = { ...this.known, seq: Math.max(this.known.seq, ...entries.map((entry) => entry.seq)) };
      return entries;
    } catch (error) {
      this.unsent.drop(begun.map((entry) => entry.id));
      throw error;
    }
  }

  /** Adds an entry to both stores. */
  async append(job: string, said: Said): Promise<Entry> {
    return (await this.commit(job, this.begin(job, [said]).entries))[0] as Entry;
  }

  async has(id: string): Promise<boolean> {
    return (await this.twice((db) => db.getKey("entries", id))) !== undefined;
  }

  async entries(job: string): Promise<KeptEntry[]> {
    return this.twice((db) => db.getAllFromIndex("entries", "job", job));
  }

  /** Entries of all jobs in one of these states, in the order they were written. */
  async inState(...states: readonly EntryState[]): Promise<KeptEntry[]> {
    const every = await this.twice((db) => db.getAll("entries"));
    return every.filter((kept) => states.includes(kept.state)).sort((a, b) => a.entry.seq - b.entry.seq);
  }

  async waiting(): Promise<KeptEntry[]> {
    return this.inState("waiting");
  }

  /** What the program holds for the office to take or refuse. */
  async held(): Promise<KeptEntry[]> {
    return this.inState("held");
  }

  /** What the program does not have in its log: not sent, refused or held. */
  async unsettled(): Promise<KeptEntry[]> {
    return this.inState("waiting", "refused", "held");
  }

  /** How many entries and photos are not sent yet, as the program is told. */
  holds(): string {
    return `${this.unsent.all.size}+${this.pictures.all.size}`;
  }

  /** What became of entries that were sent, each with what its clock was off as the program keeps it. */
  async settle(answers: readonly EntryAnswer[]): Promise<void> {
    const settled: string[] = [];
    await this.twice(async (db) => {
      const move = db.transaction("entries", "readwrite");
      for (const answer of answers) {
        const kept = await move.store.get(answer.id);
        if (!kept || !["accepted", "known", "held", "refused"].includes(answer.state)) continue;
        const state = answer.state === "refused" || answer.state === "held" ? answer.state : "sent";
        const time = typeof answer.offset_s === "number" ? { offset_s: answer.offset_s } : {};
        await move.store.put({
          ...kept,
          entry: { ...kept.entry, ...time, ...(answer.clock ? { clock: answer.clock } : {}) },
          state,
          why: answer.why ?? undefined,
        });
        settled.push(answer.id);
      }
      await move.done;
    });
    this.unsent.drop(settled);
  }

  async learn(job: string, lines: readonly { n: number; entry: Entry }[], last: number): Promise<void> {
    await this.twice(async (db) => {
      const move = db.transaction(["entries", "meta"], "readwrite");
      for (const { entry } of lines) {
        const kept = await move.objectStore("entries").get(entry.id);
        const own = kept !== undefined && kept.state !== "other";
        await move.objectStore("entries").put({ id: entry.id, job, entry, state: own ? "sent" : "other" });
      }
      await move.objectStore("meta").put(last, `after:${job}`);
      await move.done;
    });
    this.unsent.drop(lines.map((line) => line.entry.id));
  }

  /** Takes an entry that was refused off this phone. */
  async dropEntry(id: string): Promise<void> {
    await this.twice((db) => db.delete("entries", id));
    this.unsent.drop([id]);
  }

  async after(job: string): Promise<number> {
    return ((await this.twice((db) => db.get("meta", `after:${job}`))) as number | undefined) ?? 0;
  }

  async remember(name: string, value: unknown): Promise<void> {
    await this.twice((db) => db.put("meta", value, name));
  }

  async remembered<T>(name: string): Promise<T | undefined> {
    return (await this.twice((db) => db.get("meta", name))) as T | undefined;
  }

  async pack(job: string): Promise<KeptPack | undefined> {
    return this.twice((db) => db.get("packs", job));
  }

  async packs(): Promise<KeptPack[]> {
    return this.twice((db) => db.getAll("packs"));
  }

  async keepPack(kept: KeptPack): Promise<void> {
    await this.twice((db) => db.put("packs", kept));
  }

  async addPhoto(photo: KeptPhoto): Promise<void> {
    await this.twice((db) => db.put("photos", photo));
    const { blob: _, refused: __, ...line } = photo;
    this.pictures.put([photo.id, line]);
  }

  async photos(): Promise<KeptPhoto[]> {
    return this.twice((db) => db.getAll("photos"));
  }

  async dropPhoto(id: string): Promise<void> {
    await this.twice((db) => db.delete("photos", id));
    this.pictures.drop([id]);
  }
}

/** The names this phone wrote under before, the last one that it has no more among them. */
function formerOf(before: string | null, now: string): string[] {
  let former: string[] = [];
  try {
    former = JSON.parse(read(FORMER) ?? "[]") as string[];
  } catch {
    former = [];
  }
  if (before !== null && before !== now && !former.includes(before)) {
    former = [...former, before].slice(-MOST_FORMER);
    write(FORMER, JSON.stringify(former));
  }
  return former;
}
