import type { PhoneFile } from "../site/phoneFile";
import type { Memory } from "./memory";

/** What is not sent yet, and what was refused or is held: the office may take it from a file. */
export async function phoneFile(memory: Memory, device: string, now: Date): Promise<PhoneFile> {
  const kept = await memory.unsettled();
  const jobs = [...new Set(kept.map((one) => one.job))];
  const photos = await memory.photos();
  return {
    format: "elm-cover phone",
    version: 1,
    device,
    written_at: now.toISOString(),
    jobs: jobs.map((job) => ({ job, entries: kept.filter((one) => one.job === job).map((one) => one.entry) })),
    photos: await Promise.all(
      photos.map(async ({ blob, refused: _, ...line }) => ({
        ...line,
        type: blob.type || "image/jpeg",
        base64: await base64(blob),
      })),
    ),
  };
}

const CHUNK = 0x8000;

async function base64(blob: Blob): Promise<string> {
  const bytes = new Uint8Array(await blob.arrayBuffer());
  let text = "";
  for (let i = 0; i < bytes.length; i += CHUNK) text += String.fromCharCode(...bytes.subarray(i, i + CHUNK));
  return btoa(text);
}
