import { Button, FileButton } from "@mantine/core";
import { useState } from "react";
import { type Answer, ask, type ProblemError } from "../api/client";
import type { PhotoAnswer } from "../api/types";
import { at } from "../site/base";
import { Dialog } from "../ui/Dialog";

const MOST_MB = 15;
const TYPES = ["image/jpeg", "image/png", "image/webp"];
// The program looks at one photo at a time and tells the rest to come again: so often and so soon, without being asked.
const TRIES = 10;
const AGAIN_MS = 2000;
const BUSY = 503;
export const photoSource = (file: string) => at(`/api/photos/${file}`);

async function keptPhoto(file: File, tries = TRIES): Promise<Answer<PhotoAnswer>> {
  try {
    return await ask<PhotoAnswer>("POST", "/api/photos", file, { "Content-Type": file.type });
  } catch (error) {
    if ((error as ProblemError).problem?.status !== BUSY || tries === 0) throw error;
    await new Promise((later) => setTimeout(later, AGAIN_MS));
    return keptPhoto(file, tries - 1);
  }
}

/** Sends a photo to the program, which keeps it; says at its place why one cannot be kept. */
export function AddPhoto({ label, onStored }: { label: string; onStored: (file: string) => void }) {
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [waiting, setWaiting] = useState<File | null>(null);
  const send = async (file: File | null) => {
    if (!file) return;
    setTrouble(null);
    if (file.size > MOST_MB * 1e6) {
      setTrouble(`${file.name} has ${Math.round(file.size / 1e6)} MB; a photo may have ${MOST_MB} MB at most.`);
      return;
    }
    if (!TYPES.includes(file.type)) {
      setTrouble(`${file.name} is no JPEG, PNG or WebP picture.`);
      return;
    }
    setBusy(true);
    try {
      const { data } = await keptPhoto(file);
      setWaiting(null);
      onStored(data.file);
    } catch (error) {
      const problem = error as ProblemError;
      // The picture stays chosen, so that it can be sent again.
      setWaiting(file);
      setTrouble(problem.offline ? "No connection to the program; the photo is not stored yet." : problem.message);
    } finally {
      setBusy(false);
    }
  };
  return (
    <div className="add-photo">
      <FileButton onChange={(file) => void send(file)} accept={TYPES.join(",")}>
        {(props) => (
          <Button variant="default" size="xs" loading={busy} {...props}>
            {label}
          </Button>
        )}
      </FileButton>
      {trouble ? (
        <p className="at-place stop" role="alert">
          {trouble}{" "}
          {waiting ? (
            <button type="button" className="link" onClick={() => void send(waiting)}>
              send again
            </button>
          ) : null}
        </p>
      ) : null}
    </div>
  );
}

/** Photos in a row; one opens large. */
export function PhotoStrip({ files, onRemove }: { files: readonly string[]; onRemove: (file: string) => void }) {
  const [large, setLarge] = useState<string | null>(null);
  if (files.length === 0) return null;
  return (
    <div className="photo-strip">
      {files.map((file, i) => (
        <button type="button" key={file} onClick={() => setLarge(file)} aria-label={`Photo ${i + 1}, open large`}>
          <img src={photoSource(file)} alt="" loading="lazy" />
        </button>
      ))}
      <Dialog title="Photo" opened={large !== null} onClose={() => setLarge(null)} size="lg">
        {large ? (
          <>
            <img className="photo-large" src={photoSource(large)} alt="As taken on site" />
            <Button
              mt="sm"
              variant="default"
              size="xs"
              onClick={() => {
                onRemove(large);
                setLarge(null);
              }}
            >
              Take it away
            </Button>
          </>
        ) : null}
      </Dialog>
    </div>
  );
}
