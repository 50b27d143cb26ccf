import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { standing } from "./entry";
import type { KeptEntry, KeptPack, Memory } from "./memory";
import type { Pack } from "./pack";
import { type Marks, marksOf, type Run, runOf } from "./run";
import { type Contact, drain, fetchPack, Refusal } from "./wire";
import { lookForNewer } from "./worker";

const NONE: readonly KeptEntry[] = [];
const ASK_EVERY_MS = 5000;
// Sent a moment after the last one, so that sending is in no touch’s way.
const SEND_AFTER_MS = 300;

export interface Field {
  job: string;
  pack: Pack;
  newer: Pack | null;
  /** All entries this phone knows of the job, refused ones apart. */
  entries: readonly KeptEntry[];
  refused: readonly KeptEntry[];
  waiting: number;
  photosWaiting: number;
  run: Run;
  marks: Marks;
  contact: Contact;
  device: string;
  say: (kind: string, value?: Record<string, unknown>, more?: { voids?: string }) => Promise<void>;
  photo: (file: Blob, of?: string) => Promise<void>;
  takeNewer: () => Promise<void>;
  failure: string | null;
}

const MOST_UNTOUCHED_MS = 60_000;

/** A job on the phone: its pack, its log, and what both come to. Nothing is shown as counted before it is on the disk. */
export function useField(memory: Memory, device: string, job: string): Field | { missing: string } | null {
  const [kept, setKept] = useState<KeptPack | null>(null);
  // Null until they are read: an empty log must not be shown, not even for a moment.
  const [keptEntries, setEntries] = useState<readonly KeptEntry[] | null>(null);
  const [contact, setContact] = useState<Contact>({ kind: "never" });
  const [missing, setMissing] = useState<string | null>(null);
  const [failure, setFailure] = useState<string | null>(null);
  const [photosWaiting, setPhotosWaiting] = useState(0);
  const open = useRef<string | null>(null);
  const timer = useRef<number>(undefined);
  const actor = useRef("crew");

  const look = useCallback(async () => {
    setEntries(await memory.entries(job));
    setPhotosWaiting((await memory.photos()).length);
  }, [memory, job]);

  const contactNow = useCallback(async () => {
    const found = await drain(memory, job);
    setContact(found);
    await look();
    return found.kind === "sent";
  }, [memory, job, look]);

  const askPack = useCallback(async () => {
    const stored = await memory.pack(job);
    try {
      const pack = await fetchPack(memory, job);
      // A day that is open goes on by the pack it began with; a newer one is offered.
      if (stored && open.current !== null && stored.pack.code !== pack.code) {
        await memory.keepPack({ ...stored, newer: pack });
      } else if (stored?.pack.code !== pack.code) {
        await memory.keepPack({ job, pack, loadedAt: new Date().toISOString() });
      }
      setKept((await memory.pack(job)) ?? null);
    } catch (error) {
      if (stored) setKept(stored);
      else
        setMissing(
          error instanceof Refusal ? error.message : "No connection, and this phone has no pack of this job yet.",
        );
    }
  }, [memory, job]);

  useEffect(() => {
    let gone = false;
    void (async () => {
      actor.current = (await memory.remembered<string>("actor")) ?? "crew";
      const stored = await memory.pack(job);
      if (stored && !gone) setKept(stored);
      await look();
      await askPack();
      if (!gone) await contactNow();
    })();
    let last = 0;
    const tick = window.setInterval(() => {
      if (document.visibilityState !== "visible") return;
      void contactNow().then((reached) => {
        if (!reached || Date.now() - last < MOST_UNTOUCHED_MS) return;
        last = Date.now();
        void askPack();
        void lookForNewer();
      });
    }, ASK_EVERY_MS);
    const again = () => void contactNow();
    window.addEventListener("online", again);
    return () => {
      gone = true;
      window.clearInterval(tick);
      window.removeEventListener("online", again);
    };
  }, [memory, job, look, askPack, contactNow]);

  const entries = keptEntries ?? NONE;
  const counted = useMemo(() => entries.filter((one) => one.state !== "refused").map((one) => one.entry), [entries]);
  const run = useMemo(() => (kept ? runOf(kept.pack.fill, counted) : null), [kept, counted]);
  const marks = useMemo(() => marksOf(standing(counted).entries), [counted]);
  open.current = run?.walked.day?.entry ?? null;

  const say = useCallback(
    async (kind: string, value: Record<string, unknown> = {}, more: { voids?: string } = {}) => {
      const day = open.current && kind !== "day.start" ? { day: open.current } : {};
      const said = { at: new Date().toISOString(), actor: actor.current, kind, value, ...day, ...more };
      const { entry, kept: inSecond } = memory.begin(job, said);
      const show = (shown: KeptEntry["entry"]) =>
        setEntries((before) => [
          ...(before ?? []).filter((one) => one.id !== shown.id),
          { id: shown.id, job, entry: shown, state: "waiting" },
        ]);
      // In one of the two stores already: it may be drawn. Else only once the other one has it.
      if (inSecond) show(entry);
      try {
        const numbered = await memory.commit(job, entry);
        if (!inSecond || numbered !== entry) show(numbered);
        setFailure(null);
      } catch (error) {
        setEntries((before) => (before ?? []).filter((one) => one.id !== entry.id));
        setFailure(
          `Not kept: ${error instanceof Error ? error.message : error}. The phone’s storage may be full: make room, count by hand meanwhile.`,
        );
        throw error;
      }
      window.clearTimeout(timer.current);
      timer.current = window.setTimeout(() => void contactNow(), SEND_AFTER_MS);
    },
    [memory, job, contactNow],
  );

  const photo = useCallback(
    async (blob: Blob, of?: string) => {
      await memory.addPhoto({
        id: crypto.randomUUID(),
        job,
        blob,
        at: new Date().toISOString(),
        ...(of ? { of } : {}),
      });
      await contactNow();
    },
    [memory, job, contactNow],
  );

  const takeNewer = useCallback(async () => {
    if (!kept?.newer) return;
    await memory.keepPack({ job, pack: kept.newer, loadedAt: new Date().toISOString() });
    setKept((await memory.pack(job)) ?? null);
  }, [memory, job, kept]);

  if (!kept || !run || !keptEntries) return missing === null ? null : { missing };
  return {
    job,
    pack: kept.pack,
    newer: kept.newer ?? null,
    entries,
    refused: entries.filter((one) => one.state === "refused"),
    waiting: entries.filter((one) => one.state === "waiting").length,
    photosWaiting,
    run,
    marks,
    contact,
    device,
    say,
    photo,
    takeNewer,
    failure,
  };
}
