import { useState } from "react";
import { fixed } from "../../ui/units";
import { missingOf } from "../missing";
import type { Field } from "../useField";
import { hasItsBags } from "./LeaveBand";
import { Steps } from "./Steps";

/** Empties against bags counted, spoilt bags, the hopper; then the day ends. */
export function EndOfDay({ field }: { field: Field }) {
  const [open, setOpen] = useState(false);
  const [spoilt, setSpoilt] = useState(0);
  const [done, setDone] = useState(false);
  const run = field.run.products[0];
  const band = field.pack.fill.bands.find((one) => one.number === field.run.walked.openBand);
  const short = band !== undefined && !hasItsBags(field, band);
  const product = field.pack.fill.products.find((one) => one.id === run?.product);
  const out = product ? (field.marks.out.get(product.id) ?? 0) : 0;
  if (!run) return null;
  if (!field.holds) return <p className="card soft">Who counts ends the day. Take the count to end it here.</p>;
  if (!open)
    return (
      <button type="button" onClick={() => setOpen(true)}>
        End the day …
      </button>
    );
  return (
    <div className="card">
      <h2>End the day</h2>
      <Empties field={field} counted={run.bagsIn} />
      <p>{out > 0 && ` ${fixed(out)} went onto the truck; what is left goes back in Load.`}</p>
      <Steps
        label="Bags spoilt: torn, wet, left over in part"
        button="Note them"
        start={spoilt}
        steps={[-1, -0.25, 0.25, 1]}
        unit="bags"
        most={50}
        keep={async (bags) => {
          if (bags > 0) await field.say("bag.spoilt", { bags });
          setSpoilt(0);
        }}
      />
      {band && short && (
        <label className="row">
          <input type="checkbox" checked={done} onChange={(event) => setDone(event.target.checked)} />
          <span className="grow">
            Band {band.number} is done, though it is short of its {fixed(band.bags, 1)} bags. Else it goes on next time.
          </span>
        </label>
      )}
      <Lacks field={field} open={band && (done || !short) ? band.number : null} />
      <Steps
        label="What stands in the hopper at the end?"
        button="Keep it and end the day"
        start={field.run.walked.products.get(run.product)?.hopperNow ?? 0}
        steps={[-1, -0.25, 0.25, 1]}
        unit="bags"
        most={20}
        keep={(bags) =>
          field.act([
            ["hopper", { bags }],
            ...(band && (done || !short)
              ? [["band.leave", { section: band.section, band: band.number, done: true }] as const]
              : []),
            ["day.end"],
          ])
        }
      />
    </div>
  );
}

/** What keeps the job from its row, once the open band is taken as done: said while there is fill in the hose. */
export function Lacks({ field, open }: { field: Field; open: number | null }) {
  const { bands, walked } = field.run;
  const over = new Map(bands.map((one) => [one.number, { ...one, done: one.done || one.number === open }]));
  return missingOf(walked.table, over).map((one) => (
    <p className="warn" role="status" key={one.section}>
      {one.text}.
    </p>
  ));
}

/** The heap of empty bags against the bags counted in. */
function Empties({ field, counted }: { field: Field; counted: number }) {
  const [heap, setHeap] = useState<number | null>(null);
  const off = heap === null ? 0 : heap - counted;
  return (
    <>
      <Steps
        label={`${fixed(counted)} bags were counted in. How many empty bags lie on the heap?`}
        button="Note it"
        start={counted}
        steps={[-10, -1, 1, 10]}
        unit="bags"
        most={1000}
        keep={async (bags) => {
          await field.say("note", { text: `Empty bags on the heap: ${bags}; counted in: ${counted}` });
          setHeap(bags);
        }}
      />
      {heap !== null && (
        <p className={off ? "warn" : "soft"} role="status">
          {off === 0
            ? "As many as were counted."
            : off > 0
              ? `${fixed(off)} more than were counted: count them in, or say in a note where they come from.`
              : `${fixed(-off)} fewer than were counted: take back what was counted twice.`}
        </p>
      )}
    </>
  );
}
