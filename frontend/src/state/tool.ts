/** What a tap on the Floor does. */
export type Tool =
  | { kind: "cut" }
  | { kind: "corners" }
  | { kind: "readings" }
  | { kind: "features"; place: string | null }
  | { kind: "photo"; file: string }
  /** A layer of batts, piece by piece. */
  | { kind: "pieces"; layer: number }
  /** The rack of cores takes the place of Floor and Cut. */
  | { kind: "rack" };

/** What is picked on the Floor, to be seen to in the sheet: a thing by its id, a corner or a wall by its place. */
export type Picked = { kind: "reading" | "feature" | "photo"; id: string } | { kind: "corner" | "wall"; index: number };

export const CUT: Tool = { kind: "cut" };
