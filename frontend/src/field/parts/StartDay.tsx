import { useState } from "react";
import { despiteOf, NOBODY_SAID, saidEnough } from "../../ui/despite";
import { fixed, trimmed } from "../../ui/units";
import { bagsBySection, type Stop } from "../pack";
import { clock } from "../time";
import type { Field } from "../useField";
import { DespiteForm } from "./Despite";
import { Steps } from "./Steps";

// Off by more than that a clock is said before a day begins by it.
const CLOCK_OFF_S = 3600;
// A pack that was not held against the office’s for so long is said to be as old as it is.
const PACK_OLD_MS = 10 * 60_000;

/** The day’s start: refused while a stop stands, with the reason and who lifts it. */
export function StartDay({ field, stops }: { field: Field; stops: readonly Stop[] }) {
  const [lot, setLot] = useState("");
  const [machine, setMachine] = useState("");
  const [said, setSaid] = useState(NOBODY_SAID);
  const { safety } = field.run;
  const { walked } = field.run;
  const ended = walked.days.at(-1);
  const level = walked.product === null ? null : (walked.products.get(walked.product)?.hopperNow ?? null);
  return (
    <>
      <h1>{ended ? "Another day" : "Start the day"}</h1>
      {ended && (
        <div className="card">
          <p>
            {walked.days.length === 1 ? "A day" : `${walked.days.length} days`} of this job ended:{" "}
            {walked.days.map((day) => `${fixed(day.bags)} bags`).join(", ")}.
          </p>
          {ended.endEntry && (
            <button
              type="button"
              onClick={() => void field.say("void", {}, { voids: ended.endEntry as string }).catch(() => {})}
            >
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
      <PackAge field={field} />
      <ClockOff offset={field.offset} />
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
      {stops.length === 0 ? <DespiteForm open={safety} said={said} onSaid={setSaid} /> : null}
      {stops.length === 0 && safety.length > 0 && !saidEnough(said) ? (
        <p className="card soft">The day starts once that is done, or a name and a reason stand here.</p>
      ) : stops.length === 0 ? (
        <Steps
          label={
            level === null
              ? "What stands in the hopper now?"
              : `What stands in the hopper now? ${trimmed(level, 2)} ${level === 1 ? "bag" : "bags"} stood in it last.`
          }
          button="Start the day"
          start={level ?? 0}
          steps={[-1, -0.25, 0.25, 1]}
          unit="bags"
          most={20}
          keep={(bags) => {
            const more = {
              ...(lot.trim() ? { lot: lot.trim() } : {}),
              ...(machine.trim() ? { machine: machine.trim() } : {}),
              ...despiteOf(safety, said),
            };
            return field.act([
              ["day.start", { revision: field.pack.revision, bags: bagsBySection(field.pack.fill), ...more }],
              ["hopper", { bags }],
            ]);
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

/** How old the plan is that the day would begin by, where the office cannot be asked. */
function PackAge({ field }: { field: Field }) {
  const age = Date.now() - Date.parse(field.checkedAt);
  if (field.contact.kind === "heard" || age < PACK_OLD_MS) return null;
  return (
    <p className="card warn">
      No word from the office since {clock(field.checkedAt)}, {ageWords(age)} ago. Revision {field.pack.revision} may be
      an old one: a stop put in since then is not known here. Ring up before you start.
    </p>
  );
}

/** A clock known to be wrong is said before a day begins by it. */
function ClockOff({ offset }: { offset: number }) {
  if (Math.abs(offset) <= CLOCK_OFF_S) return null;
  return (
    <p className="card warn">
      This phone’s clock is {ageWords(Math.abs(offset) * 1000)} {offset < 0 ? "ahead" : "behind"}. Set it right; what
      was written by it is put right as it is sent.
    </p>
  );
}

function ageWords(ms: number): string {
  const minutes = Math.round(ms / 60_000);
  if (minutes < 120) return `${minutes} minutes`;
  const hours = Math.round(minutes / 60);
  return hours < 48 ? `${hours} hours` : `${Math.round(hours / 24)} days`;
}
