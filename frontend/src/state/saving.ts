import type { ProblemError } from "../api/client";
import type { JobDocument, StoredJob } from "../api/types";
import type { Draft } from "../document/draft";

/** What saving comes to, apart from the clock and the wire: what is open, what a save leaves, what a refusal means. */
export type SaveState =
  | { kind: "saved"; at: string }
  | { kind: "unsaved" }
  | { kind: "saving" }
  | { kind: "failed"; why: string };

export interface Conflict {
  theirs: JobDocument;
  etag: string;
  savedAt: string;
}

export const OVERTAKEN = "somebody else saved in between";
export const OFFLINE = "no connection to the program";

export const clock = (iso: string) => new Date(iso).toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" });

/** What is open once the stored job is here. Edits kept in this browser go on; over another's save they wait for a word. */
export function opened(
  kept: Draft | null,
  stored: StoredJob,
  etag: string,
): { draft: Draft; save: "soon" | SaveState; conflict: Conflict | null } {
  const document = stored.document as unknown as JobDocument;
  if (kept?.dirty) {
    if (kept.etag === etag) return { draft: kept, save: "soon", conflict: null };
    const conflict = { theirs: document, etag, savedAt: clock(stored.saved_at) };
    return { draft: kept, save: { kind: "failed", why: OVERTAKEN }, conflict };
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
export function refused(error: ProblemError): { why: string; again: boolean; conflict: Conflict | null } {
  if (error.problem?.status === 412 && error.problem.current) {
    const theirs = error.problem.current as { document: JobDocument; saved_at: string };
    const conflict = { theirs: theirs.document, etag: error.etag ?? "", savedAt: clock(theirs.saved_at) };
    return { why: OVERTAKEN, again: false, conflict };
  }
  return { why: error.offline ? OFFLINE : error.message, again: error.problem?.status !== 422, conflict: null };
}
