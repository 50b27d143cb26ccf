import { type RefObject, useCallback, useMemo, useRef, useState } from "react";
import type {
  ChoiceLists,
  CutAsked,
  JobDocument,
  Product,
  ProofAnswer,
  RunAnswer,
  SectionDocument,
} from "../../api/types";
import type { Action } from "../../state/actions";
import type {
  Bench,
  CutView,
  DocumentBench,
  HeatView,
  PickFor,
  PlanBench,
  SectionBench,
  ViewBench,
} from "../../state/context";
import { featureOf, type Lead, leadOf } from "../../state/lead";
import { CUT, type Picked, type Tool, type Waiting } from "../../state/tool";
import { useAsked } from "../../state/useAsked";
import { useCorners } from "../../state/useCorners";
import type { JobHandle } from "../../state/useJob";
import { useLoad } from "../../state/useLoad";
import { useLog } from "../../state/useLog";
import { type LivePlan, usePlan } from "../../state/usePlan";
import { useRack } from "../../state/useRack";
import { useUnits } from "../../ui/units";

interface Asked {
  id: string;
  job: JobHandle;
  stepId: string;
  narrow: boolean;
  library: Product[];
  lists: ChoiceLists;
  act: (action: Action) => void;
  goTo: RefObject<(step: string) => void>;
}

export interface BenchState {
  /** Null while the job has no section of floor. */
  bench: Bench | null;
  live: LivePlan;
  openId: string | undefined;
  tool: Tool;
  setTool: (tool: Tool | ((now: Tool) => Tool)) => void;
  pick: (picked: Picked | null) => void;
  waiting: Waiting | null;
  wait: (waiting: Waiting | null) => void;
}

const NO_SECTIONS: SectionDocument[] = [];
const PLAIN: HeatView = { show: "fill", state: null };

/** What the workbench works on: the open section, the live plan of the document, what is looked at and with which tool. */
export function useBenchState({ id, job, stepId, narrow, library, lists, act, goTo }: Asked): BenchState {
  const { metric } = useUnits();
  const [cut, setCut] = useState<CutAsked | null>(null);
  const [cutView, setCutView] = useState<CutView>("A");
  const [sectionId, setSectionId] = useState<string | null>(null);
  const [tool, setTool] = useState<Tool>(CUT);
  const [picked, pick] = useState<Picked | null>(null);
  const [edgeSeen, watchEdge] = useState(false);
  const [waiting, wait] = useState<Waiting | null>(null);
  const [why, askWhy] = useState<string | null>(null);
  const [pickFor, setPickFor] = useState<PickFor>("attic");
  const [heat, setHeat] = useState<HeatView>(PLAIN);
  const [lead, setLead] = useState<Lead | null>(null);
  const [item, setItem] = useState<string | null>(null);

  const sections = job.document.sections ?? NO_SECTIONS;
  const sectionIndex = Math.max(
    0,
    sections.findIndex((s) => s.id === sectionId),
  );
  const section = sections[sectionIndex] as SectionDocument | undefined;
  const openId = section?.id;
  // The cut goes with the section that is open: where it was drawn, else across its middle.
  const askedCut = useMemo(
    () =>
      openId === undefined
        ? null
        : { ...(cut?.section === openId ? cut : { section: openId }), ...(cutView === "whole" ? { house: true } : {}) },
    [cut, openId, cutView],
  );
  const log = useLog(id);
  const live = usePlan(job.document, job.edits, askedCut, metric, {
    logOf: id,
    item: stepId === "prepare" ? item : null,
    turn: log.turn,
  });
  const rack = useRack(job.document, stepId === "choose" || stepId === "target", { of: id, turn: log.turn }, metric);
  const atEaves = stepId === "eaves";
  const corners = useCorners(job.document, atEaves || (stepId === "choose" && edgeSeen), metric);

  const load = useLoad(job.document, stepId === "load", { of: id, turn: log.turn }, metric);

  const installing = stepId === "install" || stepId === "prove";
  const run = useAsked<RunAnswer>(`/api/jobs/${id}/run`, installing, log.turn, job.etag);
  const proof = useAsked<ProofAnswer>(`/api/jobs/${id}/proof`, stepId === "prove", log.turn, job.etag);

  const { edits, document: jobDocument } = job;
  const { edit } = edits;
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
    wait(null);
  }, []);

  const now = useRef(jobDocument);
  now.current = jobDocument;
  const leadTo = useCallback(
    (item: { step: string; field: string } | null) => {
      const to = item && leadOf(item);
      setLead(to);
      if (!to) return;
      const id = typeof to.section === "number" ? now.current.sections?.[to.section]?.id : to.section;
      if (id && id !== openId) openSection(id);
      const thing = featureOf(to.field, now.current);
      if (thing) pick({ kind: "feature", id: thing });
      goTo.current?.(to.step);
    },
    [openId, openSection, goTo],
  );

  const items = live.answer?.plan.work.items;
  const openItem = useCallback(
    (key: string | null) => {
      setItem(key);
      const where = items?.find((one) => one.key === key)?.section;
      if (where && where !== openId) openSection(where);
    },
    [items, openId, openSection],
  );

  const floor: SectionBench | null = useMemo(
    () => (section ? { job: edits, sections, section, sectionIndex, openSection, editSection } : null),
    [edits, sections, section, sectionIndex, openSection, editSection],
  );
  const document: DocumentBench | null = useMemo(
    () => (floor ? { ...floor, document: jobDocument } : null),
    [floor, jobDocument],
  );
  const { answer, faults } = live;
  const plan: PlanBench = useMemo(
    () => ({
      plan: answer?.plan ?? null,
      sectionPlan: answer?.plan.sections.find((s) => s.id === openId) ?? null,
      drawing: answer?.drawing ?? null,
      faults,
      rack,
      corners,
      load,
      log,
      run,
      proof,
    }),
    [answer, faults, openId, rack, corners, load, log, run, proof],
  );
  const view: ViewBench = useMemo(
    () => ({
      cut,
      setCut,
      cutView,
      setCutView,
      tool,
      setTool,
      stepId,
      narrow,
      picked,
      pick,
      waiting,
      wait,
      library,
      lists,
      why,
      askWhy,
      pickFor,
      setPickFor,
      heat: atEaves ? heat : PLAIN,
      setHeat,
      watchEdge,
      lead,
      leadTo,
      item,
      openItem,
      act,
    }),
    [
      cut,
      cutView,
      tool,
      stepId,
      narrow,
      picked,
      waiting,
      library,
      lists,
      why,
      pickFor,
      atEaves,
      heat,
      lead,
      leadTo,
      item,
      openItem,
      act,
    ],
  );
  const bench = useMemo(
    () => (floor && document ? { section: floor, document, plan, view } : null),
    [floor, document, plan, view],
  );
  return { bench, live, openId, tool, setTool, pick, waiting, wait };
}
