import { ask, Refusal, TOKEN } from "./ask";
import type { Memory } from "./memory";

/** none: nothing to do; joined: just now, as name; waits: until the program is reached; over: the code is good for nothing. */
export type Joining =
  | { kind: "none" }
  | { kind: "waits" }
  | { kind: "joined"; name: string }
  | { kind: "over"; why: string };

/** A code on its way, with the token that this phone chose for itself: asked again with both until an answer comes through. */
interface Pending {
  code: string;
  token: string;
}

const PENDING = "joining";

const newToken = () =>
  btoa(String.fromCharCode(...crypto.getRandomValues(new Uint8Array(24))))
    .replaceAll("+", "-")
    .replaceAll("/", "_");

/** What the address says is kept and taken out of it: a code to join by, or a token that was made at the desk. */
export async function readAddress(memory: Memory): Promise<void> {
  const told = new URLSearchParams(location.hash.slice(1));
  const [token, code] = [told.get("join"), told.get("code")];
  if (token) await memory.remember(TOKEN, token);
  if (code) await memory.remember(PENDING, { code, token: newToken() } satisfies Pending);
  if (token || code) history.replaceState(null, "", location.pathname);
}

const isJoined = (told: unknown) => typeof (told as { name?: unknown } | null)?.name === "string";

/** Joins by the code that is on its way, where there is one. */
export async function joinNow(memory: Memory): Promise<Joining> {
  const pending = await memory.remembered<Pending | null>(PENDING);
  if (!pending) return { kind: "none" };
  const before = await memory.remembered<string>(TOKEN);
  try {
    const body = JSON.stringify({ ...pending, ...(before ? { before } : {}) });
    const init = { method: "POST", headers: { "Content-Type": "application/json" }, body };
    const { name } = await ask<{ name: string }>(memory, "/api/field/join", isJoined, init, true);
    await memory.remember(TOKEN, pending.token);
    await memory.remember(PENDING, null);
    return { kind: "joined", name };
  } catch (error) {
    if (!(error instanceof Refusal) || !(error.over || error.final || error.status === 409)) return { kind: "waits" };
    await memory.remember(PENDING, null);
    return { kind: "over", why: error.message };
  }
}
