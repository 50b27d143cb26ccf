import { MeasureField } from "../../inputs/MeasureField";
import { useDocument } from "../../state/context";
import { Part } from "../../ui/Part";
import { Pick } from "../../ui/Pick";
import { useUnits } from "../../ui/units";

const SPACINGS_IN = [12, 16, 19.2, 24];
const DEPTHS_IN = [3.5, 5.5, 7.25, 9.25, 11.25];

/** The framing in the floor: joists or trusses, which way they run, how far apart and how deep. */
export function FramingSheet() {
  const { section, sectionIndex, editSection } = useDocument();
  const at = `sections[${sectionIndex}]`;
  const framing = section.framing;
  const units = useUnits();
  const unit = units.depth(0).unit;
  const sizes = (inches: number[]) =>
    inches.map((v) => ({ value: String(v), label: units.metric || v !== 19.2 ? units.depth(v).value : "19.2" }));
  const frame = (key: "kind" | "run" | "spacing_in" | "depth_in", value: string | number | null) =>
    editSection("framing", (s) => {
      s.framing = { ...s.framing, [key]: value };
    });
  const spacing = (
    <Pick
      label={`Spacing on center, ${unit}`}
      value={framing?.spacing_in?.toString()}
      options={sizes(SPACINGS_IN)}
      onValue={(value) => frame("spacing_in", Number(value))}
    />
  );
  const otherSpacing = (
    <MeasureField
      label="Other spacing"
      kind="in"
      path={`${at}.framing.spacing_in`}
      value={framing?.spacing_in}
      least={8}
      most={48}
      onValue={(value) => frame("spacing_in", value)}
    />
  );
  // A wall and a slope have their own depth with their kind, and no joists.
  const upright = section.kind === "knee_wall";
  const bays = upright || section.kind === "sloped_bays";
  if (bays)
    return (
      <Part title={upright ? "Studs" : "Rafters"}>
        {spacing}
        {otherSpacing}
      </Part>
    );
  return (
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
        at={`${at}.framing.run`}
        value={framing?.run}
        options={[
          { value: "x", label: "east–west" },
          { value: "y", label: "north–south" },
        ]}
        onValue={(value) => frame("run", value)}
      />
      {spacing}
      <Pick
        label={`Depth of joist or chord, ${unit}`}
        value={framing?.depth_in?.toString()}
        options={sizes(DEPTHS_IN)}
        onValue={(value) => frame("depth_in", Number(value))}
      />
      <div className="pair">
        {otherSpacing}
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
  );
}
