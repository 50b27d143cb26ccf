import { Button } from "@mantine/core";
import { AddPhoto, photoSource } from "../../inputs/Photo";
import { useDocument, useView } from "../../state/context";
import { Part } from "../../ui/Part";
import { TextField } from "../../ui/TextField";

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
            <img src={photoSource(photo.file)} alt="" loading="lazy" />
          </button>
        ))}
      </div>
      {chosen ? (
        <>
          <img
            className="photo-large"
            src={photoSource(chosen.photo.file)}
            alt={chosen.photo.note || "As taken on site"}
          />
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
