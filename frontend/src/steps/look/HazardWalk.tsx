import { Button, Textarea } from "@mantine/core";
import { useState } from "react";
import type { HazardDocument, JobDocument } from "../../api/types";
import { newId } from "../../document/outline";
import { FieldFlags } from "../../inputs/FieldFlags";
import { AddPhoto, PhotoStrip } from "../../inputs/Photo";
import { useDocument, usePlanned, useView } from "../../state/context";
import { Part } from "../../ui/Part";
import { Pick } from "../../ui/Pick";
import { TextField } from "../../ui/TextField";

type Status = NonNullable<HazardDocument["status"]>;
const STATUSES = [
  { value: "absent", label: "absent" },
  { value: "suspected", label: "suspected" },
  { value: "confirmed", label: "confirmed" },
  { value: "cleared", label: "cleared" },
] as const;

/** The hazards, one by one in the order of the walk. What is not answered stays a question; it is never taken as absent. */
export function HazardWalk() {
  const { document } = useDocument();
  const { lists } = useView();
  const cleared = useClearedByLog();
  const answered = new Map((document.hazards ?? []).map((h) => [h.kind, h]));
  const kinds = [...Object.keys(lists.hazards), ...[...answered.keys()].filter((kind) => !lists.hazards[kind])];
  const first = kinds.find((kind) => !answered.get(kind)?.status);
  const [open, setOpen] = useState<string | null>(null);
  const done = kinds.filter((kind) => answered.get(kind)?.status).length;
  const shown = open ?? first ?? null;
  return (
    <Part title="Hazards" at="hazards" aside={`${done} of ${kinds.length} answered`}>
      <progress className="walk" max={kinds.length} value={done} aria-label="Hazards answered" />
      <ul className="hazards">
        {kinds.map((kind) => {
          const hazard = answered.get(kind);
          const title = lists.hazards[kind]?.title ?? kind.replaceAll("_", " ");
          if (kind === shown)
            return (
              <li key={kind}>
                <Hazard kind={kind} hazard={hazard} onNext={() => setOpen(null)} onStay={() => setOpen(kind)} />
              </li>
            );
          return (
            <li key={kind}>
              <button
                type="button"
                className={`hazard-line ${cleared.has(kind) ? "cleared" : (hazard?.status ?? "open")}`}
                onClick={() => setOpen(kind)}
              >
                <span>{title}</span>
                <b>{cleared.has(kind) ? "cleared" : (hazard?.status ?? "not looked for")}</b>
              </button>
            </li>
          );
        })}
      </ul>
    </Part>
  );
}

/** Hazards that the log says were cleared in writing, by kind: who and when. */
function useClearedByLog() {
  const { plan } = usePlanned();
  return new Map((plan?.look.cleared ?? []).map((one) => [one.kind, one]));
}

function Hazard({
  kind,
  hazard,
  onNext,
  onStay,
}: {
  kind: string;
  hazard: HazardDocument | undefined;
  onNext: () => void;
  onStay: () => void;
}) {
  const { document, job } = useDocument();
  const { lists } = useView();
  const about = lists.hazards[kind];
  const title = about?.title ?? kind.replaceAll("_", " ");
  const index = document.hazards?.findIndex((h) => h.kind === kind) ?? -1;
  const set = (recipe: (hazard: HazardDocument) => void) =>
    job.edit(`a hazard: ${title}`, (d: JobDocument) => {
      d.hazards ??= [];
      let mine = d.hazards.find((h) => h.kind === kind);
      if (!mine) {
        mine = { id: newId(), kind } as HazardDocument;
        d.hazards.push(mine);
        mine = d.hazards.at(-1) as HazardDocument;
      }
      recipe(mine);
    });
  const log = useClearedByLog().get(kind);
  const blocking = !log && (hazard?.status === "suspected" || hazard?.status === "confirmed");
  const cleared = (change: object) =>
    set((h) => {
      h.cleared = { ...h.cleared, ...change };
    });
  return (
    <div className={`hazard ${hazard?.status ?? "open"}`} role="group" aria-label={title}>
      <h4>{title}</h4>
      {about?.signs ? <p className="note">Look for: {about.signs}.</p> : null}
      <Pick
        label="Seen?"
        value={hazard?.status}
        options={STATUSES}
        onValue={(status) => {
          set((h) => {
            h.status = status as Status;
          });
          if (status === "absent") onNext();
          else onStay();
        }}
      />
      {log ? (
        <p className="note">
          <b>Cleared in writing</b> by {log.by}, {log.on}: {log.how}. It was entered in Install; what was seen stays on
          record.
        </p>
      ) : null}
      {blocking ? (
        <div className="flag stop">
          <b>Blocks {about?.blocks ?? "the install"}.</b> {about?.caution}
          <span className="next">Cleared by: {about?.cleared_by}</span>
        </div>
      ) : (
        <p className="note">
          Would block {about?.blocks ?? "the install"}. {hazard?.status === "cleared" ? "" : about?.caution} Cleared by:{" "}
          {about?.cleared_by}
        </p>
      )}
      {hazard?.status === "cleared" ? (
        <>
          <TextField label="Cleared by" value={hazard.cleared?.by} onValue={(by) => cleared({ by })} />
          <div className="pair">
            <DateField value={hazard.cleared?.on} onValue={(on) => cleared({ on })} />
            <TextField label="How" value={hazard.cleared?.how} onValue={(how) => cleared({ how })} />
          </div>
          <FieldFlags path={`hazards[${index}]`} />
        </>
      ) : null}
      {hazard?.status && hazard.status !== "absent" ? (
        <>
          <NoteField
            value={hazard.note}
            onValue={(note) =>
              set((h) => {
                h.note = note;
              })
            }
          />
          <PhotoStrip
            files={hazard.photos ?? []}
            onRemove={(file) =>
              set((h) => {
                h.photos = h.photos?.filter((other) => other !== file);
              })
            }
          />
          <div className="row">
            <AddPhoto
              label="Add a photo"
              onStored={(file) =>
                set((h) => {
                  h.photos = [...(h.photos ?? []), file];
                })
              }
            />
            <Button variant="default" size="xs" onClick={onNext}>
              Next hazard
            </Button>
          </div>
        </>
      ) : null}
    </div>
  );
}

function DateField({ value, onValue }: { value: string | null | undefined; onValue: (value: string | null) => void }) {
  return (
    <label className="date-field">
      <span>On</span>
      <input type="date" value={value ?? ""} onChange={(event) => onValue(event.currentTarget.value || null)} />
    </label>
  );
}

function NoteField({ value, onValue }: { value: string | undefined; onValue: (value: string) => void }) {
  const [text, setText] = useState(value ?? "");
  return (
    <Textarea
      size="sm"
      label="Note: where, how much"
      autosize
      minRows={1}
      maxLength={2000}
      value={text}
      onChange={(event) => setText(event.currentTarget.value)}
      onBlur={() => text !== (value ?? "") && onValue(text)}
    />
  );
}
