import type { Entry } from "./entry";
import type { Memory } from "./memory";
import type { Pack } from "./pack";

/** What the last contact came to. */
export type Contact =
  | { kind: "never" }
  | { kind: "sent"; at: string }
  | { kind: "offline"; since: string }
  | { kind: "unknown"; why: string }
  | { kind: "trouble"; why: string };

const MOST_AT_ONCE = 200;
const SLOW_MS = 15_000;
const TOKEN = "token";

export class Refusal extends Error {
  constructor(
    readonly status: number,
    message: string,
  ) {
    super(message);
  }
}

/** Asks the program, with this device's token where it has one. Throws Refusal, or TypeError where nobody answers. */
async function ask(memory: Memory, path: string, init: RequestInit = {}): Promise<Response> {
  const token = await memory.remembered<string>(TOKEN);
  const headers = new Headers(init.headers);
  if (token) headers.set("Authorization", `Bearer ${token}`);
  const answer = await fetch(path, { ...init, headers, cache: "no-store", signal: AbortSignal.timeout(SLOW_MS) });
  if (answer.ok) return answer;
  const told = (await answer.json().catch(() => null)) as { detail?: string; title?: string } | null;
  throw new Refusal(answer.status, told?.detail ?? told?.title ?? `the program answered ${answer.status}`);
}

export async function getJson<T>(memory: Memory, path: string): Promise<T> {
  return (await ask(memory, path)).json() as Promise<T>;
}

/** The pack of a job as the program has it now. */
export const fetchPack = (memory: Memory, job: string) => getJson<Pack>(memory, `/api/jobs/${job}/field-pack`);

/** A token from the address a phone was shown to join: kept, and taken out of the address. */
export async function join(memory: Memory): Promise<boolean> {
  const token = new URLSearchParams(location.hash.slice(1)).get("join");
  if (!token) return false;
  await memory.remember(TOKEN, token);
  history.replaceState(null, "", location.pathname);
  return true;
}

interface BatchAnswer {
  answers: { id: string; state: string; why?: string | null }[];
  others: { n: number; entry: Entry }[];
  last: number;
  offset_s: number;
}

/** Sends what waits, and brings what others wrote in the job that is open. One tab at a time. Says what it came to. */
export async function drain(memory: Memory, open: string | null): Promise<Contact> {
  const work = () => sendAll(memory, open);
  try {
    if (navigator.locks) {
      const said = await navigator.locks.request("elm-cover-field", { ifAvailable: true }, (lock) =>
        lock ? work() : null,
      );
      if (said === null) return { kind: "sent", at: new Date().toISOString() };
    } else await work();
    return { kind: "sent", at: new Date().toISOString() };
  } catch (error) {
    if (error instanceof Refusal)
      return error.status === 401 ? { kind: "unknown", why: error.message } : { kind: "trouble", why: error.message };
    return { kind: "offline", since: new Date().toISOString() };
  }
}

async function sendAll(memory: Memory, open: string | null): Promise<true> {
  const waiting = await memory.waiting();
  const jobs = new Set(waiting.map((kept) => kept.job));
  for (const job of jobs) {
    const mine = waiting.filter((kept) => kept.job === job);
    for (let i = 0; i < mine.length; i += MOST_AT_ONCE) {
      const entries = mine.slice(i, i + MOST_AT_ONCE).map((kept) => kept.entry);
      const answer = await post(memory, job, entries);
      await memory.settle(answer.answers, answer.offset_s);
      if (i + MOST_AT_ONCE >= mine.length) await memory.learn(job, answer.others, answer.last);
    }
  }
  await sendPhotos(memory);
  if (open && !jobs.has(open)) {
    const found = await getJson<{ entries: { n: number; entry: Entry }[]; last: number }>(
      memory,
      `/api/jobs/${open}/log?after=${await memory.after(open)}`,
    );
    if (found.entries.length) await memory.learn(open, found.entries, found.last);
  }
  return true;
}

async function post(memory: Memory, job: string, entries: Entry[]): Promise<BatchAnswer> {
  // What this phone has learnt of its own clock is the program's to say.
  const sent = entries.map(({ offset_s: _, ...entry }) => entry);
  const body = { entries: sent, device_now: new Date().toISOString(), after: await memory.after(job) };
  const answer = await ask(memory, `/api/jobs/${job}/log`, {
    method: "POST",
    headers: { "Content-Type": "application/json" },
    body: JSON.stringify(body),
  });
  return answer.json() as Promise<BatchAnswer>;
}

/** Photos go after the entries: first the picture, then the entry that names it. */
async function sendPhotos(memory: Memory): Promise<void> {
  for (const photo of await memory.photos()) {
    const of = photo.of ? { of: photo.of } : {};
    const say = async (kind: string, value: Record<string, unknown>) => {
      const actor = (await memory.remembered<string>("actor")) ?? "crew";
      await memory.append(photo.job, { at: photo.at, actor, kind, value: { ...value, ...of } });
      await memory.dropPhoto(photo.id);
    };
    try {
      const headers = { "Content-Type": photo.blob.type || "image/jpeg" };
      const answer = await ask(memory, "/api/photos", { method: "POST", headers, body: photo.blob });
      await say("photo", { file: ((await answer.json()) as { file: string }).file });
    } catch (error) {
      if (!(error instanceof Refusal) || error.status === 401) throw error;
      // A picture that the program will not have is not sent again and again; its entry says so.
      await say("note", { text: `A photo was refused: ${error.message}` });
    }
  }
}
