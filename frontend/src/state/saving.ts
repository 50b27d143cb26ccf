import type { ProblemError } from "../api/client";
import type { JobDocument, StoredJob } from "../api/types";
import type { Draft } from "../document/draft";

/** What saving comes to, apart from the clock and the wire: what is open, what a save leaves, what a refusal means. */
export type SaveState =
  /** by: who, where it was not this tab. */
  | { kind: "saved"; at: string; by?: string }
  | { kind: "unsaved" }
  | { kind: "saving" }
  | { kind: "failed"; why: string };

export interface Conflict {
  theirs: JobDocument;
  etag: string;
  savedAt: string;
  /** Who saved it: another tab of this browser, or the name that the save carries. */
  by: string;
}

export const OWN_TAB = "another tab of yours";
/** The name that saves carry while there are no accounts. */
export const NOBODY = "local";

/** Who a save is by, in words. ownTabs: the saves that other tabs of this browser have told of. */
export function savedBy(actor: string, etag: string, ownTabs: ReadonlySet<string>): string {
  if (ownTabs.has(etag)) return OWN_TAB;
  return actor === NOBODY ? "somebody else" : actor;
}

function conflictOf(stored: StoredJob, etag: string, ownTabs: ReadonlySet<string>): Conflict {
  const theirs = stored.document as unknown as JobDocument;
  return { theirs, etag, savedAt: clock(stored.saved_at), by: savedBy(stored.actor, etag, ownTabs) };
}

const overtaken = (conflict: Conflict) => `${conflict.by} saved in between`;

export const OFFLINE = "no connection to the program";

export const clock = (iso: string) => new Date(iso).toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" });

/** What is open once the stored job is here. Edits kept in this browser go on; over another's save they wait for a word. */
export function opened(
  kept: Draft | null,
  stored: StoredJob,
  etag: string,
  ownTabs: ReadonlySet<string> = new Set(),
): { draft: Draft; save: "soon" | SaveState; conflict: Conflict | null } {
  const document = stored.document as unknown as JobDocument;
  if (kept?.dirty) {
    if (kept.etag === etag) return { draft: kept, save: "soon", conflict: null };
    const conflict = conflictOf(stored, etag, ownTabs);
    return { draft: kept, save: { kind: "failed", why: overtaken(conflict) }, conflict };
  }
  const same = kept !== null && kept.etag === etag;
  const draft = { document, etag, dirty: false, past: same ? kept.past : [], future: same ? kept.future : [] };
  return { draft, save: { kind: "saved", at: clock(stored.saved_at) }, conflict: null };
}

/** The draft after a save of what was sent; again: it was edited meanwhile, so that it is to be saved once more. */
export function afterSave(now: Draft, sent: Draft, etag: string): { draft: Draft; again: boolean } {
  const again = now.document !== sent.document;
  return { draft: { ...now, etag, dirty: again }, again };
}

/** What a refused save means. again: whether trying later may help: not where the job itself is refused. */
export function refused(
  error: ProblemError,
  ownTabs: ReadonlySet<string> = new Set(),
): { why: string; again: boolean; conflict: Conflict | null } {
  if (error.problem?.status === 412 && error.problem.current) {
    const conflict = conflictOf(error.problem.current as unknown as StoredJob, error.etag ?? "", ownTabs);
    return { why: overtaken(conflict), again: false, conflict };
  }
  return { why: error.offline ? OFFLINE : error.message, again: error.problem?.status !== 422, conflict: null };
}
