import { Button, FileButton } from "@mantine/core";
import { useState } from "react";
import { ask, type ProblemError } from "../../api/client";
import type { PhotoAnswer } from "../../api/types";
import { useDocument, useView } from "../../state/context";
import { Dialog } from "../../ui/Dialog";
import { Part } from "../../ui/Part";
import { TextField } from "../../ui/TextField";

const MOST_MB = 15;
const TYPES = ["image/jpeg", "image/png", "image/webp"];
const source = (file: string) => `/api/photos/${file}`;

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
      const { data } = await ask<PhotoAnswer>("POST", "/api/photos", file, { "Content-Type": file.type });
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
          <img src={source(file)} alt="" loading="lazy" />
        </button>
      ))}
      <Dialog title="Photo" opened={large !== null} onClose={() => setLarge(null)} size="lg">
        {large ? (
          <>
            <img className="photo-large" src={source(large)} alt="As taken on site" />
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

/** Photos of places: each pinned to the floor of the section it was taken in. */
export function FloorPhotos() {
  const { document, section, job } = useDocument();
  const { tool, setTool, picked, pick } = useView();
  const photos = (document.photos ?? []).map((photo, index) => ({ photo, index, id: photo.id ?? String(index) }));
  const mine = photos.filter(({ photo }) => photo.section === section.id || !photo.section);
  const chosen = picked?.kind === "photo" ? mine.find(({ id }) => id === picked.id) : undefined;
  return (
    <Part title="Photos on the floor" aside={mine.length ? String(mine.length) : undefined}>
      {mine.length === 0 ? (
        <p className="note">Take one, then tap the floor where it was taken: a leak, a buried box, a way round.</p>
      ) : null}
      <div className="photo-strip">
        {mine.map(({ photo, id }, i) => (
          <button
            type="button"
            key={id}
            className={chosen?.id === id ? "chosen" : undefined}
            aria-label={`Photo ${i + 1}${photo.note ? `, ${photo.note}` : ""}`}
            onClick={() => pick({ kind: "photo", id })}
          >
            <img src={source(photo.file)} alt="" loading="lazy" />
          </button>
        ))}
      </div>
      {chosen ? (
        <>
          <img className="photo-large" src={source(chosen.photo.file)} alt={chosen.photo.note || "As taken on site"} />
          <TextField
            key={chosen.id}
            label="What it shows"
            value={chosen.photo.note}
            onValue={(note) =>
              job.edit("a photo's note", (d) => {
                const own = d.photos?.[chosen.index];
                if (own) own.note = note;
              })
            }
          />
          <Button
            variant="default"
            size="xs"
            onClick={() => {
              job.edit("taking a photo away", (d) => void d.photos?.splice(chosen.index, 1));
              pick(null);
            }}
          >
            Take it away
          </Button>
        </>
      ) : null}
      {tool.kind === "photo" ? (
        <p className="answer" role="status">
          Now tap the floor where it was taken.
        </p>
      ) : (
        <AddPhoto label="Add a photo" onStored={(file) => setTool({ kind: "photo", file })} />
      )}
    </Part>
  );
}
