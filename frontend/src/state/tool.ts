/** What a tap on the Floor does. */
export type Tool =
  | { kind: "cut" }
  | { kind: "corners" }
  /** The next wall of another section that is clicked is the one to stand against. */
  | { kind: "against" }
  | { kind: "readings" }
  | { kind: "features"; place: string | null }
  | { kind: "photo"; file: string }
  /** A layer of batts, piece by piece. */
  | { kind: "pieces"; layer: number }
  /** Walls below, drawn as lines: from, where one end was tapped. */
  | { kind: "plates"; from: [number, number] | null }
  /** The rack of cores takes the place of Floor and Cut. */
  | { kind: "rack" };

/** What is picked on the Floor, to be seen to in the sheet: a thing by its id, a corner or a wall by its place. */
export type Picked = { kind: "reading" | "feature" | "photo"; id: string } | { kind: "corner" | "wall"; index: number };

/** A place tapped on the Floor where a depth was measured: no reading until that depth is given. */
export interface Waiting {
  at_ft: [number, number];
}

/** Id of the field where that depth is typed. */
export const WAITING_FIELD = "waiting-depth";

export const CUT: Tool = { kind: "cut" };
