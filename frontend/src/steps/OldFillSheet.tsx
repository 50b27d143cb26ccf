import { Select } from "@mantine/core";
import type { LayerDocument } from "../api/client";
import { useUnits } from "../app/units";
import { MeasureField } from "../fields/MeasureField";
import { NumberField } from "../fields/NumberField";
import { Pick } from "../fields/Pick";
import { useBench } from "../workbench/context";
import { Part } from "./Part";

export const MATERIALS = [
  { value: "glass_batt", label: "glass batts" },
  { value: "mineral_wool_batt", label: "mineral wool batts" },
  { value: "glass_loose", label: "glass, loose" },
  { value: "cellulose_loose", label: "cellulose, loose" },
  { value: "mineral_wool_loose", label: "mineral wool, loose" },
  { value: "wood_fiber_loose", label: "wood fiber, loose" },
  { value: "unknown_loose", label: "old loose fill, unknown" },
];
const CONDITIONS = [
  { value: "sound", label: "sound" },
  { value: "dusty", label: "dusty (R × 0.95)" },
  { value: "matted", label: "matted (R × 0.85)" },
  { value: "wet", label: "wet (no R)" },
  { value: "fouled", label: "fouled (no R)" },
];
const GRADES = ["snug", "minor", "gappy", "tented"];

/** What lies there now: bare, or one layer, and how well it lies. */
export function OldFillSheet() {
  const { section, sectionIndex, editSection, lists, sectionPlan } = useBench();
  const units = useUnits();
  const layers = section.existing;
  const layer = layers?.[0];
  const at = `sections[${sectionIndex}].existing[0]`;
  const set = (change: Partial<LayerDocument>) =>
    editSection("the old fill", (s) => {
      if (s.existing?.[0]) Object.assign(s.existing[0], change);
    });
  const grade = GRADES.find((g) => Math.abs((lists.contact_void_pct[g] ?? -1) - (layer?.void_pct ?? 0)) < 1e-9);
  const now = sectionPlan?.r_existing;
  return (
    <Part title="Old fill" aside={now === null || now === undefined ? undefined : `${units.r(now)} as it lies`}>
      {layers && layers.length > 1 ? (
        <p className="note">{layers.length} layers are recorded; the lowest is shown here, all of them count.</p>
      ) : (
        <Pick
          label="On the ceiling now"
          value={layers ? (layer ? "layer" : "bare") : null}
          options={[
            { value: "bare", label: "nothing, bare" },
            { value: "layer", label: "old fill" },
          ]}
          onValue={(value) =>
            editSection("the old fill", (s) => {
              s.existing = value === "bare" ? [] : s.existing?.length ? s.existing : [{ material: "glass_batt" }];
            })
          }
        />
      )}
      {layer ? (
        <>
          <Select
            size="sm"
            label="Kind"
            data={MATERIALS}
            value={layer.material ?? null}
            allowDeselect={false}
            onChange={(material) => set({ material: material as LayerDocument["material"] })}
          />
          <div className="pair">
            <MeasureField
              label="Depth"
              kind="in"
              path={`${at}.depth_in`}
              value={layer.depth_in}
              most={48}
              onValue={(depth_in) => set({ depth_in })}
            />
            <NumberField
              label="R on the label"
              path={`${at}.r`}
              value={layer.r}
              least={0}
              most={200}
              mayBeEmpty
              hint="empty: by depth"
              onValue={(r) => set({ r })}
            />
          </div>
          <Pick
            label="Contact with the ceiling"
            value={grade}
            options={GRADES.map((g) => ({
              value: g,
              label: g,
              hint: `${lists.contact_void_pct[g]} % of the floor bare`,
            }))}
            onValue={(g) => set({ void_pct: lists.contact_void_pct[g] ?? 0 })}
          />
          <div className="pair">
            <NumberField
              label="Bare share"
              unit="%"
              path={`${at}.void_pct`}
              value={layer.void_pct ?? 0}
              least={0}
              most={100}
              onValue={(v) => set({ void_pct: v ?? 0 })}
            />
            <Select
              size="sm"
              label="Condition"
              data={CONDITIONS}
              value={layer.condition ?? "sound"}
              allowDeselect={false}
              onChange={(condition) => set({ condition: condition as LayerDocument["condition"] })}
            />
          </div>
          {(layer.void_pct ?? 0) > 0 ? (
            <Pick
              label="The gaps"
              value={layer.voids ?? "under"}
              options={[
                { value: "under", label: "stay air beneath" },
                { value: "open", label: "open from above" },
              ]}
              onValue={(voids) => set({ voids: voids as LayerDocument["voids"] })}
            />
          ) : null}
        </>
      ) : null}
    </Part>
  );
}
