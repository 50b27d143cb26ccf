import { Button } from "@mantine/core";
import { useDisclosure } from "@mantine/hooks";
import { useState } from "react";
import type { RunAnswer } from "../../api/types";
import { bagsOf } from "../../document/paperDay";
import { usePlanned } from "../../state/context";
import { despiteOf, OpenSafety, type Said } from "../../ui/despite";
import { Part } from "../../ui/Part";
import { fixed, trimmed, useUnits } from "../../ui/units";
import { Asked } from "./Asked";
import { DespiteSheet } from "./DespiteSheet";
import { FoundMore } from "./FoundMore";
import { PaperDay } from "./PaperDay";
import { Stops } from "./Stops";

type Told = RunAnswer["products"][number];
const bags = (count: number) => trimmed(count, 2);

/** What the bags say so far, band by band; start and end; what waits for a word. */
export function DaySheet({ run }: { run: RunAnswer }) {
  const { log } = usePlanned();
  const [paper, paperDialog] = useDisclosure(false);
  const [asking, setAsking] = useState(false);
  const day = run.days.at(-1);
  const open = day && !day.ended_at ? day : null;
  const nothing = run.products.length === 0;
  const after = run.days.reduce((all, one) => all + (one.after_stop ?? 0), 0);
  const start = (said?: Said) => {
    setAsking(false);
    log.add("day.start", {
      revision: run.revision,
      bags: bagsOf(run),
      ...(said ? despiteOf(run.safety, said) : {}),
    });
  };
  const end = () => {
    const entry = log.add("day.end", {});
    // A phone holds the count: that the office ends its day is said with a yes of its own.
    if (run.holder) log.add("answer", { question: "bag:", text: "yes", of: [entry] });
  };
  return (
    <>
      {nothing ? (
        <p className="note">
          Nothing is blown on this job yet. Pick a fill and a depth in Choose; then its bands stand here.
        </p>
      ) : null}
      {run.practice ? (
        <p className="at-place caution">
          <b>Practice.</b> Bags and depths here come from a made-up machine.
        </p>
      ) : null}
      <Stops run={run} />
      {open?.under_stops?.length ? (
        <p className="at-place stop" role="alert">
          <b>This day was started while a stop stood.</b> Halt, have it cleared, and enter who did.
        </p>
      ) : null}
      {after ? (
        <p className="at-place caution">
          {bags(after)} {after === 1 ? "bag" : "bags"} went in after a stop was put in, or nobody said that they went in
          before it.
        </p>
      ) : null}
      {run.products.map((told) => (
        <Product key={told.product} told={told} days={run.days.length} />
      ))}
      <Asked run={run} />
      {nothing ? null : <Bands run={run} />}
      <Shorts run={run} />
      {run.products.some((told) => told.verdict && /^(light|heavy)/.test(told.verdict.said ?? "")) ? (
        <Causes run={run} />
      ) : null}
      <FoundMore />
      {nothing ? null : (
        <Part title="Days" aside={run.days.length ? undefined : "none begun yet"}>
          <ul className="days">
            {run.days.map((one) => (
              <li key={one.entry}>
                <b>{new Date(one.at).toLocaleDateString("en-GB")}</b> {clock(one.at)}
                {one.ended_at ? ` to ${clock(one.ended_at)}` : " · open"} · {bags(one.bags ?? 0)} bags in
                {typeof one.hopper_start !== "number"
                  ? ""
                  : ` · hopper ${bags(one.hopper_start)} → ${bags(one.hopper_end ?? 0)}`}
                {one.spoilt ? ` · ${bags(one.spoilt)} spoilt` : ""} · {one.by}
                {one.practice ? " · practice" : ""}
                {one.joined?.length ? ` · ${one.joined.length} more started it without a signal` : ""}
                {one.clock === "shifted" ? " · its clock was wrong: times as of arrival" : ""}
              </li>
            ))}
          </ul>
          <Balance run={run} />
          {open && run.safety.length ? (
            <div className="at-place caution">
              <OpenSafety open={run.safety} />
            </div>
          ) : null}
          {!open && asking && !run.stops.length ? (
            <DespiteSheet open={run.safety} onStart={start} onLeave={() => setAsking(false)} />
          ) : null}
          <div className="row">
            {open ? (
              <Button size="xs" variant="default" onClick={end}>
                End the day
              </Button>
            ) : null}
            {!open && !asking ? (
              <Button
                size="xs"
                disabled={run.stops.length > 0}
                title={run.stops.length ? "Not while a stop stands; see above" : undefined}
                onClick={() => (run.safety.length ? setAsking(true) : start())}
              >
                Start the day
              </Button>
            ) : null}
            {!open && day?.ended_at ? <ReopenDay run={run} /> : null}
            <Button size="xs" variant="default" onClick={paperDialog.open}>
              Type in a day kept on paper
            </Button>
          </div>
        </Part>
      )}
      {paper ? <PaperDay run={run} onClose={paperDialog.close} /> : null}
    </>
  );
}

export const clock = (iso: string) => new Date(iso).toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" });

function Product({ told, days }: { told: Told; days: number }) {
  const { verdict, forecast } = told;
  return (
    <Part title={told.name} aside={days ? `${fixed(told.planned)} bags planned` : undefined}>
      <p className="run-count">
        <b>{bags(told.in_attic)}</b> bags in the attic of {fixed(told.planned)}
      </p>
      <p role="status">
        <b>
          {verdict?.said && told.verdict_text ? told.verdict_text : days ? "Too early to say." : "No day has begun."}
        </b>{" "}
        {verdict
          ? `Density ${fixed(verdict.low, 2)} to ${fixed(verdict.high, 2)} of the chart's, by ${verdict.readings} reading${verdict.readings === 1 ? "" : "s"}.`
          : ""}
        {verdict?.more_readings && verdict.word.startsWith("leaning")
          ? ` ${verdict.more_readings} readings would settle it.`
          : ""}
      </p>
      {forecast && days ? (
        <p className="note">
          {fixed(told.planned - told.covered_bags, 1)} to go; ends at {fixed(forecast.low, 1)} to{" "}
          {fixed(forecast.high, 1)}.
        </p>
      ) : null}
      {told.runs_out && days ? (
        <p className="at-place caution">
          More than is on the truck: it runs out after bag {fixed(told.runs_out.after_bag)},{" "}
          {fixed(told.runs_out.short, 1)} short.
        </p>
      ) : null}
      {told.pace_min_per_bag ? (
        <p className="note">
          {fixed(told.pace_min_per_bag, 1)} min a bag; {fixed(told.minutes[0], 1)} to {fixed(told.minutes[1], 1)} are
          usual
          {told.pace_said === "fast" ? ": too fast is a cause of low coverage" : ""}.
        </p>
      ) : null}
    </Part>
  );
}

function Bands({ run }: { run: RunAnswer }) {
  const names = new Map(run.floor.map((one) => [one.section, one.name]));
  const several = new Set(run.by_band.map((band) => band.section)).size > 1;
  return (
    <Part title="Bands" aside="in the order they are filled">
      <table className="bands-table run-bands">
        <thead>
          <tr>
            <th>Band</th>
            <th>Bags in</th>
            <th>Planned</th>
            <th>State</th>
          </tr>
        </thead>
        <tbody>
          {run.by_band.map((band) => (
            <tr key={band.number} className={band.open ? "open" : undefined}>
              <td>
                {band.number}
                {band.bays ? ` · bays ${band.bays[0]} to ${band.bays[1]}` : ""}
                {several ? ` · ${names.get(band.section) ?? band.section}` : ""}
              </td>
              <td>{bags(band.lies)}</td>
              <td>{fixed(band.quota, 1)}</td>
              <td>{band.none ? "takes none" : band.done ? "done" : band.open ? "being filled" : "to do"}</td>
            </tr>
          ))}
        </tbody>
      </table>
    </Part>
  );
}

function Shorts({ run }: { run: RunAnswer }) {
  const units = useUnits();
  if (!run.short.length && !run.missing.length) return null;
  const depth = (inches: number) => {
    const shown = units.depth(inches);
    return `${shown.value} ${shown.unit}`;
  };
  return (
    <Part title="What is missing" aside={run.short.length ? `${run.short.length} short` : undefined}>
      {run.missing.map((one) => (
        <p className="at-place caution" key={one.section}>
          <b>{one.text}.</b> Blow it before the machine is packed up.
        </p>
      ))}
      {run.heavy_and_short_text ? <p className="at-place caution">{run.heavy_and_short_text}</p> : null}
      {run.short.map((short) => (
        <p className="at-place caution" key={`${short.section} ${short.marker} ${short.at_ft}`}>
          <b>
            {short.marker ? `Marker ${short.marker}` : `A place${short.band ? ` in band ${short.band}` : ""}`} is short
            by {depth(short.short_in)}.
          </b>{" "}
          It takes {short.mends} more there; then it is read again.
        </p>
      ))}
    </Part>
  );
}

function Causes({ run }: { run: RunAnswer }) {
  return (
    <Part title="Off line: look at these, in this order">
      <ol className="causes">
        {run.causes.map((cause) => (
          <li key={cause.key}>
            <b>{cause.title}</b> {cause.look_at}{" "}
            <span className="soft">
              {run.checked[cause.key] ? `looked at ${clock(run.checked[cause.key] as string)}` : "not looked at yet"}
            </span>
          </li>
        ))}
      </ol>
    </Part>
  );
}

/** Bags that left the truck against those that were counted. */
function Balance({ run }: { run: RunAnswer }) {
  const told = run.balance.filter((line) => line.out > 0);
  return (
    <>
      {told.map((line) => (
        <p
          className={line.unaccounted !== null && Math.abs(line.unaccounted) >= 0.5 ? "at-place caution" : "note"}
          key={line.product}
        >
          {line.name}: {bags(line.out)} onto the truck, {bags(line.counted)} counted in
          {line.spoilt ? `, ${bags(line.spoilt)} spoilt` : ""}
          {line.unaccounted === null
            ? "; what comes back is not counted yet (Load)."
            : `, ${bags(line.back)} back: ${
                Math.abs(line.unaccounted) < 0.5
                  ? "it adds up."
                  : line.unaccounted > 0
                    ? `${bags(line.unaccounted)} are unaccounted for. Count the empty bags.`
                    : `${bags(-line.unaccounted)} more were counted than left the truck. Count the empty bags.`
              }`}
        </p>
      ))}
    </>
  );
}

function ReopenDay({ run }: { run: RunAnswer }) {
  const { log } = usePlanned();
  const end = run.days.at(-1)?.end_entry;
  return end ? (
    <Button size="xs" variant="default" onClick={() => log.takeBack(end)}>
      Open the last day again
    </Button>
  ) : null;
}
