import { memo, useDeferredValue, useState } from "react";
import { fixed } from "../../ui/units";
import type { Quota } from "../pack";
import { stopsLeft } from "../stops";
import type { Field } from "../useField";
import { BagButton } from "./BagButton";
import { BagRun } from "./BagRun";
import { Bands } from "./Bands";
import { Count } from "./Count";
import { EndOfDay, Lacks } from "./EndOfDay";
import { Halt } from "./Halt";
import { Hopper, quarters } from "./Hopper";
import { LeaveBand } from "./LeaveBand";
import { OffLine } from "./OffLine";
import { Signals } from "./Signals";
import { StartDay } from "./StartDay";
import { UndoAndPause } from "./UndoAndPause";
import { Verdict } from "./Verdict";

/** The day: start, bands, bags, verdict. */
export function FillTab({ field }: { field: Field }) {
  const { walked } = field.run;
  if (field.pack.fill.bands.length === 0)
    return (
      <p className="card soft">
        Nothing is blown on this job, or its depth is not known yet: the office sets it in Choose.
      </p>
    );
  if (!walked.day) return <StartDay field={field} stops={stopsLeft(walked.table.stops, walked.done, walked.cleared)} />;
  return <Day field={field} />;
}

function Day({ field }: { field: Field }) {
  const { walked, products } = field.run;
  const { bands } = field.pack.fill;
  const open = bands.find((band) => band.number === walked.openBand);
  const next = bands.find((band) => !walked.bands.get(band.number)?.done && band.number !== walked.openBand) ?? null;
  const told = products.find((one) => one.product === (open?.product ?? walked.product)) ?? products[0];
  const [leaving, setLeaving] = useState<{ for: Quota | null; from: number } | null>(null);
  const later = useDeferredValue(field);
  const own = field.entries.filter((one) => one.entry.kind === "bag.in" && one.entry.device === field.device).length;
  if (!told || !walked.day) return null;
  const enter = (band: Quota) => field.say("band.enter", { section: band.section, band: band.number }).catch(() => {});
  const goTo = (band: Quota) => {
    const { undoable } = field;
    // A wrong tap, tapped back before anything was counted, is taken back whole.
    const back = undoable?.kinds.has("band.leave") && undoable.kinds.has("band.enter") && undoable.left === band.number;
    if (back && undoable) void field.undo(undoable).catch(() => {});
    else if (open) setLeaving({ for: band, from: open.number });
    else void enter(band);
  };
  return (
    <>
      <h1 className="hidden">Fill</h1>
      <Halt field={field} />
      <Bands field={field} goTo={goTo} />
      <div className="count" data-own-bags={own}>
        <b data-testid="count">{quarters(told.inAttic)}</b>
        <span>bags in the attic</span>
        <span className="of">of {fixed(told.planned)}</span>
      </div>
      {open ? (
        leaving?.from === open.number ? (
          <LeaveBand
            key={`${open.number} ${leaving.for?.number}`}
            field={field}
            band={open}
            next={leaving.for}
            stay={() => setLeaving(null)}
          />
        ) : (
          <>
            <BagButton field={field} band={open} />
            {field.holds && (
              <button type="button" className="apart" onClick={() => setLeaving({ for: next, from: open.number })}>
                Band {open.number} is done
              </button>
            )}
          </>
        )
      ) : next ? (
        <button type="button" className="main" disabled={!field.holds} onClick={() => void enter(next)}>
          Begin band {next.number} · {fixed(next.bags, 1)} bags
        </button>
      ) : (
        <>
          <Lacks field={field} open={null} />
          <p className="card">Every band is done. Read the markers in Check, then end the day.</p>
        </>
      )}
      <Beneath field={later} />
    </>
  );
}

/** What stands beneath the count: drawn right after it, so that a touch is answered at once. */
const Beneath = memo(function Beneath({ field }: { field: Field }) {
  const { walked, products } = field.run;
  const open = field.pack.fill.bands.find((band) => band.number === walked.openBand);
  const told = products.find((one) => one.product === (open?.product ?? walked.product)) ?? products[0];
  if (!told || !walked.day) return null;
  return (
    <>
      <Hopper field={field} />
      <Count field={field} />
      <BagRun field={field} told={told} />
      <Verdict field={field} />
      <UndoAndPause field={field} />
      <OffLine field={field} told={told} />
      <Signals field={field} />
      <EndOfDay field={field} />
    </>
  );
});
