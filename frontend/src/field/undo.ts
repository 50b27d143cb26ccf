import { eighths, fixed } from "../ui/units";
import type { Entry } from "./entry";
import type { Run } from "./run";

/** What the last act of this phone was, and the entries that take it back whole. */
export interface Undoable {
  ids: string[];
  name: string;
  kinds: ReadonlySet<string>;
  /** The band that was left in it. */
  left: number | null;
}

const NAMED: Record<string, (value: Entry["value"]) => string> = {
  "bag.in": () => "bag",
  hopper: (value) => `hopper ${value.bags}`,
  reading: (value) => `the reading of ${eighths(value.depth_in)} in`,
  "band.enter": (value) => `band ${value.band} begun`,
  "band.leave": (value) => `band ${value.band} ${value.done === false ? "left" : value.none ? "takes none" : "done"}`,
  "day.start": () => "day’s start",
  "day.end": () => "day’s end",
  core: () => "core",
  setting: () => "settings",
  "cause.checked": (value) => `tick of ${value.cause}`,
  lot: (value) => `lot ${value.lot}`,
  "bag.spoilt": () => "spoilt bags",
};

/** The last act that this phone can take back: entries said in one moment are one act. */
export function undoable(run: Run, device: string, kinds: readonly string[] | null = null): Undoable | null {
  const own = run.walked.stood.filter(
    (one) => one.device === device && (kinds ? kinds.includes(one.kind) : one.kind in NAMED),
  );
  const last = own.reduce<Entry | null>((latest, one) => (latest && latest.seq > one.seq ? latest : one), null);
  if (!last) return null;
  const act = own.filter((one) => one.at === last.at && one.run === last.run).sort((a, b) => b.seq - a.seq);
  return {
    ids: act.map((one) => one.id),
    name: nameOf(act, run),
    kinds: new Set(act.map((one) => one.kind)),
    left: act.find((one) => one.kind === "band.leave")?.value.band ?? null,
  };
}

function nameOf(act: readonly Entry[], run: Run): string {
  const of = (kind: string) => act.find((one) => one.kind === kind);
  const [start, end, enter, leave] = ["day.start", "day.end", "band.enter", "band.leave"].map(of);
  if (start || end) return NAMED[(start ?? end)?.kind as string]?.({}) as string;
  if (enter && leave) return `the switch to band ${enter.value.band}`;
  const one = (leave ?? enter ?? act[0]) as Entry;
  if (one.kind === "bag.in") {
    const waits = run.walked.asked.some((asked) => asked.entry === one.id);
    return waits ? "bag that waits" : `bag ${fixed(run.products.reduce((all, told) => all + told.bagsIn, 0))}`;
  }
  return NAMED[one.kind]?.(one.value) ?? one.kind;
}
