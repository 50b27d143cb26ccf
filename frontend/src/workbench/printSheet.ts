import { ask } from "../api/client";
import type { JobHandle } from "./useJob";

export type PaperKind = "job sheet" | "offer";

/** Issues a paper of the job as saved, and hands it over as a file. */
export async function printPaper(id: string, job: JobHandle, kind: PaperKind = "job sheet") {
  const url = `/api/jobs/${id}/papers?kind=${encodeURIComponent(kind)}`;
  const { data, etag } = await ask<{ url: string; number: number }>("POST", url, undefined, { "If-Match": job.etag });
  job.seen(etag ?? job.etag);
  const link = document.createElement("a");
  link.href = data.url;
  link.download = `${kind.replace(" ", "-")}-${data.number}.pdf`;
  link.click();
}
