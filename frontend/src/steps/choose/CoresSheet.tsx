import { Select } from "@mantine/core";
import type { Weighing } from "../../api/types";
import { money, perArea } from "../../drawings/rack/rows";
import { useDocument, usePlanned, useView } from "../../state/context";
import { Part } from "../../ui/Part";
import { Pick } from "../../ui/Pick";
import { fixed, useUnits } from "../../ui/units";
import { Opinions } from "../Opinions";
import { BestMix } from "./BestMix";
import { ByInches } from "./ByInches";
import { HeatGoes } from "./HeatGoes";
import { OtherRoad } from "./OtherRoad";
import { SideBySide } from "./SideBySide";

type Aim = NonNullable<Weighing["aim"]>;
const AIMS: readonly { value: Aim; label: string }[] = [
  { value: "price", label: "price" },
  { value: "hours", label: "crew hours" },
  { value: "weight", label: "weight on the ceiling" },
  { value: "depth", label: "depth" },
  { value: "r_per_money", label: "heat saved for the money" },
  { value: "settling", label: "no settling" },
  { value: "dust", label: "no dust indoors" },
];

/** What the ways are sorted by, which is picked, why not another, the pinned ones, the best mix. */
export function CoresSheet() {
  const { document, job, section } = useDocument();
  const { rack } = usePlanned();
  const { why, askWhy, pickFor, setPickFor } = useView();
  const many = (document.sections ?? []).filter((s) => (s.kind ?? "open_floor") === "open_floor").length > 1;
  const ways = rack.answer?.ways ?? [];
  const asked = ways.find((way) => way.weighed.id === why);
  const against = ways.find((way) => way.weighed.id === rack.answer?.against);
  const picked = rack.answer?.picked !== null && rack.answer?.picked !== undefined;
  return (
    <>
      <Part title="What matters here">
        <Select
          size="sm"
          label="Sort the cores by"
          data={AIMS}
          value={document.weighing?.aim ?? "price"}
          allowDeselect={false}
          onChange={(aim) =>
            job.edit("what matters here", (d) => {
              d.weighing = { ...d.weighing, aim: aim as Aim };
            })
          }
        />
        {many ? (
          <Pick
            label="A core picked is for"
            value={pickFor}
            options={[
              { value: "attic", label: "the whole attic" },
              { value: "section", label: section.name ?? section.id },
            ]}
            onValue={setPickFor}
          />
        ) : null}
      </Part>
      <Chosen />
      {asked ? (
        <Part
          title={`Why not ${asked.weighed.title}?`}
          aside={
            <button type="button" className="link" onClick={() => askWhy(null)}>
              close
            </button>
          }
        >
          <p className="note">
            {asked.weighed.subtitle}
            {against
              ? `, held against ${picked ? "" : "the cheapest that can be done, as nothing is picked: "}${against.weighed.title}, ${against.weighed.subtitle}`
              : ""}
          </p>
          {asked.why_not.length ? (
            <ul className="why-list">
              {asked.why_not.map((text) => (
                <li key={text}>{text}</li>
              ))}
            </ul>
          ) : (
            <p className="answer">
              {asked.weighed.id === against?.weighed.id
                ? picked
                  ? "It is the one picked."
                  : "It is the cheapest that can be done. Nothing is picked yet to hold it against."
                : "Nothing on record speaks against it."}
            </p>
          )}
        </Part>
      ) : null}
      <SideBySide />
      <BestMix />
      <HeatGoes />
      <ByInches />
      <Opinions at="cores" />
      <OtherRoad />
      <p className="note caution-always">
        Prices and hours are start values until the book is yours (price, above). Preparation is not in them yet. The
        product's label and the local code have the last word.
      </p>
    </>
  );
}

/** What is picked now, in a sentence per section. */
function Chosen() {
  const { document } = useDocument();
  const { plan, rack } = usePlanned();
  const units = useUnits();
  if (!plan) return null;
  const named = (id: string | null | undefined) => document.products?.find((p) => p.id === id)?.name ?? id;
  const cost = plan.cost;
  const chosen = plan.sections.filter((s) => s.r_nominal !== null && s.r_nominal !== undefined);
  return (
    <Part title="Chosen" aside={rack.answer?.picked ? "whole attic" : chosen.length ? "a mix" : "nothing yet"}>
      {chosen.map((s) => (
        <p className="answer" key={s.id}>
          {plan.sections.length > 1 ? <b>{s.name ?? s.id}: </b> : null}
          {named(s.product)}
          {s.batts?.some((b) => b.place === "between") && s.batts[0] ? ` over ${named(s.batts[0].product)}` : ""}:{" "}
          {units.depth(s.installed_in ?? 0).value} {units.depth(0).unit} new
          {s.settled_in !== s.installed_in
            ? `, settles to ${units.depth(s.settled_in ?? 0).value} ${units.depth(0).unit}`
            : ""}
          , {units.r(s.r_nominal ?? 0)} done.
        </p>
      ))}
      {cost ? (
        <p className="answer">
          <b>{money(cost.price, cost.currency)}</b>
          {cost.price_per_ft2 ? `, ${perArea(cost.price_per_ft2, cost.currency, units.metric)}` : ""},{" "}
          {fixed(cost.hours, 1)} h for the crew.
          {plan.saving
            ? ` Saves ${money(plan.saving.low, cost.currency)} to ${money(plan.saving.high, cost.currency)} a year.`
            : ""}
        </p>
      ) : null}
      {chosen.length ? null : <p className="answer">Pick a core: the job follows it at once.</p>}
    </Part>
  );
}
