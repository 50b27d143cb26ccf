import { handOver } from "../api/client";
import type { JobDocument } from "../api/types";

/** A file name made of the job's name. */
export const fileName = (job: JobDocument, ending: string) =>
  `${(job.name || "job").replaceAll(/[^\p{L}\p{N}]+/gu, "-").toLowerCase()}${ending}`;

/** Hands the job document to the user as a file, as the command line reads it. */
export function saveAsFile(job: JobDocument) {
  handOver(new Blob([`${JSON.stringify(job, null, 2)}\n`], { type: "application/json" }), fileName(job, ".json"));
}
