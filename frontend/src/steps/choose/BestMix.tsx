import { Button } from "@mantine/core";
import { useState } from "react";
import { ask, type ProblemError } from "../../api/client";
import type { RackAnswer, Weighing } from "../../api/types";
import { dropUnused, pickCore } from "../../document/pickWay";
import { sectionOf } from "../../document/sections";
import { money } from "../../drawings/rack/rows";
import { NumberField } from "../../inputs/NumberField";
import { useDocument, useView } from "../../state/context";
import { inView } from "../../state/inView";
import type { MixAim } from "../../state/useRack";
import { Part } from "../../ui/Part";
import { Pick } from "../../ui/Pick";
import { fixed, useUnits } from "../../ui/units";

const AIMS: readonly { value: MixAim; label: string }[] = [
  { value: "price", label: "price" },
  { value: "hours", label: "hours" },
  { value: "weight", label: "weight" },
  { value: "depth", label: "depth" },
];

/** The best way for each section under an aim and limits, found exactly. */
export function BestMix() {
  const { document, job } = useDocument();
  const { library } = useView();
  const { metric } = useUnits();
  const [aim, setAim] = useState<MixAim>("price");
  const [found, setFound] = useState<RackAnswer | null>(null);
  const [busy, setBusy] = useState(false);
  const [trouble, setTrouble] = useState<string | null>(null);
  const weighing = document.weighing ?? {};
  const set = (change: Partial<Weighing>) =>
    job.edit("the limits of the mix", (d) => {
      d.weighing = { ...d.weighing, ...change };
      setFound(null);
    });
  const find = () => {
    setBusy(true);
    setTrouble(null);
    ask<RackAnswer>("POST", inView("/api/rack", metric), { job: document, mix: aim })
      .then(({ data }) => setFound(data))
      .catch((error: ProblemError) => setTrouble(error.message))
      .finally(() => setBusy(false));
  };
  const mix = found?.mix;
  const nameOf = (id: string) => sectionOf(document, id)?.name ?? id;
  const take = () =>
    job.edit("the best mix", (d) => {
      for (const [section, id] of Object.entries(mix?.ways ?? {})) {
        const way = found?.ways.find((w) => w.weighed.id === id);
        const core = way?.weighed.cores.find((c) => c.section === section);
        if (core) pickCore(d, core, library);
      }
      dropUnused(d, library);
    });
  return (
    <Part title="Best mix" aside="a way for each section">
      <Pick label="With the least" value={aim} options={AIMS} onValue={setAim} />
      <div className="pair">
        <NumberField
          label="Budget"
          unit={document.book?.currency ?? "$"}
          path="weighing.budget"
          value={weighing.budget}
          least={0}
          most={10_000_000}
          mayBeEmpty
          onValue={(budget) => set({ budget })}
        />
        <NumberField
          label="Most products"
          path="weighing.most_products"
          value={weighing.most_products}
          least={1}
          most={50}
          whole
          mayBeEmpty
          hint="on the truck"
          onValue={(most_products) => set({ most_products })}
        />
      </div>
      <NumberField
        label="Load up to, of what the ceiling may carry"
        unit="%"
        path="weighing.load_share_pct"
        value={weighing.load_share_pct}
        least={1}
        most={100}
        mayBeEmpty
        onValue={(load_share_pct) => set({ load_share_pct })}
      />
      <Button size="sm" variant="default" loading={busy} onClick={find}>
        Find the best mix
      </Button>
      {trouble ? <p role="alert">{trouble}</p> : null}
      {mix?.text ? <p className="answer">{mix.text}</p> : null}
      {mix?.cost ? (
        <div role="status">
          <ul className="why-list">
            {Object.entries(mix.ways).map(([section, id]) => {
              const way = found?.ways.find((w) => w.weighed.id === id);
              return (
                <li key={section}>
                  <b>{nameOf(section)}:</b> {way?.weighed.title}, {way?.weighed.subtitle}
                </li>
              );
            })}
          </ul>
          <p className="answer">
            <b>{money(mix.cost.price, mix.cost.currency)}</b>, {fixed(mix.cost.hours, 1)} h
          </p>
          <Button size="sm" onClick={take}>
            Take this mix
          </Button>
        </div>
      ) : null}
    </Part>
  );
}
