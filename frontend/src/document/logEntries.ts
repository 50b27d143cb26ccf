import type { DeskKind } from "../api/generated/registries";
import type { components } from "../api/generated/schema";

/** An entry as this browser writes it, until the program has it. */
export interface LogEntry {
  id: string;
  device: string;
  seq: number;
  at: string;
  actor: string;
  kind: DeskKind;
  value: Record<string, unknown>;
  voids?: string;
  practice?: true;
}

export type EntryAnswer = components["schemas"]["EntryAnswer"];

/** What is kept in this browser of a job's log: its own count, and what the program has not taken yet. */
export interface Outbox {
  device: string;
  seq: number;
  waiting: LogEntry[];
  /** Those that the program refused, with why: kept and shown, never sent again by themselves. */
  refused: { entry: LogEntry; why: string }[];
}

const key = (job: string) => `elm-cover.log.${job}`;

/** The outbox of a job; one that is lost or unreadable starts as a new device, so that no number is given twice. */
export function keptOutbox(job: string): Outbox {
  try {
    const kept = JSON.parse(localStorage.getItem(key(job)) ?? "") as Outbox;
    if (kept.device && Array.isArray(kept.waiting)) return { ...kept, refused: kept.refused ?? [] };
  } catch {
    // none yet
  }
  return { device: `desk ${crypto.randomUUID()}`, seq: 0, waiting: [], refused: [] };
}

/** False where the browser would not keep it. */
export function keepOutbox(job: string, outbox: Outbox): boolean {
  try {
    localStorage.setItem(key(job), JSON.stringify(outbox));
    return true;
  } catch {
    return false;
  }
}

/** The outbox with one more entry in it. */
export function withEntry(
  outbox: Outbox,
  said: { kind: DeskKind; value?: Record<string, unknown>; voids?: string; actor: string; practice?: boolean },
  now = new Date(),
  id: string = crypto.randomUUID(),
): Outbox {
  const entry: LogEntry = {
    id,
    device: outbox.device,
    seq: outbox.seq,
    at: now.toISOString(),
    actor: said.actor,
    kind: said.kind,
    value: said.value ?? {},
    ...(said.voids ? { voids: said.voids } : {}),
    ...(said.practice ? { practice: true as const } : {}),
  };
  return { ...outbox, seq: outbox.seq + 1, waiting: [...outbox.waiting, entry] };
}

/** The outbox with a day that was kept on paper: a device of its own, so that its times stand whatever this desk wrote before. */
export function withPaperDay(
  outbox: Outbox,
  said: readonly { kind: DeskKind; value: Record<string, unknown>; at: Date }[],
  actor: string,
): Outbox {
  const device = `desk, from paper ${crypto.randomUUID().slice(0, 8)}`;
  const entries = said.map(
    ({ kind, value, at }, seq): LogEntry => ({
      id: crypto.randomUUID(),
      device,
      seq,
      at: at.toISOString(),
      actor,
      kind,
      value,
    }),
  );
  return { ...outbox, waiting: [...outbox.waiting, ...entries] };
}

/** The outbox after the program answered: what it has leaves, what it refused is kept apart with why. */
export function afterAnswers(outbox: Outbox, answers: readonly EntryAnswer[]): Outbox {
  const said = new Map(answers.map((answer) => [answer.id, answer]));
  const refused = outbox.waiting.flatMap((entry) => {
    const answer = said.get(entry.id);
    return answer?.state === "refused" ? [{ entry, why: answer.why ?? "" }] : [];
  });
  return {
    ...outbox,
    // What a full log does not take goes on waiting.
    waiting: outbox.waiting.filter((entry) => (said.get(entry.id)?.state ?? "full") === "full"),
    refused: [...outbox.refused, ...refused],
  };
}
