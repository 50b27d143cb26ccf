import { Button, Select } from "@mantine/core";
import type { AccessDocument } from "../../api/types";
import { newId } from "../../document/outline";
import { FieldFlags } from "../../inputs/FieldFlags";
import { MeasureField } from "../../inputs/MeasureField";
import { NumberField } from "../../inputs/NumberField";
import { useDocument } from "../../state/context";
import { Part } from "../../ui/Part";
import { useUnits } from "../../ui/units";

const KINDS = [
  { value: "hatch", label: "hatch" },
  { value: "pull_down_stair", label: "pull-down stair" },
  { value: "door", label: "door or wall panel" },
  { value: "gable", label: "through the gable" },
];
const USUAL_IN: Record<string, [number, number]> = {
  hatch: [22.5, 30],
  pull_down_stair: [25.5, 54],
  door: [24, 36],
  gable: [18, 24],
};

/** The ways in: what goes up must fit through them, and their opening takes no fill. */
export function Accesses() {
  const { document, section, job } = useDocument();
  const accesses = document.accesses ?? [];
  return (
    <Part title="Ways in" at="accesses" aside={accesses.length ? `${accesses.length}` : "none recorded"}>
      {accesses.map((access, index) => (
        <Access key={access.id ?? String(index)} access={access} index={index} />
      ))}
      <Button
        variant="default"
        size="xs"
        onClick={() =>
          job.edit("adding a way in", (d) => {
            // Nothing about it is assumed: what it is, how large and where is asked.
            d.accesses = [...(d.accesses ?? []), { id: newId(), section: section.id } as AccessDocument];
          })
        }
      >
        Add a way in
      </Button>
    </Part>
  );
}

function Access({ access, index }: { access: AccessDocument; index: number }) {
  const { document, job } = useDocument();
  const sections = document.sections ?? [];
  const owner = sections.find((s) => s.id === access.section) ?? sections[0];
  const xs = owner?.outline_ft.map((p) => p[0]) ?? [0];
  const ys = owner?.outline_ft.map((p) => p[1]) ?? [0];
  const [x0, y0] = [Math.min(...xs), Math.min(...ys)];
  const [x, y] = access.at_ft ?? [x0, y0];
  const [wide, long] = access.opening_in ?? [0, 0];
  const path = `accesses[${index}]`;
  const usual = USUAL_IN[access.kind ?? ""];
  const units = useUnits();
  const set = (change: Partial<AccessDocument>) =>
    job.edit("a way in", (d) => {
      if (d.accesses?.[index]) Object.assign(d.accesses[index], change);
    });
  return (
    <div className="item" role="group" aria-label={`Way in ${index + 1}`}>
      <div className="pair">
        <Select
          size="sm"
          label="Kind"
          data={KINDS}
          value={access.kind ?? null}
          placeholder="not said"
          allowDeselect={false}
          onChange={(kind) => set({ kind: kind as AccessDocument["kind"] })}
        />
        <Select
          size="sm"
          label="Into"
          data={sections.map((s) => ({ value: s.id, label: s.name || s.id }))}
          value={owner?.id ?? null}
          allowDeselect={false}
          onChange={(id) => set({ section: id })}
        />
      </div>
      <div className="pair">
        <MeasureField
          label="Opening"
          hint={usual ? `usual ${units.depth(usual[0]).value} by ${units.depth(usual[1]).value}` : undefined}
          kind="in"
          path={`${path}.opening_in`}
          value={access.opening_in ? wide : null}
          least={6}
          most={240}
          onValue={(v) => set({ opening_in: [v, long || v] })}
        />
        <MeasureField
          label="by"
          kind="in"
          path={`${path}.opening_in`}
          value={access.opening_in ? long : null}
          least={6}
          most={240}
          onValue={(v) => set({ opening_in: [wide || v, v] })}
        />
      </div>
      {access.kind === "door" || access.kind === "gable" ? null : (
        <NumberField
          label="R of its lid"
          path={`${path}.lid_r`}
          value={access.lid_r}
          least={0}
          most={100}
          mayBeEmpty
          hint="empty: a bare wood panel"
          onValue={(lid_r) => set({ lid_r })}
        />
      )}
      <div className="pair">
        <MeasureField
          label="From the west wall"
          kind="ft"
          path={`${path}.at_ft`}
          value={access.at_ft ? x - x0 : null}
          most={400}
          onValue={(v) => set({ at_ft: [x0 + v, y] })}
        />
        <MeasureField
          label="from the south wall"
          kind="ft"
          path={`${path}.at_ft`}
          value={access.at_ft ? y - y0 : null}
          most={400}
          onValue={(v) => set({ at_ft: [x, y0 + v] })}
        />
      </div>
      <FieldFlags path={path} />
      <Button
        variant="default"
        size="xs"
        onClick={() => job.edit("taking a way in away", (d) => void d.accesses?.splice(index, 1))}
      >
        Take it away
      </Button>
    </div>
  );
}
