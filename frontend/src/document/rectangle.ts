import type { EdgeDocument, SectionDocument } from "../api/types";
import { setEaves } from "./eaves";

/** How the roof stands over a rectangle: which of its four walls are eaves. Edge 0 is south, 1 east, 2 north, 3 west. */
export type RoofForm = "gabled_long" | "gabled_short" | "hipped" | "no_eaves" | "other";

const EAVES: Record<Exclude<RoofForm, "other">, readonly number[]> = {
  gabled_long: [0, 2],
  gabled_short: [1, 3],
  hipped: [0, 1, 2, 3],
  no_eaves: [],
};

export interface Rectangle {
  length: number;
  width: number;
}

/** Length (east to west) and width of a section, or null where its outline is not such a rectangle. */
export function rectangleOf(section: SectionDocument): Rectangle | null {
  const [a, b, c, d] = section.outline_ft as [number, number][];
  if (section.outline_ft.length !== 4 || !a || !b || !c || !d) return null;
  const square = a[1] === b[1] && b[0] === c[0] && c[1] === d[1] && d[0] === a[0] && b[0] > a[0] && c[1] > b[1];
  return square ? { length: b[0] - a[0], width: c[1] - b[1] } : null;
}

export function setRectangle(section: SectionDocument, { length, width }: Rectangle) {
  const [x, y] = section.outline_ft[0] as [number, number];
  section.outline_ft = [
    [x, y],
    [x + length, y],
    [x + length, y + width],
    [x, y + width],
  ];
}

export function roofForm(section: SectionDocument): RoofForm {
  const eaves = section.edges.flatMap((edge, i) => (edge.kind === "eave" ? [i] : []));
  if (section.edges.some((edge) => edge.kind !== "eave" && edge.kind !== "gable")) return "other";
  for (const [form, wanted] of Object.entries(EAVES))
    if (wanted.length === eaves.length && wanted.every((i) => eaves.includes(i))) return form as RoofForm;
  return "other";
}

/** Sets which walls are eaves; a wall that becomes one starts with what the other eaves have. */
export const setRoofForm = (section: SectionDocument, form: Exclude<RoofForm, "other">) =>
  setEaves(section, EAVES[form]);

export const eavesOf = (section: SectionDocument): { edge: EdgeDocument; index: number }[] =>
  section.edges.flatMap((edge, index) => (edge.kind === "eave" ? [{ edge, index }] : []));
