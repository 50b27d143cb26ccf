import { TextInput } from "@mantine/core";
import { useEffect, useState } from "react";
import { useBench } from "../workbench/context";

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
}

/** A plain number with its unit and bounds. */
export function NumberField({ label, path, value, onValue, least, most, unit, whole, mayBeEmpty, hint }: Props) {
  const { faults } = useBench();
  const shown = value === null || value === undefined ? "" : String(Math.round(value * 1000) / 1000);
  const [text, setText] = useState(shown);
  const [fault, setFault] = useState<string | null>(null);
  useEffect(() => {
    setText(shown);
    setFault(null);
  }, [shown]);
  const take = () => {
    if (text === shown) return setFault(null);
    if (text.trim() === "" && mayBeEmpty) return onValue(null);
    const read = Number(text.trim().replace(",", "."));
    const bad =
      text.trim() === "" || !Number.isFinite(read) || read < least || read > most || (whole && !Number.isInteger(read));
    if (bad)
      return setFault(`${label}: ${whole ? "a whole number, " : ""}${least} to ${most}${unit ? ` ${unit}` : ""}`);
    setFault(null);
    onValue(read);
  };
  return (
    <TextInput
      size="sm"
      label={label}
      description={hint}
      value={text}
      inputMode="decimal"
      autoComplete="off"
      rightSection={unit ? <span className="unit">{unit}</span> : undefined}
      error={fault ?? faults[path]}
      onChange={(event) => setText(event.currentTarget.value)}
      onBlur={take}
      onKeyDown={(event) => event.key === "Enter" && take()}
    />
  );
}
