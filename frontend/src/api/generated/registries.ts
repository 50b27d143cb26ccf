// The program's own lists, made by `make client`: change them in Python, never here.

export type Stage = "to_measure" | "to_offer" | "sold" | "dated" | "at_work" | "to_prove" | "done" | "lost";

export const STAGES = {
  "to_measure": "to measure",
  "to_offer": "to offer",
  "sold": "sold",
  "dated": "dated",
  "at_work": "at work",
  "to_prove": "to prove",
  "done": "done",
  "lost": "declined"
} as const;

export type PaperKind = "job sheet" | "offer" | "eave detail" | "work list" | "change" | "load list" | "attic card" | "receipt" | "what lies under" | "report" | "leak sheet" | "day sheet";

export const PAPERS = {
  "job sheet": {
    "title": "Job sheet",
    "step": "any"
  },
  "offer": {
    "title": "Offer",
    "step": "choose"
  },
  "eave detail": {
    "title": "Eave detail",
    "step": "eaves"
  },
  "work list": {
    "title": "Work list",
    "step": "prepare"
  },
  "change": {
    "title": "Change",
    "step": "prepare"
  },
  "load list": {
    "title": "Load list",
    "step": "load"
  },
  "attic card": {
    "title": "Attic card",
    "step": "prove"
  },
  "receipt": {
    "title": "Receipt",
    "step": "prove"
  },
  "what lies under": {
    "title": "What lies under",
    "step": "prove"
  },
  "report": {
    "title": "Before and after",
    "step": "prove"
  },
  "leak sheet": {
    "title": "Leak test",
    "step": "prove"
  },
  "day sheet": {
    "title": "Day sheet",
    "step": "prove"
  }
} as const;

export type EntryKind = "work.done" | "work.left" | "work.found" | "note" | "photo" | "load.out" | "load.back" | "day.start" | "day.pause" | "day.go" | "day.end" | "band.enter" | "band.leave" | "bag.in" | "bag.spoilt" | "hopper" | "reading" | "core" | "setting" | "signal" | "leak.reading" | "burner.test" | "count.take" | "hole.found" | "hazard.cleared" | "cause.checked" | "hours" | "lot" | "visit" | "answer" | "callback" | "void";

export type DeskKind = "work.done" | "work.left" | "note" | "photo" | "load.out" | "load.back" | "day.start" | "day.end" | "band.enter" | "band.leave" | "bag.in" | "hopper" | "reading" | "core" | "leak.reading" | "burner.test" | "count.take" | "hazard.cleared" | "answer" | "void";

export type PhoneKind = "work.done" | "work.left" | "work.found" | "note" | "photo" | "load.out" | "load.back" | "day.start" | "day.pause" | "day.go" | "day.end" | "band.enter" | "band.leave" | "bag.in" | "bag.spoilt" | "hopper" | "reading" | "core" | "setting" | "signal" | "count.take" | "cause.checked" | "lot" | "answer" | "void";

export const OF_A_DAY = [
  "day.start",
  "day.pause",
  "day.go",
  "day.end",
  "band.enter",
  "band.leave",
  "bag.in",
  "bag.spoilt",
  "hopper",
  "reading",
  "core",
  "setting",
  "signal",
  "count.take",
  "cause.checked",
  "lot"
] as const;

export const WAITING = [
  "day.end",
  "band.enter",
  "band.leave",
  "bag.in",
  "hopper"
] as const;

export const INSULATION = [
  "glass_batt",
  "mineral_wool_batt",
  "glass_loose",
  "cellulose_loose",
  "mineral_wool_loose",
  "wood_fiber_loose",
  "unknown_loose"
] as const;

export const BEFORE_A_TEST = "Burners off before a test, restored by whoever is qualified. No test while vermiculite-like or suspect fibre, mould or droppings are suspected, or fire or ash is in a hearth." as const;

export const ATTIC_HOURS_F = [
  85.0,
  115.0
] as const;
