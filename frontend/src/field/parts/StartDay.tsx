import { useState } from "react";
import type { Stop } from "../pack";
import type { Field } from "../useField";
import { Steps } from "./Steps";

/** The day's start: refused while a stop stands, with the reason and who lifts it. */
export function StartDay({ field, stops }: { field: Field; stops: readonly Stop[] }) {
  const [lot, setLot] = useState("");
  const [machine, setMachine] = useState("");
  const ended = field.run.walked.days.at(-1);
  const last = [...field.entries].reverse().find((one) => one.entry.kind === "day.end");
  return (
    <>
      <h1>{ended ? "Another day" : "Start the day"}</h1>
      {ended && (
        <div className="card">
          <p>A day of this job has ended: {field.run.walked.days.map((day) => `${day.bags} bags`).join(", ")}.</p>
          {last && (
            <button type="button" onClick={() => void field.say("void", {}, { voids: last.id }).catch(() => {})}>
              Open that day again
            </button>
          )}
        </div>
      )}
      {stops.map((stop) => (
        <div className="card stop" key={stop.key}>
          <b>Stop: {stop.what}</b>
          <p>{stop.why}</p>
          <p>
            {stop.by_crew
              ? "Do it in Prepare: its tick lifts the stop."
              : `Who can clear it: ${stop.who}, named at the desk with how.`}
          </p>
        </div>
      ))}
      <p className="card soft">
        Nobody works alone: a second person is on site, in voice or radio contact, and can stop the machine.{" "}
        {field.pack.stops_by_hour}
      </p>
      <label className="card field">
        Lot of the product, as its bags say
        <input value={lot} maxLength={60} onChange={(event) => setLot(event.target.value)} />
      </label>
      <label className="card field">
        Machine
        <input value={machine} maxLength={60} onChange={(event) => setMachine(event.target.value)} />
      </label>
      {stops.length === 0 ? (
        <Steps
          label="What stands in the hopper now?"
          button="Start the day"
          start={0}
          steps={[-1, -0.25, 0.25, 1]}
          unit="bags"
          most={20}
          keep={async (bags) => {
            const more = {
              ...(lot.trim() ? { lot: lot.trim() } : {}),
              ...(machine.trim() ? { machine: machine.trim() } : {}),
            };
            await field.say("day.start", { revision: field.pack.revision, ...more });
            await field.say("hopper", { bags });
          }}
        />
      ) : (
        <p className="card stop">
          The day does not start while {stops.length === 1 ? "this stop stands" : `these ${stops.length} stops stand`}.
        </p>
      )}
    </>
  );
}
