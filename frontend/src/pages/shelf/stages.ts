/** How far a job has come, by what is recorded; a filter of the shelf. */
export const STAGE_NAMES: Record<string, string> = {
  to_measure: "to measure",
  to_offer: "to offer",
  sold: "sold",
  dated: "dated",
  at_work: "at work",
  lost: "declined",
};

export const STAGES = [
  { value: "", label: "any stage" },
  ...Object.entries(STAGE_NAMES).map(([value, label]) => ({ value, label })),
];
