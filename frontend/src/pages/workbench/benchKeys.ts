import type { Tool } from "../../state/tool";
import { CUT, WAITING_FIELD } from "../../state/tool";
import type { JobEdits } from "../../state/useJob";
import { STEPS } from "../../steps/steps";

// The drawing that a key leads to may have to be drawn first: it is looked for until it is there, so long at most.
const LOOK_FOR_MS = 2000;

interface Reach {
  job: JobEdits;
  goTo: (step: string) => void;
  setTool: (change: (now: Tool) => Tool) => void;
  showKeys: () => void;
  toggleUnits: () => void;
  toggleScheme: () => void;
  /** A reading waits for its depth: digits are that depth, never a step. */
  waiting: boolean;
}

const DIGITS = [..."0123456789"];

/** A digit typed while the field that waits for it has lost the keyboard: it goes there. */
function typeDepth(digit: string) {
  const field = document.getElementById(WAITING_FIELD) as HTMLInputElement | null;
  if (!field) return;
  field.focus();
  const end = field.value.length;
  field.setRangeText(digit, end, end, "end");
  field.dispatchEvent(new Event("input", { bubbles: true }));
}

const focus = (selector: string) => () => document.querySelector<HTMLElement>(selector)?.focus();

function focusWhenDrawn(selector: string, until = performance.now() + LOOK_FOR_MS) {
  const found = document.querySelector<HTMLElement>(selector);
  if (found) found.focus();
  else if (performance.now() < until) requestAnimationFrame(() => focusWhenDrawn(selector, until));
}

/** What each key does in the workbench; the keys are listed under “?”. */
export function benchKeys({
  job,
  goTo,
  setTool,
  showKeys,
  toggleUnits,
  toggleScheme,
  waiting,
}: Reach): Record<string, () => void> {
  const onTheCut = (selector: string) => () => {
    setTool((now) => (now.kind === "rack" || now.kind === "pieces" ? CUT : now));
    requestAnimationFrame(() => focusWhenDrawn(selector));
  };
  return {
    ...(waiting
      ? Object.fromEntries(DIGITS.map((digit) => [digit, () => typeDepth(digit)]))
      : Object.fromEntries(STEPS.map((s, i) => [String(i + 1), () => goTo(s.id)]))),
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
