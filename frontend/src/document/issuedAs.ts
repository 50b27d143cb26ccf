import type { PaperFound } from "../api/types";

/** When and of which revision a paper was issued, and that it came in where it was not issued here. */
export function issuedAs(one: PaperFound): string {
  const day = one.issued_at ? one.issued_at.slice(0, 10) : "day of issue not known";
  const revision = one.revision === null ? "revision not known" : `revision ${one.revision}`;
  if (one.came_at === null) return `${day}, ${revision}`;
  const came = one.came_at ? `came in ${one.came_at.slice(0, 10)}` : "its record here was changed";
  const issued = one.issued_at ? `issued ${day}` : day;
  return `not issued here: ${came}; ${one.key ? "" : "unsigned, "}${issued}, ${revision}`;
}
