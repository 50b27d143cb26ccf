import type { CalendarAnswer } from "../../api/types";

/** Where a job stands; without a crew: nowhere. */
export interface Stand {
  job: string;
  crew: string | null;
  day?: string;
  half?: number;
}

/** Something that was done on the calendar, with where the jobs stood before. */
export interface Moves {
  label: string;
  before: readonly Stand[];
}

/** Where the jobs stand now, to bring them back there. */
export const standsOf = (answer: CalendarAnswer | undefined, jobs: readonly string[]): Stand[] =>
  jobs.map((job) => {
    const bar = answer?.bars.find((one) => one.job === job);
    return bar ? { job, crew: bar.crew, day: bar.day, half: bar.half } : { job, crew: null };
  });

export const undone = (moves: readonly Moves[]): readonly Moves[] => moves.slice(0, -1);
