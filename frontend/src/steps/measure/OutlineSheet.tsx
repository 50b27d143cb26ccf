import { Button, Select } from "@mantine/core";
import type { EdgeDocument } from "../../api/types";
import { wallsUnsaid } from "../../document/eaves";
import { insertCorner, lengthOf, moveCorner, removeCorner, setWallLength } from "../../document/outline";
import { rectangleOf, roofForm, setRectangle, setRoofForm } from "../../document/rectangle";
import { FieldFlags } from "../../inputs/FieldFlags";
import { MeasureField } from "../../inputs/MeasureField";
import { PlaceFields } from "../../inputs/PlaceFields";
import { useDocument, usePlanned, useView } from "../../state/context";
import { useBayStarts } from "../../state/starts";
import { Part } from "../../ui/Part";
import { Pick } from "../../ui/Pick";
import { DxfImport } from "./DxfImport";
import { Holes } from "./Holes";
import { MoveSection } from "./MoveSection";
import { TapeWalk } from "./TapeWalk";
import { WhichEaves } from "./WhichEaves";

const EDGES = [
  { value: "eave", label: "eave" },
  { value: "gable", label: "gable" },
  { value: "open", label: "open to a section" },
  { value: "knee_wall", label: "knee wall" },
  { value: "step", label: "step in the ceiling" },
];

/** The outline: as a rectangle, wall by wall, by a walk with the tape, or out of a drawing. */
export function OutlineSheet() {
  const { section, sectionIndex, editSection } = useDocument();
  const { picked, narrow } = useView();
  const floor = rectangleOf(section);
  const at = `sections[${sectionIndex}]`;
  const form = roofForm(section);
  const open = (section.kind ?? "open_floor") === "open_floor";
  return (
    <>
      <Part title="Outline" at={`${at}.outline_ft`} aside="to the outside of the plates">
        {floor ? (
          <>
            <div className="pair">
              <MeasureField
                label="Length, east–west"
                kind="ft"
                path={`${at}.outline_ft`}
                value={floor.length}
                least={1}
                most={400}
                onValue={(length) => editSection("length", (s) => setRectangle(s, { ...floor, length }))}
              />
              <MeasureField
                label="Width, north–south"
                kind="ft"
                path={`${at}.outline_ft`}
                value={floor.width}
                least={1}
                most={400}
                onValue={(width) => editSection("width", (s) => setRectangle(s, { ...floor, width }))}
              />
            </div>
            {open ? (
              <Pick
                label="Roof"
                at={`${at}.edges`}
                value={form === "other" ? null : form}
                options={[
                  { value: "gabled_long", label: "eaves N + S" },
                  { value: "gabled_short", label: "eaves E + W" },
                  { value: "hipped", label: "hipped" },
                  { value: "no_eaves", label: "no eaves" },
                ]}
                onValue={(value) => form !== value && editSection("the roof", (s) => setRoofForm(s, value as "hipped"))}
              />
            ) : null}
          </>
        ) : null}
        <FieldFlags path={`${at}.outline_ft`} />
        <OutlineFault />
        {open && (!floor || wallsUnsaid(section)) ? <WhichEaves /> : null}
        {picked?.kind === "corner" && !narrow ? <Corner index={picked.index} /> : null}
        <details className="more-of" open={!floor}>
          <summary>Wall by wall</summary>
          <Walls />
        </details>
        <details className="more-of">
          <summary>Walk it with the tape</summary>
          <TapeWalk />
        </details>
        <details className="more-of">
          <summary>From a drawing (DXF)</summary>
          <DxfImport />
        </details>
        <details className="more-of">
          <summary>Move the section</summary>
          <MoveSection />
        </details>
      </Part>
      <Holes />
    </>
  );
}

/** Why the outline is not taken as it is; drawings and figures stay those of the last sound one. */
function OutlineFault() {
  const { sectionIndex } = useDocument();
  const { faults } = usePlanned();
  const why = faults[`sections[${sectionIndex}].outline_ft`];
  return why ? (
    <p className="at-place stop" role="alert">
      This outline {why}. Type the wall anew, or undo.
    </p>
  ) : null;
}

function Walls() {
  const starts = useBayStarts();
  const { document, section, sectionIndex, editSection } = useDocument();
  const { drawing } = usePlanned();
  const drawn = drawing?.sections.find((s) => s.id === section.id);
  const others = document.sections?.filter((s) => s.id !== section.id) ?? [];
  return (
    <ol className="walls">
      {section.edges.map((edge, i) => {
        const side = drawn?.edges[i]?.side;
        const set = (change: Partial<EdgeDocument>) =>
          editSection("a wall", (s) => void Object.assign(s.edges[i] as EdgeDocument, change));
        return (
          <li key={edge.id ?? String(i)} className="item" aria-label={`Wall ${i + 1}${side ? `, ${side}` : ""}`}>
            <div className="pair">
              <MeasureField
                label={`${i + 1} · ${side ?? "wall"}`}
                kind="ft"
                path={`sections[${sectionIndex}].edges[${i}]`}
                value={lengthOf(section, i)}
                least={0.1}
                most={1000}
                onValue={(feet) => editSection("the length of a wall", (s) => setWallLength(s, i, feet))}
              />
              <Select
                size="sm"
                label="is"
                data={EDGES}
                value={edge.kind ?? null}
                placeholder="which?"
                allowDeselect={false}
                onChange={(kind) => set({ kind: kind as EdgeDocument["kind"] })}
              />
            </div>
            {edge.kind === "open" && others.length ? (
              <Select
                size="sm"
                label="Open to"
                placeholder="which section?"
                data={others.map((s) => ({ value: s.id, label: s.name || s.id }))}
                value={edge.to ?? null}
                onChange={(to) => set({ to })}
              />
            ) : null}
            <button
              type="button"
              className="link"
              onClick={() => editSection("a new corner", (s, job) => insertCorner(job, s, i, starts))}
            >
              put a corner into it
            </button>
          </li>
        );
      })}
    </ol>
  );
}

/** One corner: where it is, and out with it. */
export function Corner({ index }: { index: number }) {
  const starts = useBayStarts();
  const { section, sectionIndex, editSection } = useDocument();
  const { pick } = useView();
  const corner = section.outline_ft[index];
  if (!corner) return null;
  return (
    <div className="item" role="group" aria-label={`Corner ${index + 1}`}>
      <b>Corner {index + 1}</b>
      <PlaceFields
        at={corner}
        path={`sections[${sectionIndex}].outline_ft[${index}]`}
        onPlace={(to) => editSection(`corner ${index + 1}`, (s) => moveCorner(s, index, to))}
      />
      <Button
        variant="default"
        size="xs"
        disabled={section.outline_ft.length <= 3}
        title={section.outline_ft.length <= 3 ? "An outline has three corners at least" : undefined}
        onClick={() => {
          editSection("taking a corner out", (s, job) => void removeCorner(job, s, index, starts));
          pick(null);
        }}
      >
        Take this corner out
      </Button>
    </div>
  );
}
