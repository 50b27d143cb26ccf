import type { Tool } from "../../state/tool";
import { CUT } from "../../state/tool";
import type { JobHandle } from "../../state/useJob";
import { STEPS } from "../../steps/steps";

// The drawing that a key leads to may have to be drawn first.
const KEY_AFTER_MS = 120;

interface Reach {
  job: JobHandle;
  goTo: (step: string) => void;
  setTool: (change: (now: Tool) => Tool) => void;
  showKeys: () => void;
  toggleUnits: () => void;
  toggleScheme: () => void;
}

const focus = (selector: string) => () => document.querySelector<HTMLElement>(selector)?.focus();

/** What each key does in the workbench; the keys are listed under “?”. */
export function benchKeys({
  job,
  goTo,
  setTool,
  showKeys,
  toggleUnits,
  toggleScheme,
}: Reach): Record<string, () => void> {
  const onTheCut = (selector: string) => () => {
    setTool((now) => (now.kind === "rack" || now.kind === "pieces" ? CUT : now));
    setTimeout(focus(selector), KEY_AFTER_MS);
  };
  return {
    ...Object.fromEntries(STEPS.map((s, i) => [String(i + 1), () => goTo(s.id)])),
    "?": showKeys,
    f: onTheCut("#fill-flag"),
    c: onTheCut(".cut-line .grip"),
    o: focus(".floor .handle"),
    b: focus(".run.active [data-bay][tabindex='0'], [data-bay][tabindex='0']"),
    u: job.undo,
    "ctrl z": job.undo,
    "shift u": job.redo,
    "ctrl shift z": job.redo,
    "ctrl y": job.redo,
    "ctrl s": job.saveNow,
    m: toggleUnits,
    d: toggleScheme,
  };
}
