import { Button, Textarea } from "@mantine/core";
import { useState } from "react";
import type { WorkItem } from "../../api/types";
import { decide, decisionOf } from "../../document/preparation";
import { money } from "../../drawings/rack/rows";
import { NumberField } from "../../inputs/NumberField";
import { AddPhoto, PhotoStrip } from "../../inputs/Photo";
import { useDocument, usePlanned, useView } from "../../state/context";
import { bookOf } from "../../state/starts";
import { TextField } from "../../ui/TextField";
import { fixed } from "../../ui/units";
import { ChangeAnswer } from "./ChangeAnswer";
import { PlateField } from "./PlateField";
import { WaitsFor } from "./WaitsFor";

/** An item opened in place: why, how, cautions, its cure, its amount, and what was done on it. */
export function OpenItem({ item }: { item: WorkItem }) {
  const { document, job } = useDocument();
  const { log } = usePlanned();
  const { lists } = useView();
  const kind = lists.work_kinds[item.kind];
  const currency = bookOf(lists, document.book).currency;
  const decision = decisionOf(document, item.key);
  // Shown at once; where it may not be here the plan's own stays.
  const picked = item.cures.find((cure) => cure.cure === decision?.cure && !cure.refused)?.cure;
  const mine = (said: { of?: string | null }) => said.of === item.key;
  const photos = log.day?.photos.filter(mine) ?? [];
  const notes = log.day?.notes.filter(mine) ?? [];
  const added = document.preparation?.added?.findIndex((one) => one.id && item.key === `added:${one.id}`) ?? -1;
  return (
    <div className="item open-item" role="group" aria-label={item.what}>
      <p>{item.why ?? kind?.why}</p>
      {kind?.how.length ? (
        <ol className="how">
          {kind.how.map((step) => (
            <li key={step}>{step}</li>
          ))}
        </ol>
      ) : null}
      {[...item.cautions, ...(kind?.cautions ?? [])].map((caution) => (
        <p key={caution} className="at-place caution">
          {caution}
        </p>
      ))}
      <dl className="facts">
        {item.counted ? (
          <div>
            <dt>amount</dt>
            <dd>
              {fixed(item.amount, Number.isInteger(item.amount) ? 0 : 1)} {item.unit}
              <span className="soft"> {item.counted}</span>
            </dd>
          </div>
        ) : null}
        <div>
          <dt>who</dt>
          <dd>{item.who}</dd>
        </div>
        {item.leak_in2 ? (
          <div>
            <dt>leak, before → after</dt>
            <dd>
              {fixed(item.leak_in2.before, 1)} → {fixed(item.leak_in2.after, 1)} in² at 4 Pa
            </dd>
          </div>
        ) : null}
      </dl>
      {item.pieces.length ? (
        <ul className="takes" aria-label="What it takes">
          {item.pieces.map((piece) => (
            <li key={piece}>{piece}</li>
          ))}
        </ul>
      ) : null}
      {item.cures.length ? (
        <fieldset className="cures">
          <legend>Done how</legend>
          {item.cures.map((cure) => (
            <label key={cure.cure} className={cure.refused ? "refused" : undefined}>
              <input
                type="radio"
                name={`cure ${item.key}`}
                checked={(picked ?? item.cure) === cure.cure}
                disabled={Boolean(cure.refused)}
                onChange={() => job.edit("how it is done", (d) => decide(d, item.key, { cure: cure.cure as "board" }))}
              />
              <span>
                {cure.title}
                {cure.refused ? <small> not here: {cure.refused}</small> : null}
              </span>
              <span className="soft">
                {fixed(cure.person_hours, 1)} h{cure.price ? ` · ${money(cure.price, currency)}` : ""}
              </span>
            </label>
          ))}
        </fieldset>
      ) : null}
      {item.kind === "plates" && item.section ? <PlateField sectionId={item.section} /> : null}
      {CHANGED.has(item.unit) && item.kind !== "plates" && !item.counted_elsewhere && item.state !== "gone" ? (
        <NumberField
          label="Amount, where it is another one"
          path={`preparation.${item.key}`}
          unit={item.unit}
          value={decision?.amount ?? null}
          least={0}
          most={100_000}
          mayBeEmpty
          onValue={(amount) => job.edit("an amount of the work list", (d) => decide(d, item.key, { amount }))}
        />
      ) : null}
      {added >= 0 && item.change ? <ChangeAnswer index={added} /> : null}
      <WaitsFor item={item} />
      <Marked item={item} />
      {notes.map((note) => (
        <p key={note.entry} className="note">
          {note.text} <span className="soft">{note.by === "local" ? "" : note.by}</span>{" "}
          <button type="button" className="link" onClick={() => log.takeBack(note.entry)}>
            take back
          </button>
        </p>
      ))}
      <PhotoStrip
        files={photos.map((photo) => photo.text)}
        onRemove={(file) => {
          const photo = photos.find((one) => one.text === file);
          if (photo) log.takeBack(photo.entry);
        }}
      />
      <div className="row">
        <AddPhoto label="Add a photo" onStored={(file) => log.add("photo", { file, of: item.key })} />
        <NoteField onNote={(text) => log.add("note", { text, of: item.key })} />
      </div>
      {added >= 0 ? (
        <Button
          variant="subtle"
          color="rust"
          size="xs"
          onClick={() => job.edit("taking an item off the list", (d) => void d.preparation?.added?.splice(added, 1))}
        >
          Take it off the list
        </Button>
      ) : null}
    </div>
  );
}

/** Units of amounts that somebody may know better than the record does. */
const CHANGED = new Set(["ft", "ft²", "ft² of opening", "holes", "bays"]);

/** Done, undone, left out with a reason and a name. */
function Marked({ item }: { item: WorkItem }) {
  const { document, job } = useDocument();
  const { log } = usePlanned();
  const decision = decisionOf(document, item.key);
  const [leaving, setLeaving] = useState(false);
  const [reason, setReason] = useState(decision?.left_out?.reason ?? "");
  const [by, setBy] = useState(decision?.left_out?.by ?? (log.actor === "local" ? "" : log.actor));
  const done = log.day?.done[item.key];
  const left = log.day?.left[item.key];
  if (item.state === "gone" || item.state === "as_it_is") return null;
  if (done)
    return (
      <p className="answer">
        <b>Done</b> {when(done.at)}
        {done.by === "local" ? "" : ` by ${done.by}`}{" "}
        <Button variant="default" size="xs" onClick={() => log.takeBack(done.entry)}>
          Not done after all
        </Button>
      </p>
    );
  if (item.state === "done" && item.done)
    return (
      <p className="answer">
        <b>Cleared</b> by {item.done.by} {item.done.at}. It is entered in Look over.
      </p>
    );
  if (item.state === "left")
    return (
      <p className="answer">
        <b>Left out</b> by {item.done?.by}: {item.done?.reason}{" "}
        <Button
          variant="default"
          size="xs"
          onClick={() =>
            left
              ? log.takeBack(left.entry)
              : job.edit("doing it after all", (d) => decide(d, item.key, { left_out: null }))
          }
        >
          Do it after all
        </Button>
      </p>
    );
  const trade = item.state === "stop" && item.who !== "crew";
  return (
    <>
      {trade ? (
        <p className="at-place stop">
          A stop of the {item.who}: it is lifted once somebody enters in Look over who cleared it, when and how.
        </p>
      ) : (
        <div className="row">
          <Button size="sm" onClick={() => log.add("work.done", { key: item.key })}>
            Done
          </Button>
          {item.leavable ? (
            <Button variant="default" size="sm" aria-expanded={leaving} onClick={() => setLeaving(!leaving)}>
              Leave it out…
            </Button>
          ) : (
            <span className="note">Cannot be left out: it keeps somebody safe.</span>
          )}
        </div>
      )}
      {leaving ? (
        <form
          className="leave"
          onSubmit={(event) => {
            event.preventDefault();
            if (!reason.trim() || !by.trim()) return;
            job.edit("leaving an item out", (d) => decide(d, item.key, { left_out: { reason, by } }));
            setLeaving(false);
          }}
        >
          <TextField label="Why it is left out" value={reason} onValue={setReason} />
          <TextField label="Who says so" value={by} onValue={setBy} />
          <p className="note">Both are needed. What is left out goes on the card.</p>
          <Button type="submit" size="xs" disabled={!reason.trim() || !by.trim()}>
            Leave it out
          </Button>
        </form>
      ) : null}
    </>
  );
}

const when = (at: string) =>
  at
    ? new Date(at).toLocaleString("en-GB", { day: "numeric", month: "short", hour: "2-digit", minute: "2-digit" })
    : "";

function NoteField({ onNote }: { onNote: (text: string) => void }) {
  const [text, setText] = useState("");
  const write = () => {
    if (text.trim()) onNote(text.trim());
    setText("");
  };
  return (
    <Textarea
      className="note-field"
      size="sm"
      label="A note on it"
      autosize
      minRows={1}
      maxLength={2000}
      value={text}
      onChange={(event) => setText(event.currentTarget.value)}
      onBlur={write}
    />
  );
}
