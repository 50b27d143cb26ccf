import type { CoreSample, JobDocument, Product, Way } from "../api/types";
import { decideOldFill, type OldFillAction } from "./oldFill";
import { sectionOf } from "./sections";

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
  if (sectionOf(job, core.section)?.existing?.length)
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

/** Products that no choice names go, unless they are the job's own, or carry a price that was typed. */
export function dropUnused(job: JobDocument, library: readonly Product[]) {
  const used = new Set(Object.values(job.choice ?? {}).flatMap((c) => [c.product, c.between]));
  job.products = job.products?.filter(
    (p) => used.has(p.id) || !library.some((l) => l.id === p.id && (l.price ?? null) === (p.price ?? null)),
  );
}
