import { Select } from "@mantine/core";
import { useState } from "react";
import type { EdgeDocument } from "../../api/types";
import { eavesOf } from "../../document/rectangle";
import { MeasureField } from "../../inputs/MeasureField";
import { NumberField } from "../../inputs/NumberField";
import { useDocument, usePlanned } from "../../state/context";
import { Part } from "../../ui/Part";
import { Pick } from "../../ui/Pick";

const SOFFITS = [
  { value: "continuous", label: "vented along the whole run" },
  { value: "spot", label: "single vents" },
  { value: "none", label: "solid, no vents" },
  { value: "blocked", label: "vented but blocked" },
];

/** Heel, pitch and soffit: once for all eaves, or eave by eave. */
export function EaveSheet() {
  const { section, sectionIndex, editSection } = useDocument();
  const { drawing } = usePlanned();
  const eaves = eavesOf(section);
  const alike =
    new Set(
      eaves.map(({ edge }) => JSON.stringify([edge.heel_in ?? null, edge.pitch_in_12 ?? null, edge.soffit ?? null])),
    ).size <= 1;
  const [apart, setApart] = useState(false);
  if (eaves.length === 0) return null;
  const one = alike && !apart;
  const side = (index: number) => drawing?.sections.find((s) => s.id === section.id)?.edges[index]?.side ?? "";
  const groups = one ? [eaves] : eaves.map((eave) => [eave]);
  return (
    <>
      {groups.map((group) => {
        const { edge, index } = group[0] as { edge: EdgeDocument; index: number };
        const set = (change: Partial<EdgeDocument>) =>
          editSection("an eave", (s) => {
            for (const { index: i } of group) Object.assign(s.edges[i] as EdgeDocument, change);
          });
        const at = `sections[${sectionIndex}].edges[${index}]`;
        const title = one ? "Eaves" : `${side(index)} eave`;
        return (
          <Part
            key={index}
            title={title.charAt(0).toUpperCase() + title.slice(1)}
            aside={one && eaves.length > 1 ? `all ${eaves.length} alike` : undefined}
          >
            <div className="pair">
              <MeasureField
                label="Heel height"
                kind="in"
                path={`${at}.heel_in`}
                value={edge.heel_in}
                most={120}
                onValue={(heel_in) => set({ heel_in })}
              />
              <NumberField
                label="Pitch"
                unit="in 12"
                path={`${at}.pitch_in_12`}
                value={edge.pitch_in_12}
                least={0.25}
                most={24}
                wayOut="A wall without a slope over it is no eave; a steeper one is measured as a knee wall."
                onValue={(pitch_in_12) => set({ pitch_in_12 })}
              />
            </div>
            <Select
              size="sm"
              label="Soffit"
              data-at={`${at}.soffit`}
              placeholder="not looked at yet"
              data={SOFFITS}
              value={edge.soffit ?? null}
              allowDeselect={false}
              onChange={(soffit) => set({ soffit: soffit as EdgeDocument["soffit"] })}
            />
          </Part>
        );
      })}
      {eaves.length > 1 && alike ? (
        <Part title="Are the eaves alike?">
          <Pick
            label="Heel, pitch and soffit"
            value={one ? "one" : "each"}
            options={[
              { value: "one", label: "the same on all" },
              { value: "each", label: "eave by eave" },
            ]}
            onValue={(value) => setApart(value === "each")}
          />
        </Part>
      ) : null}
    </>
  );
}
