import { Button, TextInput } from "@mantine/core";
import { useState } from "react";
import { BEFORE_A_TEST } from "../../api/generated/registries";
import type { ProofAnswer } from "../../api/types";
import { NumberField } from "../../inputs/NumberField";
import { useDocument, usePlanned } from "../../state/context";
import { DecimalInput } from "../../ui/DecimalInput";
import { readNumber } from "../../ui/measures";
import { Part } from "../../ui/Part";
import { Pick } from "../../ui/Pick";
import { fixed } from "../../ui/units";
import { Looks } from "./Looks";

type Test = NonNullable<ProofAnswer["leakage"]["before"]>;
const TESTS = [
  { value: "before", label: "before" },
  { value: "after", label: "after" },
] as const;

/** Fan tests before and after, the change, and what the sealed items were thought to be worth; burner tests as recorded. */
export function LeakSheet({ proof }: { proof: ProofAnswer }) {
  const { leakage } = proof;
  const change = leakage.change;
  return (
    <>
      <p className="at-place caution">
        <b>Before a fan test:</b> {BEFORE_A_TEST}
      </p>
      {leakage.forbidden.map((text) => (
        <p className="at-place stop" key={text}>
          <b>{text}</b>
        </p>
      ))}
      {/* Above what it makes: what grows below it moves no button from under a finger. */}
      <TypedPoint />
      {(["before", "after"] as const).map((word) => (
        <Part
          key={word}
          title={word === "before" ? "Before" : "After"}
          aside={leakage[word] ? `${leakage[word]?.points} points` : "not tested"}
        >
          {leakage[word] ? <Told test={leakage[word] as Test} /> : null}
        </Part>
      ))}
      {change ? (
        <Part title="Change">
          <p>
            <b>{fixed(change.cfm50)}</b> ft³/min at 50 Pa less
            {typeof change.low === "number" && typeof change.high === "number"
              ? `, ${fixed(change.low)} to ${fixed(change.high)}`
              : ""}
            {leakage.sealed_cfm50 ? `; the sealed items were thought to be worth ${fixed(leakage.sealed_cfm50)}` : ""}.
          </p>
        </Part>
      ) : null}
      {typeof leakage.natural_cfm === "number" ? (
        <Part title="Air that comes in by itself">
          <p>
            About <b>{fixed(leakage.natural_cfm)}</b> ft³/min by rule of thumb
            {typeof leakage.fresh_air_cfm === "number"
              ? `; fresh air wanted for the whole house: ${fixed(leakage.fresh_air_cfm)} ft³/min`
              : "; say floor and bedrooms for the fresh air that is wanted"}
            .
          </p>
          {leakage.too_tight ? (
            <p className="at-place caution">Less than is wanted: a qualified person decides on ventilation.</p>
          ) : null}
        </Part>
      ) : null}
      <Looks proof={proof} />
      <House />
      <Burners proof={proof} />
    </>
  );
}

function Told({ test }: { test: Test }) {
  return (
    <>
      <p>
        <b>{fixed(test.cfm50)}</b> ft³/min at 50 Pa
        {typeof test.low === "number" && typeof test.high === "number"
          ? `, ${fixed(test.low)} to ${fixed(test.high)}`
          : ", one point: no interval"}
        {typeof test.ach50 === "number" ? ` · ${fixed(test.ach50, 2)} air changes an hour` : ""}
      </p>
      <p className="note">
        n {fixed(test.n, 3)}, C {fixed(test.c, 1)}
        {typeof test.r === "number" ? `, r ${fixed(test.r, 4)}` : ""}
      </p>
      {test.fault ? <p className="at-place caution">{test.fault}</p> : null}
    </>
  );
}

function TypedPoint() {
  const { log } = usePlanned();
  const [test, setTest] = useState<"before" | "after">("before");
  const [pa, setPa] = useState("");
  const [cfm, setCfm] = useState("");
  const pressure = readNumber(pa);
  const flow = readNumber(cfm);
  const sound = pressure > 0 && pressure <= 200 && flow > 0 && flow <= 50_000;
  const baseline = Math.abs(pressure) <= 50 && cfm.trim() === "";
  return (
    <Part title="A point of a test">
      <Pick label="Test" value={test} options={TESTS} onValue={setTest} />
      <div className="paper-day">
        <DecimalInput label="Pressure, Pa" value={pa} onText={setPa} />
        <DecimalInput label="Flow, ft³/min" value={cfm} onText={setCfm} />
      </div>
      {(pa || cfm) && !sound && !baseline ? (
        <p className="note">
          Pressure over 0 to 200 Pa and flow over 0 to 50,000 ft³/min; a pressure of −50 to 50 Pa alone is the baseline.
        </p>
      ) : null}
      <div className="row">
        <Button
          size="xs"
          disabled={!sound}
          onClick={() => {
            log.add("leak.reading", { test, pressure_pa: pressure, flow_cfm: flow });
            setPa("");
            setCfm("");
          }}
        >
          Keep this point
        </Button>
        <Button
          size="xs"
          variant="default"
          disabled={!baseline}
          onClick={() => {
            log.add("leak.reading", { test, baseline_pa: pressure });
            setPa("");
          }}
        >
          Keep it as the baseline
        </Button>
      </div>
    </Part>
  );
}

const OF_THE_HOUSE = [
  {
    name: "volume_ft3",
    edited: "the house's volume",
    label: "Conditioned volume",
    unit: "ft³",
    least: 1,
    most: 2_000_000,
    hint: "for air changes an hour",
  },
  {
    name: "floor_ft2",
    edited: "the house's floor",
    label: "Conditioned floor",
    unit: "ft²",
    least: 1,
    most: 100_000,
    hint: "for the fresh air wanted",
  },
  { name: "bedrooms", edited: "the bedrooms", label: "Bedrooms", least: 0, most: 30 },
] as const;

function House() {
  const { document, job } = useDocument();
  return (
    <Part title="The house" at="house.volume_ft3">
      {OF_THE_HOUSE.map(({ name, edited, ...field }) => (
        <NumberField
          key={name}
          {...field}
          path={`house.${name}`}
          value={document.house?.[name]}
          mayBeEmpty
          onValue={(value) =>
            job.edit(edited, (d) => {
              d.house = { ...d.house, [name]: value };
            })
          }
        />
      ))}
    </Part>
  );
}

function Burners({ proof }: { proof: ProofAnswer }) {
  const { log } = usePlanned();
  const [test, setTest] = useState<"before" | "after">("before");
  const [by, setBy] = useState("");
  return (
    <Part
      title="Draft and spillage of burners"
      aside={proof.burners.length ? `${proof.burners.length}` : "none recorded"}
    >
      {proof.burners.map((one) => (
        <p className={one.result === "failed" ? "at-place stop" : "note"} key={`${one.test} ${one.by} ${one.result}`}>
          {one.test}: {one.result}, by {one.by}
        </p>
      ))}
      <p className="note">Done and judged by a qualified person; recorded here, never judged by the program.</p>
      <Pick label="Test" value={test} options={TESTS} onValue={setTest} />
      <TextInput
        label="By, name and trade"
        value={by}
        maxLength={120}
        onChange={(event) => setBy(event.currentTarget.value)}
      />
      <div className="row">
        {(["passed", "failed"] as const).map((result) => (
          <Button
            key={result}
            size="xs"
            variant="default"
            disabled={!by.trim()}
            onClick={() => log.add("burner.test", { test, result, by: by.trim() })}
          >
            It {result}
          </Button>
        ))}
      </div>
    </Part>
  );
}
