import { Select } from "@mantine/core";
import type { SectionDocument } from "../../api/types";
import { FieldFlags } from "../../inputs/FieldFlags";
import { MeasureField } from "../../inputs/MeasureField";
import { NumberField } from "../../inputs/NumberField";
import { useDocument, usePlanned } from "../../state/context";
import { Part } from "../../ui/Part";
import { Pick } from "../../ui/Pick";
import { useUnits } from "../../ui/units";

const KINDS = [
  { value: "open_floor", label: "open floor" },
  { value: "sloped_bays", label: "sloped rafter bays, closed" },
  { value: "knee_wall", label: "knee wall or skylight shaft" },
  { value: "netted_cavity", label: "bays under a net or a floor" },
  { value: "left_out", label: "left out: no room below" },
];
type Slope = NonNullable<SectionDocument["slope"]>;
type Wall = NonNullable<SectionDocument["wall"]>;
type Cavity = NonNullable<SectionDocument["cavity"]>;

/** What kind of section this is, and the dimensions that kind has of its own. */
export function KindSheet() {
  const { section, sectionIndex, editSection } = useDocument();
  const { sectionPlan } = usePlanned();
  const units = useUnits();
  const at = `sections[${sectionIndex}]`;
  const slope = (change: Partial<Slope>) =>
    editSection("the slope", (s) => {
      s.slope = { ...s.slope, ...change } as Slope;
    });
  const wall = (change: Partial<Wall>) =>
    editSection("the wall", (s) => {
      s.wall = { ...s.wall, ...change } as Wall;
    });
  const cavity = (change: Partial<Cavity>) =>
    editSection("the bays", (s) => {
      s.cavity = { ...s.cavity, ...change } as Cavity;
    });
  const surface = sectionPlan?.surface_ft2;
  return (
    <Part title="Kind" aside={surface ? `${units.area(surface).value} ${units.area(surface).unit} to fill` : undefined}>
      <Select
        size="sm"
        label="This section is"
        data={KINDS}
        value={section.kind ?? "open_floor"}
        allowDeselect={false}
        onChange={(kind) => editSection("the kind of section", (s) => void Object.assign(s, { kind }))}
      />
      {section.kind === "sloped_bays" ? (
        <>
          <div className="pair">
            <MeasureField
              label="Rafter depth"
              kind="in"
              path={`${at}.slope.rafter_depth_in`}
              value={section.slope?.rafter_depth_in}
              least={1.5}
              most={24}
              onValue={(rafter_depth_in) => slope({ rafter_depth_in })}
            />
            <NumberField
              label="Pitch"
              unit="in 12"
              path={`${at}.slope.pitch_in_12`}
              value={section.slope?.pitch_in_12}
              least={0.25}
              most={24}
              onValue={(pitch_in_12) => slope({ pitch_in_12 })}
            />
          </div>
          <MeasureField
            label="Air channel under the deck"
            hint="0 where there is none"
            kind="in"
            path={`${at}.slope.channel_in`}
            value={section.slope?.channel_in}
            most={6}
            onValue={(channel_in) => slope({ channel_in })}
          />
          <FieldFlags path={`${at}.slope`} />
        </>
      ) : null}
      {section.kind === "knee_wall" ? (
        <>
          <Pick
            label="It is"
            value={section.wall?.of ?? "knee_wall"}
            options={[
              { value: "knee_wall", label: "a knee wall" },
              { value: "skylight_shaft", label: "a skylight shaft" },
            ]}
            onValue={(of) => wall({ of: of as Wall["of"] })}
          />
          <div className="pair">
            <MeasureField
              label="Height"
              kind="ft"
              path={`${at}.wall.height_ft`}
              value={section.wall?.height_ft}
              least={0.1}
              most={40}
              onValue={(height_ft) => wall({ height_ft })}
            />
            <MeasureField
              label="Stud depth"
              kind="in"
              path={`${at}.wall.stud_depth_in`}
              value={section.wall?.stud_depth_in}
              least={1.5}
              most={24}
              onValue={(stud_depth_in) => wall({ stud_depth_in })}
            />
          </div>
          <MeasureField
            label="Length"
            hint={
              section.wall?.of === "skylight_shaft"
                ? "empty: all round the outline"
                : "empty: the outline's longest side"
            }
            kind="ft"
            path={`${at}.wall.length_ft`}
            value={section.wall?.length_ft}
            least={0.1}
            most={1000}
            onValue={(length_ft) => wall({ length_ft })}
          />
          <Pick
            label="Air barrier on the attic side"
            value={
              section.wall?.backed === undefined || section.wall?.backed === null
                ? null
                : section.wall.backed
                  ? "yes"
                  : "no"
            }
            options={[
              { value: "yes", label: "backed" },
              { value: "no", label: "open" },
            ]}
            onValue={(value) => wall({ backed: value === "yes" })}
          />
          <FieldFlags path={`${at}.wall`} />
        </>
      ) : null}
      {section.kind === "netted_cavity" ? (
        <>
          <Pick
            label="Closed on top by"
            value={section.cavity?.cover}
            options={[
              { value: "net", label: "a net" },
              { value: "floor", label: "a floor" },
            ]}
            onValue={(cover) => cavity({ cover: cover as Cavity["cover"] })}
          />
          <MeasureField
            label="Depth of the bays"
            kind="in"
            path={`${at}.cavity.depth_in`}
            value={section.cavity?.depth_in}
            least={1.5}
            most={48}
            onValue={(depth_in) => cavity({ depth_in })}
          />
        </>
      ) : null}
      {section.kind === "left_out" ? (
        <Pick
          label="It lies over"
          value={section.left_out_over}
          options={[
            { value: "garage", label: "a garage" },
            { value: "porch", label: "a porch" },
            { value: "other", label: "other" },
          ]}
          onValue={(over) => editSection("what is below", (s) => void Object.assign(s, { left_out_over: over }))}
        />
      ) : null}
    </Part>
  );
}
