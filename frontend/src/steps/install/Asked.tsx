import { Button } from "@mantine/core";
import { useState } from "react";
import type { RunAnswer } from "../../api/types";
import { usePlanned } from "../../state/context";
import { Part } from "../../ui/Part";
import { trimmed } from "../../ui/units";

type One = RunAnswer["asked"][number];

/** What devices said that do not hold the count: it waits for a yes or no, all of a device's with one word or one by one. */
export function Asked({ run }: { run: RunAnswer }) {
  if (!run.asked.length) return null;
  const names = new Map(run.contacts.map((contact) => [contact.device, contact.name]));
  const devices = [...new Set(run.asked.map((one) => one.device))];
  return (
    <Part title="Said by a device that does not count" aside={`${run.asked.length} waiting`}>
      {devices.map((device) => (
        <OfDevice
          key={device}
          name={names.get(device) ?? device}
          asked={run.asked.filter((one) => one.device === device)}
        />
      ))}
    </Part>
  );
}

function OfDevice({ name, asked }: { name: string; asked: readonly One[] }) {
  const { log } = usePlanned();
  const [open, setOpen] = useState(false);
  const bags = asked.reduce((all, one) => all + (one.kind === "bag.in" ? one.bags : 0), 0);
  const rest = asked.filter((one) => one.kind !== "bag.in").length;
  const what = [
    bags ? `${trimmed(bags, 2)} ${bags === 1 ? "bag" : "bags"}` : "",
    rest ? `${rest} ${rest === 1 ? "word" : "words"} on bands, hopper or end` : "",
  ].filter(Boolean);
  const answer = (text: string, of: string[]) => log.add("answer", { question: "bag:", text, of });
  const all = asked.map((one) => one.entry);
  return (
    <>
      <p className="note">
        {what.join(" and ")} by {asked[0]?.by} on {name}: {asked.length === 1 ? "does it count?" : "do they count?"}
      </p>
      <div className="row">
        {["yes", "no"].map((text) => (
          <Button key={text} size="compact-sm" variant="default" onClick={() => answer(text, all)}>
            {asked.length === 1 ? text : `${text}, all of it`}
          </Button>
        ))}
        {asked.length > 1 ? (
          <Button size="compact-sm" variant="subtle" aria-expanded={open} onClick={() => setOpen(!open)}>
            one by one
          </Button>
        ) : null}
      </div>
      {open ? (
        <ul className="asked">
          {asked.map((one) => (
            <li key={one.entry}>
              {wordsOf(one)}
              {["yes", "no"].map((text) => (
                <Button
                  key={text}
                  size="compact-sm"
                  variant="default"
                  aria-label={`${text}: ${wordsOf(one)}`}
                  onClick={() => answer(text, [one.entry])}
                >
                  {text}
                </Button>
              ))}
            </li>
          ))}
        </ul>
      ) : null}
    </>
  );
}

function wordsOf(one: One): string {
  const band = one.band ? `band ${one.band}` : "";
  if (one.kind === "bag.in")
    return [`${trimmed(one.bags, 2)} ${one.bags === 1 ? "bag" : "bags"}`, band].filter(Boolean).join(", ");
  if (one.kind === "hopper") return `hopper ${trimmed(one.bags, 2)} bags`;
  if (one.kind === "day.end") return "end of the day";
  return `${band} ${one.kind === "band.enter" ? "begun" : "left"}`;
}
