import { Button } from "@mantine/core";
import { longSides, setEaves, wallsToSay, wallsUnsaid } from "../../document/eaves";
import { lengthOf } from "../../document/outline";
import { useDocument, usePlanned } from "../../state/context";
import { useUnits } from "../../ui/units";

/** Which walls of an outline of any shape are eaves: all, the long sides, none, or wall by wall. */
export function WhichEaves() {
  const { section, sectionIndex, editSection } = useDocument();
  const { drawing } = usePlanned();
  const units = useUnits();
  const walls = wallsToSay(section);
  const unsaid = wallsUnsaid(section);
  const eaves = walls.filter((i) => section.edges[i]?.kind === "eave");
  const sides = drawing?.sections.find((s) => s.id === section.id)?.edges;
  const set = (to: readonly number[]) => editSection("which walls are eaves", (s) => setEaves(s, to));
  if (walls.length === 0) return null;
  return (
    <fieldset className={unsaid ? "which-eaves asked" : "which-eaves"} data-at={`sections[${sectionIndex}].edges`}>
      <legend>Which walls are eaves?</legend>
      <div className="row">
        <Button size="xs" variant="default" onClick={() => set(walls)}>
          all
        </Button>
        <Button size="xs" variant="default" onClick={() => set(longSides(section))}>
          long sides
        </Button>
        <Button size="xs" variant="default" onClick={() => set([])}>
          none
        </Button>
      </div>
      <ul>
        {walls.map((i) => {
          const run = units.length(lengthOf(section, i));
          const isEave = section.edges[i]?.kind === "eave";
          return (
            <li key={section.edges[i]?.id ?? String(i)}>
              <label>
                <input
                  type="checkbox"
                  checked={isEave}
                  onChange={() => set(isEave ? eaves.filter((other) => other !== i) : [...eaves, i])}
                />{" "}
                {i + 1}
                {sides?.length === section.edges.length ? ` · ${sides[i]?.side}` : ""}, {run.value} {run.unit}
              </label>
            </li>
          );
        })}
      </ul>
      <p className="note">
        {unsaid
          ? "Not said yet: fill, chutes and bags wait for it. The others become gables."
          : "The others are gables; a wall that is neither is set under «Wall by wall»."}
      </p>
    </fieldset>
  );
}
