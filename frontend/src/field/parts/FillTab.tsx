import { memo, useDeferredValue, useRef, useState } from "react";
import { eighths, fixed, trimmed } from "../../ui/units";
import { clock } from "../JobScreen";
import type { Quota } from "../pack";
import { beep, shake } from "../senses";
import type { Field } from "../useField";
import { stopsLeft } from "../walk";
import { BagRun } from "./BagRun";
import { EndOfDay } from "./EndOfDay";
import { OffLine } from "./OffLine";
import { Signals } from "./Signals";
import { StartDay } from "./StartDay";
import { Steps } from "./Steps";
import { UndoAndPause } from "./UndoAndPause";

const quarters = (bags: number) => trimmed(bags, 2);

/** The day: start, bands, bags, verdict. */
export function FillTab({ field }: { field: Field }) {
  const { walked } = field.run;
  const stops = stopsLeft(field.pack.fill.stops, walked.done, walked.cleared);
  if (field.pack.fill.bands.length === 0)
    return (
      <p className="card soft">
        Nothing is blown on this job, or its depth is not known yet: the office sets it in Choose.
      </p>
    );
  if (!walked.day) return <StartDay field={field} stops={stops} />;
  return <Day field={field} />;
}

function Day({ field }: { field: Field }) {
  const { walked, products } = field.run;
  const { bands } = field.pack.fill;
  const open = bands.find((band) => band.number === walked.openBand);
  const next = bands.find((band) => !walked.bands.get(band.number)?.done && band.number !== walked.openBand);
  const told = products.find((one) => one.product === (open?.product ?? walked.product)) ?? products[0];
  const [leaving, setLeaving] = useState(false);
  const later = useDeferredValue(field);
  const holds = walked.holder === null || walked.holder === field.device;
  const day = walked.day;
  const own = field.entries.filter((one) => one.entry.kind === "bag.in" && one.entry.device === field.device).length;
  if (!told || !day) return null;
  const under = day.underStops.map((key) => field.pack.fill.stops.find((stop) => stop.key === key)?.what ?? key);
  return (
    <>
      <h1 className="hidden">Fill</h1>
      {under.length > 0 && (
        <p className="card stop" role="alert">
          This day was started while a stop stood: {under.join(", ")}. Halt, and have it cleared.
        </p>
      )}
      <Bands field={field} />
      <div className="count" data-own-bags={own}>
        <b data-testid="count">{quarters(told.inAttic)}</b>
        <span>bags in the attic</span>
        <span className="of">of {fixed(told.planned)}</span>
      </div>
      {open ? (
        leaving ? (
          <Steps
            label={`Band ${open.number} is done. What stands in the hopper?`}
            button="Keep it, band done"
            start={walked.products.get(open.product)?.hopperNow ?? 0}
            steps={[-1, -0.25, 0.25, 1]}
            unit="bags"
            most={20}
            keep={async (bags) => {
              await field.say("hopper", { bags });
              await field.say("band.leave", { section: open.section, band: open.number });
              if (next) await field.say("band.enter", { section: next.section, band: next.number });
              setLeaving(false);
            }}
          />
        ) : (
          <>
            <BagButton field={field} band={open} holds={holds} paused={day.paused !== null} />
            <button type="button" onClick={() => setLeaving(true)}>
              Band {open.number} is done
            </button>
          </>
        )
      ) : next ? (
        <button
          type="button"
          className="main"
          onClick={() => void field.say("band.enter", { section: next.section, band: next.number }).catch(() => {})}
        >
          Begin band {next.number} · {fixed(next.bags)} bags
        </button>
      ) : (
        <p className="card">Every band is done. Read the markers in Check, then end the day.</p>
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
      <Count field={field} holds={walked.holder === null || walked.holder === field.device} />
      <BagRun field={field} told={told} />
      <Verdict field={field} />
      <UndoAndPause field={field} />
      <OffLine field={field} told={told} />
      <Signals field={field} />
      <EndOfDay field={field} />
    </>
  );
});

function Bands({ field }: { field: Field }) {
  const { walked } = field.run;
  const open = walked.openBand;
  const { bands } = field.pack.fill;
  const now = bands.find((band) => band.number === open);
  return (
    <>
      <p className="row spread">
        <span>
          {now ? `band ${now.number} of ${bands.length}, ${fixed(now.bags)} bags` : `${bands.length} bands`}
          {now ? ` · ${field.pack.fill.sections[now.section]}` : ""}
        </span>
        <span>{clock(new Date().toISOString())}</span>
      </p>
      <fieldset className="bands">
        <legend className="hidden">Bands</legend>
        {bands.map((band) => {
          const run = walked.bands.get(band.number);
          const state = band.number === open ? "open" : run?.done ? "done" : "to do";
          return (
            <button
              type="button"
              key={band.number}
              className={`band ${state.replace(" ", "")}`}
              aria-label={`Band ${band.number}, ${state}, ${fixed(run?.bags ?? 0)} of ${fixed(band.bags)} bags`}
              onClick={() => void field.say("band.enter", { section: band.section, band: band.number }).catch(() => {})}
            >
              {state === "done" ? "✓" : band.number}
            </button>
          );
        })}
      </fieldset>
    </>
  );
}

function BagButton({ field, band, holds, paused }: { field: Field; band: Quota; holds: boolean; paused: boolean }) {
  const last = useRef(Number.NEGATIVE_INFINITY);
  const [flash, setFlash] = useState(0);
  const [two, setTwo] = useState(false);
  const inBand = field.run.walked.bands.get(band.number)?.bags ?? 0;
  const left = band.bags - inBand;
  const tap = () => {
    const now = performance.now();
    if (now - last.current < field.pack.fill.constants.together_ms) {
      setTwo(true);
      shake([30, 40, 30]);
      return;
    }
    last.current = now;
    setTwo(false);
    void field.say("bag.in", { bags: 1 }).then(
      () => {
        setFlash((count) => count + 1);
        beep(true);
        shake(60);
      },
      () => beep(false),
    );
  };
  if (paused) return <p className="card">The day is paused. Nothing is counted until it goes on.</p>;
  return (
    <>
      <button type="button" className={`bag ${flash % 2 ? "lit" : "lit again"}`} key="bag" onClick={tap}>
        +1 bag
        <span>
          {left > 0.5
            ? `${fixed(left)} to go in this band`
            : left > -0.5
              ? "this band has its bags"
              : `${fixed(-left)} over this band’s`}
        </span>
      </button>
      {two && (
        <p className="card warn" role="status">
          That was two: one bag is counted. If it was another bag, touch again.
        </p>
      )}
      {!holds && (
        <p className="card warn">Another phone counts. Bags counted here wait until somebody says that they count.</p>
      )}
    </>
  );
}

/** The hopper’s level, and the marker that was read last. */
function Hopper({ field }: { field: Field }) {
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
      <button type="button" className="tile" onClick={() => setOpen(true)}>
        hopper
        <b>{level === null ? "not read yet" : `${quarters(level)} bags`}</b>
      </button>
      <div className="card tile">
        {place ? (place.marker === null ? "a place reads" : `marker ${place.marker} reads`) : "last marker"}
        <b>{read ? `${eighths(read.depthIn)} in` : "none yet"}</b>
      </div>
    </div>
  );
}

/** Who counts, and what waits for a yes or no. */
function Count({ field, holds }: { field: Field; holds: boolean }) {
  const { asked, contacts } = field.run.walked;
  const others = [...contacts].filter(([device]) => device !== field.device);
  return (
    <>
      {(asked.length > 0 || !holds || others.length > 0) && (
        <div className="card">
          <p className="soft">
            {holds ? "This phone counts." : "Another phone counts."}
            {others.length > 0 && ` Also at work: ${others.map(([, at]) => `last heard ${clock(at)}`).join(", ")}.`}
          </p>
          {!holds && (
            <button type="button" onClick={() => void field.say("count.take").catch(() => {})}>
              Take the count
            </button>
          )}
          {asked.map((one) => (
            <div className="row" key={one.entry}>
              <span className="grow">
                {one.bags} bag counted by {one.by} on another phone. Does it count?
              </span>
              {["yes", "no"].map((text) => (
                <button
                  type="button"
                  key={text}
                  onClick={() => void field.say("answer", { question: `bag:${one.entry}`, text }).catch(() => {})}
                >
                  {text}
                </button>
              ))}
            </div>
          ))}
        </div>
      )}
    </>
  );
}

function Verdict({ field }: { field: Field }) {
  return (
    <>
      {field.run.products.map((told) => {
        const words = told.said
          ? field.pack.words[told.verdict && told.verdict.readings === 0 ? unread(told.said) : told.said]
          : null;
        const coming = told.forecast;
        return (
          <div className="card" key={told.product} role="status">
            <p>
              <b>{words ?? "Too early to say."}</b>{" "}
              {coming &&
                `${fixed(Math.max(0, told.planned - told.coveredBags))} to go; ends at ${fixed(coming.low)} to ${fixed(coming.high)} of ${fixed(told.planned)}.`}
            </p>
            {told.verdict?.moreReadings && told.verdict.word.startsWith("leaning") && (
              <p className="soft">{told.verdict.moreReadings} readings would settle it.</p>
            )}
            {told.short > 0.5 && (
              <p className="bad">
                More than is on the truck: it runs out after bag {fixed(told.onTruck)}, {fixed(told.short)} short.
              </p>
            )}
            {told.pace !== null && (
              <p className="soft">
                {fixed(told.pace, 1)} min a bag
                {told.paceSaid === "fast" ? ": faster than usual, a cause of low coverage" : ""}
                {told.paceSaid === "slow" ? ": slower than usual" : ""}
              </p>
            )}
          </div>
        );
      })}
    </>
  );
}

const unread = (word: string) =>
  ({ light: "fewer", heavy: "more", leaning_light: "leaning_fewer", leaning_heavy: "leaning_more" })[word] ?? word;
