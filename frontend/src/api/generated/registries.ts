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

export type Role = "office" | "estimator" | "crew" | "reader";

export const ROLES = {
  "office": {
    "title": "Office",
    "says": "everything, people and devices among it",
    "of_a_crew": false
  },
  "estimator": {
    "title": "Estimator",
    "says": "makes and changes jobs, issues papers, reads the calendar",
    "of_a_crew": false
  },
  "crew": {
    "title": "Crew",
    "says": "days, packs and logs of the jobs its crew is on",
    "of_a_crew": true
  },
  "reader": {
    "title": "Reader",
    "says": "reads jobs, papers and the calendar, changes nothing",
    "of_a_crew": false
  }
} as const;

export const DEEDS = {
  "signed_in": "signed in",
  "sign_in_refused": "was refused at signing in",
  "signed_out": "signed out",
  "session_ended": "ended a sign-in elsewhere",
  "password_changed": "changed the password",
  "first_account": "made the first account",
  "invitation_taken": "took an invitation up",
  "person_invited": "invited",
  "person_changed": "changed role, crew or lock of",
  "person_deleted": "deleted the account of",
  "device_made": "gave a token to the device",
  "device_changed": "named or revoked the device",
  "code_shown": "showed a code for the phone",
  "code_ended": "ended a code for a phone",
  "device_joined": "joined by a code as",
  "held_settled": "settled entries that were held:",
  "refused": "was refused",
  "job_made": "made the job",
  "job_changed": "changed the job",
  "job_binned": "put the job into the bin",
  "job_unbinned": "took the job out of the bin",
  "archive_in": "brought an archive in as",
  "archive_out": "took out an archive of",
  "papers_out": "handed over the papers of",
  "paper_issued": "issued a paper of",
  "photo_stored": "stored a photo",
  "file_out": "took out a file",
  "firm_changed": "changed the firm's own figures",
  "calendar_changed": "changed the calendar"
} as const;

export const ATTIC_HOURS_F = [
  85.0,
  115.0
] as const;
