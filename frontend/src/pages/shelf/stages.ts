import { STAGES } from "../../api/generated/registries";

/** How far a job has come, by what is recorded; a filter of the shelf. */
export const STAGE_NAMES: Record<string, string> = STAGES;

export const STAGES_TO_PICK = [
  { value: "", label: "any stage" },
  ...Object.entries(STAGES).map(([value, label]) => ({ value, label })),
];

const BACK = 3;
const AHEAD = 9;

/** Months round this one, as the calendar's dates are filtered by. */
export const months = (today = new Date()): { value: string; label: string }[] =>
  Array.from({ length: BACK + AHEAD + 1 }, (_, i) => {
    const at = new Date(Date.UTC(today.getFullYear(), today.getMonth() - BACK + i, 1));
    const label = at.toLocaleDateString("en-GB", { month: "long", year: "numeric", timeZone: "UTC" });
    return { value: at.toISOString().slice(0, 7), label };
  });
