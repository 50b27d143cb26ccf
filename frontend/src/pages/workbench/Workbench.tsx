import { SegmentedControl, useComputedColorScheme, useMantineColorScheme } from "@mantine/core";
import { useDisclosure, useMediaQuery } from "@mantine/hooks";
import { useCallback, useEffect, useMemo, useRef, useState } from "react";
import { useNavigate, useParams } from "react-router";
import { askForFile, type ProblemError } from "../../api/client";
import type { PaperKind } from "../../api/generated/registries";
import type { ChoiceLists, Product } from "../../api/types";
import { fileName, saveAsFile } from "../../document/jobFile";
import { Textures } from "../../drawings/Textures";
import type { Action } from "../../state/actions";
import { BenchProvider, SaveProvider } from "../../state/context";
import { printPaper } from "../../state/printPaper";
import { CUT } from "../../state/tool";
import type { JobHandle } from "../../state/useJob";
import { useKeys } from "../../state/useKeys";
import { loadTheRest } from "../../steps/later";
import { PickedThing } from "../../steps/measure/PickedThing";
import { STEPS } from "../../steps/steps";
import { NARROW } from "../../ui/narrow";
import { useUnits } from "../../ui/units";
import { benchKeys } from "./benchKeys";
import { ConflictDialog } from "./ConflictDialog";
import { BESIDE, Beside, Foremost } from "./Drawings";
import { HistoryDialog } from "./HistoryDialog";
import { KeysDialog } from "./KeysDialog";
import { LaterSheet } from "./LaterSheet";
import { Steps } from "./Steps";
import { Tally } from "./Tally";
import { TopBar } from "./TopBar";
import { Troubles } from "./Troubles";
import { useBenchState } from "./useBenchState";

interface Props {
  id: string;
  job: JobHandle;
  library: Product[];
  lists: ChoiceLists;
}

/** The workbench: steps, Floor and Cut, the sheet of the step, and the tally. */
export function Workbench({ id, job, library, lists }: Props) {
  const { step: stepId } = useParams();
  const navigate = useNavigate();
  const units = useUnits();
  const narrow = useMediaQuery(NARROW, window.matchMedia(NARROW).matches);
  const { setColorScheme } = useMantineColorScheme();
  const scheme = useComputedColorScheme("light");
  const [tab, setTab] = useState("floor");
  const [keysOpen, keysDialog] = useDisclosure(false);
  const [historyOpen, history] = useDisclosure(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [allTheSame, setAllTheSame] = useState<(() => void) | null>(null);
  const actions = useRef({} as Record<Action, () => void>);
  const goToRef = useRef<(step: string) => void>(() => {});
  const act = useCallback((action: Action) => actions.current[action](), []);

  const step = STEPS.find((s) => s.id === stepId) ?? (STEPS[0] as (typeof STEPS)[number]);
  const atEaves = step.id === "eaves";
  const { bench, live, openId, tool, setTool, pick, waiting, wait } = useBenchState({
    id,
    job,
    stepId: step.id,
    narrow: narrow ?? false,
    library,
    lists,
    act,
    goTo: goToRef,
  });
  const { edits } = job;
  const leaveStep = useCallback(() => {
    edits.cutRevision();
    setTool(CUT);
    pick(null);
    wait(null);
  }, [edits, setTool, pick, wait]);
  const goTo = useCallback(
    (to: string) => {
      if (to !== step.id) leaveStep();
      navigate(`/jobs/${id}/${to}`);
    },
    [leaveStep, step.id, navigate, id],
  );
  goToRef.current = goTo;
  const toggleScheme = useCallback(
    () => setColorScheme(scheme === "dark" ? "light" : "dark"),
    [scheme, setColorScheme],
  );
  const keys = useMemo(
    () =>
      benchKeys({
        job: edits,
        goTo,
        setTool,
        showKeys: keysDialog.open,
        toggleUnits: units.toggle,
        toggleScheme,
        waiting: waiting !== null,
      }),
    [edits, goTo, setTool, keysDialog, units, toggleScheme, waiting],
  );
  useKeys(keys);
  const planned = live.answer !== null;
  useEffect(() => (planned ? loadTheRest() : undefined), [planned]);
  const hand = (url: string, ending: string, body?: unknown) => {
    setTrouble(null);
    askForFile(url, fileName(job.document, ending), body).catch((error: Error) =>
      setTrouble(`The file could not be made: ${error.message}`),
    );
  };
  const drawnCut = live.answer?.drawing.cut;
  const print = (kind: PaperKind, gaps = false) => {
    setTrouble(null);
    setAllTheSame(null);
    const end = drawnCut?.section === openId ? drawnCut?.ends[0] : undefined;
    const eave = kind === "eave detail" && end?.eave && openId ? { section: openId, edge: end.edge } : null;
    printPaper(id, job.edits, kind, eave, { gaps, metric: units.metric }).catch((error: ProblemError) => {
      const faults = error.problem?.errors?.map((e) => e.text).join(" ");
      if (error.problem?.status === 409) {
        const where = error.problem.errors?.map((e) => `${e.field}: ${e.text}`).join("; ");
        setTrouble(`Before the ${kind} is printed: ${where}.`);
        setAllTheSame(() => () => print(kind, true));
        return;
      }
      setTrouble(`The ${kind} could not be printed: ${faults || error.message}`);
    });
  };
  actions.current = {
    undo: edits.undo,
    redo: edits.redo,
    save: edits.saveNow,
    history: history.open,
    keys: keysDialog.open,
    file: () => saveAsFile(job.document),
    archive: () => hand(`/api/jobs/${id}/archive`, ".elm-cover.zip"),
    svg: () => hand("/api/export/floor.svg", "-floor.svg", { job: job.document }),
    dxf: () => hand("/api/export/floor.dxf", "-floor.dxf", { job: job.document }),
    json: () => hand("/api/export/floor.json", "-floor.json", { job: job.document }),
    print: () => print(step.id === "prepare" ? "work list" : step.id === "load" ? "load list" : "job sheet"),
    offer: () => print("offer"),
    detail: () => print("eave detail"),
    work: () => print("work list"),
    change: () => print("change"),
    load: () => print("load list"),
    loadCsv: () => hand("/api/load.csv", "-load.csv", { job: job.document, log_of: id }),
  };

  const racked = tool.kind === "rack" && step.id === "choose";
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
      <Steps id={id} stepId={step.id} plan={bench?.plan.plan ?? null} onLeave={leaveStep} />
      {bench ? (
        <SaveProvider value={job.save}>
          <BenchProvider value={bench}>
            <main className="drawing-side">
              <Troubles
                said={trouble}
                allTheSame={allTheSame}
                faults={live.faults}
                trouble={live.trouble}
                onUndo={edits.undo}
              />
              <div className={`drawings ${racked ? "racked" : tool.kind === "pieces" ? "laying" : `at-${step.id}`}`}>
                {narrow && !racked ? (
                  <SegmentedControl
                    className="tabs"
                    fullWidth
                    value={tab}
                    onChange={setTab}
                    aria-label="Drawing"
                    data={[
                      { value: "floor", label: atEaves ? "Bays" : "Floor" },
                      { value: "cut", label: BESIDE[step.id] ?? "Cut" },
                    ]}
                  />
                ) : null}
                {racked || !narrow || tab === "floor" ? <Foremost racked={racked} atEaves={atEaves} /> : null}
                {!racked && !atEaves && narrow && tab === "floor" ? <PickedThing /> : null}
                {!racked && (!narrow || tab === "cut") ? <Beside step={step.id} /> : null}
              </div>
            </main>
            <LaterSheet bench={bench} dragged={job.dragged} step={step} />
            <Tally />
          </BenchProvider>
        </SaveProvider>
      ) : (
        <main className="plain">
          <p>This job has no section of floor yet. Add one in the job file, or start a new attic on the shelf.</p>
        </main>
      )}
      <ConflictDialog job={job} />
      {keysOpen ? <KeysDialog opened onClose={keysDialog.close} /> : null}
      {historyOpen ? <HistoryDialog id={id} job={job} opened onClose={history.close} /> : null}
    </div>
  );
}
