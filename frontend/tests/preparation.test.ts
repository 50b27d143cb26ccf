import { describe, expect, it } from "vitest";
import type { JobDocument } from "../src/api/types";
import { decide, decisionOf } from "../src/document/preparation";

const job = (decisions?: object[]) =>
  ({
    format: "elm-cover.job",
    version: 1,
    ...(decisions ? { preparation: { decisions, added: [] } } : {}),
  }) as JobDocument;

describe("a decision about an item", () => {
  it("is written beside those of other items, and added to", () => {
    const one = job([{ key: "box:a", amount: 2 }]);
    decide(one, "light:l", { cure: "box" });
    decide(one, "light:l", { amount: 3 });
    expect(one.preparation?.decisions).toEqual([
      { key: "box:a", amount: 2 },
      { key: "light:l", cure: "box", amount: 3 },
    ]);
    expect(decisionOf(one, "light:l")?.cure).toBe("box");
  });

  it("that says nothing any more goes, and one that never said anything does not come", () => {
    const one = job([{ key: "box:a", amount: 2 }]);
    decide(one, "box:a", { amount: null });
    decide(one, "box:b", { left_out: null });
    expect(one.preparation?.decisions).toEqual([]);
  });

  it("keeps what was added by hand", () => {
    const one = job();
    one.preparation = { added: [{ id: "x", kind: "dam" }] } as JobDocument["preparation"];
    decide(one, "box:a", { left_out: { reason: "r", by: "b" } });
    expect(one.preparation?.added).toHaveLength(1);
  });
});
