import { ask, type ProblemError } from "../../api/client";
import type { components } from "../../api/generated/schema";
import type { PhoneFile } from "../../site/phoneFile";

type Answers = components["schemas"]["BatchAnswer"];

/** What became of a phone's file. why: of what was not taken, each once. */
export interface HandedIn {
  accepted: number;
  known: number;
  refused: number;
  why: readonly string[];
}

const MOST_AT_ONCE = 200;

/** Reads a phone's file. Throws an Error that says what is wrong with it. */
export function readPhoneFile(text: string): PhoneFile {
  let told: Partial<PhoneFile>;
  try {
    told = JSON.parse(text) as Partial<PhoneFile>;
  } catch {
    throw new Error("It is no file of a phone: it cannot be read as JSON.");
  }
  if (told?.format !== "elm-cover phone" || !Array.isArray(told.jobs) || !Array.isArray(told.photos))
    throw new Error("It is no file of a phone: save it there with «hand in as a file».");
  if (told.version !== 1) throw new Error(`It was saved by a newer program (version ${told.version}).`);
  return told as PhoneFile;
}

/** Brings all of it in, job by job: pictures first, then what names them. Twice is as good as once. */
export async function handIn(file: PhoneFile): Promise<HandedIn> {
  const found = { accepted: 0, known: 0, refused: 0 };
  const why = new Set<string>();
  const jobs = new Map(file.jobs.map(({ job, entries }) => [job, [...entries] as unknown[]]));
  for (const [seq, photo] of file.photos.entries()) {
    const bytes = Uint8Array.from(atob(photo.base64), (letter) => letter.charCodeAt(0));
    try {
      const { data } = await ask<{ file: string }>("POST", "/api/photos", new Blob([bytes], { type: photo.type }));
      const value = { file: data.file, ...(photo.of ? { of: photo.of } : {}) };
      const entry = { actor: "crew", at: photo.at, ...photo.said, id: photo.id, kind: "photo", value };
      jobs.set(photo.job, [...(jobs.get(photo.job) ?? []), { ...entry, device: `file of ${file.device}`, seq }]);
    } catch (error) {
      found.refused += 1;
      why.add((error as ProblemError).message);
    }
  }
  for (const [job, entries] of jobs)
    for (let i = 0; i < entries.length; i += MOST_AT_ONCE) {
      const some = entries.slice(i, i + MOST_AT_ONCE);
      try {
        const { data } = await ask<Answers>("POST", `/api/jobs/${job}/log`, { entries: some });
        for (const one of data.answers) {
          if (one.state === "accepted" || one.state === "known") found[one.state] += 1;
          else {
            found.refused += 1;
            why.add(one.why ?? one.state);
          }
        }
      } catch (error) {
        found.refused += some.length;
        why.add((error as ProblemError).message);
      }
    }
  return { ...found, why: [...why] };
}
