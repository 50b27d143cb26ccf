import { useDocument, usePlanned, useView } from "../../state/context";
import { Part } from "../../ui/Part";
import { fixed, useUnits } from "../../ui/units";

/** Every figure that can be named for this section on one scale, the one used marked, each with where it comes from. */
export function TargetScale() {
  const { sectionPlan, rack } = usePlanned();
  const units = useUnits();
  const figures = sectionPlan?.target_scale ?? [];
  if (!figures.length) return null;
  const most = Math.max(...figures.map((figure) => figure.r), sectionPlan?.r_nominal ?? 0, 1);
  const up = rack.answer?.step_up;
  return (
    <Part title="On one scale" aside={sectionPlan?.r_target ? `used: ${units.r(sectionPlan.r_target)}` : undefined}>
      <ul className="r-scale">
        {figures.map((figure) => (
          <li key={figure.kind + figure.title} className={figure.used ? "used" : undefined}>
            <span className="r-name">
              <b>{units.r(figure.r)}</b> {figure.title}
              {figure.used ? <b> · used</b> : null}
            </span>
            <span className="r-bar" aria-hidden="true">
              <span style={{ width: `${(figure.r / most) * 100}%` }} />
            </span>
            <span className="soft">{figure.source}</span>
          </li>
        ))}
      </ul>
      <CodeTable />
      {up ? (
        <p className="answer">
          One more step up, {units.r(up.from_r)} to {units.r(up.to_r)}:{" "}
          <b>
            {up.currency}
            {fixed(up.price_more)} more
          </b>
          {up.saving_more_low !== null && up.saving_more_low !== undefined
            ? `, saves ${up.currency}${Math.round(up.saving_more_low)} to ${Math.round(up.saving_more_high ?? 0)} more a year`
            : ""}
          .{up.blocks.length ? ` But: ${up.blocks[0]}` : ""}
        </p>
      ) : rack.busy && !rack.answer ? (
        <p className="note">Weighing what one more step up would cost …</p>
      ) : null}
    </Part>
  );
}

/** The code's whole row for the zone, edition by edition. */
export function CodeTable() {
  const { document } = useDocument();
  const { lists } = useView();
  const units = useUnits();
  const zone = document.house?.climate_zone;
  const lines = zone ? lists.code_table[zone] : undefined;
  if (!lines) return null;
  const adopted = document.target?.edition;
  return (
    <details className="chart">
      <summary>Ceilings in zone {zone}, edition by edition</summary>
      <table className="cut-list" aria-label={`Ceiling R by edition, zone ${zone}`}>
        <thead>
          <tr>
            <th scope="col">edition</th>
            <th scope="col">R</th>
            <th scope="col">with a raised heel</th>
            <th scope="col">its U, {units.figure(1, "Btu/h·ft²·°F").unit}</th>
          </tr>
        </thead>
        <tbody>
          {lines.map((line) => (
            <tr key={line.edition} aria-current={line.edition === adopted ? "true" : undefined}>
              <td>{line.edition}</td>
              <td>{units.r(line.r)}</td>
              <td>{line.raised_heel_r ? units.r(line.raised_heel_r) : "no allowance"}</td>
              <td>{units.figure(line.u, "Btu/h·ft²·°F").value}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="note">The code's U has squeezed eaves in it: to compare with, not to aim at.</p>
    </details>
  );
}

/** The raised-heel allowance, tested at every eave and not assumed. */
export function HeelTests() {
  const { section } = useDocument();
  const { sectionPlan, drawing } = usePlanned();
  const units = useUnits();
  const tests = sectionPlan?.heel_tests ?? [];
  if (!tests.length) return null;
  const edges = drawing?.sections.find((s) => s.id === section.id)?.edges;
  const inches = (value: number) => `${units.depth(Math.max(0, value)).value} ${units.depth(0).unit}`;
  const holds = tests.every((test) => test.holds);
  return (
    <Part title="Raised heel" aside={holds ? "holds at every eave" : "does not hold"}>
      <table className="cut-list" aria-label="Raised-heel test, eave by eave">
        <thead>
          <tr>
            <th scope="col">eave</th>
            <th scope="col">room over the plate</th>
            <th scope="col">needed</th>
            <th scope="col">holds</th>
          </tr>
        </thead>
        <tbody>
          {tests.map((test) => (
            <tr key={test.edge}>
              <td>{edges?.[test.edge]?.side ?? test.edge + 1}</td>
              <td>{inches(test.room_in)}</td>
              <td>{inches(test.needed_in)}</td>
              <td>{test.holds ? "yes" : "no"}</td>
            </tr>
          ))}
        </tbody>
      </table>
      <p className="note">
        The lower figure serves only where its full depth stands over the outer edge of every plate, the vent gap kept.
      </p>
    </Part>
  );
}
