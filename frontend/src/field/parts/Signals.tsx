import { useState } from "react";
import { clock } from "../time";
import type { Field } from "../useField";

const SHOWN = 4;

/** Words between attic and truck. The radio and the machine’s own stop come first. */
export function Signals({ field }: { field: Field }) {
  const [open, setOpen] = useState(false);
  const { signals } = field.run.walked;
  const states = new Map(field.entries.map((one) => [one.id, one.state]));
  return (
    <div className="card">
      <button type="button" className="plain" aria-expanded={open} onClick={() => setOpen(!open)}>
        <b>Signals</b>
        <span>the radio and the machine’s own stop come first</span>
      </button>
      {signals.slice(-SHOWN).map((signal) => (
        <p key={signal.entry} className={signal.device === field.device ? "" : "warn"}>
          {field.pack.signals[signal.word]} · {signal.device === field.device ? "from here" : `from ${signal.by}`}{" "}
          {clock(signal.at)}
          {signal.device === field.device && (states.get(signal.entry) === "waiting" ? " · not sent yet" : " · sent")}
        </p>
      ))}
      {open && (
        <div className="pair">
          {Object.entries(field.pack.signals).map(([word, text]) => (
            <button type="button" key={word} onClick={() => void field.say("signal", { word }).catch(() => {})}>
              {text}
            </button>
          ))}
        </div>
      )}
    </div>
  );
}
