import { Button, Checkbox, Select } from "@mantine/core";
import type { ChoiceLists, LayerDocument } from "../../api/types";
import { newId } from "../../document/outline";
import { MeasureField } from "../../inputs/MeasureField";
import { NumberField } from "../../inputs/NumberField";
import { useDocument, usePlanned, useView } from "../../state/context";
import { Part } from "../../ui/Part";
import { Pick } from "../../ui/Pick";
import { useUnits } from "../../ui/units";
import { GapsDrawn } from "./GapsDrawn";

const FACINGS = [
  { value: "none", label: "none" },
  { value: "down", label: "down, to the ceiling" },
  { value: "up", label: "up" },
];
/** A condition with what it leaves of the R: sound leaves all of it. */
const conditionSaid = ({ value, title, multiplier }: ChoiceLists["conditions"][number]) => ({
  value,
  label: multiplier === 1 ? title : multiplier === 0 ? `${title} (no R)` : `${title} (R × ${multiplier})`,
});
const GRADES = ["snug", "minor", "gappy", "tented"];
const MOST_LAYERS = 20;

/** What lies there, from the ceiling up, layer by layer. */
export function LayersSheet() {
  const { section, sectionIndex, editSection } = useDocument();
  const { sectionPlan } = usePlanned();
  const units = useUnits();
  const layers = section.existing;
  const now = sectionPlan?.r_existing;
  return (
    <Part title="Old fill" aside={now === null || now === undefined ? undefined : `${units.r(now)} as it lies`}>
      <Pick
        label="On the ceiling now"
        at={`sections[${sectionIndex}].existing`}
        value={layers ? (layers.length ? "layer" : "bare") : null}
        options={[
          { value: "bare", label: "nothing, bare" },
          { value: "layer", label: "old fill" },
        ]}
        onValue={(value) =>
          editSection("the old fill", (s) => {
            s.existing = value === "bare" ? [] : s.existing?.length ? s.existing : [fresh()];
          })
        }
      />
      {layers?.map((layer, i) => (
        <Layer key={layer.id ?? String(i)} layer={layer} index={i} count={layers.length} />
      ))}
      {layers?.length && layers.length < MOST_LAYERS ? (
        <Button
          variant="default"
          size="xs"
          onClick={() =>
            editSection("a layer on top", (s) => {
              s.existing = [...(s.existing ?? []), { ...fresh(), material: "unknown_loose" }];
            })
          }
        >
          Add a layer on top
        </Button>
      ) : null}
    </Part>
  );
}

const fresh = () => ({ id: newId(), material: "glass_batt" }) as LayerDocument;

function Layer({ layer, index, count }: { layer: LayerDocument; index: number; count: number }) {
  const { sectionIndex, editSection } = useDocument();
  const { lists } = useView();
  const at = `sections[${sectionIndex}].existing[${index}]`;
  const set = (change: Partial<LayerDocument>) =>
    editSection("the old fill", (s) => {
      if (s.existing?.[index]) Object.assign(s.existing[index], change);
    });
  const move = (by: number) =>
    editSection("the order of layers", (s) => {
      const own = s.existing?.splice(index, 1)[0];
      if (own) s.existing?.splice(index + by, 0, own);
    });
  const batt = layer.material?.endsWith("_batt");
  const grade = GRADES.find((g) => Math.abs((lists.contact_void_pct[g] ?? -1) - (layer.void_pct ?? 0)) < 1e-9);
  const name = count > 1 ? `Layer ${index + 1}${index === 0 ? ", on the ceiling" : ""}` : "The layer";
  return (
    <div className="item" role="group" aria-label={name}>
      {count > 1 ? <b>{name}</b> : null}
      <Select
        size="sm"
        label="Kind"
        data-at={`${at}.material`}
        data={lists.materials.map(({ value, title }) => ({ value, label: title }))}
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
      {batt ? (
        <div className="pair">
          <MeasureField
            label="Label's thickness"
            hint="if it is pressed"
            kind="in"
            path={`${at}.label_in`}
            value={layer.label_in}
            least={0.5}
            most={48}
            onValue={(label_in) => set({ label_in })}
          />
          <Select
            size="sm"
            label="Facing"
            placeholder="not seen"
            data={FACINGS}
            value={layer.facing ?? null}
            onChange={(facing) => set({ facing: facing as LayerDocument["facing"] })}
          />
        </div>
      ) : null}
      <Pick
        label="Contact with the ceiling"
        value={grade}
        options={GRADES.map((g) => ({ value: g, label: g, hint: `${lists.contact_void_pct[g]} % of the floor bare` }))}
        onValue={(g) => set({ void_pct: lists.contact_void_pct[g] ?? 0 })}
      />
      {grade === "tented" ? (
        <NumberField
          label="Tented over wires and pipes only: how much of the floor"
          unit="%"
          path={`${at}.void_pct`}
          value={null}
          least={0}
          most={100}
          mayBeEmpty
          hint={`Tented: bare share ${lists.contact_void_pct.tented} %, it touches nowhere.`}
          onValue={(v) => {
            if (v !== null) set({ void_pct: v });
          }}
        />
      ) : null}
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
          data={lists.conditions.map(conditionSaid)}
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
      {(layer.void_pct ?? 0) > 0 ? <GapsDrawn open={layer.voids === "open"} /> : null}
      {(layer.void_pct ?? 0) >= lists.tented_void_pct && layer.voids !== "open" ? (
        <Checkbox
          size="sm"
          label="The air beneath is closed at the eaves and round openings"
          checked={layer.ends_closed ?? false}
          onChange={(event) => set({ ends_closed: event.currentTarget.checked })}
        />
      ) : null}
      {count > 1 ? (
        <div className="row">
          <Button variant="default" size="xs" disabled={index === count - 1} onClick={() => move(1)}>
            Up
          </Button>
          <Button variant="default" size="xs" disabled={index === 0} onClick={() => move(-1)}>
            Down
          </Button>
          <Button
            variant="default"
            size="xs"
            onClick={() => editSection("taking a layer away", (s) => void s.existing?.splice(index, 1))}
          >
            Take it away
          </Button>
        </div>
      ) : null}
    </div>
  );
}
