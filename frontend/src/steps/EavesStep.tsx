import { Table } from "@mantine/core";
import type { JobDocument } from "../api/client";
import { useUnits } from "../app/units";
import { MeasureField } from "../fields/MeasureField";
import { Pick } from "../fields/Pick";
import { FigureButton } from "../tally/FigureButton";
import { useBench } from "../workbench/context";
import { Part } from "./Part";
import { VentSheet } from "./VentSheet";

/** Eaves: air in over every bay, fill out to the plate. */
export function EavesStep() {
  const { document, section, sectionPlan, plan, drawing, job } = useBench();
  const units = useUnits();
  const settings = document.settings ?? {};
  const set = (change: Partial<NonNullable<JobDocument["settings"]>>) =>
    job.edit("a setting", (d) => {
      d.settings = { ...d.settings, ...change };
    });
  const eaves = sectionPlan?.eaves ?? [];
  const side = (edge: number) => drawing?.sections.find((s) => s.id === section.id)?.edges[edge]?.side ?? "";
  const depth = (value: number | null | undefined) =>
    value === null || value === undefined ? "–" : `${units.depth(value).value} ${units.depth(value).unit}`;
  return (
    <>
      {eaves.length === 0 ? (
        <p className="note">
          No wall of this section is an eave: nothing tapers, and there are no baffles to fit. Set the roof in Measure.
        </p>
      ) : (
        <>
          <Part title="Which bays get a baffle">
            <Pick
              label="Rule"
              value={settings.baffle_rule ?? "every_bay"}
              options={[
                { value: "every_bay", label: "every bay" },
                { value: "vented_bays", label: "vented bays" },
                { value: "alternate", label: "alternate" },
              ]}
              onValue={(baffle_rule) => set({ baffle_rule: baffle_rule as "every_bay" })}
              note={
                (settings.baffle_rule ?? "every_bay") === "alternate"
                  ? "Seen in the field: half the bays go without air over the fill."
                  : "Runs with a solid or blocked soffit get none."
              }
            />
            <Pick
              label="Wind block"
              value={settings.wind_block ?? "integral"}
              options={[
                { value: "integral", label: "bent from the baffle" },
                { value: "separate", label: "separate piece" },
              ]}
              onValue={(wind_block) => set({ wind_block: wind_block as "integral" })}
            />
            <div className="pair">
              <MeasureField
                label="Air gap"
                kind="in"
                path="settings.vent_gap_in"
                value={settings.vent_gap_in ?? 1.5}
                most={12}
                hint="square to the deck"
                onValue={(v) => set({ vent_gap_in: v })}
              />
              <MeasureField
                label="Baffle thickness"
                kind="in"
                path="settings.baffle_thickness_in"
                value={settings.baffle_thickness_in ?? 0}
                most={12}
                hint="0 for card, plastic"
                onValue={(v) => set({ baffle_thickness_in: v })}
              />
            </div>
          </Part>
          <Part title="Eave by eave">
            {eaves.map((eave) => (
              <Table key={eave.edge} className="eave" withRowBorders={false} aria-label={`${side(eave.edge)} eave`}>
                <Table.Caption>
                  {side(eave.edge)} eave, {units.length(eave.run_ft).value} {units.length(eave.run_ft).unit}
                </Table.Caption>
                <Table.Tbody>
                  {(
                    [
                      ["bays", eave.bays?.toString() ?? "–", null],
                      [
                        "baffles",
                        eave.baffles === null || eave.baffles === undefined
                          ? "–"
                          : `${eave.baffles}, ${eave.pieces ?? "–"} pieces`,
                        "baffles",
                      ],
                      ["chute along the deck", depth(eave.baffle_length_in), "baffle_length_in"],
                      ["wind block", depth(eave.closed_leg_in), null],
                      ["over the plate", depth(eave.depth_at_plate_in), "depth_at_plate_in"],
                      [
                        "R over the plate",
                        eave.r_at_plate === null || eave.r_at_plate === undefined ? "–" : units.r(eave.r_at_plate),
                        "r_at_plate",
                      ],
                      ["full depth begins", depth(eave.full_depth_at_in), "full_depth_at_in"],
                    ] as const
                  ).map(([name, value, figure]) => (
                    <Table.Tr key={name}>
                      <Table.Th scope="row">{name}</Table.Th>
                      <Table.Td>
                        <FigureButton
                          name={name}
                          figure={
                            figure ? plan?.figures[`sections.${section.id}.eaves.${eave.edge}.${figure}`] : undefined
                          }
                        >
                          {value}
                        </FigureButton>
                      </Table.Td>
                    </Table.Tr>
                  ))}
                </Table.Tbody>
              </Table>
            ))}
          </Part>
        </>
      )}
      <VentSheet />
    </>
  );
}
