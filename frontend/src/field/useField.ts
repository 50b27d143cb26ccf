import { useCallback, useEffect, useMemo, useRef, useState, useSyncExternalStore } from "react";
import type { PhoneKind } from "../api/generated/registries";
import type { Contact } from "./ask";
import { phoneClock } from "./clock";
import { OF_A_DAY } from "./entry";
import type { KeptEntry, KeptPhoto, Memory } from "./memory";
import type { Pack } from "./pack";
import { countedOf, tableOf } from "./packs";
import { type Act, type More, Phone } from "./phone";
import { type Marks, marksOf, type Run, runOf } from "./run";
import { type Undoable, undoable } from "./undo";
import { lookForNewer } from "./worker";

const ASK_EVERY_MS = 5000;
// Sent a moment after the last one, so that sending is in no touch’s way.
const SEND_AFTER_MS = 300;
const NEWER_PROGRAM_MS = 60_000;

export interface Field {
  job: string;
  pack: Pack;
  newer: Pack | null;
  /** When the program last said that the pack is the newest. */
  checkedAt: string;
  /** All entries this phone knows of the job, refused ones apart. */
  entries: readonly KeptEntry[];
  refused: readonly KeptEntry[];
  waiting: readonly KeptEntry[];
  /** What the program has and the office has still to take. */
  held: readonly KeptEntry[];
  photos: readonly KeptPhoto[];
  run: Run;
  marks: Marks;
  contact: Contact;
  device: string;
  /** Whether what this phone counts counts: nobody else holds the count. */
  holds: boolean;
  offset: number;
  undoable: Undoable | null;
  say: (kind: PhoneKind, value?: Record<string, unknown>, more?: More) => Promise<void>;
  /** Several entries of one act: taken back as one. */
  act: (acts: readonly Act[]) => Promise<void>;
  undo: (what: Undoable) => Promise<void>;
  photo: (file: Blob, of?: string) => Promise<void>;
  takeNewer: () => Promise<void>;
  takeAway: (id: string) => Promise<void>;
  failure: string | null;
  /** The program's certificate is its own: a lost trust looks like a lost connection. */
  own: boolean;
  /** How many entries the log still takes, as last heard. */
  room: number | null;
}

/** A job on the phone: its pack, its log, and what both come to. Nothing is shown as counted before it is kept. */
export function useField(
  memory: Memory,
  device: string,
  former: readonly string[],
  job: string,
): Field | { missing: string } | null {
  const [phone] = useState(() => new Phone(memory, device, job, phoneClock()));
  const known = useSyncExternalStore(
    useCallback((tell) => phone.watch(tell), [phone]),
    () => phone.known,
  );
  const timer = useRef<number>(undefined);

  useEffect(() => {
    void phone.read().then(() => phone.contact());
    let last = 0;
    const tick = window.setInterval(() => {
      if (document.visibilityState !== "visible") return;
      void phone.contact().then((reached) => {
        if (!reached || Date.now() - last < NEWER_PROGRAM_MS) return;
        last = Date.now();
        void lookForNewer();
      });
    }, ASK_EVERY_MS);
    const again = () => void phone.contact();
    window.addEventListener("online", again);
    return () => {
      window.clearInterval(tick);
      window.removeEventListener("online", again);
    };
  }, [phone]);

  const { pack: kept, entries: every } = known;
  const counted = useMemo(() => countedOf(every ?? []), [every]);
  const table = useMemo(() => (kept ? tableOf(kept) : null), [kept]);
  const run = useMemo(() => (table ? runOf(table, counted) : null), [table, counted]);
  const marks = useMemo(() => (run ? marksOf(run.walked.stood) : null), [run]);
  const day = run?.walked.day?.entry ?? null;
  // Who works in a day of practice practises; a day that is begun here is real.
  const practice = run?.walked.day?.practice ?? run?.walked.practice ?? false;

  const act = useCallback(
    async (acts: readonly Act[]) => {
      const said = acts.map(([kind, value, more]): Act => {
        const practised = practice && OF_A_DAY.has(kind) && kind !== "day.start" ? { practice: true } : {};
        return [kind, value, { ...practised, ...more }];
      });
      await phone.say(said, day);
      window.clearTimeout(timer.current);
      timer.current = window.setTimeout(() => void phone.contact(), SEND_AFTER_MS);
    },
    [phone, day, practice],
  );
  if (!kept || !run || !every || !marks) return known.missing === null ? null : { missing: known.missing };
  const { holder } = run.walked;
  return {
    job,
    pack: kept.pack,
    newer: kept.newer ?? null,
    checkedAt: kept.checkedAt ?? kept.loadedAt,
    entries: every,
    refused: every.filter((one) => one.state === "refused"),
    waiting: every.filter((one) => one.state === "waiting"),
    held: every.filter((one) => one.state === "held"),
    photos: known.photos,
    run,
    marks,
    contact: known.contact,
    device,
    holds: holder === null || holder === device,
    offset: known.offset,
    undoable: undoable(run, device),
    say: (kind, value, more) => {
      const acts: Act[] = [[kind, value ?? {}, more]];
      // What this phone held under a name that it lost, it goes on holding.
      if (kind === "bag.in" && holder !== null && former.includes(holder)) acts.unshift(["count.take"]);
      return act(acts);
    },
    act,
    undo: (what) => act(what.ids.map((id): Act => ["void", {}, { voids: id }])),
    photo: async (file, of) => {
      await phone.photo(file, of, day);
      await phone.contact();
    },
    takeNewer: () => phone.takeNewer(),
    takeAway: (id) => phone.takeAway(id),
    failure: known.failure,
    own: known.own,
    room: known.room,
  };
}
