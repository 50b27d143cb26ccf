import { useUnits } from "../app/units";
import { MeasureField } from "../fields/MeasureField";
import { Pick } from "../fields/Pick";
import { WrittenField } from "../fields/WrittenField";
import { useBench } from "../workbench/context";
import { rectangleOf, roofForm, setRectangle, setRoofForm } from "../workbench/rectangle";
import { CeilingSheet } from "./CeilingSheet";
import { EaveSheet } from "./EaveSheet";
import { HatchSheet } from "./HatchSheet";
import { OldFillSheet } from "./OldFillSheet";
import { Part } from "./Part";

const SPACINGS_IN = [12, 16, 19.2, 24];
const DEPTHS_IN = [3.5, 5.5, 7.25, 9.25, 11.25];

/** Measure: the outline, the roof over it, the framing, the ceiling, and what lies there now. */
export function Measure() {
  const { section, sectionIndex, editSection, job, document } = useBench();
  const floor = rectangleOf(section);
  const at = `sections[${sectionIndex}]`;
  const form = roofForm(section);
  const framing = section.framing;
  const units = useUnits();
  const unit = units.depth(0).unit;
  const sizes = (inches: number[]) =>
    inches.map((v) => ({ value: String(v), label: units.metric || v !== 19.2 ? units.depth(v).value : "19.2" }));
  const frame = (key: "kind" | "run" | "spacing_in" | "depth_in", value: string | number | null) =>
    editSection("framing", (s) => {
      s.framing = { ...s.framing, [key]: value };
    });
  return (
    <>
      <Part title="Job">
        <NameField
          label="Name"
          value={document.name}
          onValue={(name) => job.edit("the job's name", (d) => void Object.assign(d, { name }))}
        />
        <NameField
          label="Address"
          value={document.address}
          onValue={(address) => job.edit("the address", (d) => void Object.assign(d, { address }))}
        />
      </Part>
      <Part title="Floor" aside="to the outside of the plates">
        {floor ? (
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
        ) : (
          <p className="note">
            An outline of {section.outline_ft.length} corners, drawn and planned as it is. Its corners can be changed in
            the job file.
          </p>
        )}
        {floor ? (
          <Pick
            label="Roof"
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
      </Part>
      <EaveSheet />
      <Part title="Framing">
        <Pick
          label="Kind"
          value={framing?.kind}
          options={[
            { value: "joist", label: "joists" },
            { value: "truss", label: "trusses" },
          ]}
          onValue={(value) => frame("kind", value)}
        />
        <Pick
          label="They run"
          value={framing?.run}
          options={[
            { value: "x", label: "east–west" },
            { value: "y", label: "north–south" },
          ]}
          onValue={(value) => frame("run", value)}
        />
        <Pick
          label={`Spacing on center, ${unit}`}
          value={framing?.spacing_in?.toString()}
          options={sizes(SPACINGS_IN)}
          onValue={(value) => frame("spacing_in", Number(value))}
        />
        <Pick
          label={`Depth of joist or chord, ${unit}`}
          value={framing?.depth_in?.toString()}
          options={sizes(DEPTHS_IN)}
          onValue={(value) => frame("depth_in", Number(value))}
        />
        <div className="pair">
          <MeasureField
            label="Other spacing"
            kind="in"
            path={`${at}.framing.spacing_in`}
            value={framing?.spacing_in}
            least={8}
            most={48}
            onValue={(value) => frame("spacing_in", value)}
          />
          <MeasureField
            label="Other depth"
            kind="in"
            path={`${at}.framing.depth_in`}
            value={framing?.depth_in}
            least={1.5}
            most={24}
            onValue={(value) => frame("depth_in", value)}
          />
        </div>
      </Part>
      <CeilingSheet />
      <OldFillSheet />
      <HatchSheet />
    </>
  );
}

function NameField({
  label,
  value,
  onValue,
}: {
  label: string;
  value: string | null | undefined;
  onValue: (value: string) => void;
}) {
  const take = (text: string) => {
    onValue(text);
    return null;
  };
  return <WrittenField label={label} shown={value ?? ""} maxLength={200} onWritten={take} />;
}
