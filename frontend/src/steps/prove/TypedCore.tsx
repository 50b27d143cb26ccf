import { Button } from "@mantine/core";
import { useState } from "react";
import { useDocument, usePlanned } from "../../state/context";
import { DecimalInput } from "../../ui/DecimalInput";
import { readNumber } from "../../ui/measures";
import { Part } from "../../ui/Part";
import { Pick } from "../../ui/Pick";

const WAYS = [
  { value: "core", label: "core" },
  { value: "box", label: "box" },
] as const;
const LIMITS = { diameter_in: 24, depth_in: 150, box_ft3: 100, weight_oz: 10_000 };
type Name = keyof typeof LIMITS;
const FIELDS: Record<"core" | "box", { name: Name; label: string }[]> = {
  core: [
    { name: "diameter_in", label: "Tube, inside, in" },
    { name: "depth_in", label: "Depth cut, in" },
    { name: "weight_oz", label: "Weight, oz" },
  ],
  box: [
    { name: "box_ft3", label: "Box, ft³" },
    { name: "weight_oz", label: "Weight of the fill, oz" },
  ],
};

/** A core out of the fill, or fill blown into a box, weighed: typed in at the desk for the section that is open. */
export function TypedCore() {
  const { section } = useDocument();
  const { log } = usePlanned();
  const [way, setWay] = useState<"core" | "box">("core");
  const [typed, setTyped] = useState<Partial<Record<Name, string>>>({});
  const fields = FIELDS[way];
  const read = (name: Name) => readNumber(typed[name] ?? "");
  const sound = fields.every(({ name }) => read(name) > 0 && read(name) <= LIMITS[name]);
  const begun = fields.some(({ name }) => typed[name]);
  return (
    <Part title="Weighed, typed in" aside={section.name ?? section.id ?? undefined}>
      <Pick label="What was weighed" value={way} options={WAYS} onValue={setWay} />
      {fields.map(({ name, label }) => (
        <DecimalInput
          key={name}
          label={label}
          value={typed[name] ?? ""}
          onText={(text) => setTyped((old) => ({ ...old, [name]: text }))}
        />
      ))}
      {begun && !sound ? (
        <p className="note">
          Over 0;{" "}
          {fields.map(({ name, label }) => `${label.split(",")[0]?.toLowerCase()} to ${LIMITS[name]}`).join(", ")}.
        </p>
      ) : null}
      <div className="row">
        <Button
          size="xs"
          disabled={!sound || !section.id}
          onClick={() => {
            const values = Object.fromEntries(fields.map(({ name }) => [name, read(name)]));
            log.add("core", { section: section.id, ...values });
            setTyped({});
          }}
        >
          Keep this weight
        </Button>
      </div>
    </Part>
  );
}
