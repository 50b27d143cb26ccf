import type { SectionDocument } from "../api/types";
import { wallOf } from "./outline";

/** Which walls of an outline of any shape are eaves. A wall that is open to a section, a knee wall or a step stays what it is. */
const mayBeEave = (kind: string | null | undefined) => !kind || kind === "eave" || kind === "gable";

export const wallsToSay = (section: SectionDocument): number[] =>
  section.edges.flatMap((edge, i) => (mayBeEave(edge.kind) ? [i] : []));

/** Whether it has still to be said of a wall what it is. */
export const wallsUnsaid = (section: SectionDocument): boolean => section.edges.some((edge) => !edge.kind);

/** The walls that run the long way of the outline: east and west where it is longer so, else north and south. */
export function longSides(section: SectionDocument): number[] {
  const runs = section.edges.map((_, i) => {
    const [a, b] = wallOf(section, i);
    return { dx: Math.abs(b[0] - a[0]), dy: Math.abs(b[1] - a[1]) };
  });
  const xs = section.outline_ft.map((p) => p[0]);
  const ys = section.outline_ft.map((p) => p[1]);
  const alongX = Math.max(...xs) - Math.min(...xs) >= Math.max(...ys) - Math.min(...ys);
  return wallsToSay(section).filter((i) => {
    const run = runs[i] as { dx: number; dy: number };
    return alongX ? run.dx > run.dy : run.dy > run.dx;
  });
}

/** Sets which walls are eaves, the others gables; a wall that becomes one starts with what the other eaves have. */
export function setEaves(section: SectionDocument, eaves: readonly number[]) {
  const like = section.edges.find((edge) => edge.kind === "eave");
  section.edges.forEach((edge, i) => {
    if (!mayBeEave(edge.kind)) return;
    const becomes = eaves.includes(i);
    if (becomes && edge.kind !== "eave") {
      edge.heel_in ??= like?.heel_in ?? null;
      edge.pitch_in_12 ??= like?.pitch_in_12 ?? null;
      edge.soffit ??= like?.soffit ?? null;
    }
    edge.kind = becomes ? "eave" : "gable";
  });
}
