import { usePlanned } from "../state/context";
import { readFeet, readInches } from "../ui/measures";
import { useUnits } from "../ui/units";
import { WrittenField } from "../ui/WrittenField";

interface Props {
  label: string;
  /** Path in the job document, for faults: sections[0].framing.depth_in */
  path: string;
  kind: "in" | "ft";
  value: number | null | undefined;
  onValue: (value: number) => void;
  least?: number;
  most?: number;
  hint?: string;
  /** Where an empty field is an answer. */
  onEmpty?: () => void;
}

/** A length as a person writes it: 16 3/4, 16¾, 2'4, 38 ft 6 in, 425 mm. Says what is allowed where it cannot be used. */
export function MeasureField({ label, path, kind, value, onValue, least = 0, most = 1000, hint, onEmpty }: Props) {
  const units = useUnits();
  const { faults } = usePlanned();
  const shown = (v: number | null | undefined) => {
    if (v === null || v === undefined) return "";
    const { value: text, unit } = kind === "in" ? units.depth(v) : units.length(v);
    return text.includes("ft") ? `${text} ${unit}` : text;
  };
  const unit = units.metric ? (kind === "in" ? "mm" : "m") : kind;
  const limit = (v: number) => {
    const s = kind === "in" ? units.depth(v) : units.length(v);
    return `${s.value} ${s.unit}`;
  };
  const take = (text: string) => {
    if (onEmpty && text.trim() === "") {
      onEmpty();
      return null;
    }
    const read = kind === "in" ? readInches(text, units.metric) : readFeet(text, units.metric);
    if (read === null) return `Type ${kind === "in" ? "inches, like 6 1/2" : "feet, like 38 or 12'6"}`;
    if (read < least || read > most) return `${label}: ${limit(least)} to ${limit(most)}`;
    if (read !== value) onValue(read);
    return null;
  };
  return (
    <WrittenField
      label={label}
      at={path}
      hint={hint}
      unit={unit}
      shown={shown(value)}
      fault={faults[path]}
      onWritten={take}
    />
  );
}
