import type { JobDocument } from "../src/api/types";

/** A new job over a rectangular floor; everything but the outline is not known yet. */
export function newJob(name: string, length: number, width: number): JobDocument {
  const section = {
    id: "main",
    name: "Main house",
    outline_ft: [
      [0, 0],
      [length, 0],
      [length, width],
      [0, width],
    ],
    edges: [{ kind: "eave" }, { kind: "gable" }, { kind: "eave" }, { kind: "gable" }],
  };
  return { format: "elm-cover.job", version: 1, name, sections: [section] } as unknown as JobDocument;
}
