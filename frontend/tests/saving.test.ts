import { describe, expect, it } from "vitest";
import { ProblemError } from "../src/api/client";
import type { JobDocument, StoredJob } from "../src/api/types";
import type { Draft, Step } from "../src/document/draft";
import { afterSave, marked, OFFLINE, OWN_TAB, opened, refused, saidOfSave, savedBy } from "../src/state/saving";

const job = (name: string) => ({ format: "elm-cover.job", version: 1, name }) as JobDocument;
const step: Step = { label: "the name", forward: [], back: [], at: 0 };
const draft = (more: Partial<Draft> = {}): Draft => ({
  document: job("mine"),
  etag: "4",
  dirty: false,
  past: [step],
  future: [],
  ...more,
});
const stored = (name = "theirs"): StoredJob =>
  ({ document: job(name), saved_at: "2026-05-02T10:20:00", actor: "local" }) as unknown as StoredJob;

describe("a job that is opened", () => {
  it("is the stored one where this browser keeps nothing", () => {
    const found = opened(null, stored(), "4");
    expect(found.draft).toEqual({ document: job("theirs"), etag: "4", dirty: false, past: [], future: [] });
    expect(found.save).toEqual({ kind: "saved", at: "10:20" });
    expect(found.conflict).toBeNull();
  });

  it("keeps its undo steps over the same save, and drops those of an older one", () => {
    expect(opened(draft(), stored(), "4").draft.past).toEqual([step]);
    expect(opened(draft(), stored(), "5").draft.past).toEqual([]);
  });

  it("goes on with edits that were not saved yet", () => {
    const kept = draft({ dirty: true });
    expect(opened(kept, stored(), "4")).toEqual({ draft: kept, save: "soon", conflict: null });
  });

  it("asks before edits go over what another saved meanwhile, and loses neither", () => {
    const kept = draft({ dirty: true });
    const found = opened(kept, stored(), "5");
    expect(found.draft).toBe(kept);
    expect(found.conflict).toEqual({ theirs: job("theirs"), etag: "5", savedAt: "10:20", by: "somebody else" });
    expect(found.save).toEqual({ kind: "failed", why: "somebody else saved in between" });
    expect(opened(kept, stored(), "5", new Set(["5"])).conflict?.by).toBe(OWN_TAB);
  });
});

describe("a save of one's own whose answer was lost", () => {
  // As the server keeps it: items without an id have got one.
  const sent = { ...job("mine"), vents: [{ kind: "ridge" }] } as JobDocument;
  const kept = { ...sent, vents: [{ id: "0a1b2c3d4e5f", kind: "ridge" }] } as JobDocument;
  const answer = { document: kept, saved_at: "2026-05-02T10:20:00", actor: "local" } as unknown as StoredJob;
  const refusal = (current: StoredJob) => new ProblemError({ status: 412, title: "stale", current } as never, "5");

  it("is known again after a reload, and is no other's", () => {
    const found = opened(marked(draft({ document: sent, dirty: true })), answer, "5");
    expect(found.conflict).toBeNull();
    expect(found.save).toEqual({ kind: "saved", at: "10:20" });
    expect([found.draft.etag, found.draft.dirty, found.draft.sent]).toEqual(["5", false, undefined]);
  });

  it("leaves what was edited after it to be saved", () => {
    const later = { ...marked(draft({ document: sent, dirty: true })), document: job("later") };
    const found = opened(later, answer, "5");
    expect([found.save, found.draft.dirty, found.draft.document]).toEqual(["soon", true, job("later")]);
  });

  it("is known again when a second try is refused for it, whichever of the tries arrived", () => {
    const first = marked(draft({ document: sent, dirty: true }));
    const second = marked({ ...first, document: job("later") });
    const said = refused(refusal(answer), second);
    expect([said.conflict, said.again, said.draft?.dirty, said.draft?.etag]).toEqual([null, true, true, "5"]);
    const last = refused(refusal({ ...answer, document: job("later") } as unknown as StoredJob), second);
    expect([last.conflict, last.draft?.dirty]).toEqual([null, false]);
  });

  it("is not mistaken for another's", () => {
    const mine = marked(draft({ document: sent, dirty: true }));
    expect(refused(refusal(stored()), mine).conflict?.theirs).toEqual(job("theirs"));
    expect(opened(mine, stored(), "5").conflict).not.toBeNull();
  });
});

describe("who saved", () => {
  it("is another tab of this browser, a name, or somebody", () => {
    expect(savedBy("local", "7", new Set(["7"]))).toBe("another tab of yours");
    expect(savedBy("Rowan", "8", new Set(["7"]))).toBe("Rowan");
    expect(savedBy("local", "8", new Set(["7"]))).toBe("somebody else");
  });
});

describe("a save", () => {
  it("that took leaves the draft clean under its new number", () => {
    const sent = draft({ dirty: true });
    expect(afterSave(sent, sent, "5")).toEqual({ draft: { ...sent, etag: "5", dirty: false }, again: false });
  });

  it("overtaken by an edit is made once more, with that edit kept", () => {
    const sent = draft({ dirty: true });
    const now = draft({ document: job("newer"), dirty: true });
    const found = afterSave(now, sent, "5");
    expect(found.again).toBe(true);
    expect(found.draft).toEqual({ ...now, etag: "5", dirty: true });
    // Nothing is called saved while that edit still waits.
    expect(saidOfSave(found.again, "2026-05-02T10:20:00")).toEqual({ kind: "unsaved" });
    expect(saidOfSave(false, "2026-05-02T10:20:00")).toEqual({ kind: "saved", at: "10:20" });
  });

  it("refused because another saved brings theirs along and is not tried again", () => {
    const current = { document: job("theirs"), saved_at: "2026-05-02T10:20:00", actor: "Rowan" };
    const problem = new ProblemError({ title: "Changed", status: 412, current } as never, "9");
    expect(refused(problem, draft())).toEqual({
      why: "Rowan saved in between",
      again: false,
      conflict: { theirs: job("theirs"), etag: "9", savedAt: "10:20", by: "Rowan" },
    });
    expect(refused(problem, draft(), new Set(["9"])).conflict?.by).toBe(OWN_TAB);
  });

  it.each([
    [0, OFFLINE, true],
    [500, "it broke", true],
    [503, "it broke", true],
    [422, "it broke", false],
    [412, "it broke", true],
  ])("that failed with %i says why, and is tried again: %s, %s", (status, why, again) => {
    const detail = status === 0 ? undefined : "it broke";
    expect(refused(new ProblemError({ title: "t", detail, status } as never), draft())).toEqual({
      why,
      again,
      conflict: null,
    });
  });
});
