import { Button, Select } from "@mantine/core";
import type { SectionDocument } from "../../api/types";
import { newId } from "../../document/outline";
import { MeasureField } from "../../inputs/MeasureField";
import { useDocument } from "../../state/context";
import { Part } from "../../ui/Part";

type Hole = NonNullable<SectionDocument["holes"]>[number];
const KINDS = [
  { value: "stairwell", label: "stairwell" },
  { value: "chimney", label: "chimney" },
  { value: "shaft", label: "shaft or light well" },
  { value: "other", label: "other" },
];

const box = (x: number, y: number, wide: number, high: number): [number, number][] => [
  [x, y],
  [x + wide, y],
  [x + wide, y + high],
  [x, y + high],
];

/** Floor that is not there. Boxes here; other shapes come in with a job file. */
export function Holes() {
  const { section, sectionIndex, editSection } = useDocument();
  const holes = section.holes ?? [];
  const middle = (axis: 0 | 1) => {
    const values = section.outline_ft.map((p) => p[axis]);
    return Math.round((Math.min(...values) + Math.max(...values)) / 2);
  };
  return (
    <Part title="Holes in the floor" aside={holes.length ? String(holes.length) : "none"}>
      {holes.map((hole, i) => {
        const xs = hole.outline_ft.map((p) => p[0]);
        const ys = hole.outline_ft.map((p) => p[1]);
        const [x, y] = [Math.min(...xs), Math.min(...ys)];
        const [wide, high] = [Math.max(...xs) - x, Math.max(...ys) - y];
        const path = `sections[${sectionIndex}].holes[${i}].outline_ft`;
        const set = (outline: [number, number][]) =>
          editSection("a hole", (s) => {
            const own = s.holes?.[i];
            if (own) own.outline_ft = outline;
          });
        const boxed = hole.outline_ft.length === 4;
        return (
          <div key={hole.id ?? String(i)} className="item" role="group" aria-label={`Hole ${i + 1}`}>
            <Select
              size="sm"
              label="It is a"
              data={KINDS}
              value={hole.kind ?? "other"}
              allowDeselect={false}
              onChange={(kind) =>
                editSection("a hole", (s) => void Object.assign(s.holes?.[i] ?? {}, { kind: kind as Hole["kind"] }))
              }
            />
            {boxed ? (
              <>
                <div className="pair">
                  <MeasureField
                    label="Wide, E–W"
                    kind="ft"
                    path={path}
                    value={wide}
                    least={0.1}
                    onValue={(v) => set(box(x, y, v, high))}
                  />
                  <MeasureField
                    label="N–S"
                    kind="ft"
                    path={path}
                    value={high}
                    least={0.1}
                    onValue={(v) => set(box(x, y, wide, v))}
                  />
                </div>
                <div className="pair">
                  <MeasureField
                    label="West side at"
                    kind="ft"
                    path={path}
                    value={x}
                    least={-1000}
                    onValue={(v) => set(box(v, y, wide, high))}
                  />
                  <MeasureField
                    label="South side at"
                    kind="ft"
                    path={path}
                    value={y}
                    least={-1000}
                    onValue={(v) => set(box(x, v, wide, high))}
                  />
                </div>
              </>
            ) : (
              <p className="note">A shape of {hole.outline_ft.length} corners.</p>
            )}
            <Button
              variant="default"
              size="xs"
              onClick={() => editSection("taking a hole away", (s) => void s.holes?.splice(i, 1))}
            >
              Take it away
            </Button>
          </div>
        );
      })}
      <Button
        variant="default"
        size="xs"
        onClick={() =>
          editSection("a hole", (s) => {
            const outline = box(middle(0) - 1.5, middle(1) - 1.5, 3, 3);
            s.holes = [...(s.holes ?? []), { id: newId(), kind: "stairwell", outline_ft: outline }];
          })
        }
      >
        Add a hole
      </Button>
    </Part>
  );
}
