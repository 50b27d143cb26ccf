import { describe, expect, it } from "vitest";
import type { JobDocument, SectionDocument } from "../src/api/types";
import { decidedOldFill, decideOldFill, type OldFillAction } from "../src/document/oldFill";

const job = (method?: string): JobDocument =>
  ({
    sections: [{ id: "main", outline_ft: [], edges: [] }],
    choice: method ? { main: { method, product: "c1" } } : {},
  }) as unknown as JobDocument;
const main = (d: JobDocument) => d.sections?.[0] as SectionDocument;

describe("what becomes of the old fill", () => {
  it("is not decided until somebody decides", () => {
    expect(decidedOldFill(job(), main(job()))).toBeNull();
    expect(decidedOldFill(job("top_up"), main(job("top_up")))).toBeNull();
  });

  it.each([
    ["keep", "top_up"],
    ["relay", "top_up"],
    ["lift", "lift_and_fill"],
    ["clear", "clear_and_blow"],
  ] as [OldFillAction, string][])("%s goes with the method %s, from whatever it was", (action, method) => {
    for (const before of ["top_up", "lift_and_fill", "clear_and_blow"]) {
      const d = job(before);
      decideOldFill(d, "main", action);
      expect([main(d).old_fill, d.choice?.main?.method, decidedOldFill(d, main(d))]).toEqual([action, method, action]);
    }
  });

  it("is kept with the section while no product is picked", () => {
    const d = job();
    decideOldFill(d, "main", "lift");
    expect([decidedOldFill(d, main(d)), d.choice]).toEqual(["lift", {}]);
  });

  it("leaves other methods alone where the fill is kept", () => {
    const d = job("batts_across");
    decideOldFill(d, "main", "keep");
    expect(d.choice?.main?.method).toBe("batts_across");
  });
});
