import { useState } from "react";
import { fixed } from "../../ui/units";
import type { Quota } from "../pack";
import type { Act } from "../phone";
import type { Field } from "../useField";
import { Steps } from "./Steps";

// A band has its bags within half a one, as core/filling/walk.py takes it.
const HAS_ITS_BAGS = 0.5;

export const hasItsBags = (field: Field, band: Quota) =>
  (field.run.bands.find((one) => one.number === band.number)?.lies ?? 0) >= band.bags - HAS_ITS_BAGS;

/** Leaving a band: the hopper is read, and where it is short of its bags it is asked whether it is done. next: where one goes. */
export function LeaveBand({
  field,
  band,
  next,
  stay,
}: {
  field: Field;
  band: Quota;
  next: Quota | null;
  stay: () => void;
}) {
  const { walked } = field.run;
  const [level, setLevel] = useState<number | null>(null);
  const lies = field.run.bands.find((one) => one.number === band.number)?.lies ?? 0;
  const leave = async (bags: number, how: Record<string, unknown>) => {
    const acts: Act[] = [
      ["hopper", { bags }],
      ["band.leave", { section: band.section, band: band.number, ...how }],
    ];
    if (next) acts.push(["band.enter", { section: next.section, band: next.number }]);
    await field.act(acts);
    stay();
  };
  const last = walked.products.get(band.product)?.hopperNow ?? 0;
  if (level === null)
    return (
      <div className="leaving">
        <Steps
          label={`Leaving band ${band.number}${next ? ` for band ${next.number}` : ""}. What stands in the hopper?`}
          button={hasItsBags(field, band) ? `Keep it, band ${band.number} done` : "Keep it"}
          start={last}
          steps={[-1, -0.25, 0.25, 1]}
          unit="bags"
          most={20}
          keep={async (bags) => (hasItsBags(field, band) ? leave(bags, { done: true }) : setLevel(bags))}
        />
        <button type="button" onClick={stay}>
          No: go on in band {band.number}
        </button>
      </div>
    );
  return (
    <div className="card leaving" role="status">
      <p>
        <b>
          Band {band.number} has {fixed(lies, 1)} of its {fixed(band.bags, 1)} bags. Is it done?
        </b>
      </p>
      <button type="button" onClick={() => void leave(level, { done: true }).catch(() => {})}>
        Done: it is at its line
      </button>
      <button type="button" className="main" onClick={() => void leave(level, { done: false }).catch(() => {})}>
        Back later
      </button>
      {lies < HAS_ITS_BAGS && (
        <button type="button" onClick={() => void leave(level, { none: true }).catch(() => {})}>
          It takes none
        </button>
      )}
      <button type="button" onClick={stay}>
        No: go on in band {band.number}
      </button>
    </div>
  );
}
