import { SegmentedControl, useComputedColorScheme, useMantineColorScheme } from "@mantine/core";
import { useDebouncedValue, useDisclosure, useMediaQuery } from "@mantine/hooks";
import { useCallback, useMemo, useRef, useState } from "react";
import { NavLink, useNavigate, useParams } from "react-router";
import type { ChoiceLists, CutAsked, Product, SectionDocument } from "../api/client";
import { useUnits } from "../app/units";
import { Cut } from "../drawings/Cut";
import { Floor } from "../drawings/Floor";
import { Textures } from "../drawings/Textures";
import { STEPS } from "../steps/steps";
import { Tally } from "../tally/Tally";
import { ConflictDialog } from "./ConflictDialog";
import { type Bench, BenchProvider } from "./context";
import { HistoryDialog } from "./HistoryDialog";
import { saveAsFile } from "./jobFile";
import { KeysDialog } from "./KeysDialog";
import { printSheet } from "./printSheet";
import { Sheet } from "./Sheet";
import { type Action, TopBar } from "./TopBar";
import type { JobHandle } from "./useJob";
import { useKeys } from "./useKeys";
import { usePlan } from "./usePlan";

interface Props {
  id: string;
  job: JobHandle;
  library: Product[];
  lists: ChoiceLists;
}

const SHEET_AFTER_MS = 150;
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
  const live = usePlan(job.document, cut);

  const step = STEPS.find((s) => s.id === stepId) ?? (STEPS[0] as (typeof STEPS)[number]);
  const sections = job.document.sections ?? [];
  const found = sections.findIndex((s) => s.id === sectionId);
  const sectionIndex = Math.max(0, found);
  const section = sections[sectionIndex] as SectionDocument | undefined;

  const { edit } = job;
  const openId = section?.id;
  const editSection = useCallback(
    (label: string, recipe: (section: SectionDocument) => void, merge = false) =>
      edit(
        label,
        (d) => {
          const mine = d.sections?.find((s) => s.id === openId);
          if (mine) recipe(mine);
        },
        merge,
      ),
    [edit, openId],
  );
  const goTo = useCallback(
    (to: string) => {
      if (to !== step.id) job.cutRevision();
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
      f: focus("#fill-flag"),
      c: focus(".cut-line .grip"),
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
  const actions = useRef({} as Record<Action, () => void>);
  actions.current = {
    undo: job.undo,
    redo: job.redo,
    save: job.saveNow,
    history: history.open,
    keys: keysDialog.open,
    file: () => saveAsFile(job.document),
    print: () => {
      setTrouble(null);
      printSheet(id, job).catch((error: Error) => setTrouble(`The sheet could not be printed: ${error.message}`));
    },
  };
  const act = useCallback((action: Action) => actions.current[action](), []);

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
            library,
            lists,
            editSection,
          }
        : null,
    [job, section, sectionIndex, live, cut, library, lists, editSection],
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
              onClick={() => s.id !== step.id && job.cutRevision()}
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
          <main className="drawings">
            {narrow ? (
              <SegmentedControl
                className="tabs"
                fullWidth
                value={tab}
                onChange={setTab}
                aria-label="Drawing"
                data={[
                  { value: "floor", label: "Floor" },
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
            {!narrow || tab === "floor" ? <Floor /> : null}
            {!narrow || tab === "cut" ? <Cut /> : null}
          </main>
          <BenchProvider value={job.dragged && later ? later : bench}>
            <Sheet step={step} onSection={setSectionId} />
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
