import type { JobDocument, LoadAnswer } from "../../api/types";
import { AskedLink } from "../../inputs/AskedLink";
import { MeasureField } from "../../inputs/MeasureField";
import { NumberField } from "../../inputs/NumberField";
import { useDocument, usePlanned, useView } from "../../state/context";
import { Part } from "../../ui/Part";
import { Pick } from "../../ui/Pick";
import { fixed, useUnits } from "../../ui/units";

type Reach = NonNullable<JobDocument["reach"]>;

/** The way of the hose and the cord, what would change them, and the bands in the order they are filled. */
export function ReachSheet() {
  const { load } = usePlanned();
  const told = load.answer?.reach;
  return (
    <>
      {told ? <Wrong reach={told} /> : <p className="note">{load.trouble ?? "Looking for the way …"}</p>}
      <HoseAndCord />
      {told ? <Bands reach={told} /> : null}
    </>
  );
}

function Wrong({ reach }: { reach: LoadAnswer["reach"] }) {
  const asked = reach.open.filter((item) => item.step !== "load");
  return (
    <>
      {asked.map((item) => (
        <p key={item.field} className="at-place caution">
          <AskedLink item={item} />
        </p>
      ))}
      {reach.flags.map((flag) => (
        <p
          key={flag.code + flag.field + flag.text}
          className={`at-place ${flag.level}`}
          role={flag.level === "stop" ? "alert" : undefined}
        >
          <b>{flag.text}</b> {flag.what_to_do}
        </p>
      ))}
    </>
  );
}

function HoseAndCord() {
  const { document, job } = useDocument();
  const { load } = usePlanned();
  const { lists } = useView();
  const units = useUnits();
  const facts = document.reach ?? {};
  const told = load.answer?.reach;
  const set = (label: string, change: Partial<Reach>) =>
    job.edit(label, (d) => {
      d.reach = { ...d.reach, ...change };
    });
  const feet = (ft: number) => {
    const shown = units.length(Math.round(ft));
    return `${shown.value} ${shown.unit}`;
  };
  const machine = facts.machine ?? document.book?.rates?.machine ?? lists.book.rates?.machine ?? "truck";
  return (
    <>
      <Part title="Hose" aside={told?.hose.needed_ft ? `${feet(told.hose.needed_ft)} needed` : undefined}>
        <Pick
          label="Machine"
          at="reach.machine"
          value={machine}
          options={[
            { value: "small", label: "small, carried in" },
            { value: "truck", label: "in the truck" },
          ]}
          onValue={(to) => set("the machine", { machine: to })}
        />
        <div className="pair">
          <MeasureField
            label="Machine to house"
            path="reach.to_house_ft"
            kind="ft"
            value={facts.to_house_ft}
            most={1000}
            onValue={(to_house_ft) => set("hose to the house", { to_house_ft })}
            onEmpty={() => set("hose to the house", { to_house_ft: null })}
          />
          <MeasureField
            label="Up and to the way in"
            path="reach.up_ft"
            kind="ft"
            value={facts.up_ft}
            most={500}
            onValue={(up_ft) => set("hose up", { up_ft })}
            onEmpty={() => set("hose up", { up_ft: null })}
          />
          <MeasureField
            label="Machine carries at most"
            path="reach.hose_most_ft"
            kind="ft"
            value={facts.hose_most_ft}
            least={1}
            most={2000}
            onValue={(hose_most_ft) => set("hose at most", { hose_most_ft })}
            onEmpty={() => set("hose at most", { hose_most_ft: null })}
          />
          <MeasureField
            label="Throw"
            path="reach.throw_ft"
            kind="ft"
            value={facts.throw_ft ?? told?.throw_ft}
            least={1}
            most={60}
            hint="one band is as deep"
            onValue={(throw_ft) => set("the throw", { throw_ft })}
            onEmpty={() => set("the throw", { throw_ft: null })}
          />
        </div>
        {told ? (
          <p className="note">
            Longest way over the floor {feet(told.longest_way_ft)}
            {told.hose.label_least_ft ? `; the label asks for ${feet(told.hose.label_least_ft)} of hose at least` : ""}.
            {told.hose.fits ? " The hose fits." : ""}
          </p>
        ) : null}
        {told?.hose.advice?.length ? (
          <ul className="advice">
            {told.hose.advice.map((one) => (
              <li key={one.what}>
                {one.text}
                {one.brings_ft ? <b> {feet(one.brings_ft)} less hose.</b> : null}
              </li>
            ))}
          </ul>
        ) : null}
      </Part>
      <Part
        title="Cord"
        aside={
          told?.cord.gauge_awg && told.cord.drop_v !== null
            ? `${told.cord.gauge_awg} AWG, ${fixed(told.cord.drop_v, 1)} V lost`
            : undefined
        }
      >
        <div className="pair">
          <MeasureField
            label="Socket to machine"
            path="reach.cord_ft"
            kind="ft"
            value={facts.cord_ft}
            most={2000}
            onValue={(cord_ft) => set("the cord", { cord_ft })}
            onEmpty={() => set("the cord", { cord_ft: null })}
          />
          <NumberField
            label="Machine draws"
            path="reach.amps"
            unit="A"
            value={facts.amps}
            least={0.1}
            most={100}
            mayBeEmpty
            onValue={(amps) => set("the current", { amps })}
          />
        </div>
        <Pick
          label="Cord at hand, AWG"
          at="reach.gauge_awg"
          value={facts.gauge_awg ? String(facts.gauge_awg) : null}
          options={["16", "14", "12", "10"].map((value) => ({ value, label: value }))}
          onValue={(to) => set("the cord's gauge", { gauge_awg: Number(to) as 12 })}
        />
        {told?.cord.drop_pct ? (
          <p className="note">
            {fixed(told.cord.drop_v ?? 0, 1)} V, {fixed(told.cord.drop_pct, 1)} % lost
            {told.cord.longest_ft ? `; up to ${feet(told.cord.longest_ft)} of this gauge` : ""}
            {told.cord.breaker_a
              ? `; a circuit of ${told.cord.breaker_a} A at least, plug and receptacle of that size`
              : ""}
            . Its own circuit, grounded, GFCI-protected. {told.cord.note ?? "The machine's label goes before this."}
          </p>
        ) : (
          <p className="note">
            Own circuit for each cord, grounded, GFCI-protected. The machine's label goes before this.
          </p>
        )}
      </Part>
    </>
  );
}

function Bands({ reach }: { reach: LoadAnswer["reach"] }) {
  const units = useUnits();
  const several = reach.sections.length > 1;
  const rows = reach.sections
    .flatMap((section) => section.bands.map((band) => ({ section, band })))
    .sort((a, b) => a.band.number - b.band.number);
  const area = (ft2: number) => {
    const shown = units.area(ft2);
    return `${shown.value} ${shown.unit}`;
  };
  const far = (ft: number) => {
    const shown = units.length(Math.round(ft));
    return `${shown.value} ${shown.unit}`;
  };
  if (rows.length === 0) return <p className="note">No floor to fill yet: measure an open floor and its way in.</p>;
  return (
    <Part title="Bands" aside="far ones first, one wing before the next">
      <table className="figures bands-table">
        <thead>
          <tr>
            <th scope="col">band</th>
            <th scope="col">floor</th>
            <th scope="col">bags</th>
            <th scope="col">way in</th>
            <th scope="col">markers</th>
          </tr>
        </thead>
        <tbody>
          {rows.map(({ section, band }) => (
            <tr key={band.number}>
              <th scope="row">
                {band.by_hand ? "by hand" : band.number}
                {several ? <span className="soft"> {section.name}</span> : null}
              </th>
              <td>{area(band.area_ft2)}</td>
              <td>{band.bags === null ? "?" : fixed(band.bags, 1)}</td>
              <td>{band.crawl_ft ? `${fixed(band.crawl_ft[0])} to ${far(band.crawl_ft[1])}` : "none"}</td>
              <td>{band.markers.join(", ")}</td>
            </tr>
          ))}
        </tbody>
      </table>
      {reach.sections.map((section) =>
        section.by_hand_ft2 >= 1 || section.reach_ft2 >= 1 ? (
          <p key={section.section} className="note">
            {several ? `${section.name}: ` : ""}
            {section.reach_ft2 >= 1 ? `${area(section.reach_ft2)} under 18 in of headroom, hose held out. ` : ""}
            {section.by_hand_ft2 >= 1
              ? `${area(section.by_hand_ft2)} that no stand reaches: deflect by hand, or with a stick on the hose.`
              : ""}
          </p>
        ) : null,
      )}
    </Part>
  );
}
