import type { JobDocument } from "../api/client";

/** Hands the job document to the user as a file, as the command line reads it. */
export function saveAsFile(job: JobDocument) {
  const url = URL.createObjectURL(new Blob([`${JSON.stringify(job, null, 2)}\n`], { type: "application/json" }));
  const link = document.createElement("a");
  link.href = url;
  link.download = `${(job.name || "job").replaceAll(/[^\p{L}\p{N}]+/gu, "-").toLowerCase()}.json`;
  link.click();
  setTimeout(() => URL.revokeObjectURL(url), 10_000);
}
