import { describe, expect, it } from "vitest";
import { type PaperDayTyped, paperEntries } from "../src/document/paperDay";

const PLAN = {
  revision: 3,
  by_band: [
    { number: 1, section: "main" },
    { number: 2, section: "main" },
    { number: 3, section: "wing" },
  ],
  sections: [
    { section: "main", quota: 20 },
    { section: "wing", quota: 10 },
    { section: "bare", quota: 0 },
  ],
};
const typed = (change: Partial<PaperDayTyped> = {}): PaperDayTyped => ({
  on: "2026-05-04",
  begin: "08:00",
  end: "12:00",
  hopperStart: "0,5",
  hopperEnd: "0.25",
  bags: { 1: "11", 3: "9" },
  ...change,
});

describe("a day typed in from paper", () => {
  it("becomes the entries that a phone would have written, in their order, between begin and end", () => {
    const made = paperEntries(typed(), PLAN);
    if ("wrong" in made) throw new Error(made.wrong);
    expect(made.bags).toBe(20);
    expect(made.entries.map((entry) => [entry.kind, Object.values(entry.value).join(" ")])).toEqual([
      ["day.start", "3 [object Object]"],
      ["count.take", ""],
      ["hopper", "0.5"],
      ["band.enter", "main 1"],
      ["bag.in", "11"],
      ["band.leave", "main 1 true"],
      ["band.enter", "wing 3"],
      ["bag.in", "9"],
      ["hopper", "0.25"],
      ["band.leave", "wing 3 true"],
      ["day.end", ""],
    ]);
    const times = made.entries.map((entry) => entry.at.valueOf());
    expect([...times].sort((a, b) => a - b)).toEqual(times);
    expect((times.at(-1) as number) - (times[0] as number)).toBe(4 * 3_600_000);
  });

  it("says what is wrong before anything is written", () => {
    const wrong = (change: Partial<PaperDayTyped>) => {
      const made = paperEntries(typed(change), PLAN);
      return "wrong" in made ? made.wrong : null;
    };
    expect(wrong({ on: "" })).toContain("each has to be there");
    expect(wrong({ end: "07:00" })).toContain("after the begin");
    expect(wrong({ hopperEnd: "-1" })).toContain("0 to 50");
    expect(wrong({ bags: {} })).toContain("at least one band");
    expect(wrong({ bags: { 2: "1.5" } })).toContain("Band 2: whole bags");
    expect(wrong({ bags: { 2: "x" } })).toContain("Band 2");
  });
});
