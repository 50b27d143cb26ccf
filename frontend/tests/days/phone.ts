import "fake-indexeddb/auto";
import { IDBFactory } from "fake-indexeddb";
import type { Clock } from "../../src/field/clock";
import { OF_A_DAY } from "../../src/field/entry";
import { Memory } from "../../src/field/memory";
import { countedOf, tableOf } from "../../src/field/packs";
import { type Act, Phone } from "../../src/field/phone";
import { type Run, runOf } from "../../src/field/run";
import type { Chance } from "./chance";
import { ask, type Json } from "./office";

/** What lies between a phone and the program. lost: the program has it, its answer never arrives. */
export type Line = "up" | "down" | "lost" | "proxy" | "captive";

// The one time that is right, ms since 1970: every clock is this and its own error.
export const world = { now: 0 };

class Storage {
  private kept = new Map<string, string>();
  getItem = (key: string) => this.kept.get(key) ?? null;
  setItem = (key: string, value: string) => void this.kept.set(key, value);
}

/** A phone with stores of its own, a clock that may be wrong, and a line that may be cut. Its code is the phone's. */
export class SimulatedPhone {
  line: Line = "up";
  clockError = 0;
  private factory = new IDBFactory();
  private storage = new Storage();
  private opened = 0;
  private slept = 0;
  private run_ = 0;
  phone!: Phone;
  memory!: Memory;
  former: readonly string[] = [];
  /** Ids that its screen has shown as kept. */
  readonly shown = new Set<string>();

  constructor(
    readonly name: string,
    readonly job: string,
    readonly chance: Chance,
  ) {}

  /** Its stores are those of the browser while it is at work. */
  private at() {
    Object.assign(globalThis, { indexedDB: this.factory, localStorage: this.storage });
    Object.defineProperty(globalThis, "navigator", { value: {}, configurable: true });
    globalThis.fetch = ((path: string, init: RequestInit) => this.fetch(path, init)) as typeof fetch;
  }

  private clock(): Clock {
    const run = `${this.name}${this.run_++}`;
    const begun = world.now;
    const slept = this.slept;
    return {
      now: () => new Date(world.now + this.clockError),
      mono: () => world.now - begun - (this.slept - slept),
      run,
    };
  }

  /** Opens the page: for the first time, or after it was killed. */
  async open(): Promise<void> {
    this.at();
    this.opened += 1;
    this.memory = new Memory();
    const found = await this.memory.open();
    this.former = found.former;
    await this.memory.remember("actor", this.name);
    this.phone = new Phone(this.memory, found.device, this.job, this.clock());
    await this.phone.read();
  }

  /** The browser empties one of the two stores. */
  async wipe(which: "first" | "second"): Promise<void> {
    this.at();
    this.memory.close();
    if (which === "first") this.factory = new IDBFactory();
    else this.storage = new Storage();
    await this.open();
  }

  sleep(ms: number) {
    world.now += ms;
    this.slept += ms;
  }

  get run(): Run | null {
    const { pack, entries } = this.phone.known;
    return pack && entries ? runOf(tableOf(pack), countedOf(entries)) : null;
  }

  /** What the screen does with a touch. */
  async act(...acts: Act[]): Promise<void> {
    this.at();
    world.now += 1;
    const { walked } = this.run as Run;
    const practice = walked.day?.practice ?? walked.practice;
    const said = acts.map(
      ([kind, value, more]): Act => [
        kind,
        value,
        { ...(practice && OF_A_DAY.has(kind) && kind !== "day.start" ? { practice: true } : {}), ...more },
      ],
    );
    if (said[0]?.[0] === "bag.in" && walked.holder !== null && this.former.includes(walked.holder))
      said.unshift(["count.take"]);
    await this.phone.say(said, walked.day?.entry ?? null);
    for (const one of this.phone.known.entries ?? []) this.shown.add(one.id);
  }

  async photo(): Promise<void> {
    this.at();
    const picture = Uint8Array.from(atob(PICTURE), (letter) => letter.charCodeAt(0));
    await this.phone.photo(new Blob([picture], { type: "image/png" }), undefined, this.run?.walked.day?.entry ?? null);
  }

  /** Tries to reach the program; whether it did. */
  async contact(): Promise<boolean> {
    this.at();
    return this.phone.contact();
  }

  private async fetch(path: string, init: RequestInit): Promise<Response> {
    const line = this.line === "lost" ? this.chance.pick(["up", "lost"] as const) : this.line;
    if (line === "down") throw new TypeError("Failed to fetch");
    if (line === "proxy")
      return new Response("<html>Bad gateway</html>", { status: 502, headers: { "Content-Type": "text/html" } });
    if (line === "captive")
      return new Response('{"success": true}', { status: 200, headers: { "Content-Type": "application/json" } });
    const { body } = init;
    const type = new Headers(init.headers).get("Content-Type");
    const sent =
      body instanceof Blob
        ? { b64: btoa(String.fromCharCode(...new Uint8Array(await body.arrayBuffer()))) }
        : { text: body ?? null };
    const answer: Json = await ask({ ask: "fetch", path, method: init.method ?? "GET", type, now: world.now, ...sent });
    if (line === "lost") throw new TypeError("Failed to fetch");
    return new Response(answer.body, { status: answer.status, headers: { "Content-Type": answer.type } });
  }
}

// One dot.
const PICTURE = "iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mNk+M9QDwADhgGAWjR9awAAAABJRU5ErkJggg==";
