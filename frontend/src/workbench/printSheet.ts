import { ask } from "../api/client";
import type { JobHandle } from "./useJob";

/** Issues the job sheet of the job as saved, and hands it over as a file. */
export async function printSheet(id: string, job: JobHandle) {
  const { data, etag } = await ask<{ url: string; number: number }>("POST", `/api/jobs/${id}/papers`, undefined, {
    "If-Match": job.etag,
  });
  job.seen(etag ?? job.etag);
  const link = document.createElement("a");
  link.href = data.url;
  link.download = `job-sheet-${data.number}.pdf`;
  link.click();
}
