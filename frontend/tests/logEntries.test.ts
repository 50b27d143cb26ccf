import { beforeEach, describe, expect, it, vi } from "vitest";
import { afterAnswers, keepOutbox, keptOutbox, type Outbox, withEntry, withPaperDay } from "../src/document/logEntries";

const kept = new Map<string, string>();
vi.stubGlobal("localStorage", {
  getItem: (key: string) => kept.get(key) ?? null,
  setItem: (key: string, value: string) => {
    if (kept.has("full")) throw new Error("full");
    kept.set(key, value);
  },
});
beforeEach(() => kept.clear());

const empty: Outbox = { device: "desk a", seq: 7, waiting: [], refused: [] };
const at = new Date("2026-05-02T10:00:00Z");

describe("an entry written at the desk", () => {
  it("has its device, its number there, its time and who wrote it", () => {
    const after = withEntry(empty, { kind: "work.done", value: { key: "box:b" }, actor: "Ana" }, at, "id-1");
    expect(after.seq).toBe(8);
    expect(after.waiting).toEqual([
      {
        id: "id-1",
        device: "desk a",
        seq: 7,
        at: at.toISOString(),
        actor: "Ana",
        kind: "work.done",
        value: { key: "box:b" },
      },
    ]);
  });

  it("that takes another back names it", () => {
    const [entry] = withEntry(empty, { kind: "void", voids: "id-1", actor: "Ana" }, at, "id-2").waiting;
    expect([entry?.voids, entry?.value]).toEqual(["id-1", {}]);
  });
});

describe("what the program answers", () => {
  const three = ["1", "2", "3"].reduce(
    (box, id) => withEntry(box, { kind: "note", value: { text: id }, actor: "Ana" }, at, id),
    empty,
  );

  it("lets go what it has, keeps what it refused with why, and what it said nothing of", () => {
    const after = afterAnswers(three, [
      { id: "1", state: "accepted" },
      { id: "2", state: "refused", why: "value.text" },
    ]);
    expect(after.waiting.map((entry) => entry.id)).toEqual(["3"]);
    expect(after.refused.map(({ entry, why }) => [entry.id, why])).toEqual([["2", "value.text"]]);
  });

  it("known already is as good as accepted", () => {
    expect(afterAnswers(three, [{ id: "3", state: "known" }]).waiting.map((e) => e.id)).toEqual(["1", "2"]);
  });
});

describe("the outbox in this browser", () => {
  it("is found again with what was not sent", () => {
    const box = withEntry(empty, { kind: "note", value: { text: "x" }, actor: "Ana" }, at, "1");
    expect(keepOutbox("job", box)).toBe(true);
    expect(keptOutbox("job")).toEqual(box);
  });

  it("that is lost or unreadable starts as a new device, so that no number is given twice", () => {
    const [first, second] = [keptOutbox("other"), keptOutbox("other")];
    expect(first.device).not.toBe(second.device);
    kept.set("elm-cover.log.job", "{");
    expect(keptOutbox("job").seq).toBe(0);
  });

  it("says so where the browser would not keep it", () => {
    kept.set("full", "");
    expect(keepOutbox("job", empty)).toBe(false);
  });
});

describe("a day from paper", () => {
  it("is a device of its own, so that its times stand whatever the desk wrote before", () => {
    const at = new Date("2026-05-04T08:00:00Z");
    const before = withEntry(empty, { kind: "work.done", value: {}, actor: "A" }, new Date("2026-05-05T08:00:00Z"));
    const after = withPaperDay(
      before,
      [
        { kind: "day.start", value: { revision: 1 }, at },
        { kind: "day.end", value: {}, at },
      ],
      "A",
    );
    const [own, ...paper] = after.waiting;
    expect(paper.map((entry) => [entry.kind, entry.seq, entry.at])).toEqual([
      ["day.start", 0, at.toISOString()],
      ["day.end", 1, at.toISOString()],
    ]);
    expect(paper.every((entry) => entry.device.startsWith("desk, from paper") && entry.device !== own?.device)).toBe(
      true,
    );
  });
});
