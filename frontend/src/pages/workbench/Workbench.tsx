import { SegmentedControl, useComputedColorScheme, useMantineColorScheme } from "@mantine/core";
import { useDebouncedValue, useDisclosure, useMediaQuery } from "@mantine/hooks";
import { useCallback, useMemo, useRef, useState } from "react";
import { NavLink, useNavigate, useParams } from "react-router";
import {
  askForFile,
  type ChoiceLists,
  type CutAsked,
  type JobDocument,
  type ProblemError,
  type Product,
  type SectionDocument,
} from "../../api/client";
import { fileName, saveAsFile } from "../../document/jobFile";
import { Cut } from "../../drawings/cut/Cut";
import { Floor } from "../../drawings/floor/Floor";
import { Rack } from "../../drawings/rack/Rack";
import { Strip } from "../../drawings/strip/Strip";
import { Textures } from "../../drawings/Textures";
import { type Bench, BenchProvider, type HeatView, type PickFor } from "../../state/context";
import { type PaperKind, printPaper } from "../../state/printPaper";
import { CUT, type Picked, type Tool } from "../../state/tool";
import { useCorners } from "../../state/useCorners";
import type { JobHandle } from "../../state/useJob";
import { useKeys } from "../../state/useKeys";
import { usePlan } from "../../state/usePlan";
import { useRack } from "../../state/useRack";
import { PickedThing } from "../../steps/measure/PickedThing";
import { STEPS } from "../../steps/steps";
import { useUnits } from "../../ui/units";
import { ConflictDialog } from "./ConflictDialog";
import { HistoryDialog } from "./HistoryDialog";
import { KeysDialog } from "./KeysDialog";
import { Sheet } from "./Sheet";
import { Tally } from "./Tally";
import { type Action, TopBar } from "./TopBar";

interface Props {
  id: string;
  job: JobHandle;
  library: Product[];
  lists: ChoiceLists;
}

const SHEET_AFTER_MS = 150;
// The drawing that a key leads to may have to be drawn first.
const KEY_AFTER_MS = 120;
const PLAIN: HeatView = { show: "fill", state: null };
const NARROW = "(max-width: 860px)";

/** The workbench: steps, Floor and Cut, the sheet of the step, and the tally. */
export function Workbench({ id, job, library, lists }: Props) {
  const { step: stepId } = useParams();
  const navigate = useNavigate();
  const units = useUnits();
  const narrow = useMediaQuery(NARROW, window.matchMedia(NARROW).matches);
  const { setColorScheme } = useMantineColorScheme();
  const scheme = useComputedColorScheme("light");
  const [cut, setCut] = useState<CutAsked | null>(null);
  const [sectionId, setSectionId] = useState<string | null>(null);
  const [tab, setTab] = useState("floor");
  const [keysOpen, keysDialog] = useDisclosure(false);
  const [historyOpen, history] = useDisclosure(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [tool, setTool] = useState<Tool>(CUT);
  const [picked, pick] = useState<Picked | null>(null);
  const [why, askWhy] = useState<string | null>(null);
  const [pickFor, setPickFor] = useState<PickFor>("attic");
  const [heat, setHeat] = useState<HeatView>(PLAIN);

  const step = STEPS.find((s) => s.id === stepId) ?? (STEPS[0] as (typeof STEPS)[number]);
  const sections = job.document.sections ?? [];
  const found = sections.findIndex((s) => s.id === sectionId);
  const sectionIndex = Math.max(0, found);
  const section = sections[sectionIndex] as SectionDocument | undefined;
  const openId = section?.id;
  // The cut goes with the section that is open: where it was drawn, else across its middle.
  const askedCut = useMemo(
    () => (openId === undefined ? null : cut?.section === openId ? cut : { section: openId }),
    [cut, openId],
  );
  const live = usePlan(job.document, askedCut);
  const rack = useRack(job.document, step.id === "choose" || step.id === "target");
  const atEaves = step.id === "eaves";
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
  const goTo = useCallback(
    (to: string) => {
      if (to !== step.id) {
        job.cutRevision();
        setTool(CUT);
        pick(null);
      }
      navigate(`/jobs/${id}/${to}`);
    },
    [job, step.id, navigate, id],
  );
  const keys = useMemo(() => {
    const focus = (selector: string) => () => document.querySelector<HTMLElement>(selector)?.focus();
    const dark = () => setColorScheme(scheme === "dark" ? "light" : "dark");
    return {
      ...Object.fromEntries(STEPS.map((s, i) => [String(i + 1), () => goTo(s.id)])),
      "?": keysDialog.open,
      f: () => {
        setTool((now) => (now.kind === "rack" || now.kind === "pieces" ? CUT : now));
        setTimeout(focus("#fill-flag"), KEY_AFTER_MS);
      },
      c: () => {
        setTool((now) => (now.kind === "rack" || now.kind === "pieces" ? CUT : now));
        setTimeout(focus(".cut-line .grip"), KEY_AFTER_MS);
      },
      o: focus(".floor .handle"),
      b: focus(".run.active [data-bay][tabindex='0'], [data-bay][tabindex='0']"),
      u: job.undo,
      "ctrl z": job.undo,
      "shift u": job.redo,
      "ctrl shift z": job.redo,
      "ctrl y": job.redo,
      "ctrl s": job.saveNow,
      m: units.toggle,
      d: dark,
    };
  }, [job, goTo, keysDialog, units, scheme, setColorScheme]);
  useKeys(keys);
  const hand = (url: string, ending: string, body?: unknown) => {
    setTrouble(null);
    askForFile(url, fileName(job.document, ending), body).catch((error: Error) =>
      setTrouble(`The file could not be made: ${error.message}`),
    );
  };
  const drawnCut = live.answer?.drawing.cut;
  const print = (kind: PaperKind) => {
    setTrouble(null);
    const end = drawnCut?.section === openId ? drawnCut?.ends[0] : undefined;
    const eave = kind === "eave detail" && end?.eave && openId ? { section: openId, edge: end.edge } : null;
    printPaper(id, job, kind, eave).catch((error: ProblemError) => {
      const faults = error.problem?.errors?.map((e) => e.text).join(" ");
      setTrouble(`The ${kind} could not be printed: ${faults || error.message}`);
    });
  };
  const actions = useRef({} as Record<Action, () => void>);
  actions.current = {
    undo: job.undo,
    redo: job.redo,
    save: job.saveNow,
    history: history.open,
    keys: keysDialog.open,
    file: () => saveAsFile(job.document),
    archive: () => hand(`/api/jobs/${id}/archive`, ".elm-cover.zip"),
    svg: () => hand("/api/export/floor.svg", "-floor.svg", { job: job.document }),
    dxf: () => hand("/api/export/floor.dxf", "-floor.dxf", { job: job.document }),
    json: () => hand("/api/export/floor.json", "-floor.json", { job: job.document }),
    print: () => print("job sheet"),
    offer: () => print("offer"),
    detail: () => print("eave detail"),
  };
  const act = useCallback((action: Action) => actions.current[action](), []);

  const racked = tool.kind === "rack" && step.id === "choose";
  const bench: Bench | null = useMemo(
    () =>
      section
        ? {
            job,
            document: job.document,
            section,
            sectionIndex,
            plan: live.answer?.plan ?? null,
            sectionPlan: live.answer?.plan.sections.find((s) => s.id === section.id) ?? null,
            drawing: live.answer?.drawing ?? null,
            faults: live.faults,
            cut,
            setCut,
            tool,
            setTool,
            stepId: step.id,
            narrow: narrow ?? false,
            picked,
            pick,
            openSection,
            library,
            lists,
            rack,
            why,
            askWhy,
            pickFor,
            setPickFor,
            corners,
            heat: atEaves ? heat : PLAIN,
            setHeat,
            act,
            editSection,
          }
        : null,
    [
      job,
      section,
      sectionIndex,
      live,
      cut,
      tool,
      step.id,
      narrow,
      picked,
      openSection,
      library,
      lists,
      rack,
      why,
      pickFor,
      corners,
      atEaves,
      heat,
      act,
      editSection,
    ],
  );
  // While the flag is dragged, drawings and tally follow at once; the sheet, which has the many fields, when it pauses.
  const [later] = useDebouncedValue(bench, SHEET_AFTER_MS);
  return (
    <div className="workbench">
      <Textures />
      <TopBar
        name={job.document.name ?? ""}
        address={job.document.address ?? ""}
        save={job.save}
        conflict={job.conflict !== null}
        undoLabel={job.undoLabel}
        redoLabel={job.redoLabel}
        act={act}
      />
      <nav className="steps" aria-label="Steps">
        {STEPS.map((s, i) => {
          const open = live.answer?.plan.open.filter((item) => s.asks.includes(item.step)).length ?? 0;
          return (
            <NavLink
              key={s.id}
              to={`/jobs/${id}/${s.id}`}
              className={s.id === step.id ? "step here" : "step"}
              aria-current={s.id === step.id ? "step" : undefined}
              onClick={() => {
                if (s.id === step.id) return;
                job.cutRevision();
                setTool(CUT);
                pick(null);
              }}
            >
              <span className={open || !live.answer ? "sign" : "sign done"}>{open || !live.answer ? i + 1 : "✓"}</span>
              <span>{s.title}</span>
              {open ? (
                <span className="open" title={`${open} still open`}>
                  {open}
                  <span className="hidden"> still open</span>
                </span>
              ) : null}
            </NavLink>
          );
        })}
      </nav>
      {bench ? (
        <BenchProvider value={bench}>
          <main className={`drawings ${racked ? "racked" : tool.kind === "pieces" ? "laying" : `at-${step.id}`}`}>
            {narrow && !racked ? (
              <SegmentedControl
                className="tabs"
                fullWidth
                value={tab}
                onChange={setTab}
                aria-label="Drawing"
                data={[
                  { value: "floor", label: atEaves ? "Bays" : "Floor" },
                  { value: "cut", label: "Cut" },
                ]}
              />
            ) : null}
            {trouble ? (
              <p className="trouble" role="alert">
                {trouble}
              </p>
            ) : null}
            {live.trouble ? (
              <p className="trouble" role="alert">
                The figures are not up to date: {live.trouble}
              </p>
            ) : null}
            {racked ? <Rack /> : null}
            {!racked && (!narrow || tab === "floor") ? atEaves ? <Strip /> : <Floor /> : null}
            {!racked && !atEaves && narrow && tab === "floor" ? <PickedThing /> : null}
            {!racked && (!narrow || tab === "cut") ? <Cut /> : null}
          </main>
          <BenchProvider value={job.dragged && later ? later : bench}>
            <Sheet step={step} />
          </BenchProvider>
          <Tally />
        </BenchProvider>
      ) : (
        <main className="plain">
          <p>This job has no section of floor yet. Add one in the job file, or start a new attic on the shelf.</p>
        </main>
      )}
      <ConflictDialog job={job} />
      <KeysDialog opened={keysOpen} onClose={keysDialog.close} />
      <HistoryDialog id={id} job={job} opened={historyOpen} onClose={history.close} />
    </div>
  );
}
