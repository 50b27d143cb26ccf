import { keepPreviousData, useQuery, useQueryClient } from "@tanstack/react-query";
import { useCallback, useState } from "react";
import { ask, type ProblemError } from "../../api/client";
import type { CalendarAnswer, ProposalAnswer } from "../../api/types";
import { addDays, mondayOf } from "./days";
import { type Moves, type Stand, standsOf, undone } from "./moves";

/** Days on screen: two working weeks and the weekend between them. */
export const SPAN = 12;
const AGAIN_MS = 1000;

export interface CalendarHandle {
  first: string;
  answer: CalendarAnswer | undefined;
  error: Error | null;
  busy: boolean;
  trouble: string | null;
  said: string | null;
  go: (days: number) => void;
  goTo: (day: string) => void;
  again: () => void;
  /** Places jobs, or takes them off; can be taken back. */
  move: (label: string, stands: readonly Stand[]) => Promise<boolean>;
  undo: (() => void) | null;
  undoLabel: string | null;
  propose: () => Promise<ProposalAnswer | null>;
  /** Anything else that changes the calendar: weather, crews, busy times. */
  change: (run: () => Promise<unknown>, said?: string) => Promise<void>;
}

/** The calendar from a Monday on, and every way of changing it. */
export function useCalendar(today: string): CalendarHandle {
  const [first, setFirst] = useState(() => mondayOf(today));
  const [moves, setMoves] = useState<readonly Moves[]>([]);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [said, setSaid] = useState<string | null>(null);
  const [busy, setBusy] = useState(false);
  const queries = useQueryClient();
  const { data, error, refetch } = useQuery({
    queryKey: ["calendar", first],
    queryFn: async () => (await ask<CalendarAnswer>("GET", `/api/calendar?first=${first}&days=${SPAN}`)).data,
    placeholderData: keepPreviousData,
    // What was saved or ticked a moment ago is being made: it is there in the next.
    refetchInterval: (query) => (query.state.data?.making ? AGAIN_MS : false),
  });
  const run = useCallback(
    async (work: () => Promise<unknown>): Promise<boolean> => {
      setBusy(true);
      try {
        await work();
        setTrouble(null);
        return true;
      } catch (problem) {
        const { problem: told, message } = problem as ProblemError;
        setTrouble(told?.errors?.map((one) => `${one.field}: ${one.text}`).join("; ") || message);
        return false;
      } finally {
        setBusy(false);
        await queries.invalidateQueries({ queryKey: ["calendar"] });
      }
    },
    [queries],
  );
  const put = useCallback(
    (stands: readonly Stand[]) => run(() => ask("PUT", "/api/calendar/places", { places: stands })),
    [run],
  );
  const move = async (label: string, stands: readonly Stand[]) => {
    const before = standsOf(
      data,
      stands.map((one) => one.job),
    );
    const done = await put(stands);
    if (done) setMoves((old) => [...old.slice(-49), { label, before }]);
    if (done) setSaid(label);
    return done;
  };
  const last = moves.at(-1);
  const undo = async () => {
    if (last && (await put(last.before))) {
      setMoves(undone);
      setSaid(`Taken back: ${last.label}`);
    }
  };
  return {
    first,
    answer: data,
    error,
    busy,
    trouble,
    said,
    go: (days) => setFirst((old) => addDays(old, days)),
    goTo: (day) => setFirst(mondayOf(day)),
    again: () => void refetch(),
    move,
    undo: last ? () => void undo() : null,
    undoLabel: last?.label ?? null,
    propose: async () => {
      let found: ProposalAnswer | null = null;
      await run(async () => {
        found = (await ask<ProposalAnswer>("POST", "/api/calendar/propose", { first, days: SPAN * 2 })).data;
      });
      return found;
    },
    change: async (work, told) => {
      if ((await run(work)) && told) setSaid(told);
    },
  };
}
