import { at, OURS } from "../site/base";
import type { Memory } from "./memory";

/** What the last contact came to. */
export type Contact =
  | { kind: "never" }
  | { kind: "heard"; at: string }
  | { kind: "offline" }
  | { kind: "slow" }
  /** signIn: nobody is signed in here, and no token says which device it is. */
  | { kind: "unknown"; why: string; signIn: boolean }
  | { kind: "trouble"; why: string };

const SLOW_MS = 15_000;
export const TOKEN = "token";
/** What the program itself will never take. All else waits: a proxy, a full server, a captive page, a lost right pass by. */
const FINAL = new Set([413, 415, 422]);

export class Refusal extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly title = "",
  ) {
    super(message);
  }

  /** Signing in is all it needs. */
  get signIn() {
    return this.status === 401 && this.title === "Not signed in";
  }

  /** Nobody has such a code to join by any more. */
  get over() {
    return this.status === 410;
  }

  /** The thing that was sent is refused for good. */
  get final() {
    return FINAL.has(this.status);
  }
}

/** Something answered that is not the program. */
export class Stranger extends Error {}

// biome-ignore lint/suspicious/noExplicitAny: whatever somebody answered
type Told = any;

/** Asks the program, with this device's token where it has one, and a word of how much it holds unsent: its JSON. Throws Refusal where the program says no, Stranger where
 * something else answers, TypeError where nobody does. isOurs: whether an answer is what was asked for. bare: without the token. */
export async function ask<T>(
  memory: Memory,
  path: string,
  isOurs: (told: Told) => boolean,
  init: RequestInit = {},
  bare = false,
): Promise<T> {
  const token = bare ? undefined : await memory.remembered<string>(TOKEN);
  const headers = new Headers({ ...OURS, ...Object.fromEntries(new Headers(init.headers)) });
  if (token) {
    headers.set("Authorization", `Bearer ${token}`);
    headers.set("X-Elm-Cover-Holds", memory.holds());
  }
  const answer = await fetch(at(path), { ...init, headers, cache: "no-store", signal: AbortSignal.timeout(SLOW_MS) });
  const type = (answer.headers.get("Content-Type") ?? "").split(";")[0]?.trim();
  const told: Told = type?.endsWith("json") ? await answer.json().catch(() => null) : null;
  if (answer.ok && type === "application/json" && isOurs(told)) return told as T;
  if (type === "application/problem+json" && told?.title && told.status === answer.status)
    throw new Refusal(answer.status, told.detail ?? told.title, told.title);
  throw new Stranger(
    answer.ok
      ? "something else answers at the program’s address: a sign-in page of this network?"
      : `the way to the program is closed: ${answer.status} came from in between`,
  );
}

/** In words why nothing went: what waits is kept. */
export function contactOf(error: unknown): Contact {
  if (error instanceof Refusal)
    return error.status === 401 || error.status === 403
      ? { kind: "unknown", why: error.message, signIn: error.signIn }
      : { kind: "trouble", why: error.message };
  if (error instanceof Stranger) return { kind: "trouble", why: error.message };
  // It was reached and is at work: that is another thing than no connection.
  if (error instanceof DOMException && error.name === "TimeoutError") return { kind: "slow" };
  return { kind: "offline" };
}
