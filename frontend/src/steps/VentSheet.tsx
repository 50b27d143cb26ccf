import { Button, CloseButton, Select } from "@mantine/core";
import type { JobDocument } from "../api/client";
import { useUnits } from "../app/units";
import { NumberField } from "../fields/NumberField";
import { FigureButton } from "../tally/FigureButton";
import { useBench } from "../workbench/context";
import { Part } from "./Part";

type Vent = NonNullable<JobDocument["vents"]>[number];

const KINDS = [
  { value: "soffit", label: "soffit" },
  { value: "ridge", label: "ridge" },
  { value: "roof", label: "roof vent" },
  { value: "gable", label: "gable louver" },
];

/** Vent area: what the attic needs against what its vents give. */
export function VentSheet() {
  const { document, section, sectionPlan, plan, job } = useBench();
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
  return (
    <Part title="Vent area" aside={found?.ratio ? `1 in ${found.ratio}` : undefined}>
      {found?.required_in2 ? (
        <p className="answer">
          Needed{" "}
          <FigureButton
            name="Vent area needed"
            figure={plan?.figures[`sections.${section.id}.ventilation.required_in2`]}
          >
            <b>{say(found.required_in2)}</b>
          </FigureButton>{" "}
          net free; low {say(found.low_in2)}, high {say(found.high_in2)}.
        </p>
      ) : null}
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
              { kind: "roof", position: "high", section: section.id, nfa_in2: 50, count: 1 },
            ];
          })
        }
      >
        Add vents
      </Button>
      <p className="note">More vents do not cure moisture that rises from the house: seal first.</p>
    </Part>
  );
}
