/** What the program sends for a day (formats/field_pack.py): tables to look things up in. */
export interface Quota {
  number: number;
  section: string;
  product: string;
  area_ft2: number;
  bags: number;
  depth_in: number;
  bags_per_in: number;
  bays: [number, number] | null;
}

export interface Place {
  id: string;
  section: string;
  marker: number | null;
  at_ft: [number, number];
  band: number | null;
  old_in: number;
  fill_in: number;
  tapered: boolean;
}

/** A floor as a coarse lattice, row by row from its low corner: what is planned where a depth was read. band: 0 off the floor. */
export interface FloorCells {
  section: string;
  origin_ft: [number, number];
  cell_ft: number;
  columns: number;
  band: number[];
  old_in: number[];
  fill_in: number[];
  tapered: number[];
}

export interface Filled {
  id: string;
  name: string;
  unit: string;
  bag_lb: number;
  bags_field: number;
  on_truck: number;
  minutes: [number, number];
}

export interface Stop {
  key: string;
  hazard: string | null;
  what: string;
  who: string;
  why: string;
  by_crew: boolean;
  /** When it came into the record and when an edit took it out again, s since 1970. */
  since_s: number | null;
  until_s: number | null;
}

export interface Constants {
  hopper_bags: number;
  few_sd_in: number;
  unread: number;
  area: number;
  z: number;
  light_l: number;
  on_line_l: number;
  on_line_sigma: number;
  least_bags: number;
  agree: number;
  prior_sd: number;
  count_bags: number;
  band_share: number;
  end_bags: number;
  short_in: number;
  pace_bags: number;
  together_ms: number;
}

/** The R that a section is planned to prove with the bags of its bands. */
export interface RowWanted {
  section: string;
  product: string;
  r: number;
  closed: boolean;
}

/** Open work that keeps somebody safe: a day begins in spite of it by name and reason. */
export interface SafetyOpen {
  key: string;
  group: string;
  what: string;
  who: string;
}

export interface FillTable {
  bands: Quota[];
  places: Place[];
  products: Filled[];
  stops: Stop[];
  past_stops: Stop[];
  floors: FloorCells[];
  /** Left out by packs of before. */
  rows?: RowWanted[];
  safety?: SafetyOpen[];
  revision: number | null;
  sections: Record<string, string>;
  constants: Constants;
}

/** Field bags of each section: what a day’s start tells, so that its bands stay. */
export function bagsBySection(fill: FillTable): Record<string, number> {
  const found: Record<string, number> = {};
  for (const band of fill.bands) if (band.bags > 0) found[band.section] = (found[band.section] ?? 0) + band.bags;
  return found;
}

export interface WorkItem {
  key: string;
  group: string;
  kind: string;
  number: number;
  section?: string;
  what: string;
  why?: string;
  cautions?: string[];
  amount: number;
  unit?: string;
  pieces?: string[];
  who: string;
  state: string;
  leavable?: boolean;
}

export interface WorkKind {
  title: string;
  why: string;
  how: string[];
  cautions: string[];
}

export interface LoadLine {
  what: string;
  title: string;
  amount: number;
  unit: string;
  place: string;
}

export interface CorridorPoint {
  covered_ft2: number;
  low: number;
  planned: number;
  high: number;
}

export interface Pack {
  format: string;
  version: number;
  name: string;
  address: string | null;
  revision: number;
  code: string;
  fill: FillTable;
  corridor: Record<string, CorridorPoint[]>;
  work: { groups: Record<string, string>; kinds: Record<string, WorkKind>; items: WorkItem[] };
  load: LoadLine[];
  floor: {
    section: string;
    name: string;
    outline_ft: [number, number][];
    bands: { number: number; rings_ft: [number, number][][]; label_ft: [number, number]; by_hand: boolean }[];
  }[];
  stops_by_hour: string;
  causes: { key: string; title: string; look_at: string }[];
  signals: Record<string, string>;
  words: Record<string, string>;
}
