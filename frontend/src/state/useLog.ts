import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { ask, type ProblemError } from "../api/client";
import type { components } from "../api/generated/schema";
import { afterAnswers, type EntryKind, keepOutbox, keptOutbox, type Outbox, withEntry } from "../document/logEntries";
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
  /** at: when it was done, where that was not just now. real: in a log of practice too. Answers the id of the entry. */
  add: (kind: EntryKind, value: Record<string, unknown>, at?: Date, real?: boolean) => string;
  takeBack: (entry: string) => void;
  forgetRefused: () => void;
  /** Who writes: a name typed here, else “local”. */
  actor: string;
  setActor: (name: string) => void;
}

const RETRY_MS = 4000;
const LOOK_MS = 15_000;
const ACTOR = "elm-cover.actor";

/** The log of a job at this desk: what is written here is kept in the browser until the program has it. */
export function useLog(job: string): LogHandle {
  const [outbox, setOutbox] = useState<Outbox>(() => keptOutbox(job));
  const [day, setDay] = useState<Day | null>(null);
  const [turn, setTurn] = useState(0);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [actor, setName] = useState(() => localStorage.getItem(ACTOR) ?? NOBODY);
  const current = useRef(outbox);
  const busy = useRef(false);
  const last = useRef(-1);
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
    const { data } = await ask<LogAnswer>("GET", `/api/jobs/${job}/log`);
    if (data.last === last.current) return;
    last.current = data.last;
    setDay(data.day);
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
      setTrouble(null);
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
    (kind: EntryKind, value: Record<string, unknown>, voids?: string, at?: Date, real = false) => {
      // What is written in a log of practice is practice; a day that is begun here is real.
      const practice = practising && !real && kind !== "day.start" && kind !== "void";
      const id = crypto.randomUUID();
      put(withEntry(current.current, { kind, value, actor, voids, practice }, at, id));
      void send();
      return id;
    },
    [put, send, actor, practising],
  );
  return useMemo(
    () => ({
      day,
      turn,
      waiting: outbox.waiting.length,
      refused: outbox.refused,
      trouble,
      actor,
      add: (kind, value, at, real) => write(kind, value, undefined, at, real),
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
    [day, turn, outbox, trouble, actor, write, put],
  );
}
