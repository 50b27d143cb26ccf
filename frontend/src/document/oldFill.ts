import type { JobDocument, SectionDocument } from "../api/types";
import { sectionOf } from "./sections";

/** Keep, re-lay, lift or clear the old fill. The method says so where it lifts or clears; the section says the rest. */
export type OldFillAction = NonNullable<SectionDocument["old_fill"]>;

const METHODS = { lift: "lift_and_fill", clear: "clear_and_blow" } as const;

/** What a method makes of the old fill; null where it leaves that to the section. */
export function byMethod(method: string | null | undefined): "lift" | "clear" | null {
  if (method === METHODS.lift) return "lift";
  return method === METHODS.clear ? "clear" : null;
}

/** What was decided; null while nothing was. */
export function decidedOldFill(job: JobDocument, section: SectionDocument): OldFillAction | null {
  return byMethod(job.choice?.[section.id]?.method) ?? section.old_fill ?? null;
}

/** Decides: the section's record and, where there is a choice already, its method, so that the two never disagree. */
export function decideOldFill(job: JobDocument, id: string, action: OldFillAction) {
  const section = sectionOf(job, id);
  if (section) section.old_fill = action;
  const choice = job.choice?.[id];
  if (!choice) return;
  // Batts lie on a cleared floor as on any other: the section says that it is cleared.
  const batts = choice.method?.startsWith("batts");
  if (batts && action !== "lift") return;
  if (action === "lift" || action === "clear") choice.method = METHODS[action];
  else if (byMethod(choice.method)) choice.method = "top_up";
}
