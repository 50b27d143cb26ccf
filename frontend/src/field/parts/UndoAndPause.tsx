import { fixed } from "../../ui/units";
import type { Field } from "../useField";
import { Hold } from "./Hold";

const NAMED: Record<string, (value: Record<string, unknown>) => string> = {
  "bag.in": () => "bag",
  hopper: (value) => `hopper ${value.bags}`,
  reading: (value) => `reading ${value.depth_in}`,
  "band.enter": (value) => `band ${value.band} begun`,
  "band.leave": (value) => `band ${value.band} done`,
  "day.start": () => "day’s start",
  "day.end": () => "day’s end",
  core: () => "core",
  setting: () => "settings",
  "cause.checked": (value) => `tick of ${value.cause}`,
  lot: (value) => `lot ${value.lot}`,
  "bag.spoilt": () => "spoilt bags",
};

/** Takes back what it names, and pauses the day while it is held. */
export function UndoAndPause({ field }: { field: Field }) {
  const { walked } = field.run;
  const voided = new Set(field.entries.filter((one) => one.entry.kind === "void").map((one) => one.entry.voids));
  const last = [...field.entries]
    .filter((one) => one.entry.device === field.device && one.state !== "refused")
    .sort((a, b) => b.entry.seq - a.entry.seq)
    .find((one) => one.entry.kind in NAMED && !voided.has(one.id));
  const name = last ? (NAMED[last.entry.kind]?.(last.entry.value) ?? "") : "";
  const bags = field.run.products.reduce((all, one) => all + one.bagsIn, 0);
  const paused = walked.day?.paused !== null;
  return (
    <>
      <div className="pair">
        <button
          type="button"
          disabled={!last}
          onClick={() => last && void field.say("void", {}, { voids: last.id }).catch(() => {})}
        >
          undo {last?.entry.kind === "bag.in" ? `bag ${fixed(bags)}` : name}
        </button>
        {paused ? (
          <button type="button" onClick={() => void field.say("day.go").catch(() => {})}>
            the day goes on
          </button>
        ) : (
          <Hold onHeld={() => void field.say("day.pause").catch(() => {})}>hold: pause the day</Hold>
        )}
      </div>
      <p className="soft middle">pausing does not stop the machine</p>
    </>
  );
}
