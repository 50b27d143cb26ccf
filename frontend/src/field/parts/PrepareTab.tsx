import { useState } from "react";
import { trimmed } from "../../ui/units";
import { rightTime } from "../entry";
import type { WorkItem } from "../pack";
import { clock } from "../time";
import type { Field } from "../useField";
import { PhotoButton } from "./PhotoButton";

/** The work list by group, to tick; each item with how it is done and what to mind. */
export function PrepareTab({ field }: { field: Field }) {
  const { work } = field.pack;
  const done = work.items.filter((item) => field.marks.done.has(item.key) || item.state === "done").length;
  const groups = Object.entries(work.groups)
    .map(([group, title]) => ({ title, group, items: work.items.filter((item) => item.group === group) }))
    .filter(({ items }) => items.length > 0);
  return (
    <>
      <h1>
        Prepare · {done} of {work.items.length}
      </h1>
      {work.items.length === 0 && <p className="card soft">Nothing is to be prepared here.</p>}
      {groups.map(({ group, title, items }) => (
        <section key={group}>
          <h2>{title}</h2>
          {items.map((item) => (
            <Item key={item.key} field={field} item={item} />
          ))}
        </section>
      ))}
      <FoundMore field={field} />
    </>
  );
}

function Item({ field, item }: { field: Field; item: WorkItem }) {
  const [open, setOpen] = useState(false);
  const [reason, setReason] = useState("");
  const kind = field.pack.work.kinds[item.kind];
  const stop = field.pack.fill.stops.find((one) => one.key === item.key);
  const cleared =
    stop &&
    (field.run.walked.cleared.has(stop.key) || (stop.hazard !== null && field.run.walked.cleared.has(stop.hazard)));
  const mark = field.marks.done.get(item.key);
  const left = field.marks.left.get(item.key);
  const done = mark !== undefined || item.state === "done" || cleared;
  const others = stop && !stop.by_crew;
  const where = item.section ? field.pack.fill.sections[item.section] : undefined;
  // One piece says no more than its name.
  const amount = item.unit === "pieces" && item.amount === 1 ? null : `${trimmed(item.amount, 1)} ${item.unit ?? ""}`;
  const toggle = () =>
    void (mark ? field.say("void", {}, { voids: mark.id }) : field.say("work.done", { key: item.key })).catch(() => {});
  return (
    <div className={stop && !done ? "card stop" : "card"}>
      <div className="row">
        <button type="button" className="grow plain" aria-expanded={open} onClick={() => setOpen(!open)}>
          <b>
            {item.number} {stop && !done ? `Stop: ${item.what}` : item.what}
          </b>
          <span>{[amount, where, others ? `who clears it: ${item.who}` : null].filter(Boolean).join(" · ")}</span>
          {mark && (
            <span className="soft">
              {mark.actor} {clock(rightTime(mark))}
            </span>
          )}
          {left && <span className="soft">left out: {left.value.reason}</span>}
        </button>
        {others ? (
          <span className="state">{done ? "cleared" : "stop"}</span>
        ) : (
          <button type="button" className="tick" aria-pressed={done} aria-label={`${item.what}: done`} onClick={toggle}>
            {done ? "✓" : ""}
          </button>
        )}
      </div>
      {open && kind && (
        <div className="how">
          <p>{item.why ?? kind.why}</p>
          <ol>
            {kind.how.map((step) => (
              <li key={step}>{step}</li>
            ))}
          </ol>
          {[...kind.cautions, ...(item.cautions ?? [])].map((text) => (
            <p className="caution" key={text}>
              {text}
            </p>
          ))}
          {item.leavable && !done && !left && (
            <form
              onSubmit={(event) => {
                event.preventDefault();
                if (reason.trim())
                  void field.say("work.left", { key: item.key, reason: reason.trim() }).catch(() => {});
              }}
            >
              <label className="field">
                Leave it out, because
                <input value={reason} maxLength={200} onChange={(event) => setReason(event.target.value)} />
              </label>
              <button type="submit" disabled={!reason.trim()}>
                Leave it out
              </button>
            </form>
          )}
          <PhotoButton field={field} of={item.key} />
        </div>
      )}
    </div>
  );
}

function FoundMore({ field }: { field: Field }) {
  const [text, setText] = useState("");
  return (
    <div className="card">
      {field.marks.found.map((entry) => (
        <p key={entry.id}>
          found more: {entry.value.text}{" "}
          <span className="soft">
            ({entry.actor} {clock(rightTime(entry))}; the office decides)
          </span>
        </p>
      ))}
      <label className="field">
        Found more
        <input
          value={text}
          maxLength={300}
          placeholder="what, and where"
          onChange={(event) => setText(event.target.value)}
        />
      </label>
      <div className="pair">
        <button
          type="button"
          disabled={!text.trim()}
          onClick={() => {
            const value = { key: `found:${crypto.randomUUID()}`, kind: "other", text: text.trim() };
            void field.say("work.found", value).then(
              () => setText(""),
              () => {},
            );
          }}
        >
          Tell the office
        </button>
        <PhotoButton field={field} />
      </div>
    </div>
  );
}
