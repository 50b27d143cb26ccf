import { describe, expect, it } from "vitest";
import type { JobDocument, SectionDocument } from "../src/api/types";
import { everyNth, painted } from "../src/document/bayMarks";
import { insertCorner, lengthOf, removeCorner } from "../src/document/outline";
import { broken } from "../src/drawings/cut/heatLines";

describe("the brush", () => {
  it("puts a mark on each bay it is drawn over, in their order", () => {
    const marks = painted([{ place: 7, state: "blocked", by: "duct" }], [3, 2], {
      kind: "obstructed",
      by: "truss_member",
    });
    expect(marks.map((m) => m.place)).toEqual([2, 3, 7]);
    expect(marks[0]).toEqual({ place: 2, state: "obstructed", by: "truss_member" });
  });

  it("ticks a baffle into a blocked bay by opening it, and leaves it blocked when ticked off", () => {
    const blocked = [{ place: 1, state: "blocked", by: "chimney" } as const];
    expect(painted(blocked, [1], { kind: "tick", on: true })).toEqual([{ place: 1, baffle: true }]);
    expect(painted(blocked, [1], { kind: "tick", on: false })[0]).toMatchObject({ state: "blocked", baffle: false });
  });

  it("leaves no mark that says nothing", () => {
    const marks = painted([], [1, 2], { kind: "blocked", by: "duct" });
    expect(painted(marks, [1], { kind: "open" })).toEqual([marks[1]]);
    expect(painted(marks, [1, 2], { kind: "clear" })).toEqual([]);
    const both = painted(painted([], [4], { kind: "soffit", vented: false }), [4], { kind: "blocked", by: "duct" });
    expect(painted(both, [4], { kind: "open" })).toEqual([{ place: 4, soffit: "solid" }]);
  });

  it("sets patterns", () => {
    expect(everyNth(7, 2, 0)).toEqual([0, 2, 4, 6]);
    expect(everyNth(7, 2, 1)).toEqual([1, 3, 5]);
    expect(everyNth(3, 1, 0)).toEqual([0, 1, 2]);
  });
});

describe("marked bays", () => {
  const job = (): JobDocument => ({
    format: "elm-cover.job",
    version: 1,
    sections: [
      {
        id: "main",
        outline_ft: [
          [0, 0],
          [40, 0],
          [40, 20],
          [0, 20],
        ],
        edges: [
          {
            kind: "eave",
            bays: [
              { place: 2, state: "blocked" },
              { place: 12, soffit: "solid" },
            ],
          },
          { kind: "gable" },
          { kind: "eave" },
          { kind: "gable" },
        ],
        framing: { spacing_in: 24 },
      } as SectionDocument,
    ],
  });

  it("stay where they are on the floor when a corner is put into their wall, and when it is taken out again", () => {
    const d = job();
    const section = d.sections?.[0] as SectionDocument;
    // As the plan counts them: a bay begins every 24 in from the wall's own corner.
    const starts = (wall: number) => Array.from({ length: Math.ceil(lengthOf(section, wall) / 2) }, (_, i) => i * 2);
    insertCorner(d, section, 0, starts);
    expect(section.edges[0]?.bays).toEqual([{ place: 2, state: "blocked" }]);
    expect(section.edges[1]?.bays).toEqual([{ place: 2, soffit: "solid" }]);
    removeCorner(d, section, 1, starts);
    expect(section.edges[0]?.bays?.map((b) => b.place)).toEqual([2, 12]);
  });
});

describe("a line of equal temperature", () => {
  it("is broken where its figure stands", () => {
    const line = Array.from({ length: 11 }, (_, i) => [i * 10, 50] as const);
    const runs = broken(line, [35, 40, 65, 60]);
    expect(runs.map((run) => [run[0]?.[0], run.at(-1)?.[0]])).toEqual([
      [0, 30],
      [70, 100],
    ]);
    expect(broken(line, null)).toHaveLength(1);
  });
});
