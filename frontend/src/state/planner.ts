import { replaceEqualDeep } from "@tanstack/react-query";
import { ask, ProblemError } from "../api/client";
import type { CutAsked, DrawnSection, JobDocument, PlanAnswer } from "../api/types";

export interface LivePlan {
  answer: PlanAnswer | null;
  /** Path in the job → what is wrong there, while the document is not accepted. */
  faults: Record<string, string>;
  trouble: string | null;
}

/** What a plan is asked for. turn: grows with the log, so that the same job is asked again. */
export interface PlanWanted {
  url: string;
  job: JobDocument;
  cut: CutAsked | null;
  logOf: string | null;
  item: string | null;
  turn: number;
}

const AGAIN_MS = 3000;
export const NO_PLAN: LivePlan = { answer: null, faults: {}, trouble: null };

/** The answer with the drawings that were not sent again because they are as before; what is alike stays the same object. */
export function pieced(before: PlanAnswer | null, now: PlanAnswer): PlanAnswer {
  const known = new Map<string, DrawnSection>();
  for (const section of [...(before?.drawing.sections ?? []), ...now.drawing.sections]) known.set(section.id, section);
  const sections = now.drawing.order.flatMap((id) => known.get(id) ?? []);
  const { sections: _, ...rest } = now.drawing;
  const { sections: __, ...restBefore } = before?.drawing ?? { sections: [] };
  return {
    plan: replaceEqualDeep(before?.plan, now.plan),
    drawing: { ...replaceEqualDeep(restBefore, rest), sections: replaceEqualDeep(before?.drawing.sections, sections) },
  };
}

/** Which drawings are at hand, by version. */
export const drawnOf = (answer: PlanAnswer | null): Record<string, string> =>
  Object.fromEntries(answer?.drawing.sections.map((section) => [section.id, section.version]) ?? []);

/** Asks for plans, one at a time; of those that wait the newest wins. What was asked already is not asked again. */
export class Planner {
  live = NO_PLAN;
  private asked: PlanWanted | null = null;
  private waiting: PlanWanted | null = null;
  private busy = false;
  private gone = false;
  private readonly show: (live: LivePlan) => void;

  constructor(show: (live: LivePlan) => void) {
    this.show = show;
  }

  want(wanted: PlanWanted) {
    const last = this.asked;
    if (last && (Object.keys(wanted) as (keyof PlanWanted)[]).every((key) => last[key] === wanted[key])) return;
    this.asked = wanted;
    this.waiting = wanted;
    if (!this.busy) void this.run();
  }

  open() {
    this.gone = false;
    if (this.waiting && !this.busy) void this.run();
  }

  close() {
    this.gone = true;
  }

  private async run() {
    this.busy = true;
    while (this.waiting && !this.gone) {
      const wanted: PlanWanted = this.waiting;
      this.waiting = null;
      try {
        const { url, job, cut, logOf, item } = wanted;
        const more = { ...(logOf ? { log_of: logOf } : {}), ...(item ? { item } : {}) };
        const { data } = await ask<PlanAnswer>("POST", url, { job, cut, drawn: drawnOf(this.live.answer), ...more });
        this.tell({ answer: pieced(this.live.answer, data), faults: {}, trouble: null });
      } catch (error) {
        const problem = error as ProblemError;
        const faults = Object.fromEntries(
          (problem.problem?.errors ?? []).map((e) => [e.field.replace(/^job\./, ""), e.text]),
        );
        const trouble = Object.keys(faults).length ? null : problem.message;
        this.tell({ answer: this.live.answer, faults, trouble });
        if (problem instanceof ProblemError && problem.offline) {
          await new Promise((wake) => setTimeout(wake, AGAIN_MS));
          this.waiting ??= wanted;
        }
      }
    }
    this.busy = false;
  }

  private tell(live: LivePlan) {
    this.live = live;
    if (!this.gone) this.show(live);
  }
}
