import { produce } from "immer";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { ask, type ProblemError } from "../api/client";
import type { JobDocument, StoredJob } from "../api/types";
import { type Draft, keepDraft, keptDraft, redone, undone, withStep, withWhole } from "../document/draft";
import { SIGNED_IN } from "./account";
import {
  afterSave,
  type Conflict,
  clock,
  marked,
  OFFLINE,
  OWN_TAB,
  opened,
  refused,
  type SaveState,
  saidOfSave,
} from "./saving";
import { useOwnTabs } from "./useOwnTabs";

/** How a job is edited: the same object as long as it is open. */
export interface JobEdits {
  edit: (label: string, recipe: (job: JobDocument) => void, merge?: boolean) => void;
  undo: () => void;
  redo: () => void;
  saveNow: () => void;
  cutRevision: () => void;
  resolve: (keep: "mine" | "theirs") => void;
  /** The version that is stored, as far as it is known here. */
  etag: () => string;
  /** A new save number of the same document: a paper was issued. */
  seen: (etag: string) => void;
  adopt: (stored: StoredJob, etag: string) => void;
  /** Is told of every document as soon as it is made, before anything is drawn. Answers how to stop that. */
  watch: (seen: (document: JobDocument) => void) => () => void;
}

export interface JobHandle {
  document: JobDocument;
  etag: string;
  save: SaveState;
  conflict: Conflict | null;
  /** Whether the last edit was one of many in a row, as a drag makes them. */
  dragged: boolean;
  undoLabel: string | null;
  redoLabel: string | null;
  edits: JobEdits;
}

const SAVE_AFTER_MS = 500;
/** A save quicker than this is told once it is done, not that it is under way. */
const SAVING_AFTER_MS = 400;
const RETRY_AFTER_MS = 4000;

/** A job being edited: every edit is kept in the browser at once and saved to the server soon after. changes: whether who is at the screen
 * may change it; else nothing they try is taken. */
export function useJob(
  id: string,
  changes: boolean,
): { handle: JobHandle | null; failure: ProblemError | null; reload: () => void } {
  const [draft, setDraft] = useState<Draft | null>(null);
  const [save, setSave] = useState<SaveState>({ kind: "saved", at: "" });
  const [conflict, setConflict] = useState<Conflict | null>(null);
  const [failure, setFailure] = useState<ProblemError | null>(null);
  const current = useRef<Draft | null>(null);
  const saving = useRef(false);
  const reason = useRef<"save" | "step" | "kept over another">("save");
  const timer = useRef<number>(undefined);
  const watching = useRef(new Set<(document: JobDocument) => void>());
  const conflicting = useRef<Conflict | null>(null);
  conflicting.current = conflict;

  const put = useCallback(
    (next: Draft) => {
      const edited = next.document !== current.current?.document;
      current.current = next;
      if (edited) for (const seen of watching.current) seen(next.document);
      setDraft(next);
      if (!keepDraft(id, next)) setSave({ kind: "failed", why: "this browser's storage is full" });
    },
    [id],
  );

  // A tab with nothing of its own to save follows another one; one that has, is told when it saves.
  const follow = useCallback(async () => {
    const mine = current.current;
    if (!mine || mine.dirty || saving.current) return;
    const { data, etag } = await ask<StoredJob>("GET", `/api/jobs/${id}`);
    if (current.current !== mine || etag === mine.etag) return;
    put(withWhole(mine, data.document as unknown as JobDocument, etag ?? "", `the change in ${OWN_TAB}`));
    setSave({ kind: "saved", at: clock(data.saved_at), by: OWN_TAB });
  }, [id, put]);
  const { heard, tell } = useOwnTabs(id, () => void follow().catch(() => {}));

  const store = useCallback(async () => {
    const unsent = current.current;
    if (!unsent?.dirty || saving.current) return;
    saving.current = true;
    const slow = window.setTimeout(() => setSave({ kind: "saving" }), SAVING_AFTER_MS);
    const sent = marked(unsent);
    current.current = sent;
    keepDraft(id, sent);
    const why = reason.current;
    let again = false;
    try {
      const { data, etag } = await ask<StoredJob>(
        "PUT",
        `/api/jobs/${id}?reason=${encodeURIComponent(why)}`,
        sent.document,
        {
          "If-Match": sent.etag,
        },
      );
      reason.current = "save";
      const saved = afterSave(current.current as Draft, sent, etag ?? "");
      again = saved.again;
      put(saved.draft);
      tell(etag ?? "");
      setSave(saidOfSave(again, data.saved_at));
    } catch (error) {
      const said = refused(error as ProblemError, current.current as Draft, heard);
      if (said.conflict) setConflict(said.conflict);
      if (said.draft) {
        put(said.draft);
        tell(said.draft.etag);
        again = said.again;
        setSave(saidOfSave(again, new Date().toISOString()));
      } else setSave({ kind: "failed", why: said.why });
      if (said.again && !said.draft) timer.current = window.setTimeout(() => void store(), RETRY_AFTER_MS);
    } finally {
      window.clearTimeout(slow);
      saving.current = false;
      if (again) void store();
    }
  }, [id, put, heard, tell]);

  const soon = useCallback(() => {
    window.clearTimeout(timer.current);
    setSave((now) => (now.kind === "unsaved" ? now : { kind: "unsaved" }));
    timer.current = window.setTimeout(() => void store(), SAVE_AFTER_MS);
  }, [store]);

  const load = useCallback(async () => {
    setFailure(null);
    const kept = keptDraft(id);
    try {
      const { data, etag } = await ask<StoredJob>("GET", `/api/jobs/${id}`);
      const open = opened(kept, data, etag ?? "", heard);
      put(open.draft);
      if (open.conflict) setConflict(open.conflict);
      if (!changes) setSave({ kind: "reading" });
      else if (open.save === "soon") soon();
      else setSave(open.save);
    } catch (error) {
      if (kept && (error as ProblemError).offline) {
        put(kept);
        setSave({ kind: "failed", why: OFFLINE });
        if (kept.dirty) timer.current = window.setTimeout(() => void store(), RETRY_AFTER_MS);
      } else setFailure(error as ProblemError);
    }
  }, [id, put, soon, store, heard, changes]);

  // What a sign-in that had ended kept from being saved.
  useEffect(() => {
    const again = () => void store();
    window.addEventListener(SIGNED_IN, again);
    return () => window.removeEventListener(SIGNED_IN, again);
  }, [store]);

  useEffect(() => {
    void load();
    return () => window.clearTimeout(timer.current);
  }, [load]);

  const edit = useCallback(
    (label: string, recipe: (job: JobDocument) => void, merge = false) => {
      const before = current.current;
      if (!before || !changes) return;
      const document = produce(before.document, (job) => void recipe(job as JobDocument));
      if (document === before.document) return;
      put(withStep(before, document, label, merge));
      if (!conflicting.current) soon();
    },
    [put, soon, changes],
  );

  const resolve = useCallback(
    (keep: "mine" | "theirs") => {
      const mine = current.current;
      const conflict = conflicting.current;
      if (!mine || !conflict) return;
      if (keep === "mine") {
        // A revision of its own, so that theirs stays in the history.
        reason.current = "kept over another";
        put({ ...mine, etag: conflict.etag, dirty: true });
      } else {
        put(withWhole(mine, conflict.theirs, conflict.etag, "taking the other version"));
      }
      setConflict(null);
      if (keep === "mine") soon();
      else setSave({ kind: "saved", at: conflict.savedAt });
    },
    [put, soon],
  );

  const step = useCallback(
    (move: (draft: Draft) => Draft) => {
      if (!current.current) return;
      const next = move(current.current);
      if (next === current.current) return;
      put(next);
      if (!conflicting.current) soon();
    },
    [put, soon],
  );

  const adopt = useCallback(
    (stored: StoredJob, etag: string) => {
      const mine = current.current;
      if (!mine) return;
      const document = stored.document as unknown as JobDocument;
      put(withWhole(mine, document, etag, "bringing a revision back"));
      tell(etag);
      setSave({ kind: "saved", at: clock(stored.saved_at) });
    },
    [put, tell],
  );

  const edits = useMemo(
    (): JobEdits => ({
      edit,
      undo: () => step(undone),
      redo: () => step(redone),
      saveNow: () => {
        window.clearTimeout(timer.current);
        void store();
      },
      cutRevision: () => {
        reason.current = "step";
        window.clearTimeout(timer.current);
        void store();
      },
      resolve,
      etag: () => current.current?.etag ?? "",
      seen: (etag) => current.current && put({ ...current.current, etag }),
      adopt,
      watch: (seen) => {
        watching.current.add(seen);
        return () => void watching.current.delete(seen);
      },
    }),
    [edit, step, store, resolve, put, adopt],
  );
  const handle: JobHandle | null = draft && {
    document: draft.document,
    etag: draft.etag,
    save,
    conflict,
    dragged: draft.past.at(-1)?.dragged ?? false,
    undoLabel: draft.past.at(-1)?.label ?? null,
    redoLabel: draft.future.at(-1)?.label ?? null,
    edits,
  };
  return { handle, failure, reload: () => void load() };
}
