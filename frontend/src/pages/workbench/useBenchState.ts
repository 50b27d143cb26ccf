import { useCallback, useMemo, useState } from "react";
import type { ChoiceLists, CutAsked, JobDocument, Product, SectionDocument } from "../../api/types";
import type { Action } from "../../state/actions";
import type { Bench, DocumentBench, HeatView, PickFor, PlanBench, ViewBench } from "../../state/context";
import { CUT, type Picked, type Tool } from "../../state/tool";
import { useCorners } from "../../state/useCorners";
import type { JobHandle } from "../../state/useJob";
import { type LivePlan, usePlan } from "../../state/usePlan";
import { useRack } from "../../state/useRack";

interface Asked {
  job: JobHandle;
  stepId: string;
  narrow: boolean;
  library: Product[];
  lists: ChoiceLists;
  act: (action: Action) => void;
}

export interface BenchState {
  /** Null while the job has no section of floor. */
  bench: Bench | null;
  live: LivePlan;
  openId: string | undefined;
  tool: Tool;
  setTool: (tool: Tool | ((now: Tool) => Tool)) => void;
  pick: (picked: Picked | null) => void;
}

const PLAIN: HeatView = { show: "fill", state: null };

/** What the workbench works on: the open section, the live plan of the document, what is looked at and with which tool. */
export function useBenchState({ job, stepId, narrow, library, lists, act }: Asked): BenchState {
  const [cut, setCut] = useState<CutAsked | null>(null);
  const [sectionId, setSectionId] = useState<string | null>(null);
  const [tool, setTool] = useState<Tool>(CUT);
  const [picked, pick] = useState<Picked | null>(null);
  const [why, askWhy] = useState<string | null>(null);
  const [pickFor, setPickFor] = useState<PickFor>("attic");
  const [heat, setHeat] = useState<HeatView>(PLAIN);

  const sections = job.document.sections ?? [];
  const sectionIndex = Math.max(
    0,
    sections.findIndex((s) => s.id === sectionId),
  );
  const section = sections[sectionIndex] as SectionDocument | undefined;
  const openId = section?.id;
  // The cut goes with the section that is open: where it was drawn, else across its middle.
  const askedCut = useMemo(
    () => (openId === undefined ? null : cut?.section === openId ? cut : { section: openId }),
    [cut, openId],
  );
  const live = usePlan(job.document, askedCut);
  const rack = useRack(job.document, stepId === "choose" || stepId === "target");
  const atEaves = stepId === "eaves";
  const corners = useCorners(job.document, atEaves);

  const { edit } = job;
  const editSection = useCallback(
    (label: string, recipe: (section: SectionDocument, job: JobDocument) => void, merge = false) =>
      edit(
        label,
        (d) => {
          const mine = d.sections?.find((s) => s.id === openId);
          if (mine) recipe(mine, d);
        },
        merge,
      ),
    [edit, openId],
  );
  const openSection = useCallback((to: string) => {
    setSectionId(to);
    pick(null);
  }, []);

  const document: DocumentBench | null = useMemo(
    () => (section ? { job, document: job.document, section, sectionIndex, openSection, editSection } : null),
    [job, section, sectionIndex, openSection, editSection],
  );
  const plan: PlanBench = useMemo(
    () => ({
      plan: live.answer?.plan ?? null,
      sectionPlan: live.answer?.plan.sections.find((s) => s.id === openId) ?? null,
      drawing: live.answer?.drawing ?? null,
      faults: live.faults,
      rack,
      corners,
    }),
    [live, openId, rack, corners],
  );
  const view: ViewBench = useMemo(
    () => ({
      cut,
      setCut,
      tool,
      setTool,
      stepId,
      narrow,
      picked,
      pick,
      library,
      lists,
      why,
      askWhy,
      pickFor,
      setPickFor,
      heat: atEaves ? heat : PLAIN,
      setHeat,
      act,
    }),
    [cut, tool, stepId, narrow, picked, library, lists, why, pickFor, atEaves, heat, act],
  );
  const bench = useMemo(() => (document ? { document, plan, view } : null), [document, plan, view]);
  return { bench, live, openId, tool, setTool, pick };
}
