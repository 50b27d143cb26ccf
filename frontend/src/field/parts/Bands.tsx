import { fixed } from "../../ui/units";
import type { Quota } from "../pack";
import { clock } from "../time";
import type { Field } from "../useField";

export const bandName = (band: Quota) =>
  band.bays ? `band ${band.number}, bays ${band.bays[0]} to ${band.bays[1]}` : `band ${band.number}`;

/** The bands in their order; one that is touched is gone to. */
export function Bands({ field, goTo }: { field: Field; goTo: (band: Quota) => void }) {
  const { walked } = field.run;
  const open = walked.openBand;
  const { bands } = field.pack.fill;
  const now = bands.find((band) => band.number === open);
  return (
    <>
      <p className="row spread">
        <span>
          {now ? `${bandName(now)} of ${bands.length}, ${fixed(now.bags, 1)} bags` : `${bands.length} bands`}
          {now ? ` · ${field.pack.fill.sections[now.section]}` : ""}
        </span>
        <span>{clock(new Date().toISOString())}</span>
      </p>
      <fieldset className="bands">
        <legend className="hidden">Bands</legend>
        {bands.map((band) => {
          const run = walked.bands.get(band.number);
          const state = band.number === open ? "open" : run?.done ? "done" : "to do";
          const lies = field.run.bands.find((one) => one.number === band.number)?.lies ?? 0;
          return (
            <button
              type="button"
              key={band.number}
              className={`band ${state.replace(" ", "")}`}
              disabled={!field.holds || band.number === open}
              aria-label={`Band ${band.number}, ${run?.none ? "takes none" : state}, ${fixed(lies, 1)} of ${fixed(band.bags, 1)} bags`}
              onClick={() => goTo(band)}
            >
              {state === "done" ? "✓" : band.number}
            </button>
          );
        })}
      </fieldset>
    </>
  );
}
