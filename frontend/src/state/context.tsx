import { createContext, useContext } from "react";
import type {
  ChoiceLists,
  CutAsked,
  Drawing,
  JobDocument,
  PlanFigures,
  Product,
  SectionDocument,
  SectionPlan,
} from "../api/client";
import type { Action } from "../pages/workbench/TopBar";
import type { Picked, Tool } from "./tool";
import type { LiveCorners } from "./useCorners";
import type { JobHandle } from "./useJob";
import type { LiveRack } from "./useRack";

export type PickFor = "attic" | "section";

/** What the Cut shows of the corner: nothing, lines of equal temperature, or where the heat goes; and in which state. */
export interface HeatView {
  show: "fill" | "temperatures" | "flow";
  state: string | null;
}

/** What every part of the workbench works on. */
export interface Bench {
  job: JobHandle;
  document: JobDocument;
  section: SectionDocument;
  sectionIndex: number;
  plan: PlanFigures | null;
  sectionPlan: SectionPlan | null;
  drawing: Drawing | null;
  faults: Record<string, string>;
  cut: CutAsked | null;
  setCut: (cut: CutAsked) => void;
  /** What a tap on the Floor does, and what is picked there. */
  tool: Tool;
  setTool: (tool: Tool) => void;
  stepId: string;
  /** On a phone: what is picked is seen to right under the Floor. */
  narrow: boolean;
  picked: Picked | null;
  pick: (picked: Picked | null) => void;
  openSection: (id: string) => void;
  library: Product[];
  lists: ChoiceLists;
  /** Every way of doing the job; weighed while Target or Choose is open. */
  rack: LiveRack;
  /** The way that is asked "why not?", and whom a pick is for. */
  why: string | null;
  askWhy: (id: string | null) => void;
  pickFor: PickFor;
  setPickFor: (to: PickFor) => void;
  /** Every eave solved in two dimensions; while Eaves is open. */
  corners: LiveCorners;
  heat: HeatView;
  setHeat: (view: HeatView) => void;
  /** What the menus at the top do, for a button elsewhere. */
  act: (action: Action) => void;
  /** Edits the section that is open. */
  editSection: (label: string, recipe: (section: SectionDocument, job: JobDocument) => void, merge?: boolean) => void;
}

const Context = createContext<Bench | null>(null);
export const BenchProvider = Context.Provider;

export function useBench(): Bench {
  const bench = useContext(Context);
  if (!bench) throw new Error("useBench outside the workbench");
  return bench;
}
