import type { EdgeDocument } from "../api/types";

export type Mark = NonNullable<EdgeDocument["bays"]>[number];
export type Obstacle = NonNullable<Mark["by"]>;

/** What a tap on a bay does. */
export type Brush =
  | { kind: "tick"; on: boolean }
  | { kind: "open" }
  | { kind: "blocked" | "obstructed"; by: Obstacle }
  | { kind: "soffit"; vented: boolean }
  | { kind: "clear" };

/** The marks of a run with the brush drawn over those places; a mark that says nothing any more is left out. */
export function painted(marks: readonly Mark[], places: readonly number[], brush: Brush): Mark[] {
  const found = new Map(marks.map((mark) => [mark.place, mark]));
  for (const place of places) {
    const next = brushed(found.get(place) ?? { place }, brush);
    if (says(next)) found.set(place, next);
    else found.delete(place);
  }
  return [...found.values()].sort((a, b) => a.place - b.place);
}

function brushed(mark: Mark, brush: Brush): Mark {
  const { by: _by, state: _state, ...plain } = mark;
  switch (brush.kind) {
    case "clear":
      return { place: mark.place };
    case "open":
      return plain;
    case "blocked":
    case "obstructed":
      return { ...plain, state: brush.kind, by: brush.by };
    case "soffit":
      return { ...mark, soffit: brush.vented ? "vented" : "solid" };
    case "tick":
      // A baffle cannot be ticked into a bay that lets no air through: ticking opens it.
      return { ...(brush.on && mark.state === "blocked" ? plain : mark), baffle: brush.on };
  }
}

const says = (mark: Mark) =>
  (mark.state ?? "open") !== "open" || !!mark.soffit || (mark.baffle ?? null) !== null || !!mark.by;

/** Every so many bays of a run, from the first or the second on, as it is read. */
export function everyNth(count: number, step: number, from: number): number[] {
  return Array.from({ length: count }, (_, i) => i).filter((i) => i >= from && (i - from) % step === 0);
}
