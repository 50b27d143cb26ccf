import type { JobDocument, SectionDocument } from "../api/types";
import { type Point, wallOf } from "./outline";
import { moveSection, sectionOf } from "./sections";

/** A section put against a wall of another one: a wing, a garage, a lower roof, to any side. */
interface Ends {
  /** The end of the wall that offsets count from: the west one, of a wall due north the south one. */
  from: Point;
  name: "west end" | "south end";
  /** Unit vectors: along the wall from there, and out of the section. */
  along: Point;
  out: Point;
}

const turned = (outline: readonly (readonly number[])[]) =>
  outline.reduce((sum, p, i) => {
    const q = outline[(i + 1) % outline.length] as readonly number[];
    return sum + (p[0] as number) * (q[1] as number) - (q[0] as number) * (p[1] as number);
  }, 0);

export function wallEnds(section: SectionDocument, wall: number): Ends {
  const [a, b] = wallOf(section, wall);
  const length = Math.hypot(b[0] - a[0], b[1] - a[1]) || 1;
  const way: Point = [(b[0] - a[0]) / length, (b[1] - a[1]) / length];
  // Outlines are drawn either way round: outside is to the right of a wall where they run counter-clockwise.
  const hand = turned(section.outline_ft) >= 0 ? 1 : -1;
  const out: Point = [way[1] * hand, -way[0] * hand];
  const steep = Math.abs(way[0]) < 1e-9;
  const ahead = steep ? way[1] > 0 : way[0] > 0;
  return {
    from: ahead ? a : b,
    name: steep ? "south end" : "west end",
    along: ahead ? way : [-way[0], -way[1]],
    out,
  };
}

const dot = (p: readonly number[], q: Point) => (p[0] as number) * q[0] + (p[1] as number) * q[1];

/** How far along a wall a place lies, in feet from the end that offsets count from. */
export function offsetAt(section: SectionDocument, wall: number, at: Point): number {
  const { from, along } = wallEnds(section, wall);
  return dot(at, along) - dot(from, along);
}

/** Moves a section so that it touches a wall of another, and begins offset feet from that wall's west (or south) end. */
export function placeAgainst(job: JobDocument, id: string, other: string, wall: number, offset: number) {
  const [mine, theirs] = [sectionOf(job, id), sectionOf(job, other)];
  if (!mine || !theirs) return;
  const { from, along, out } = wallEnds(theirs, wall);
  const least = (way: Point) => Math.min(...mine.outline_ft.map((p) => dot(p, way)));
  const by = [dot(from, along) + offset - least(along), dot(from, out) - least(out)] as const;
  moveSection(job, mine, [along[0] * by[0] + out[0] * by[1], along[1] * by[0] + out[1] * by[1]]);
}
