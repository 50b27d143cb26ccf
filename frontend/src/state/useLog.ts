import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { ask, type ProblemError } from "../api/client";
import { type DeskKind, OF_A_DAY } from "../api/generated/registries";
import type { components } from "../api/generated/schema";
import { afterAnswers, keepOutbox, keptOutbox, type Outbox, withEntry, withPaperDay } from "../document/logEntries";
import { useAccount } from "./account";
import { inOrder } from "./inOrder";
import { watchLog } from "./logStream";
import { NOBODY } from "./saving";

type Day = components["schemas"]["LogAnswer"]["day"];
type BatchAnswer = components["schemas"]["BatchAnswer"];
type LogAnswer = components["schemas"]["LogAnswer"];

export interface LogHandle {
  /** The log folded by the core; null until it was read. */
  day: Day | null;
  /** Counts up whenever the log on the server may say something new: plans are made anew by it. */
  turn: number;
  /** How many entries the program has not taken yet, and what it said of those it refused. */
  waiting: number;
  refused: Outbox["refused"];
  trouble: string | null;
  /** How many entries the log still takes; null: not heard yet. */
  room: number | null;
  /** Answers the id of the entry. */
  add: (kind: DeskKind, value: Record<string, unknown>) => string;
  /** A day that was kept on paper, each entry with its own time. */
  addPaperDay: (said: Parameters<typeof withPaperDay>[1]) => void;
  takeBack: (entry: string) => void;
  forgetRefused: () => void;
  /** Who writes: a name typed here, else “local”. */
  actor: string;
  setActor: (name: string) => void;
}

const OF_THE_DAY: ReadonlySet<string> = new Set(OF_A_DAY);
const RETRY_MS = 4000;
const LOOK_MS = 15_000;
const ACTOR = "elm-cover.actor";

/** The log of a job at this desk: what is written here is kept in the browser until the program has it. */
export function useLog(job: string): LogHandle {
  const [outbox, setOutbox] = useState<Outbox>(() => keptOutbox(job));
  const [day, setDay] = useState<Day | null>(null);
  const [turn, setTurn] = useState(0);
  const [room, setRoom] = useState<number | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const { me, may } = useAccount();
  const mayWrite = may("write");
  const [typed, setName] = useState(() => localStorage.getItem(ACTOR) ?? NOBODY);
  // Whoever signed in writes under their own name.
  const actor = me.person?.name ?? typed;
  const current = useRef(outbox);
  const busy = useRef(false);
  const last = useRef(-1);
  const order = useRef(inOrder());
  const timer = useRef<number>(undefined);

  const put = useCallback(
    (next: Outbox) => {
      current.current = next;
      setOutbox(next);
      if (!keepOutbox(job, next))
        setTrouble("this browser's storage is full: what is ticked now is lost with the page");
    },
    [job],
  );

  const read = useCallback(async () => {
    const isNewest = order.current();
    const { data } = await ask<LogAnswer>("GET", `/api/jobs/${job}/log?after=${Math.max(0, last.current)}&day=true`);
    if (!isNewest() || data.last === last.current) return;
    last.current = data.last;
    setDay(data.day);
    setRoom(data.room);
    setTurn((now) => now + 1);
  }, [job]);

  const send = useCallback(async () => {
    if (busy.current || current.current.waiting.length === 0) return;
    busy.current = true;
    window.clearTimeout(timer.current);
    let failed = false;
    try {
      const entries = current.current.waiting.slice(0, 500);
      const body = { entries, device_now: new Date().toISOString() };
      const { data } = await ask<BatchAnswer>("POST", `/api/jobs/${job}/log`, body);
      put(afterAnswers(current.current, data.answers));
      const full = data.answers.find((one) => one.state === "full");
      failed = full !== undefined;
      setTrouble(full?.why ?? null);
      if (failed) timer.current = window.setTimeout(() => void send(), RETRY_MS);
      await read();
    } catch (error) {
      failed = true;
      const problem = error as ProblemError;
      setTrouble(problem.offline ? "no connection to the program" : problem.message);
      timer.current = window.setTimeout(() => void send(), RETRY_MS);
    } finally {
      busy.current = false;
    }
    if (current.current.waiting.length && !failed) void send();
  }, [job, put, read]);

  useEffect(() => {
    void read().catch(() => {});
    void send();
    const look = window.setInterval(() => {
      if (document.visibilityState === "visible") void read().catch(() => {});
    }, LOOK_MS);
    const stop = watchLog(job, () => void read().catch(() => {}));
    return () => {
      stop();
      window.clearInterval(look);
      window.clearTimeout(timer.current);
    };
  }, [job, read, send]);

  const practising = day?.practice ?? false;
  const write = useCallback(
    (kind: DeskKind, value: Record<string, unknown>, voids?: string) => {
      // What is written of a practice day is practice; a day that is begun here is real.
      if (!mayWrite) {
        setTrouble("your account reads the log and writes nothing in it");
        return "";
      }
      const practice = practising && OF_THE_DAY.has(kind) && kind !== "day.start";
      const id = crypto.randomUUID();
      put(withEntry(current.current, { kind, value, actor, voids, practice }, new Date(), id));
      void send();
      return id;
    },
    [put, send, actor, practising, mayWrite],
  );
  return useMemo(
    () => ({
      day,
      turn,
      waiting: outbox.waiting.length,
      refused: outbox.refused,
      trouble,
      room,
      actor,
      add: (kind, value) => write(kind, value),
      addPaperDay: (said) => {
        if (!mayWrite) return;
        put(withPaperDay(current.current, said, actor));
        void send();
      },
      takeBack: (entry) => {
        write("void", {}, entry);
      },
      forgetRefused: () => put({ ...current.current, refused: [] }),
      setActor: (name) => {
        const next = name.trim() || NOBODY;
        localStorage.setItem(ACTOR, next);
        setName(next);
      },
    }),
    [day, turn, outbox, trouble, room, actor, write, put, send, mayWrite],
  );
}
