import type { CoreSample, JobDocument, Product, Way } from "../api/client";
import { decideOldFill, type OldFillAction } from "./oldFill";

export const METHODS: readonly { id: string; title: string }[] = [
  { id: "top_up", title: "Over what is there" },
  { id: "lift_and_fill", title: "Lift and fill" },
  { id: "clear_and_blow", title: "Cleared out first" },
  { id: "batts_across", title: "Batts across" },
  { id: "batts_between_and_across", title: "Batts between and across" },
  { id: "batts_between_blown_cap", title: "Batts between, blown cap" },
];

export interface Shelf {
  id: string;
  title: string;
  ways: Way[];
}

/** Open ways by their place for the aim, then the blocked ones. */
export function inOrder(ways: readonly Way[], aim: string): Way[] {
  const place = (way: Way) => way.weighed.ranks?.[aim] ?? Number.POSITIVE_INFINITY;
  return [...ways].sort((a, b) => {
    const [x, y] = [place(a), place(b)];
    if (x !== y) return x - y;
    return Number(a.weighed.step_r !== null) - Number(b.weighed.step_r !== null);
  });
}

/** First the one picked and the best of each method, then a shelf for each. The first shelf goes by the targets as they are set. */
export function shelves(ways: readonly Way[], aim: string, picked: string | null): Shelf[] {
  const byMethod = METHODS.map(({ id, title }) => ({
    id,
    title,
    ways: inOrder(
      ways.filter((way) => way.weighed.method === id),
      aim,
    ),
  })).filter((shelf) => shelf.ways.length);
  const best = byMethod
    .map((shelf) => shelf.ways.find((way) => way.weighed.step_r === null) ?? shelf.ways[0])
    .filter((way) => way !== undefined);
  const here = ways.find((way) => way.weighed.id === picked);
  const first = here && !best.includes(here) ? [here, ...best] : best;
  return [{ id: "best", title: "The best of each method", ways: inOrder(first, aim) }, ...byMethod];
}

/** Sets the job's choice to a way, for every open floor or for one section; products come along. */
export function pickWay(job: JobDocument, way: Way, sectionId: string | null, library: readonly Product[]) {
  for (const core of way.weighed.cores) {
    if (sectionId === null || core.section === sectionId) pickCore(job, core, library);
  }
  dropUnused(job, library);
}

export function pickCore(job: JobDocument, core: CoreSample, library: readonly Product[]) {
  const picked = core.choice;
  if (!picked) return;
  for (const id of [picked.product, picked.between]) {
    const product = library.find((p) => p.id === id);
    if (product && !job.products?.some((p) => p.id === id)) job.products = [...(job.products ?? []), product];
  }
  // First what becomes of the old fill: that may set the method, which then is the one picked.
  if (job.sections?.find((s) => s.id === core.section)?.existing?.length)
    decideOldFill(job, core.section, (picked.old_fill ?? "keep") as OldFillAction);
  job.choice = {
    ...job.choice,
    [core.section]: {
      method: picked.method as "top_up",
      product: picked.product,
      ...(picked.between ? { between: picked.between } : {}),
      ...(picked.layers ? { layers: picked.layers } : {}),
      depth:
        picked.installed_in === null || picked.installed_in === undefined
          ? { by: "target" }
          : { by: "installed_in", value_in: picked.installed_in },
    },
  };
}

/** Products that no choice names go, unless they are the job's own. */
export function dropUnused(job: JobDocument, library: readonly Product[]) {
  const used = new Set(Object.values(job.choice ?? {}).flatMap((c) => [c.product, c.between]));
  job.products = job.products?.filter((p) => used.has(p.id) || !library.some((l) => l.id === p.id));
}

/** Whether the figures of a row are the same for all: then it says nothing. */
export const agree = (cells: readonly string[]) => cells.every((cell) => cell === cells[0]);
