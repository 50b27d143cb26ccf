import { type DBSchema, type IDBPDatabase, openDB } from "idb";
import type { Entry } from "./entry";
import type { Pack } from "./pack";

/** waiting: the program does not have it yet; sent: it has; refused: it will not, and says why; other: of another device. */
export type EntryState = "waiting" | "sent" | "refused" | "other";

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
}

export interface KeptPack {
  job: string;
  pack: Pack;
  loadedAt: string;
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
const TWIN = "elm-cover-field.unsent";
const DEVICE = "elm-cover-field.device";

interface Device {
  id: string;
  seq: number;
}

/** What was found at the start: entries that only the second store still had, and whether the first had vanished. */
export interface Opened {
  device: string;
  vanished: boolean;
  recovered: number;
}

/** Everything this phone keeps. What is not sent yet stands in two stores: one alone was seen to vanish. */
export class Memory {
  private database: Database | null = null;
  private twin = new Map<string, { job: string; entry: Entry }>();
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
    write(DEVICE, device.id);
    const recovered = await this.recover();
    return {
      device: device.id,
      vanished: (made && before !== null) || (before !== null && before !== device.id),
      recovered,
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
    try {
      this.twin = new Map(Object.entries(JSON.parse(read(TWIN) ?? "{}")));
    } catch {
      this.twin = new Map();
    }
    const db = this.database as Database;
    let count = 0;
    for (const [id, { job, entry }] of this.twin) {
      if (await db.get("entries", id)) continue;
      await db.put("entries", { id, job, entry, state: "waiting" });
      count += 1;
    }
    // And the other way round: what waits here and is not in the second store.
    for (const kept of await db.getAll("entries"))
      if (kept.state === "waiting") this.twin.set(kept.id, { job: kept.job, entry: kept.entry });
      else this.twin.delete(kept.id);
    this.writeTwin();
    return count;
  }

  private writeTwin(): boolean {
    return write(TWIN, JSON.stringify(Object.fromEntries(this.twin)));
  }

  /** A new entry, put into the second store at once: it may be shown as soon as this returns, if it says so. */
  begin(job: string, said: Omit<Entry, "id" | "device" | "seq">): { entry: Entry; kept: boolean } {
    this.known = { ...this.known, seq: this.known.seq + 1 };
    const entry: Entry = { ...said, id: crypto.randomUUID(), device: this.known.id, seq: this.known.seq };
    this.twin.set(entry.id, { job, entry });
    return { entry, kept: this.writeTwin() };
  }

  /** Puts an entry that was begun into the first store too: number and entry in one transaction, on the disk when this returns.
   * Its number is a later one where another tab was quicker. */
  async commit(job: string, begun: Entry): Promise<Entry> {
    try {
      const entry = await this.twice(async (db) => {
        const move = db.transaction(["meta", "entries"], "readwrite", { durability: "strict" });
        const device = (await move.objectStore("meta").get("device")) as Device;
        const seq = Math.max(begun.seq, device.seq + 1);
        const numbered = seq === begun.seq ? begun : { ...begun, seq };
        move.objectStore("meta").put({ ...device, seq }, "device");
        move.objectStore("entries").put({ id: begun.id, job, entry: numbered, state: "waiting" });
        await move.done;
        return numbered;
      });
      if (entry !== begun) {
        this.known = { ...this.known, seq: Math.max(this.known.seq, entry.seq) };
        if (this.twin.has(entry.id)) this.twin.set(entry.id, { job, entry });
        this.writeTwin();
      }
      return entry;
    } catch (error) {
      this.twin.delete(begun.id);
      this.writeTwin();
      throw error;
    }
  }

  /** Adds an entry to both stores. */
  async append(job: string, said: Omit<Entry, "id" | "device" | "seq">): Promise<Entry> {
    return this.commit(job, this.begin(job, said).entry);
  }

  async entries(job: string): Promise<KeptEntry[]> {
    return this.twice((db) => db.getAllFromIndex("entries", "job", job));
  }

  async waiting(): Promise<KeptEntry[]> {
    const every = await this.twice((db) => db.getAll("entries"));
    return every.filter((kept) => kept.state === "waiting").sort((a, b) => a.entry.seq - b.entry.seq);
  }

  /** What became of entries that were sent, and those of others; offset: what this phone's clock is off. */
  async settle(answers: readonly { id: string; state: string; why?: string | null }[], offset: number): Promise<void> {
    await this.twice(async (db) => {
      const move = db.transaction("entries", "readwrite");
      for (const answer of answers) {
        const kept = await move.store.get(answer.id);
        if (!kept) continue;
        const refused = answer.state === "refused";
        await move.store.put({
          ...kept,
          entry: { ...kept.entry, offset_s: offset },
          state: refused ? "refused" : "sent",
          why: answer.why ?? undefined,
        });
      }
      await move.done;
    });
    for (const answer of answers) this.twin.delete(answer.id);
    this.writeTwin();
  }

  async learn(job: string, lines: readonly { n: number; entry: Entry }[], last: number): Promise<void> {
    await this.twice(async (db) => {
      const move = db.transaction(["entries", "meta"], "readwrite");
      for (const { entry } of lines) {
        const kept = await move.objectStore("entries").get(entry.id);
        await move.objectStore("entries").put({ id: entry.id, job, entry, state: kept ? "sent" : "other" });
        this.twin.delete(entry.id);
      }
      await move.objectStore("meta").put(last, `after:${job}`);
      await move.done;
    });
    this.writeTwin();
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
  }

  async photos(): Promise<KeptPhoto[]> {
    return this.twice((db) => db.getAll("photos"));
  }

  async dropPhoto(id: string): Promise<void> {
    await this.twice((db) => db.delete("photos", id));
  }
}

function read(key: string): string | null {
  try {
    return localStorage.getItem(key);
  } catch {
    return null;
  }
}

function write(key: string, value: string): boolean {
  try {
    localStorage.setItem(key, value);
    return true;
  } catch {
    return false;
  }
}
