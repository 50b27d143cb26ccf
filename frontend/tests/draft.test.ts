import { produce } from "immer";
import { describe, expect, it } from "vitest";
import type { JobDocument } from "../src/api/types";
import { type Draft, redone, undone, withStep, withWhole } from "../src/document/draft";

const start = (): Draft => ({
  document: { format: "elm-cover.job", version: 1, name: "a" } as JobDocument,
  etag: "1",
  dirty: false,
  past: [],
  future: [],
});

function edit(draft: Draft, label: string, recipe: (d: JobDocument) => void, merge = false): Draft {
  return withStep(
    draft,
    produce(draft.document, (d) => void recipe(d as JobDocument)),
    label,
    merge,
  );
}

describe("undo", () => {
  it("goes back and on again, step by step", () => {
    const one = edit(start(), "the name", (d) => void Object.assign(d, { name: "b" }));
    const two = edit(one, "the address", (d) => void Object.assign(d, { address: "here" }));
    expect(undone(two).document).toEqual(one.document);
    expect(undone(undone(two)).document).toEqual(start().document);
    expect(redone(redone(undone(undone(two)))).document).toEqual(two.document);
    expect(undone(start())).toEqual(start());
  });

  it("takes a drag back in one step, and keeps that step small", () => {
    let draft = edit(start(), "first", (d) => void Object.assign(d, { house: { stories: 1 } }));
    for (let i = 0; i < 100; i++)
      draft = edit(draft, "drag", (d) => void Object.assign(d.house as object, { stories: 2 + i }), true);
    expect(draft.past).toHaveLength(2);
    expect(draft.past[1]?.forward).toHaveLength(1);
    expect(undone(draft).document.house).toEqual({ stories: 1 });
    expect(redone(undone(draft)).document.house).toEqual({ stories: 101 });
  });

  it("keeps every part of a drag that touched several places", () => {
    let draft = edit(start(), "drag", (d) => void Object.assign(d, { name: "b" }), true);
    draft = edit(draft, "drag", (d) => void Object.assign(d, { address: "x" }), true);
    expect(draft.past).toHaveLength(1);
    expect(undone(draft).document).toEqual(start().document);
  });

  it("forgets what was undone once something new is done", () => {
    const one = edit(start(), "the name", (d) => void Object.assign(d, { name: "b" }));
    const other = edit(undone(one), "the address", (d) => void Object.assign(d, { address: "x" }));
    expect(other.future).toEqual([]);
    expect(other.document.name).toBe("a");
  });

  it("brings one's own version back after another was taken", () => {
    const mine = edit(start(), "the name", (d) => void Object.assign(d, { name: "mine" }));
    const theirs = withWhole(mine, { ...start().document, name: "theirs" }, "7", "taking the other version");
    expect([theirs.document.name, theirs.etag, theirs.dirty]).toEqual(["theirs", "7", false]);
    expect(undone(theirs).document.name).toBe("mine");
  });
});
