import type { JobDocument } from "../api/types";

export type Decision = NonNullable<NonNullable<JobDocument["preparation"]>["decisions"]>[number];
export type AddedItem = NonNullable<NonNullable<JobDocument["preparation"]>["added"]>[number];

/** Writes what was decided about an item; a decision that says nothing any more goes. */
export function decide(job: JobDocument, key: string, change: Partial<Omit<Decision, "key">>) {
  const preparation = job.preparation ?? {};
  const decisions = [...(preparation.decisions ?? [])];
  const at = decisions.findIndex((decision) => decision.key === key);
  const next = { ...(at < 0 ? { key } : decisions[at]), ...change } as Decision;
  for (const name of ["cure", "amount", "left_out"] as const) if (next[name] == null) delete next[name];
  const says = Object.keys(next).length > 1;
  if (at < 0) {
    if (says) decisions.push(next);
  } else if (says) decisions[at] = next;
  else decisions.splice(at, 1);
  job.preparation = { ...preparation, decisions };
}

/** What was decided about an item. */
export function decisionOf(job: JobDocument, key: string): Decision | undefined {
  return job.preparation?.decisions?.find((decision) => decision.key === key);
}
