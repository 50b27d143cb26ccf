import { Button, Select } from "@mantine/core";
import { useState } from "react";
import { placeAgainst, wallEnds } from "../../document/against";
import { lengthOf } from "../../document/outline";
import { moveSection } from "../../document/sections";
import { MeasureField } from "../../inputs/MeasureField";
import { PlaceFields } from "../../inputs/PlaceFields";
import { useDocument, usePlanned, useView } from "../../state/context";
import { useUnits } from "../../ui/units";

/** Where the section stands: by its first corner, west and south of the origin below 0, or against a wall of another. */
export function MoveSection() {
  const { document, section, sectionIndex, editSection, job } = useDocument();
  const { drawing } = usePlanned();
  const { tool, setTool } = useView();
  const units = useUnits();
  const [x, y] = section.outline_ft[0] as [number, number];
  const others = (document.sections ?? []).filter((s) => s.id !== section.id);
  const walls = others.flatMap((other) =>
    other.edges.map((_, wall) => {
      const side = drawing?.sections.find((s) => s.id === other.id)?.edges[wall]?.side ?? "wall";
      const run = units.length(lengthOf(other, wall));
      return {
        other,
        wall,
        value: `${wall} ${other.id}`,
        label: `${other.name ?? other.id}: ${wall + 1} · ${side}, ${run.value} ${run.unit}`,
      };
    }),
  );
  const [against, setAgainst] = useState<string | null>(null);
  const [offset, setOffset] = useState(0);
  const to = walls.find((w) => w.value === against) ?? null;
  const put = (wall: (typeof walls)[number], feet: number) =>
    job.edit("putting a section against a wall", (d) => placeAgainst(d, section.id, wall.other.id, wall.wall, feet));
  return (
    <>
      <PlaceFields
        at={[x, y]}
        path={`sections[${sectionIndex}].outline_ft[0]`}
        labels={["First corner, east", "north"]}
        onPlace={(at) => editSection("moving the section", (s, job) => moveSection(job, s, [at[0] - x, at[1] - y]))}
      />
      <p className="note">West and south of the origin are below 0, like −12.</p>
      {walls.length ? (
        <>
          <div className="pair">
            <Select
              size="sm"
              label="Against"
              placeholder="which wall?"
              data={walls.map(({ value, label }) => ({ value, label }))}
              value={against}
              allowDeselect={false}
              onChange={(value) => {
                setAgainst(value);
                const wall = walls.find((w) => w.value === value);
                if (wall) put(wall, offset);
              }}
            />
            <MeasureField
              label={to ? `From its ${wallEnds(to.other, to.wall).name}` : "From its end"}
              kind="ft"
              path="against"
              value={offset}
              least={-400}
              most={400}
              onValue={(feet) => {
                setOffset(feet);
                if (to) put(to, feet);
              }}
            />
          </div>
          <Button
            size="xs"
            variant={tool.kind === "against" ? "filled" : "default"}
            onClick={() => setTool(tool.kind === "against" ? { kind: "corners" } : { kind: "against" })}
          >
            {tool.kind === "against" ? "click a wall on the Floor …" : "Click a wall on the Floor"}
          </Button>
        </>
      ) : null}
    </>
  );
}
