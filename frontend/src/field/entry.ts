/** One entry of the log as it travels. offset_s: what the clock of its device was off, once the program has measured it. */
export interface Entry {
  id: string;
  device: string;
  seq: number;
  at: string;
  actor: string;
  kind: string;
  // biome-ignore lint/suspicious/noExplicitAny: what it says depends on its kind; the program checks it on arrival
  value: Record<string, any>;
  voids?: string;
  band?: number;
  day?: string;
  offset_s?: number;
}

export const seconds = (entry: Entry) => Date.parse(entry.at) / 1000 + (entry.offset_s ?? 0);

export interface Ignored {
  entry: string;
  why: string;
}

const VOID = "void";

/** Each entry once, in the order in which things were done: within a device by its count, between devices by corrected time. */
export function ordered(entries: readonly Entry[]): Entry[] {
  const once = new Map(entries.map((entry) => [entry.id, entry]));
  const byDevice = new Map<string, Entry[]>();
  for (const entry of once.values()) {
    const own = byDevice.get(entry.device);
    if (own) own.push(entry);
    else byDevice.set(entry.device, [entry]);
  }
  const timed: { at: number; entry: Entry }[] = [];
  for (const own of byDevice.values()) {
    own.sort((a, b) => a.seq - b.seq || compare(a.id, b.id));
    let latest = Number.NEGATIVE_INFINITY;
    for (const entry of own) {
      latest = Math.max(seconds(entry), latest);
      timed.push({ at: latest, entry });
    }
  }
  timed.sort(
    (a, b) =>
      a.at - b.at ||
      compare(a.entry.device, b.entry.device) ||
      a.entry.seq - b.entry.seq ||
      compare(a.entry.id, b.entry.id),
  );
  return timed.map((line) => line.entry);
}

const compare = (a: string, b: string) => (a < b ? -1 : a > b ? 1 : 0);

export interface Standing {
  entries: Entry[];
  takenBack: Set<string>;
  ignored: Ignored[];
}

/** What counts of a log: its entries in order without those taken back and without the voids. */
export function standing(entries: readonly Entry[]): Standing {
  const listed = ordered(entries);
  const kinds = new Map(listed.map((entry) => [entry.id, entry.kind]));
  const takenBack = new Set<string>();
  const ignored: Ignored[] = [];
  for (const entry of listed) {
    if (entry.kind !== VOID) continue;
    const why = voidRefused(entry, kinds);
    if (why === null) takenBack.add(entry.voids ?? "");
    else ignored.push({ entry: entry.id, why });
  }
  return { entries: listed.filter((entry) => entry.kind !== VOID && !takenBack.has(entry.id)), takenBack, ignored };
}

function voidRefused(entry: Entry, kinds: Map<string, string>): string | null {
  if (entry.voids === entry.id) return "it takes itself back";
  if (!kinds.has(entry.voids ?? "")) return "what it takes back is not in this log, or not yet";
  return kinds.get(entry.voids ?? "") === VOID ? "it takes back what takes something back" : null;
}
