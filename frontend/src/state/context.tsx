import { createContext, type ReactNode, useContext } from "react";
import type {
  ChoiceLists,
  CutAsked,
  Drawing,
  JobDocument,
  PlanFigures,
  Product,
  ProofAnswer,
  RunAnswer,
  SectionDocument,
  SectionPlan,
} from "../api/types";
import type { Action } from "./actions";
import type { Lead } from "./lead";
import type { SaveState } from "./saving";
import type { Picked, Tool, Waiting } from "./tool";
import type { Asked } from "./useAsked";
import type { LiveCorners } from "./useCorners";
import type { JobEdits } from "./useJob";
import type { LiveLoad } from "./useLoad";
import type { LogHandle } from "./useLog";
import type { LiveRack } from "./useRack";

/** Which part of the cut is shown: one end large, or all of it. The B end is seen from the other side, eave to the left. */
export type CutView = "A" | "whole" | "B";
export type PickFor = "attic" | "section";

/** What the Cut shows of the corner: nothing, lines of equal temperature, or where the heat goes; and in which state. */
export interface HeatView {
  show: "fill" | "temperatures" | "flow";
  state: string | null;
}

/** The sections of the job, the one that is worked on, and how it is edited. What is decided about them is not in it, so that
 * the drawings of the floor stand still while a depth or a target is edited. */
export interface SectionBench {
  job: JobEdits;
  sections: readonly SectionDocument[];
  section: SectionDocument;
  sectionIndex: number;
  openSection: (id: string) => void;
  /** Edits the section that is open. */
  editSection: (label: string, recipe: (section: SectionDocument, job: JobDocument) => void, merge?: boolean) => void;
}

/** The same with the whole document: it changes with every edit. */
export interface DocumentBench extends SectionBench {
  document: JobDocument;
}

/** What the core makes of the document; null until its first answer. */
export interface PlanBench {
  plan: PlanFigures | null;
  sectionPlan: SectionPlan | null;
  drawing: Drawing | null;
  /** Path in the job → what is wrong there, while the document is not accepted. */
  faults: Record<string, string>;
  /** Every way of doing the job; weighed while Target or Choose is open. */
  rack: LiveRack;
  /** Every eave solved in two dimensions; while Eaves is open. */
  corners: LiveCorners;
  /** Bands, hose, cord and what goes on the truck; while Load is open. */
  load: LiveLoad;
  /** The day as the log tells it; while Install or Prove is open. */
  run: Asked<RunAnswer>;
  /** What the log proves; while Prove is open. */
  proof: Asked<ProofAnswer>;
  /** What was done, and by whom: the log of the job. */
  log: LogHandle;
}

/** What is looked at and with which tool, and the lists to pick from. None of it is part of the job. */
export interface ViewBench {
  cut: CutAsked | null;
  setCut: (cut: CutAsked) => void;
  /** Which part of the Cut is looked at; whole: on through every section on its line. */
  cutView: CutView;
  setCutView: (view: CutView) => void;
  /** What a tap on the Floor does, and what is picked there. */
  tool: Tool;
  setTool: (tool: Tool) => void;
  stepId: string;
  /** On a phone: what is picked is seen to right under the Floor. */
  narrow: boolean;
  picked: Picked | null;
  pick: (picked: Picked | null) => void;
  waiting: Waiting | null;
  wait: (waiting: Waiting | null) => void;
  library: Product[];
  lists: ChoiceLists;
  /** The way that is asked "why not?", and whom a pick is for. */
  why: string | null;
  askWhy: (id: string | null) => void;
  pickFor: PickFor;
  setPickFor: (to: PickFor) => void;
  heat: HeatView;
  setHeat: (view: HeatView) => void;
  /** The account of the heat is on screen: the edges in it are solved. */
  watchEdge: (seen: boolean) => void;
  /** Where a question was asked to lead to; null once it has. */
  lead: Lead | null;
  leadTo: (item: { step: string; field: string } | null) => void;
  /** The item of the work list that is open, by its key. */
  item: string | null;
  openItem: (key: string | null) => void;
  /** What the menus at the top do, for a button elsewhere. */
  act: (action: Action) => void;
}

/** All together, as the workbench hands them to what stands in it. */
export interface Bench {
  section: SectionBench;
  document: DocumentBench;
  plan: PlanBench;
  view: ViewBench;
}

const SectionContext = createContext<SectionBench | null>(null);
const DocumentContext = createContext<DocumentBench | null>(null);
const PlanContext = createContext<PlanBench | null>(null);
const ViewContext = createContext<ViewBench | null>(null);

export function BenchProvider({ value, children }: { value: Bench; children: ReactNode }) {
  return (
    <SectionContext.Provider value={value.section}>
      <DocumentContext.Provider value={value.document}>
        <PlanContext.Provider value={value.plan}>
          <ViewContext.Provider value={value.view}>{children}</ViewContext.Provider>
        </PlanContext.Provider>
      </DocumentContext.Provider>
    </SectionContext.Provider>
  );
}

function inside<T>(found: T | null): T {
  if (found === null) throw new Error("used outside the workbench");
  return found;
}

const SaveContext = createContext<SaveState>({ kind: "saved", at: "" });
/** How far saving is, apart from the rest: it changes twice for every edit, and hardly anything shows it. */
export const SaveProvider = SaveContext.Provider;
export const useSaveState = (): SaveState => useContext(SaveContext);

export const useSections = (): SectionBench => inside(useContext(SectionContext));
export const useDocument = (): DocumentBench => inside(useContext(DocumentContext));
export const usePlanned = (): PlanBench => inside(useContext(PlanContext));
export const useView = (): ViewBench => inside(useContext(ViewContext));
