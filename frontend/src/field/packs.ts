import type { Entry } from "./entry";
import type { KeptEntry, KeptPack, Memory } from "./memory";
import type { FillTable, Pack } from "./pack";
import { runOf } from "./run";

/** What the phone folds with: its pack, with the stops of the newest that it has heard of. A stop put in during a day holds at
 * once, whichever revision the crew goes on by. */
export function tableOf(kept: KeptPack): FillTable {
  const fill = upgraded(kept.pack.fill);
  if (!kept.newer) return fill;
  const { stops, past_stops } = upgraded(kept.newer.fill);
  return { ...fill, stops, past_stops };
}

/** A table that an older program wrote, while this one has not fetched another: what it does not tell is not known. */
function upgraded(fill: FillTable): FillTable {
  if (fill.floors !== undefined) return fill;
  return {
    ...fill,
    bands: fill.bands.map((band) => ({ ...band, bags_per_in: band.bags_per_in ?? 0, bays: band.bays ?? null })),
    stops: fill.stops.map((stop) => ({ ...stop, since_s: stop.since_s ?? null, until_s: stop.until_s ?? null })),
    past_stops: [],
    floors: [],
    revision: null,
  };
}

export const countedOf = (entries: readonly KeptEntry[]): Entry[] =>
  entries.filter((one) => one.state !== "refused").map((one) => one.entry);

/** What a crew works by: where none of it differs there is nothing to be asked about. */
const asWorked = ({ fill, work, load }: Pack) => JSON.stringify([fill.bands, fill.places, fill.products, work, load]);

/** Whether a day of the job is open, by what is kept here. */
async function dayIsOpen(memory: Memory, kept: KeptPack): Promise<boolean> {
  return runOf(tableOf(kept), countedOf(await memory.entries(kept.job))).walked.day !== null;
}

/** A newer pack that was only offered is taken once no day is open any more. */
export async function takeOffered(memory: Memory, job: string, now: Date) {
  const stored = await memory.pack(job);
  if (stored?.newer && !(await dayIsOpen(memory, stored))) await takeNewer(memory, stored, now);
}

export async function takeNewer(memory: Memory, kept: KeptPack, now: Date) {
  const { newer, ...rest } = kept;
  if (newer) await memory.keepPack({ ...rest, pack: newer, loadedAt: now.toISOString() });
}

/** The days that were begun and not taken back. A pack is cut as the first of them began, and tells the stops since then. */
export function daysBegun(entries: readonly KeptEntry[]): string {
  const voided = new Set(entries.map((one) => one.entry.voids));
  return entries
    .filter((one) => one.entry.kind === "day.start" && !voided.has(one.id))
    .map((one) => one.id)
    .sort()
    .join(" ");
}

/** A pack as the program has it now is taken where no day of the job is open; in a day it is kept beside the old one and offered. */
export async function keepFresh(memory: Memory, job: string, pack: Pack, saves: number | null, now: Date) {
  const stored = await memory.pack(job);
  const begun = daysBegun(await memory.entries(job));
  const checked = { checkedAt: now.toISOString(), saves, daysBegun: begun };
  if (!stored) return memory.keepPack({ job, pack, loadedAt: now.toISOString(), ...checked });
  if (stored.pack.code === pack.code) {
    const { newer: _, ...rest } = stored;
    return memory.keepPack({ ...rest, ...checked });
  }
  const nothingMoved = asWorked(stored.pack) === asWorked(pack);
  if (!nothingMoved && (await dayIsOpen(memory, stored)))
    return memory.keepPack({ ...stored, newer: pack, ...checked });
  return memory.keepPack({ job, pack, loadedAt: now.toISOString(), ...checked });
}
