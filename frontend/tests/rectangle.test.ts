import { produce } from "immer";
import { describe, expect, it } from "vitest";
import type { JobDocument, SectionDocument } from "../src/api/types";
import { fileName } from "../src/document/jobFile";
import { eavesOf, rectangleOf, roofForm, setRectangle, setRoofForm } from "../src/document/rectangle";
import { newJob } from "./newJob";

const section = (): SectionDocument => newJob("a", 38, 25).sections?.[0] as SectionDocument;

describe("a new job", () => {
  it("is a gabled rectangle of that size with nothing else known", () => {
    const job = newJob("Quarry loop", 38, 25);
    expect(rectangleOf(section())).toEqual({ length: 38, width: 25 });
    expect(roofForm(section())).toBe("gabled_long");
    expect(Object.keys(job).sort()).toEqual(["format", "name", "sections", "version"]);
    expect(section().edges.every((edge) => edge.heel_in === undefined)).toBe(true);
  });
});

describe("length and width", () => {
  it("are those of a rectangle that lies square, and of nothing else", () => {
    const of = (outline_ft: number[][]) => rectangleOf({ ...section(), outline_ft } as SectionDocument);
    expect(
      of([
        [5, 7],
        [45, 7],
        [45, 27],
        [5, 27],
      ]),
    ).toEqual({ length: 40, width: 20 });
    expect(
      of([
        [0, 0],
        [40, 1],
        [40, 20],
        [0, 20],
      ]),
    ).toBeNull();
    expect(
      of([
        [0, 0],
        [40, 0],
        [40, 20],
      ]),
    ).toBeNull();
    expect(
      of([
        [40, 0],
        [0, 0],
        [0, 20],
        [40, 20],
      ]),
    ).toBeNull();
  });

  it("set keep the corner it stands on", () => {
    const moved = produce(section(), (s) => {
      s.outline_ft = s.outline_ft.map(([x, y]) => [(x ?? 0) + 3, (y ?? 0) + 4]) as never;
      setRectangle(s, { length: 10, width: 6 });
    });
    expect(moved.outline_ft).toEqual([
      [3, 4],
      [13, 4],
      [13, 10],
      [3, 10],
    ]);
  });
});

describe("the form of a roof", () => {
  it.each([
    ["gabled_long", [0, 2]],
    ["gabled_short", [1, 3]],
    ["hipped", [0, 1, 2, 3]],
    ["no_eaves", []],
  ] as const)("%s has its eaves at %j and is read back", (form, eaves) => {
    const set = produce(section(), (s) => setRoofForm(s, form));
    expect(eavesOf(set).map(({ index }) => index)).toEqual(eaves);
    expect(roofForm(set)).toBe(form);
  });

  it("gives a wall that becomes an eave what the others have, and keeps what it had", () => {
    const measured = produce(section(), (s) => {
      Object.assign(s.edges[0] as object, { heel_in: 6.5, pitch_in_12: 5, soffit: "continuous" });
      Object.assign(s.edges[1] as object, { heel_in: 9 });
    });
    const hipped = produce(measured, (s) => setRoofForm(s, "hipped"));
    expect(hipped.edges[1]).toMatchObject({ kind: "eave", heel_in: 9, pitch_in_12: 5, soffit: "continuous" });
    const back = produce(hipped, (s) => setRoofForm(s, "gabled_long"));
    expect(back.edges[1]).toMatchObject({ kind: "gable", heel_in: 9 });
  });

  it("with a wall of another kind is another form", () => {
    const stepped = produce(section(), (s) => void Object.assign(s.edges[1] as object, { kind: "step" }));
    expect(roofForm(stepped)).toBe("other");
    const three = produce(section(), (s) => void Object.assign(s.edges[1] as object, { kind: "eave" }));
    expect(roofForm(three)).toBe("other");
  });
});

describe("a file's name", () => {
  it.each([
    ["14 Quarry Loop", "14-quarry-loop.json"],
    ["Weir/Bank: attic", "weir-bank-attic.json"],
    ["Östliche Höhe", "östliche-höhe.json"],
    ["", "job.json"],
  ])("of %j is %s", (name, file) => {
    expect(fileName({ name } as JobDocument, ".json")).toBe(file);
  });
});
