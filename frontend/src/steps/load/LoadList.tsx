import { Button } from "@mantine/core";
import { useDisclosure } from "@mantine/hooks";
import { useState } from "react";
import type { LoadAnswer, LoadLine } from "../../api/types";
import { NumberField } from "../../inputs/NumberField";
import { usePlanned, useView } from "../../state/context";
import { fixed, useUnits } from "../../ui/units";
import { KitDialog } from "./KitDialog";

const PLACES: Record<string, string> = {
  front: "Front: last needed, first in",
  middle: "Middle",
  rear: "Rear",
  door: "By the door: first needed",
  cab: "Cab",
};

/** Everything that goes along, by its place in the truck; ticked as it goes on, counted as it comes back. */
export function LoadList() {
  const { load } = usePlanned();
  const { act } = useView();
  const [kitOpen, kit] = useDisclosure(false);
  const told = load.answer?.load;
  if (!told) return <p className="note">{load.trouble ?? "Listing what goes along …"}</p>;
  const out = told.lines.filter((line) => line.out > 0).length;
  return (
    <>
      <Summary told={told} />
      <p className="note" role="status">
        {out} of {told.lines.length} on the truck
      </p>
      {Object.entries(PLACES).map(([place, title]) => {
        const lines = told.lines.filter((line) => line.item.place === place);
        return lines.length ? (
          <section key={place} className="load-place" aria-label={title}>
            <h3>{title}</h3>
            <ul>
              {lines.map((line) => (
                <Line key={line.item.what} line={line} />
              ))}
            </ul>
          </section>
        ) : null;
      })}
      <div className="row">
        <Button size="xs" variant="default" onClick={() => act("load")}>
          Load list (PDF)
        </Button>
        <Button size="xs" variant="default" onClick={() => act("loadCsv")}>
          as CSV
        </Button>
        <Button size="xs" variant="default" onClick={kit.open}>
          The firm's kit and truck
        </Button>
      </div>
      {kitOpen ? <KitDialog onClose={kit.close} /> : null}
    </>
  );
}

function Summary({ told }: { told: LoadAnswer["load"] }) {
  const units = useUnits();
  const weigh = (lb: number) => said(units.weight(Math.round(lb)));
  const size = (ft3: number) => said(units.volume(ft3));
  return (
    <div className="load-sum">
      <Bar
        name="weight"
        share={told.lb / told.trips / told.payload_lb}
        text={`${weigh(told.lb)} of ${weigh(told.payload_lb)}`}
      />
      <Bar
        name="volume"
        share={told.ft3 / told.trips / told.truck_ft3}
        text={`${size(told.ft3)} of ${size(told.truck_ft3)}`}
      />
      {told.trips > 1 ? (
        <p className="at-place caution">
          {told.trips} trips: it is more than the truck takes at once. Have the fill delivered, or take a larger truck.
        </p>
      ) : null}
      {told.uncounted.length ? (
        <p className="at-place caution">
          Not counted yet: the fill of {told.uncounted.join(", ")}. What is asked there in Measure and Choose comes
          first.
        </p>
      ) : null}
      {told.unknown.length ? <p className="note">Weight or size not on record: {told.unknown.join(", ")}.</p> : null}
      {told.missing.length ? (
        <p className="at-place caution">
          Not enough in stock:{" "}
          {told.missing
            .map((one) => `${one.title}, ${fixed(one.on_hand)} of ${fixed(one.amount)} ${one.unit}`)
            .join("; ")}
          .
        </p>
      ) : null}
    </div>
  );
}

const said = ({ value, unit }: { value: string; unit: string }) => `${value} ${unit}`;

function Bar({ name, share, text }: { name: string; share: number; text: string }) {
  return (
    <div className="load-bar">
      <span className="soft">{name}</span>
      <div role="img" aria-label={`${name}: ${text}`}>
        <span style={{ width: `${Math.min(100, share * 100)}%` }} />
      </div>
      <b>{text}</b>
    </div>
  );
}

function Line({ line }: { line: LoadLine }) {
  const { log } = usePlanned();
  const units = useUnits();
  const [open, setOpen] = useState(false);
  const { item } = line;
  const amount = `${fixed(item.amount, Number.isInteger(item.amount) ? 0 : 1)} ${item.unit}`;
  const loaded = line.out > 0;
  const tick = () =>
    loaded ? setOpen(!open) : log.add("load.out", { what: item.what, amount: item.amount, unit: item.unit });
  return (
    <li className={loaded ? "load-line out" : "load-line"}>
      <button
        type="button"
        className="load-tick"
        aria-pressed={loaded}
        aria-label={`${item.title}: on the truck`}
        onClick={tick}
      >
        {loaded ? "✓" : ""}
      </button>
      <button type="button" className="load-head" aria-expanded={open} onClick={() => setOpen(!open)}>
        <span className="what">{item.title}</span>
        <b>{amount}</b>
        <span className="soft">{item.counted}</span>
        <span className="soft">{item.lb === null ? "" : said(units.weight(Math.round(item.lb)))}</span>
      </button>
      {open ? <Counted line={line} /> : null}
    </li>
  );
}

/** What went out and came back; each is an entry of its own, so nothing is overwritten. */
function Counted({ line }: { line: LoadLine }) {
  const { log } = usePlanned();
  const { item, out, back, used, difference } = line;
  // What was entered before is taken back, so that the sum is what is said now.
  const set = (kind: "load.out" | "load.back", amount: number) => {
    for (const one of log.day?.moved ?? []) if (one.what === item.what && one.kind === kind) log.takeBack(one.entry);
    if (amount > 0) log.add(kind, { what: item.what, amount, unit: item.unit });
  };
  return (
    <div className="load-counted">
      <div className="pair">
        <NumberField
          label="on the truck"
          path={`load.${item.what}.out`}
          unit={item.unit}
          value={out}
          least={0}
          most={100_000}
          onValue={(v) => v !== null && set("load.out", v)}
        />
        <NumberField
          label="came back"
          path={`load.${item.what}.back`}
          unit={item.unit}
          value={back}
          least={0}
          most={100_000}
          onValue={(v) => v !== null && set("load.back", v)}
        />
      </div>
      {used !== null ? (
        <p className="note">
          Used {fixed(used, 1)} {item.unit}
          {difference !== null
            ? `, ${fixed(Math.abs(difference), 1)} ${difference < 0 ? "less" : "more"} than the plan had.`
            : "."}
        </p>
      ) : (
        <p className="note">What comes back is counted at the end: used is out less back.</p>
      )}
    </div>
  );
}
