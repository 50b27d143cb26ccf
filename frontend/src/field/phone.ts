import type { PhoneKind } from "../api/generated/registries";
import { type Contact, contactOf, Refusal } from "./ask";
import type { Clock } from "./clock";
import type { KeptEntry, KeptPack, KeptPhoto, Memory, Said } from "./memory";
import { daysBegun, keepFresh, takeNewer, takeOffered } from "./packs";
import { drain, fetchPack, OFFSET } from "./wire";

/** What the phone knows of a job. pack: null until it is read; entries: null until then too: an empty log must not be shown. */
export interface Known {
  pack: KeptPack | null;
  entries: readonly KeptEntry[] | null;
  photos: readonly KeptPhoto[];
  contact: Contact;
  /** Why there is no pack. */
  missing: string | null;
  failure: string | null;
  /** What this phone's clock is off, s, to be added; as the program last measured it. */
  offset: number;
  /** How many entries the log of the job still takes, as last heard. */
  room: number | null;
  /** The program's certificate is its own. */
  own: boolean;
}

const NOTHING: Known = {
  pack: null,
  entries: null,
  photos: [],
  contact: { kind: "never" },
  missing: null,
  failure: null,
  offset: 0,
  room: null,
  own: false,
};

export interface More {
  voids?: string;
  band?: number;
  practice?: boolean;
}

export type Act = readonly [kind: PhoneKind, value?: Record<string, unknown>, more?: More];

function missingWords(contact: Contact): string {
  if (contact.kind === "slow")
    return "The program answers slowly, and this phone has no pack of this job yet. It is asked again in a moment.";
  return "No connection, and this phone has no pack of this job yet.";
}

/** A job on the phone without its screen: what it keeps, what it says, what it hears. */
export class Phone {
  known: Known = NOTHING;
  actor = "crew";
  private tell: () => void = () => {};

  constructor(
    readonly memory: Memory,
    readonly device: string,
    readonly job: string,
    readonly clock: Clock,
  ) {}

  /** Calls back whenever something is known anew; answers how to stop. */
  watch(tell: () => void): () => void {
    this.tell = tell;
    return () => {
      this.tell = () => {};
    };
  }

  private know(news: Partial<Known>) {
    this.known = { ...this.known, ...news };
    this.tell();
  }

  /** What is kept here, before anybody is asked. */
  async read(): Promise<void> {
    this.actor = (await this.memory.remembered<string>("actor")) ?? "crew";
    await this.look();
  }

  private async look(): Promise<void> {
    this.know({
      pack: (await this.memory.pack(this.job)) ?? null,
      entries: await this.memory.entries(this.job),
      photos: (await this.memory.photos()).filter((photo) => photo.job === this.job),
      own: (await this.memory.remembered<{ own_certificate?: boolean }>("days"))?.own_certificate ?? false,
      offset: (await this.memory.remembered<number>(OFFSET)) ?? 0,
    });
  }

  /** Sends what waits, hears what others said, and asks for the pack where the record has changed since. Whether the program was
   * reached. */
  async contact(): Promise<boolean> {
    const heard = await drain(this.memory, this.job, this.clock);
    if (heard === null) {
      // Another page of this phone is at it; what it kept is here.
      await this.look();
      return this.known.contact.kind === "heard";
    }
    let { contact } = heard;
    const saves = heard.saves.get(this.job);
    const kept = await this.memory.pack(this.job);
    if (saves !== undefined || !kept) {
      const begun = daysBegun(await this.memory.entries(this.job));
      const same = kept && kept.saves === saves && kept.daysBegun === begun;
      const failed = same ? await this.checked(kept) : await this.askPack(saves ?? null);
      if (failed && contact.kind === "heard") contact = contactOf(failed);
    }
    await takeOffered(this.memory, this.job, this.clock.now());
    await this.look();
    this.know({ contact, room: heard.room.get(this.job) ?? this.known.room });
    return contact.kind === "heard";
  }

  private async checked(kept: KeptPack): Promise<null> {
    await this.memory.keepPack({ ...kept, checkedAt: this.clock.now().toISOString() });
    return null;
  }

  /** The pack as it is now; what kept it from coming. */
  private async askPack(saves: number | null): Promise<unknown> {
    try {
      const pack = await fetchPack(this.memory, this.job);
      await keepFresh(this.memory, this.job, pack, saves, this.clock.now());
      this.know({ missing: null });
      return null;
    } catch (error) {
      const why = error instanceof Refusal ? error.message : missingWords(contactOf(error));
      this.know({ missing: (await this.memory.pack(this.job)) ? null : why });
      return error;
    }
  }

  /** Says something: shown once it stands in one of the two stores. day: the entry that began the open one. */
  async say(acts: readonly Act[], day: string | null): Promise<void> {
    const at = this.clock.now().toISOString();
    const said = acts.map(
      ([kind, value, more]): Said => ({
        at,
        actor: this.actor,
        kind,
        value: value ?? {},
        ...(day !== null && kind !== "day.start" ? { day } : {}),
        offset_s: this.known.offset,
        mono_ms: Math.round(this.clock.mono()),
        run: this.clock.run,
        ...more,
      }),
    );
    const { entries, kept } = this.memory.begin(this.job, said);
    if (kept) this.show(entries.map((entry) => ({ id: entry.id, job: this.job, entry, state: "waiting" })));
    try {
      const numbered = await this.memory.commit(this.job, entries);
      if (!kept || numbered.some((entry, i) => entry !== entries[i]))
        this.show(numbered.map((entry) => ({ id: entry.id, job: this.job, entry, state: "waiting" })));
      if (this.known.failure !== null) this.know({ failure: null });
    } catch (error) {
      const gone = new Set(entries.map((entry) => entry.id));
      this.know({
        entries: (this.known.entries ?? []).filter((one) => !gone.has(one.id)),
        failure: `Not kept: ${error instanceof Error ? error.message : error}. The phone’s storage may be full: make room, count by hand meanwhile.`,
      });
      throw error;
    }
  }

  private show(shown: readonly KeptEntry[]) {
    const ids = new Set(shown.map((one) => one.id));
    this.know({ entries: [...(this.known.entries ?? []).filter((one) => !ids.has(one.id)), ...shown] });
  }

  async photo(blob: Blob, of: string | undefined, day: string | null): Promise<void> {
    const at = this.clock.now().toISOString();
    const said = {
      offset_s: this.known.offset,
      mono_ms: Math.round(this.clock.mono()),
      run: this.clock.run,
      ...(day !== null ? { day } : {}),
    };
    const photo = { id: crypto.randomUUID(), job: this.job, blob, at, said, ...(of ? { of } : {}) };
    await this.memory.addPhoto(photo);
    await this.look();
  }

  /** Goes on by the newer revision. */
  async takeNewer(): Promise<void> {
    const kept = await this.memory.pack(this.job);
    if (kept) await takeNewer(this.memory, kept, this.clock.now());
    await this.look();
  }

  /** Takes an entry or a photo that was refused off this phone. */
  async takeAway(id: string): Promise<void> {
    await this.memory.dropEntry(id);
    await this.memory.dropPhoto(id);
    await this.look();
  }
}
