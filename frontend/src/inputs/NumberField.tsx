import { usePlanned } from "../state/context";
import { readNumber } from "../ui/measures";
import { WrittenField } from "../ui/WrittenField";

interface Props {
  label: string;
  path: string;
  value: number | null | undefined;
  onValue: (value: number | null) => void;
  least: number;
  most: number;
  unit?: string;
  whole?: boolean;
  /** Whether an empty field is an answer: not known yet. */
  mayBeEmpty?: boolean;
  hint?: string;
  /** What to do where the figure cannot be within the bounds. */
  wayOut?: string;
}

/** A plain number with its unit and bounds. */
export function NumberField({
  label,
  path,
  value,
  onValue,
  least,
  most,
  unit,
  whole,
  mayBeEmpty,
  hint,
  wayOut,
}: Props) {
  const { faults } = usePlanned();
  const shown = value === null || value === undefined ? "" : String(Math.round(value * 1000) / 1000);
  const take = (text: string) => {
    if (text.trim() === "" && mayBeEmpty) {
      onValue(null);
      return null;
    }
    const read = readNumber(text);
    const bad = !Number.isFinite(read) || read < least || read > most || (whole && !Number.isInteger(read));
    if (bad)
      return `${label}: ${whole ? "a whole number, " : ""}${least} to ${most}${unit ? ` ${unit}` : ""}${wayOut ? `. ${wayOut}` : ""}`;
    onValue(read);
    return null;
  };
  return (
    <WrittenField
      label={label}
      at={path}
      hint={hint}
      unit={unit}
      shown={shown}
      fault={faults[path]}
      inputMode="decimal"
      onWritten={take}
    />
  );
}
