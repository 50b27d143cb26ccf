import { produce } from "immer";
import { describe, expect, it } from "vitest";
import type { JobDocument, SectionDocument } from "../src/api/types";
import { offsetAt, placeAgainst, wallEnds } from "../src/document/against";
import { longSides, setEaves, wallsToSay, wallsUnsaid } from "../src/document/eaves";
import { setOutline } from "../src/document/outline";
import { addSection, sectionOf } from "../src/document/sections";
import { newJob } from "./newJob";

// An L, counter-clockwise: south 38, east 12.5, a step of 18 west, 12.5 north, 20 west, west 25.
const L = [
  [0, 0],
  [38, 0],
  [38, 12.5],
  [20, 12.5],
  [20, 25],
  [0, 25],
];
const walked = (corners: number[][]): JobDocument =>
  produce(newJob("a", 38, 25), (d) => setOutline(d, d.sections?.[0] as SectionDocument, corners));
const main = (job: JobDocument) => job.sections?.[0] as SectionDocument;

describe("which walls are eaves", () => {
  it("has to be said of a walked outline, and of a new section", () => {
    expect(wallsUnsaid(main(walked(L)))).toBe(true);
    expect(main(walked(L)).edges.map((edge) => edge.kind)).toEqual(Array(6).fill(undefined));
    expect(wallsUnsaid(main(newJob("a", 38, 25)))).toBe(false);
    const two = produce(newJob("a", 38, 25), (d) => void addSection(d, main(d)));
    expect(wallsUnsaid(two.sections?.[1] as SectionDocument)).toBe(true);
  });

  it("long sides are the walls that run the long way", () => {
    expect(longSides(main(walked(L)))).toEqual([0, 2, 4]);
    expect(longSides(main(walked(L.map(([x, y]) => [y as number, x as number]))))).toEqual([0, 2, 4]);
    const tall = walked([
      [0, 0],
      [20, 0],
      [20, 40],
      [0, 40],
    ]);
    expect(longSides(main(tall))).toEqual([1, 3]);
  });

  it("a wall that becomes one starts as the others are, and open walls stay", () => {
    const job = produce(walked(L), (d) => {
      const s = main(d);
      Object.assign(s.edges[0] as object, { kind: "eave", heel_in: 6, pitch_in_12: 5, soffit: "spot" });
      Object.assign(s.edges[3] as object, { kind: "open" });
      setEaves(s, [0, 2, 3]);
    });
    expect(main(job).edges.map((edge) => edge.kind)).toEqual(["eave", "gable", "eave", "open", "gable", "gable"]);
    expect(main(job).edges[2]).toMatchObject({ heel_in: 6, pitch_in_12: 5, soffit: "spot" });
    expect(wallsToSay(main(job))).toEqual([0, 1, 2, 4, 5]);
  });
});

describe("a section against a wall", () => {
  const wing = (wall: number, offset: number, outline?: number[][]) => {
    const job = produce(newJob("a", 38, 25), (d) => {
      if (outline) main(d).outline_ft = outline as [number, number][];
      const id = addSection(d, main(d)); // 12 by 12
      placeAgainst(d, id, "main", wall, offset);
    });
    return job.sections?.[1]?.outline_ft;
  };

  it("stands to the west and to the south of it, below 0", () => {
    expect(wing(3, 5)?.[0]).toEqual([-12, 5]);
    expect(wing(0, 10)?.[0]).toEqual([10, -12]);
  });

  it("stands to the east and to the north, counted from the south and the west end", () => {
    expect(wing(1, 3)?.[0]).toEqual([38, 3]);
    expect(wing(2, -2)?.[0]).toEqual([-2, 25]);
  });

  it("is outside also of an outline drawn clockwise", () => {
    const clockwise = [
      [0, 0],
      [0, 25],
      [38, 25],
      [38, 0],
    ];
    expect(wing(0, 5, clockwise)?.[0]).toEqual([-12, 5]);
    expect(wing(3, 5, clockwise)?.[0]).toEqual([5, -12]);
  });

  it("counts where a wall was clicked from that end", () => {
    const s = main(newJob("a", 38, 25));
    expect(wallEnds(s, 2).name).toBe("west end");
    expect(wallEnds(s, 3).name).toBe("south end");
    expect(offsetAt(s, 2, [7, 25.3])).toBeCloseTo(7);
    expect(offsetAt(s, 3, [-0.2, 9])).toBeCloseTo(9);
    const job = newJob("a", 38, 25);
    expect(produce(job, (d) => placeAgainst(d, "main", "none", 0, 1))).toBe(job);
    expect(sectionOf(job, "none")).toBeUndefined();
  });
});
