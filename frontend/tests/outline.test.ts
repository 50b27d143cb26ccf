import { produce } from "immer";
import { describe, expect, it } from "vitest";
import type { JobDocument, SectionDocument } from "../src/api/types";
import { insertCorner, lengthOf, removeCorner, setOutline, setWallLength } from "../src/document/outline";
import { addSection, moveSection, removeSection } from "../src/document/sections";

function job(): JobDocument {
  return {
    format: "elm-cover.job",
    version: 1,
    vents: [
      { kind: "soffit", section: "main", edge: 2 },
      { kind: "soffit", section: "wing", edge: 2 },
    ],
    accesses: [{ section: "main", at_ft: [12, 9], opening_in: [22, 30] }],
    photos: [{ file: `${"a".repeat(64)}.jpg`, section: "main", at_ft: [3, 4] }],
    contact: [{ place: "knee_wall", section: "main", found: "apart" }],
    choice: { main: { method: "top_up" } },
    sections: [
      {
        id: "main",
        outline_ft: [
          [0, 0],
          [38, 0],
          [38, 25],
          [0, 25],
        ],
        edges: [
          { id: "south", kind: "eave", heel_in: 6.5 },
          { id: "east", kind: "gable" },
          { id: "north", kind: "eave" },
          { id: "west", kind: "gable" },
        ],
        readings: [{ at_ft: [5, 6], depth_in: 4 }],
        features: [{ kind: "wire", at_ft: [7, 8], to_ft: [9, 8] }],
        holes: [
          {
            outline_ft: [
              [1, 1],
              [2, 1],
              [2, 2],
            ],
          },
        ],
      },
    ],
  } as unknown as JobDocument;
}

const none = () => [];
const edited = (recipe: (section: SectionDocument, job: JobDocument) => void) =>
  produce(job(), (d) => recipe((d as JobDocument).sections?.[0] as SectionDocument, d as JobDocument));
const main = (d: JobDocument) => d.sections?.[0] as SectionDocument;

describe("a corner", () => {
  it("put into a wall keeps every wall's name, and vents stay on theirs", () => {
    const after = edited((s, d) => insertCorner(d, s, 0, none));
    expect(main(after).outline_ft[1]).toEqual([19, 0]);
    expect(main(after).edges.map((e) => e.id)).toEqual(["south", expect.any(String), "east", "north", "west"]);
    expect(main(after).edges[1]).toMatchObject({ kind: "eave", heel_in: 6.5 });
    expect(after.vents?.[0]?.edge).toBe("north");
    expect(after.vents?.[1]?.edge).toBe(2); // another section's vent is left alone
    for (const part of ["readings", "features", "holes"] as const) expect(main(after)[part]).toEqual(main(job())[part]);
    expect([after.photos, after.accesses]).toEqual([job().photos, job().accesses]);
  });

  it("taken out gives its vents to the wall before it", () => {
    const after = edited((s, d) => void removeCorner(d, s, 2, none));
    expect(main(after).edges.map((e) => e.id)).toEqual(["south", "east", "west"]);
    expect(after.vents?.[0]?.edge).toBe("east");
  });

  it("is not taken out of a triangle", () => {
    const after = edited((s, d) => {
      removeCorner(d, s, 2, none);
      expect(removeCorner(d, s, 1, none)).toBe(false);
    });
    expect(main(after).outline_ft).toHaveLength(3);
  });

  it("put in and taken out again leaves the outline as it was", () => {
    const after = edited((s, d) => {
      insertCorner(d, s, 1, none);
      removeCorner(d, s, 2, none);
    });
    expect(main(after).outline_ft).toEqual(main(job()).outline_ft);
    expect(main(after).edges).toEqual(main(job()).edges);
  });
});

describe("a wall's length", () => {
  it("pushes the next wall along, so that square stays square", () => {
    const after = main(edited((s) => setWallLength(s, 0, 40)));
    expect(after.outline_ft).toEqual([
      [0, 0],
      [40, 0],
      [40, 25],
      [0, 25],
    ]);
    expect(lengthOf(after, 2)).toBe(40);
  });

  it("of an L changes that leg alone", () => {
    const l: [number, number][] = [
      [0, 0],
      [40, 0],
      [40, 24],
      [22, 24],
      [22, 38],
      [0, 38],
    ];
    const after = main(
      edited((s, d) => {
        setOutline(d, s, l);
        setWallLength(s, 3, 10);
      }),
    );
    expect(after.outline_ft).toEqual([l[0], l[1], l[2], l[3], [22, 34], [0, 34]]);
  });
});

describe("a section", () => {
  it("moved takes along what stands in it", () => {
    const after = edited((s, d) => moveSection(d, s, [10, -5]));
    expect(main(after).outline_ft[0]).toEqual([10, -5]);
    expect(main(after).readings?.[0]?.at_ft).toEqual([15, 1]);
    expect(main(after).features?.[0]).toMatchObject({ at_ft: [17, 3], to_ft: [19, 3] });
    expect(main(after).holes?.[0]?.outline_ft[0]).toEqual([11, -4]);
    expect(after.photos?.[0]?.at_ft).toEqual([13, -1]);
    expect(after.accesses?.[0]?.at_ft).toEqual([22, 4]);
  });

  it("added stands beside the others under a name of its own", () => {
    const ids: string[] = [];
    const after = edited((s, d) => {
      ids.push(addSection(d, s), addSection(d, s));
    });
    expect(new Set(ids).size).toBe(2);
    expect(after.sections?.[1]?.outline_ft[0]).toEqual([38, 0]);
    expect(after.sections?.[2]?.outline_ft[0]).toEqual([50, 0]);
  });

  it("taken away leaves nothing that names it", () => {
    const after = edited((s, d) => {
      addSection(d, s);
      removeSection(d, "main");
    });
    expect(JSON.stringify(after)).not.toContain('"main"');
  });

  it("with a new outline of as many walls keeps what each wall is; else it has to be said", () => {
    const square: [number, number][] = [
      [0, 0],
      [30, 0],
      [30, 20],
      [0, 20],
    ];
    expect(main(edited((s, d) => setOutline(d, s, square))).edges[0]).toMatchObject({ id: "south", kind: "eave" });
    const after = edited((s, d) => setOutline(d, s, square.slice(0, 3)));
    expect(main(after).edges.map((e) => e.kind)).toEqual([undefined, undefined, undefined]);
    expect(after.vents?.[0]?.edge).toBeNull();
  });
});
