import { useState } from "react";
import { trimmed } from "../../ui/units";
import { clock } from "../time";
import type { Field } from "../useField";
import type { Asked } from "../walked";

const WHAT: Record<string, (one: Asked) => string> = {
  "bag.in": (one) => `${trimmed(one.bags, 2)} ${one.bags === 1 ? "bag" : "bags"}`,
  "band.enter": (one) => `band ${one.band} begun`,
  "band.leave": (one) => `band ${one.band} left`,
  hopper: (one) => `hopper ${trimmed(one.bags, 2)} bags`,
  "day.end": () => "end of the day",
};
export const askedWords = (one: Asked) => WHAT[one.kind]?.(one) ?? one.kind;

/** Who counts, and what another device said and waits for a yes or no. */
export function Count({ field }: { field: Field }) {
  const { asked, contacts } = field.run.walked;
  const others = [...contacts].filter(([device]) => device !== field.device);
  if (asked.length === 0 && field.holds && others.length === 0) return null;
  const devices = [...new Set(asked.map((one) => one.device))];
  return (
    <div className="card">
      <p className="soft">
        {field.holds ? "This phone counts." : "Another phone counts."}
        {others.length > 0 && ` Also at work: ${others.map(([, at]) => `last heard ${clock(at)}`).join(", ")}.`}
      </p>
      {!field.holds && (
        <button type="button" onClick={() => void field.say("count.take").catch(() => {})}>
          Take the count
        </button>
      )}
      {devices.map((device) => (
        <OfDevice
          key={device}
          field={field}
          mine={device === field.device}
          asked={asked.filter((one) => one.device === device)}
        />
      ))}
    </div>
  );
}

/** What waits of one device: all of it with one word, or one by one. */
function OfDevice({ field, asked, mine }: { field: Field; asked: readonly Asked[]; mine: boolean }) {
  const [open, setOpen] = useState(false);
  const bags = asked.reduce((all, one) => all + (one.kind === "bag.in" ? one.bags : 0), 0);
  const rest = asked.filter((one) => one.kind !== "bag.in").length;
  const answer = (text: string, of: string[]) =>
    void field.say("answer", { question: "bag:", text, of }).catch(() => {});
  const what = [
    bags ? `${trimmed(bags, 2)} ${bags === 1 ? "bag" : "bags"}` : "",
    rest ? `${rest} ${rest === 1 ? "word" : "words"} on bands, hopper or end` : "",
  ];
  return (
    <div className="asked">
      <p>
        <b>
          {what.filter(Boolean).join(" and ")} counted by {asked[0]?.by} on {mine ? "this phone" : "another phone"}
        </b>{" "}
        {asked.length === 1 ? "waits. Does it count?" : "wait. Do they count?"}
      </p>
      <div className="pair">
        {["yes", "no"].map((text) => (
          <button
            type="button"
            key={text}
            onClick={() =>
              answer(
                text,
                asked.map((one) => one.entry),
              )
            }
          >
            {asked.length === 1 ? text : `${text}, all of it`}
          </button>
        ))}
      </div>
      {asked.length > 1 && (
        <button type="button" aria-expanded={open} onClick={() => setOpen(!open)}>
          One by one
        </button>
      )}
      {open &&
        asked.map((one) => (
          <div className="row" key={one.entry}>
            <span className="grow">
              {askedWords(one)}
              {one.kind === "bag.in" && one.band !== null ? `, band ${one.band}` : ""}
            </span>
            {["yes", "no"].map((text) => (
              <button
                type="button"
                key={text}
                aria-label={`${text}: ${askedWords(one)}`}
                onClick={() => answer(text, [one.entry])}
              >
                {text}
              </button>
            ))}
          </div>
        ))}
    </div>
  );
}
