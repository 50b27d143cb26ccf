import type { ProblemError } from "../api/client";
import type { JobDocument, StoredJob } from "../api/types";
import { type Draft, fingerprint } from "../document/draft";

/** What saving comes to, apart from the clock and the wire: what is open, what a save leaves, what a refusal means. */
export type SaveState =
  /** by: who, where it was not this tab. */
  | { kind: "saved"; at: string; by?: string }
  | { kind: "unsaved" }
  | { kind: "saving" }
  | { kind: "failed"; why: string }
  /** Who looks may read the job, not change it. */
  | { kind: "reading" };

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

/** Whether what is stored is what this browser had sent, though it never heard so: it was reloaded, or the answer was lost. */
function isOwn(draft: Draft, theirs: JobDocument): boolean {
  return draft.sent?.includes(fingerprint(theirs)) ?? false;
}

/** The draft once its own save is known to have arrived; dirty where it was edited after that. */
function arrived({ sent, ...draft }: Draft, theirs: JobDocument, etag: string): Draft {
  return { ...draft, etag, dirty: fingerprint(draft.document) !== fingerprint(theirs) };
}

const MOST_MARKS = 8;

/** The draft with the mark of what is about to be sent. */
export function marked(draft: Draft): Draft {
  const mark = fingerprint(draft.document);
  const before = (draft.sent ?? []).filter((other) => other !== mark);
  return { ...draft, sent: [...before, mark].slice(-MOST_MARKS) };
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
    if (isOwn(kept, document)) {
      const draft = arrived(kept, document, etag);
      return { draft, save: draft.dirty ? "soon" : { kind: "saved", at: clock(stored.saved_at) }, conflict: null };
    }
    const conflict = conflictOf(stored, etag, ownTabs);
    return { draft: kept, save: { kind: "failed", why: overtaken(conflict) }, conflict };
  }
  const same = kept !== null && kept.etag === etag;
  const draft = { document, etag, dirty: false, past: same ? kept.past : [], future: same ? kept.future : [] };
  return { draft, save: { kind: "saved", at: clock(stored.saved_at) }, conflict: null };
}

/** What is said once a save is through: nothing is saved while an edit made meanwhile still waits. */
export const saidOfSave = (again: boolean, savedAt: string): SaveState =>
  again ? { kind: "unsaved" } : { kind: "saved", at: clock(savedAt) };

/** The draft after a save of what was sent; again: it was edited meanwhile, so that it is to be saved once more. */
export function afterSave(now: Draft, sent: Draft, etag: string): { draft: Draft; again: boolean } {
  const again = now.document !== sent.document;
  return { draft: { ...now, etag, dirty: again, sent: undefined }, again };
}

/** What a refused save means. again: whether trying later may help: not where the job itself is refused. draft: as it is after
 * all, where what stands in the way is a save of its own whose answer was lost. */
export function refused(
  error: ProblemError,
  now: Draft,
  ownTabs: ReadonlySet<string> = new Set(),
): { why: string; again: boolean; conflict: Conflict | null; draft?: Draft } {
  if (error.problem?.status === 412 && error.problem.current) {
    const stored = error.problem.current as unknown as StoredJob;
    const theirs = stored.document as unknown as JobDocument;
    if (isOwn(now, theirs)) {
      const draft = arrived(now, theirs, error.etag ?? "");
      return { why: "", again: draft.dirty, conflict: null, draft };
    }
    const conflict = conflictOf(stored, error.etag ?? "", ownTabs);
    return { why: overtaken(conflict), again: false, conflict };
  }
  return { why: error.offline ? OFFLINE : error.message, again: error.problem?.status !== 422, conflict: null };
}
