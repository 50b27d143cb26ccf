import { ask } from "../api/client";
import type { PaperKind } from "../api/generated/registries";
import { at } from "../site/base";
import type { JobEdits } from "./useJob";

/** Which eave a detail is of; left out: the first. */
export type EaveAsked = { section: string; edge: number } | null;

/** Issues a paper of the job as saved, and hands it over as a file. */
export async function printPaper(
  id: string,
  edits: JobEdits,
  kind: PaperKind = "job sheet",
  eave: EaveAsked = null,
  { gaps = false, metric = false } = {},
) {
  const which = eave ? `&section=${encodeURIComponent(eave.section)}&edge=${eave.edge}` : "";
  const url = `/api/jobs/${id}/papers?kind=${encodeURIComponent(kind)}${which}${gaps ? "&gaps=true" : ""}${metric ? "&units=metric" : ""}`;
  const { data, etag } = await ask<{ url: string; number: number }>("POST", url, undefined, {
    "If-Match": edits.etag(),
  });
  edits.seen(etag ?? edits.etag());
  const link = document.createElement("a");
  link.href = at(data.url);
  link.download = `${kind.replaceAll(" ", "-")}-${data.number}.pdf`;
  link.click();
}
