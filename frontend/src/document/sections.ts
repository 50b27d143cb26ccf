import type { JobDocument, SectionDocument } from "../api/types";
import { newId, type Point, round } from "./outline";

export const sectionOf = <T extends { id: string }>(job: { sections?: readonly T[] | null }, id: string) =>
  job.sections?.find((s) => s.id === id);

/** What is filled into a section; nothing where it has no choice yet. */
export function productOf(job: JobDocument, section: string) {
  const chosen = job.choice?.[section]?.product;
  return job.products?.find((p) => p.id === chosen);
}

/** Moves a section with everything that stands in it. */
export function moveSection(job: JobDocument, section: SectionDocument, by: Point) {
  const moved = ([x, y]: readonly [number, number]): Point => [round(x + by[0]), round(y + by[1])];
  section.outline_ft = section.outline_ft.map((p) => moved(p as Point));
  for (const hole of section.holes ?? []) hole.outline_ft = hole.outline_ft.map((p) => moved(p as Point));
  for (const item of [...(section.readings ?? []), ...(section.features ?? [])])
    if (item.at_ft) item.at_ft = moved(item.at_ft);
  for (const feature of section.features ?? []) if (feature.to_ft) feature.to_ft = moved(feature.to_ft);
  for (const item of [...(job.accesses ?? []), ...(job.photos ?? [])])
    if (item.section === section.id && item.at_ft) item.at_ft = moved(item.at_ft);
}

/** A section beside the others, a rectangle to begin with; framing and ceiling as in the one that is open. */
export function addSection(job: JobDocument, like: SectionDocument, corners?: readonly (readonly number[])[]): string {
  job.sections ??= [];
  const taken = new Set(job.sections.map((s) => s.id));
  let number = job.sections.length + 1;
  while (taken.has(`section-${number}`)) number += 1;
  const id = `section-${number}`;
  const east = Math.max(...job.sections.flatMap((s) => s.outline_ft.map((p) => p[0])));
  const outline = corners ?? [
    [east, 0],
    [east + 12, 0],
    [east + 12, 12],
    [east, 12],
  ];
  job.sections.push({
    id,
    name: `Section ${number}`,
    outline_ft: outline.map((p) => [p[0] as number, p[1] as number]),
    edges: outline.map(() => ({ id: newId() })),
    framing: { ...like.framing },
    ceiling: { ...like.ceiling },
  } as SectionDocument);
  return id;
}

/** Takes a section away, and what hung on it. */
export function removeSection(job: JobDocument, id: string) {
  job.sections = job.sections?.filter((s) => s.id !== id);
  job.accesses = job.accesses?.filter((a) => a.section !== id);
  job.vents = job.vents?.filter((v) => v.section !== id);
  job.photos = job.photos?.filter((p) => p.section !== id);
  job.contact = job.contact?.filter((c) => c.section !== id);
  if (job.choice) delete job.choice[id];
}
