import { useMemo } from "react";
import type { Book, ChoiceLists, Settings } from "../api/types";
import { useDocument, usePlanned, useSections, useView } from "./context";

/** A part of the job with the core's start value wherever the job says nothing of its own. */
export function withStart<T extends object>(
  start: T,
  given: Partial<{ [K in keyof T]: T[K] | null }> | null | undefined,
) {
  const filled = { ...start };
  for (const [key, value] of Object.entries(given ?? {}))
    if (value !== null && value !== undefined) filled[key as keyof T] = value as T[keyof T];
  return filled as { [K in keyof T]-?: NonNullable<T[K]> | Extract<T[K], null | undefined> };
}

type Whole<T> = { [K in keyof T]-?: T[K] };

/** The job's settings, as they are planned by. */
export function useSettings(): Whole<Settings> {
  const { document } = useDocument();
  const { lists } = useView();
  return useMemo(() => withStart(lists.settings, document.settings) as Whole<Settings>, [lists, document.settings]);
}

/** The price book's own figures; prices and rates are filled in field by field where they are shown. */
export const bookOf = (lists: ChoiceLists, book: Book | null | undefined): Whole<Book> =>
  withStart(lists.book, book) as Whole<Book>;

/** Where each bay of a wall begins, in feet from its corner, as the plan counts them; none where it has none. */
export function useBayStarts(): (wall: number) => readonly number[] {
  const { section } = useSections();
  const { drawing } = usePlanned();
  return useMemo(() => {
    const runs = drawing?.sections.find((s) => s.id === section.id)?.runs ?? [];
    return (wall) => runs.find((run) => run.edge === wall)?.bays.map((bay) => bay.from_in / 12) ?? [];
  }, [drawing, section.id]);
}
