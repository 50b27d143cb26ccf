import type { Entry } from "./entry";

/** What a log comes to when it is walked, as core/filling/walked.py has it. */
export interface DayRun {
  entry: string;
  at: string;
  device: string;
  underStops: string[];
  joined: string[];
  endedAt: string | null;
  endEntry: string | null;
  paused: number | null;
  hopperStart: number | null;
  hopperEnd: number | null;
  bags: number;
  spoilt: number;
  afterStop: number;
  practice: boolean;
  value: Entry["value"];
}

export interface ProductRun {
  bagsIn: number;
  hopperStart: number | null;
  hopperNow: number | null;
  base: number;
  lastLeft: number | null;
  countedAt: number[];
  points: [number, number][];
  evaluations: string[];
}

export interface BandRun {
  bags: number;
  inAttic: number | null;
  done: boolean;
  none: boolean;
}

export interface DepthRead {
  entry: string;
  section: string;
  depthIn: number;
  place: string | null;
  at_ft: [number, number];
  band: number | null;
  fillIn: number;
  newIn: number | null;
  at: string;
}

export interface Asked {
  entry: string;
  kind: string;
  device: string;
  bags: number;
  band: number | null;
  by: string;
}

export const inAttic = (run: ProductRun) => (run.hopperStart ?? 0) + run.bagsIn - (run.hopperNow ?? 0);

export function emptyRun(): ProductRun {
  return {
    bagsIn: 0,
    hopperStart: null,
    hopperNow: null,
    base: 0,
    lastLeft: null,
    countedAt: [],
    points: [],
    evaluations: [],
  };
}
