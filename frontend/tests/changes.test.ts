import { applyPatches, enablePatches, produce } from "immer";
import { describe, expect, it } from "vitest";
import type { JobDocument } from "../src/api/types";
import { changes } from "../src/document/changes";
import { type Draft, undone, withStep } from "../src/document/draft";

enablePatches();

/** Numbers that look random and are the same each time. */
function dice(seed: number) {
  let state = seed;
  return (most: number) => {
    state = (state * 1103515245 + 12345) % 2147483648;
    return state % most;
  };
}

type Value = null | number | string | Value[] | { [name: string]: Value };

function grown(roll: (most: number) => number, depth: number): Value {
  const kind = depth === 0 ? roll(3) : roll(5);
  if (kind === 0) return roll(4);
  if (kind === 1) return "abc"[roll(3)] as string;
  if (kind === 2) return null;
  if (kind === 3) return Array.from({ length: roll(5) }, () => grown(roll, depth - 1));
  return Object.fromEntries(Array.from({ length: roll(4) }, (_, i) => ["wxyz"[i] as string, grown(roll, depth - 1)]));
}

describe("what turns one value into another", () => {
  it("does so, and the other way round, for any two", () => {
    let different = 0;
    for (let seed = 1; seed <= 600; seed++) {
      const roll = dice(seed);
      const [before, after] = [{ it: grown(roll, 4) }, { it: grown(roll, 4) }];
      expect(applyPatches(before, changes(before, after))).toEqual(after);
      expect(applyPatches(after, changes(after, before))).toEqual(before);
      if (changes(before, after).length) different++;
    }
    expect(different).toBeGreaterThan(400);
  });

  it("is one reading where one of two hundred is added, taken out, moved or set", () => {
    const readings = Array.from({ length: 200 }, (_, i) => ({ id: `r${i}`, depth_in: i % 7, at_ft: [i, i] }));
    const small = (after: unknown) => JSON.stringify(changes({ readings }, { readings: after })).length;
    expect(small([...readings, { id: "new", depth_in: 3, at_ft: [1, 2] }])).toBeLessThan(120);
    expect(small(readings.toSpliced(50, 1))).toBeLessThan(120);
    expect(small(readings.toSpliced(0, 0, { id: "new", depth_in: 3, at_ft: [1, 2] }))).toBeLessThan(120);
    expect(small(readings.map((r, i) => (i === 9 ? { ...r, depth_in: 99 } : r)))).toBeLessThan(120);
    expect(changes({ readings }, { readings: structuredClone(readings) })).toEqual([]);
  });
});

describe("a draft", () => {
  it("grows with what was entered, not with its square", () => {
    let draft: Draft = {
      document: { sections: [{ readings: [] }] } as unknown as JobDocument,
      etag: "1",
      dirty: false,
      past: [],
      future: [],
    };
    const size = () => JSON.stringify(draft).length;
    const enter = (count: number) => {
      for (let i = 0; i < count; i++) {
        const document = produce(draft.document, (d) => {
          const section = (d as JobDocument).sections?.[0];
          if (section)
            section.readings = [
              ...(section.readings ?? []),
              { id: `r${i}`, depth_in: 4 + (i % 3), at_ft: [i, 2] } as never,
            ];
        });
        draft = withStep(draft, document, `reading ${draft.past.length}`, false);
      }
    };
    enter(100);
    const hundred = size();
    enter(100);
    expect(size()).toBeLessThan(2.2 * hundred);
    expect(size()).toBeLessThan(80_000);
    for (let i = 0; i < 200; i++) draft = undone(draft);
    expect(draft.document.sections?.[0]?.readings).toEqual([]);
  });
});
