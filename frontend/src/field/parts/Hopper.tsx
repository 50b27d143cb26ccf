import { useState } from "react";
import { eighths, trimmed } from "../../ui/units";
import type { Field } from "../useField";
import { Steps } from "./Steps";

export const quarters = (bags: number) => trimmed(bags, 2);

/** The hopper’s level, and the marker that was read last. */
export function Hopper({ field }: { field: Field }) {
  const [open, setOpen] = useState(false);
  const { walked } = field.run;
  const level = walked.product === null ? null : (walked.products.get(walked.product)?.hopperNow ?? null);
  const read = walked.readings.at(-1);
  const place = field.pack.fill.places.find((one) => one.id === read?.place);
  if (open)
    return (
      <Steps
        label="What stands in the hopper?"
        button="Keep it"
        start={level ?? 0}
        steps={[-1, -0.25, 0.25, 1]}
        unit="bags"
        most={20}
        keep={async (bags) => {
          await field.say("hopper", { bags });
          setOpen(false);
        }}
      />
    );
  return (
    <div className="pair">
      <button type="button" className="tile" disabled={!field.holds} onClick={() => setOpen(true)}>
        hopper
        <b>{level === null ? "not read yet" : `${quarters(level)} bags`}</b>
      </button>
      <div className="card tile">
        {read ? (place?.marker ? `marker ${place.marker} reads` : "a place reads") : "last marker"}
        <b>{read ? `${eighths(read.depthIn)} in` : "none yet"}</b>
      </div>
    </div>
  );
}
