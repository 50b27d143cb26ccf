import type { FillTable, SafetyOpen, Stop } from "./pack";

/** The stops that still stand, as core/filling/stops.py has it. */
export function stopsLeft(stops: readonly Stop[], done: Set<string>, cleared: Set<string>): Stop[] {
  return stops.filter(
    (stop) =>
      !(stop.by_crew && done.has(stop.key)) &&
      !cleared.has(stop.key) &&
      !(stop.hazard !== null && cleared.has(stop.hazard)),
  );
}

/** The stops that stood at a time, s since 1970. revision: the one that was worked by then; null: it is not asked about. */
export function stopsAt(
  table: FillTable,
  at: number,
  revision: number | null,
  done: Set<string>,
  cleared: Set<string>,
): Stop[] {
  const stood = (stop: Stop) => {
    if (stop.until_s !== null && at >= stop.until_s) return false;
    if (stop.since_s !== null) return at >= stop.since_s;
    return revision !== null && (table.revision === null || revision >= table.revision);
  };
  return stopsLeft([...table.stops, ...table.past_stops].filter(stood), done, cleared);
}

/** What of the open work that keeps somebody safe is left, as core/filling/safety.py has it. */
export const safetyLeft = (table: FillTable, done: Set<string>, cleared: Set<string>): SafetyOpen[] =>
  (table.safety ?? []).filter((one) => !done.has(one.key) && !cleared.has(one.key));
