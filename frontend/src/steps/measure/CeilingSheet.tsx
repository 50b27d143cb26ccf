import { Select } from "@mantine/core";
import { useDocument } from "../../state/context";
import { Part } from "../../ui/Part";

const BOARDS = [
  { value: "gypsum_1_2", label: "gypsum, ½ in" },
  { value: "gypsum_1_2_sag", label: "gypsum, ½ in sag-resistant" },
  { value: "gypsum_5_8", label: "gypsum, ⅝ in" },
  { value: "gypsum_3_8", label: "gypsum, ⅜ in" },
  { value: "plaster", label: "plaster on lath" },
  { value: "other", label: "other" },
];
const RETARDERS = [
  { value: "none", label: "none" },
  { value: "class_1", label: "class I (polyethylene, foil)" },
  { value: "class_2", label: "class II (kraft facing)" },
  { value: "class_3", label: "class III (latex paint)" },
];

/** What the fill will rest on. */
export function CeilingSheet() {
  const { section, sectionIndex, editSection } = useDocument();
  const set = (key: "board" | "vapor_retarder", value: string | null) =>
    editSection("the ceiling", (s) => {
      s.ceiling = { ...s.ceiling, [key]: value } as typeof s.ceiling;
    });
  return (
    <Part title="Ceiling">
      <Select
        size="sm"
        label="Board"
        data-at={`sections[${sectionIndex}].ceiling.board`}
        placeholder="not known yet"
        data={BOARDS}
        value={section.ceiling?.board ?? null}
        allowDeselect={false}
        onChange={(value) => set("board", value)}
      />
      <Select
        size="sm"
        label="Vapor retarder"
        placeholder="not known yet"
        data={RETARDERS}
        value={section.ceiling?.vapor_retarder ?? null}
        onChange={(value) => set("vapor_retarder", value)}
      />
    </Part>
  );
}
