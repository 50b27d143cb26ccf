import type { EdgeDocument, JobDocument, SectionDocument } from "../api/types";

/** Edits of a section's outline. Ids stay with their wall: what names a wall names it still after a corner is put in. */
export type Point = [number, number];

const THOUSANDTH = 1000;
const NEAR_FT = 1e-9;
export const round = (ft: number) => Math.round(ft * THOUSANDTH) / THOUSANDTH;
export const newId = () => crypto.randomUUID().replaceAll("-", "").slice(0, 12);

export const lengthOf = (section: SectionDocument, wall: number) => {
  const [a, b] = wallOf(section, wall);
  return Math.hypot(b[0] - a[0], b[1] - a[1]);
};

export function wallOf(section: SectionDocument, wall: number): [Point, Point] {
  const corners = section.outline_ft as Point[];
  return [corners[wall] as Point, corners[(wall + 1) % corners.length] as Point];
}

/** Every wall of the section with an id, and vents that named one by its place naming it by its id. */
export function withEdgeIds(job: JobDocument, section: SectionDocument) {
  for (const edge of section.edges) edge.id ??= newId();
  for (const vent of job.vents ?? [])
    if (vent.section === section.id && typeof vent.edge === "number") vent.edge = section.edges[vent.edge]?.id ?? null;
}

/** Where each bay of a wall begins, in feet from its corner: counted by the plan. */
export type BayStarts = (wall: number) => readonly number[];

/** A corner in the middle of a wall: the wall keeps its id up to there, the rest is a wall like it. Marked bays stay where they are. */
export function insertCorner(job: JobDocument, section: SectionDocument, wall: number, starts: BayStarts) {
  withEdgeIds(job, section);
  const [a, b] = wallOf(section, wall);
  const middle = lengthOf(section, wall) / 2 - NEAR_FT;
  const half = starts(wall).filter((ft) => ft < middle).length;
  section.outline_ft.splice(wall + 1, 0, [round((a[0] + b[0]) / 2), round((a[1] + b[1]) / 2)]);
  const first = section.edges[wall] as EdgeDocument;
  const rest: EdgeDocument = { ...first, id: newId() };
  if (first.bays?.length) {
    rest.bays = first.bays.filter((bay) => bay.place >= half).map((bay) => ({ ...bay, place: bay.place - half }));
    first.bays = first.bays.filter((bay) => bay.place < half);
  }
  section.edges.splice(wall + 1, 0, rest);
}

/** Takes a corner out: the wall before it goes on to the next corner. False where only three are left. */
export function removeCorner(job: JobDocument, section: SectionDocument, corner: number, starts: BayStarts): boolean {
  if (section.outline_ft.length <= 3) return false;
  withEdgeIds(job, section);
  const gone = section.edges[corner]?.id;
  const before = (corner - 1 + section.edges.length) % section.edges.length;
  const kept = section.edges[before]?.id;
  const [wall, after] = [section.edges[before], section.edges[corner]];
  if (wall && after?.bays?.length) {
    const shift = starts(before).length;
    wall.bays = [...(wall.bays ?? []), ...after.bays.map((bay) => ({ ...bay, place: bay.place + shift }))];
  }
  section.outline_ft.splice(corner, 1);
  section.edges.splice(corner, 1);
  for (const vent of job.vents ?? []) if (vent.section === section.id && vent.edge === gone) vent.edge = kept ?? null;
  return true;
}

export function moveCorner(section: SectionDocument, corner: number, to: Point) {
  section.outline_ft[corner] = [round(to[0]), round(to[1])];
}

/** Sets the length of a wall: the wall after it is pushed along, so that square corners stay square. */
export function setWallLength(section: SectionDocument, wall: number, length: number) {
  const corners = section.outline_ft as Point[];
  const [a, b] = wallOf(section, wall);
  const now = Math.hypot(b[0] - a[0], b[1] - a[1]);
  if (now === 0) return;
  const by: Point = [((b[0] - a[0]) / now) * (length - now), ((b[1] - a[1]) / now) * (length - now)];
  const end = (wall + 1) % corners.length;
  const after = (wall + 2) % corners.length;
  for (const corner of corners.length > 3 ? [end, after] : [end]) {
    const [x, y] = corners[corner] as Point;
    corners[corner] = [round(x + by[0]), round(y + by[1])];
  }
}

/** A new outline, as walked or drawn. As many walls as before: each stays what it was; else it has to be said what they are. */
export function setOutline(job: JobDocument, section: SectionDocument, corners: readonly (readonly number[])[]) {
  withEdgeIds(job, section);
  const same = corners.length === section.edges.length;
  section.outline_ft = corners.map((p) => [p[0] as number, p[1] as number]);
  if (same) return;
  section.edges = corners.map(() => ({ id: newId() }));
  for (const vent of job.vents ?? []) if (vent.section === section.id) vent.edge = null;
}
