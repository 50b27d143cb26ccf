import { OF_A_DAY as KINDS_OF_A_DAY } from "../api/generated/registries";

/** One entry of the log as it travels. offset_s: what the clock of its device was off, as far as the device or the program knows;
 * mono_ms, run: the device's own running time, and which running of it. */
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
  practice?: boolean;
  offset_s?: number;
  mono_ms?: number;
  run?: string;
  clock?: string;
}

export const seconds = (entry: Entry) => Date.parse(entry.at) / 1000 + (entry.offset_s ?? 0);
/** When it was done by a clock that is right. */
export const rightTime = (entry: Entry) => new Date(seconds(entry) * 1000).toISOString();
// Stand-ins of older logs say nothing of practice but their name.
export const isPractice = (entry: Entry) => entry.practice === true || entry.device.startsWith("practice ");

export interface Ignored {
  entry: string;
  why: string;
}

const VOID = "void";
const START = "day.start";
const END = "day.end";
/** What belongs to a day and goes with it when the day is taken back. */
export const OF_A_DAY: ReadonlySet<string> = new Set(KINDS_OF_A_DAY);
const WORKING_DAY_S = 12 * 3600;
const PRACTISED = "it was practice: where a real day stands, practice counts nothing";
const PINNED = ["section", "at_ft", "look"];

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
    own.sort((a, b) => a.seq - b.seq || Date.parse(a.at) - Date.parse(b.at) || compare(a.id, b.id));
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
  practice: boolean;
}

/** What counts of a log: its entries in order without those taken back and without the voids; without what belongs to a day that
 * was taken back; real and practice apart. */
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
  const days = daysOf(listed, takenBack);
  const starts = new Map(listed.filter((entry) => entry.kind === START).map((entry) => [entry.id, entry]));
  const stood = [...starts.values()].filter((entry) => !takenBack.has(entry.id));
  const practice = stood.length > 0 && stood.every(isPractice);
  const real = stood.some((entry) => !isPractice(entry));
  const left: Entry[] = [];
  for (const entry of listed) {
    if (entry.kind === VOID || takenBack.has(entry.id)) continue;
    const day = starts.get(days.get(entry.id) ?? "") ?? null;
    const gone = day !== null && takenBack.has(day.id);
    if (entry.kind === "photo" && gone) {
      left.push(withoutPlace(entry));
      continue;
    }
    const why = OF_A_DAY.has(entry.kind)
      ? notOfTheDay(entry, day, gone, practice)
      : isPractice(entry) && real
        ? PRACTISED
        : null;
    if (why === null) left.push(entry);
    else ignored.push({ entry: entry.id, why });
  }
  return { entries: left, takenBack, ignored, practice };
}

/** Of every entry the one that began its day: the one it names, else the day that was open when it was written. */
function daysOf(listed: readonly Entry[], takenBack: Set<string>): Map<string, string> {
  const found = new Map<string, string>();
  let open: Entry | null = null;
  for (const entry of listed) {
    if (entry.kind === START && !(open !== null && !takenBack.has(open.id) && joins(open, entry))) open = entry;
    const own: string | undefined = entry.kind === START ? entry.id : (entry.day ?? open?.id);
    if (own !== undefined) found.set(entry.id, own);
    // From where a start is taken back nothing more belongs to it.
    const taken: boolean = open !== null && entry.kind === VOID && entry.voids === open.id;
    if (taken || (entry.kind === END && !takenBack.has(entry.id))) open = null;
  }
  return found;
}

/** Whether a start is one of the day that is open already: another device's, within a working day of it. */
export const joins = (day: Entry, start: Entry) =>
  start.device !== day.device && isPractice(start) === isPractice(day) && seconds(start) - seconds(day) < WORKING_DAY_S;

function notOfTheDay(entry: Entry, day: Entry | null, gone: boolean, practice: boolean): string | null {
  if (gone) return "the day it belongs to was taken back";
  const own = isPractice(entry);
  if (own !== (day === null ? practice : isPractice(day)))
    return own
      ? "it is practice and the day is real: nothing of practice mixes with real work"
      : "it is real and the day is practice: nothing of practice mixes with real work";
  return own && !practice ? PRACTISED : null;
}

const withoutPlace = (entry: Entry): Entry => ({
  ...entry,
  value: Object.fromEntries(Object.entries(entry.value).filter(([name]) => !PINNED.includes(name))),
});

function voidRefused(entry: Entry, kinds: Map<string, string>): string | null {
  if (entry.voids === entry.id) return "it takes itself back";
  if (!kinds.has(entry.voids ?? "")) return "what it takes back is not in this log, or not yet";
  return kinds.get(entry.voids ?? "") === VOID ? "it takes back what takes something back" : null;
}
