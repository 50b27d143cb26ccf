import { applyPatches, enablePatches, type Patch } from "immer";
import type { JobDocument } from "../api/types";
import { changes } from "./changes";

enablePatches();

/** One undo step: how to go back and how to go on again, and what it was. */
export interface Step {
  label: string;
  forward: Patch[];
  back: Patch[];
  at: number;
  /** One of many in a row, as a drag makes them. */
  dragged?: boolean;
}

/** What the browser keeps of a job: the document as edited, what it was made from, and the undo steps. */
export interface Draft {
  document: JobDocument;
  etag: string;
  dirty: boolean;
  /** Marks of the documents sent since the last answer: an answer may be lost, the save not. */
  sent?: string[];
  past: Step[];
  future: Step[];
}

const MOST_STEPS = 200;
const MERGE_WITHIN_MS = 1500;
const key = (id: string) => `elm-cover.draft.${id}`;

export function keptDraft(id: string): Draft | null {
  try {
    const text = localStorage.getItem(key(id));
    return text ? (JSON.parse(text) as Draft) : null;
  } catch {
    return null;
  }
}

/** Keeps a draft. False where the browser would not: its storage is full or shut. */
export function keepDraft(id: string, draft: Draft): boolean {
  try {
    localStorage.setItem(key(id), JSON.stringify(draft));
    return true;
  } catch {
    return false;
  }
}

/** The ids of every job of which this browser keeps a draft. */
const kept = () =>
  Object.keys(localStorage)
    .filter((name) => name.startsWith(key("")))
    .map((name) => name.slice(key("").length));

/** How many of them have changes that are not saved. */
export const unsavedDrafts = () => kept().filter((id) => keptDraft(id)?.dirty).length;

/** Forgets all of them: whoever comes next reads nothing. */
export function dropDrafts(): void {
  for (const id of kept()) localStorage.removeItem(key(id));
}

/** A draft with one more step; a step under the same label within 1.5 s grows the last one, as a drag does. */
export function withStep(draft: Draft, document: JobDocument, label: string, merge: boolean): Draft {
  const at = Date.now();
  const last = draft.past.at(-1);
  const grows = merge && last?.label === label && at - last.at < MERGE_WITHIN_MS && draft.future.length === 0;
  // Of a handle dragged on, only where it began and where it is now is kept.
  const before = grows ? applyPatches(draft.document, last.back) : draft.document;
  const step: Step = {
    label,
    at,
    dragged: merge,
    forward: changes(before, document),
    back: changes(document, before),
  };
  const past = [...(grows ? draft.past.slice(0, -1) : draft.past), step].slice(-MOST_STEPS);
  return { ...draft, document, dirty: true, past, future: [] };
}

/** What a document says, in a few letters, whatever ids its items were given on the way: by it a save of one's own is known again. */
export function fingerprint(document: JobDocument): string {
  const told = JSON.stringify(document, (name, value) => {
    if (name === "id") return undefined;
    const plain = value !== null && typeof value === "object" && !Array.isArray(value);
    return plain ? Object.fromEntries(Object.entries(value).sort(([a], [b]) => (a < b ? -1 : 1))) : value;
  });
  let high = 0xdeadbeef;
  let low = 0x41c6ce57;
  for (let i = 0; i < told.length; i++) {
    high = Math.imul(high ^ told.charCodeAt(i), 2654435761);
    low = Math.imul(low ^ told.charCodeAt(i), 1597334677);
  }
  return `${told.length}.${(high >>> 0).toString(36)}.${(low >>> 0).toString(36)}`;
}

/** A draft with a stored document in place of its own, which stays one undo away. */
export function withWhole(draft: Draft, document: JobDocument, etag: string, label: string): Draft {
  return { ...withStep(draft, document, label, false), etag, dirty: false };
}

export function undone(draft: Draft): Draft {
  const step = draft.past.at(-1);
  if (!step) return draft;
  return {
    ...draft,
    document: applyPatches(draft.document, step.back),
    dirty: true,
    past: draft.past.slice(0, -1),
    future: [...draft.future, step],
  };
}

export function redone(draft: Draft): Draft {
  const step = draft.future.at(-1);
  if (!step) return draft;
  return {
    ...draft,
    document: applyPatches(draft.document, step.forward),
    dirty: true,
    past: [...draft.past, step],
    future: draft.future.slice(0, -1),
  };
}
