import { Button, NativeSelect, TextInput } from "@mantine/core";
import { useState } from "react";
import type { ProofAnswer } from "../../api/types";
import { usePlanned } from "../../state/context";
import { usePart } from "../../state/usePart";
import { readInches } from "../../ui/measures";
import { Part } from "../../ui/Part";
import { Pick } from "../../ui/Pick";
import { fixed, trimmed, useUnits } from "../../ui/units";
import { Opinions } from "../Opinions";
import { Batts } from "./Batts";
import { LeakSheet } from "./LeakSheet";
import { Ledger } from "./Ledger";
import { Papers } from "./Papers";
import { Shorts } from "./Shorts";
import { TypedCore } from "./TypedCore";

const PARTS = [
  { value: "claim", label: "depth, bags" },
  { value: "leaks", label: "leaks" },
  { value: "papers", label: "papers" },
] as const;
type PartName = (typeof PARTS)[number]["value"];

/** What was really done, and what may be claimed. */
export function Prove() {
  const [part, setPart] = usePart<PartName>("prove", PARTS);
  const { proof } = usePlanned();
  return (
    <>
      <div className="sub-steps part">
        <Pick label="Prove" value={part} options={PARTS} onValue={setPart} />
      </div>
      {proof.answer ? null : <p className="note">{proof.trouble ?? "Working out what is proved …"}</p>}
      {proof.answer?.stops.map((text) => (
        <p className="at-place stop" role="alert" key={text}>
          <b>{text}</b>
        </p>
      ))}
      {proof.answer?.open_safety.length ? (
        <div className="at-place caution">
          <p>
            <b>Open work that keeps somebody safe: the job is not done, and the card names it.</b>
          </p>
          <ul className="missing">
            {proof.answer.open_safety.map((one) => (
              <li key={one.key}>
                {one.what}.{" "}
                {one.despite
                  ? `Begun in spite of it by ${one.despite.by}, ${one.despite.on}: ${one.despite.reason}`
                  : one.begun
                    ? "Nobody said why the work began in spite of it."
                    : "A day that begins before it is done asks for a name and a reason."}
              </li>
            ))}
          </ul>
        </div>
      ) : null}
      {proof.answer?.notes.map((text) => (
        <p className="at-place caution" key={text}>
          {text}
        </p>
      ))}
      {proof.answer?.refused.map((one) => (
        <p className="at-place caution" key={one.id}>
          Not counted: {one.why}.
        </p>
      ))}
      {part === "papers" ? <Papers /> : null}
      {proof.answer && part === "claim" ? <Claims proof={proof.answer} /> : null}
      {proof.answer && part === "leaks" ? <LeakSheet proof={proof.answer} /> : null}
    </>
  );
}

function Claims({ proof }: { proof: ProofAnswer }) {
  const several = proof.sections.length > 1;
  return (
    <>
      {proof.products.length === 0 ? (
        <p className="note">Nothing is blown on this job: there is nothing to prove by bags and depth.</p>
      ) : null}
      {proof.products.map((one) => (
        <Proved key={one.id} one={one} />
      ))}
      <Shorts proof={proof} />
      <Batts proof={proof} />
      {several ? proof.sections.map((one) => <Proved key={one.id} one={one} section />) : null}
      <Ledger />
      <TypedReading />
      <TypedCore />
      <Opinions at="claim" />
    </>
  );
}

function Proved({ one, section = false }: { one: ProofAnswer["products"][number]; section?: boolean }) {
  const units = useUnits();
  const inches = (value: number | null) => {
    if (value === null) return "–";
    const shown = units.depth(value);
    return `${shown.value} ${shown.unit}`;
  };
  const bags = (value: number | null | undefined) => (value === null || value === undefined ? "–" : fixed(value, 1));
  return (
    <Part title={one.name} aside={section ? "this section alone" : undefined}>
      <p className="run-count" role="status">
        {one.r.claimed === null ? (
          "Nothing may be claimed yet"
        ) : (
          <>
            <b>{units.r(one.r.claimed)}</b> may be claimed for the new fill
          </>
        )}
      </p>
      {one.not_yet.map((text) => (
        <p className="note" key={text}>
          {text}
        </p>
      ))}
      {one.missing.map((text) => (
        <p className="at-place caution" key={text}>
          {text}
        </p>
      ))}
      <table className="bands-table">
        <tbody>
          <tr>
            <th>Bags</th>
            <td>{trimmed(one.bags.in ?? 0, 2)}</td>
            <td className="soft">
              in the attic; field {bags(one.bags.field)}, chart {bags(one.bags.chart)}
            </td>
          </tr>
          <tr>
            <th>New depth</th>
            <td>{inches(one.depth.mean)}</td>
            <td className="soft">
              mean of {one.depth.n}; least {inches(one.depth.least)}
            </td>
          </tr>
          <tr>
            <th>Lower bound</th>
            <td>{inches(one.depth.bound)}</td>
            <td className="soft">one-sided 90 %, of the random places</td>
          </tr>
          {typeof one.depth.share_below === "number" ? (
            <tr>
              <th>Below its line</th>
              <td>{fixed(100 * one.depth.share_below)} %</td>
              <td className="soft">of the floor, by the map of the readings</td>
            </tr>
          ) : null}
          {one.bays ? (
            <tr>
              <th>Density</th>
              <td>{fixed(one.bays.density_pcf, 2)}</td>
              <td className="soft">
                lb/ft³ in {fixed(one.bays.volume_ft3)} ft³; {fixed(one.bays.wanted_pcf, 2)} wanted, or it slumps
              </td>
            </tr>
          ) : null}
          {one.density_pcf.length ? (
            <tr>
              <th>Cores</th>
              <td>{one.density_pcf.map((density) => fixed(density, 2)).join(", ")}</td>
              <td className="soft">lb/ft³, shown beside the chart's; the chart's R is claimed</td>
            </tr>
          ) : null}
        </tbody>
      </table>
    </Part>
  );
}

/** A depth read at the desk's end of a ruler: typed in where no phone was at hand. */
function TypedReading() {
  const { run, log } = usePlanned();
  const units = useUnits();
  const floor = run.answer?.floor ?? [];
  const [place, setPlace] = useState("");
  const [typed, setTyped] = useState("");
  const places = run.answer?.places ?? [];
  const chosen = places.find((one) => one.id === place) ?? places[0];
  const depth = readInches(typed, units.metric);
  const wrong = typed !== "" && (depth === null || depth < 0 || depth > 150);
  if (!places.length) return null;
  const names = new Map(floor.map((one) => [one.section, one.name]));
  return (
    <Part title="A reading, typed in">
      <NativeSelect
        label="Where"
        size="sm"
        value={chosen?.id}
        onChange={(event) => setPlace(event.currentTarget.value)}
        data={places.map((one) => ({
          value: one.id,
          label: `${one.marker ? `marker ${one.marker}` : `place ${one.id.split(":").at(-1)}`}, ${names.get(one.section) ?? one.section}`,
        }))}
      />
      <TextInput
        label="Depth from the ceiling, as the ruler shows it"
        value={typed}
        placeholder={units.depth(chosen?.fill_in ?? 0).value}
        onChange={(event) => setTyped(event.currentTarget.value)}
      />
      {wrong ? <p className="at-place caution">A depth of 0 to 150 in, as 16 3/8 or 16.5.</p> : null}
      <div className="row">
        <Button
          size="xs"
          disabled={depth === null || wrong || !chosen}
          onClick={() => {
            if (depth === null || !chosen) return;
            const where = chosen.marker ? { marker: chosen.marker } : { at_ft: chosen.at_ft, random: true };
            log.add("reading", { section: chosen.section, depth_in: depth, ...where });
            setTyped("");
          }}
        >
          Keep this reading
        </Button>
      </div>
    </Part>
  );
}
