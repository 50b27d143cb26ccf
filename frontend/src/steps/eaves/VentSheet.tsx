import { Button, Checkbox, CloseButton, Select } from "@mantine/core";
import type { JobDocument } from "../../api/types";
import { NumberField } from "../../inputs/NumberField";
import { useDocument, usePlanned, useView } from "../../state/context";
import { FigureButton } from "../../ui/FigureButton";
import { Part } from "../../ui/Part";
import { useUnits } from "../../ui/units";

type Vent = NonNullable<JobDocument["vents"]>[number];

const KINDS = [
  { value: "soffit", label: "soffit" },
  { value: "ridge", label: "ridge" },
  { value: "roof", label: "roof vent" },
  { value: "gable", label: "gable louver" },
];

/** Vent area: what the attic needs against what its vents give, on which conditions, and what would make it up. */
export function VentSheet() {
  const { document, section, job } = useDocument();
  const { lists } = useView();
  const { sectionPlan, plan } = usePlanned();
  const units = useUnits();
  const vents = (document.vents ?? [])
    .map((vent, index) => ({ vent, index }))
    .filter(({ vent }) => vent.section === section.id);
  const found = sectionPlan?.ventilation;
  const set = (index: number, change: Partial<Vent>) =>
    job.edit("a vent", (d) => {
      const vent = d.vents?.[index];
      if (vent) Object.assign(vent, change);
    });
  const say = (value: number | null | undefined) =>
    value === null || value === undefined
      ? "none recorded"
      : `${units.openArea(value).value} ${units.openArea(value).unit}`;
  const area = (value: number) => `${units.openArea(value).value} ${units.openArea(value).unit}`;
  const unvented = document.house?.vented === false;
  if (unvented) return <p className="note">The attic is recorded as unvented: no vent area is counted.</p>;
  const add = (title: string, position: string, nfa_in2: number, count: number) =>
    job.edit("adding vents", (d) => {
      const kind =
        position === "low" ? "soffit" : title.includes("ridge") ? "ridge" : title.includes("gable") ? "gable" : "roof";
      d.vents = [...(d.vents ?? []), { kind, position: position as "low", section: section.id, nfa_in2, count }];
    });
  return (
    <>
      {found?.wrong_cure ? (
        <Part title="Moisture first">
          <div className="flag caution">
            <p>
              <b>More vents would be the wrong cure.</b> {found.wrong_cure}
            </p>
          </div>
        </Part>
      ) : null}
      <Part title="Vent area" aside={found?.ratio ? `1 in ${found.ratio}` : undefined}>
        {found?.required_in2 ? (
          <table className="cut-list" aria-label="Vent area, needed and given">
            <tbody>
              <tr>
                <th scope="row">needed, net free</th>
                <td>
                  <FigureButton
                    name="Vent area needed"
                    figure={plan?.figures[`sections.${section.id}.ventilation.required_in2`]}
                  >
                    <b>{say(found.required_in2)}</b>
                  </FigureButton>
                </td>
              </tr>
              <tr>
                <th scope="row">low</th>
                <td>{say(found.low_in2)}</td>
              </tr>
              <tr>
                <th scope="row">let through by the channels</th>
                <td>
                  <FigureButton
                    name="What the channels let through"
                    figure={plan?.figures[`sections.${section.id}.ventilation.channels_in2`]}
                  >
                    {found.channels_in2 === null || found.channels_in2 === undefined
                      ? "not known yet"
                      : area(found.channels_in2)}
                  </FigureButton>
                </td>
              </tr>
              <tr>
                <th scope="row">high</th>
                <td>{say(found.high_in2)}</td>
              </tr>
            </tbody>
          </table>
        ) : null}
        {found?.balance ? <p className="note">{found.balance}</p> : null}
        <ul className="conditions" aria-label="Conditions of 1 in 300">
          {found?.conditions?.map((condition) => (
            <li key={condition.what}>
              <b>{condition.holds === null ? "?" : condition.holds ? "✓" : "✕"}</b> {condition.what}
              <span className="hidden">
                {condition.holds === null ? ", not known" : condition.holds ? ", holds" : ", does not hold"}
              </span>
            </li>
          ))}
        </ul>
        <p className="note">1 in 300 serves where all of these hold; else 1 in 150.</p>
      </Part>
      {found?.to_add?.length ? (
        <Part title="What would make it up">
          {found.to_add.map((side) => (
            <div key={side.position} className="to-add">
              <p className="answer">
                <b>{area(side.missing_in2)}</b> more {side.position}: one of
              </p>
              <ul className="may">
                {side.choices.map((choice) => (
                  <li key={choice.title}>
                    <b>
                      {choice.amount} {choice.unit || "×"}
                    </b>{" "}
                    {choice.title}, {area(choice.gives_in2)}{" "}
                    <button
                      type="button"
                      className="link"
                      aria-label={`Add ${choice.amount} ${choice.unit} ${choice.title}`}
                      onClick={() => add(choice.title, side.position, choice.gives_in2 / choice.amount, choice.amount)}
                    >
                      add
                    </button>
                  </li>
                ))}
              </ul>
            </div>
          ))}
          <p className="note">
            {found.wrong_cure ? "Only after the moisture is stopped. " : ""}Made-up sizes: the vent's own label has the
            last word.
          </p>
        </Part>
      ) : null}
      <Part title="Vents there are" at="vents">
        {vents.map(({ vent, index }) => (
          <div className="vent" key={vent.id ?? index}>
            <Select
              size="sm"
              label="Kind"
              data={KINDS}
              value={vent.kind}
              allowDeselect={false}
              onChange={(kind) =>
                set(index, { kind: kind as Vent["kind"], position: kind === "soffit" ? "low" : "high" })
              }
            />
            <NumberField
              label="Net free, each"
              unit="in²"
              path={`vents[${index}].nfa_in2`}
              value={vent.nfa_in2}
              least={0}
              most={100000}
              onValue={(nfa_in2) => set(index, { nfa_in2 })}
            />
            <NumberField
              label="Count"
              path={`vents[${index}].count`}
              value={vent.count ?? 1}
              least={0}
              most={1000}
              whole
              onValue={(count) => set(index, { count })}
            />
            <CloseButton
              aria-label={`Remove vent ${index + 1}`}
              onClick={() => job.edit("removing a vent", (d) => void d.vents?.splice(index, 1))}
            />
          </div>
        ))}
        <Button
          variant="default"
          size="xs"
          onClick={() =>
            job.edit("adding a vent", (d) => {
              d.vents = [
                ...(d.vents ?? []),
                { kind: "roof", position: "high", section: section.id, nfa_in2: lists.vent_nfa_in2.roof, count: 1 },
              ];
            })
          }
        >
          Add vents
        </Button>
        <p className="note">
          A soffit can look vented and be solid behind: lift a panel, or look for daylight from inside, and mark such
          bays “solid soffit”. More vents do not cure moisture that rises from the house: seal first.
        </p>
        <Checkbox
          label="High wind is designed for here (coast)"
          checked={document.house?.high_wind ?? false}
          onChange={(event) => {
            const high_wind = event.currentTarget.checked;
            job.edit("the house", (d) => {
              d.house = { ...d.house, high_wind };
            });
          }}
        />
      </Part>
    </>
  );
}
