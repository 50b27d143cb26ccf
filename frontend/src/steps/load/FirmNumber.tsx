import { TextInput } from "@mantine/core";
import { useState } from "react";
import { readNumber } from "../../ui/measures";

interface Props {
  label: string;
  value: number | undefined;
  least: number;
  most: number;
  unit?: string;
  /** Without its label in sight: it stands in a row of a list. */
  bare?: boolean;
  onValue: (value: number) => void;
}

/** A number that the firm keeps: outside of any job, so that no plan judges it. */
export function FirmNumber({ label, value, least, most, unit, bare, onValue }: Props) {
  const [text, setText] = useState<string | null>(null);
  const [fault, setFault] = useState<string | null>(null);
  const take = () => {
    if (text === null) return;
    const read = readNumber(text);
    if (!Number.isFinite(read) || read < least || read > most) {
      setFault(`${least} to ${most}${unit ? ` ${unit}` : ""}`);
      return;
    }
    setFault(null);
    setText(null);
    if (read !== value) onValue(read);
  };
  return (
    <TextInput
      size={bare ? "xs" : "sm"}
      inputMode="decimal"
      label={bare ? undefined : unit ? `${label}, ${unit}` : label}
      aria-label={bare ? label : undefined}
      value={text ?? String(value ?? "")}
      error={fault}
      onChange={(event) => setText(event.currentTarget.value)}
      onBlur={take}
      onKeyDown={(event) => {
        if (event.key === "Enter") take();
      }}
    />
  );
}
