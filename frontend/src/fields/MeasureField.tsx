import { TextInput } from "@mantine/core";
import { useEffect, useState } from "react";
import { useUnits } from "../app/units";
import { useBench } from "../workbench/context";
import { readFeet, readInches } from "./measures";

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
}

/** A length as a person writes it: 16 3/4, 16¾, 2'4, 38 ft 6 in, 425 mm. Says what is allowed where it cannot be used. */
export function MeasureField({ label, path, kind, value, onValue, least = 0, most = 1000, hint }: Props) {
  const units = useUnits();
  const { faults } = useBench();
  const shown = (v: number | null | undefined) => {
    if (v === null || v === undefined) return "";
    const { value: text, unit } = kind === "in" ? units.depth(v) : units.length(v);
    return text.includes("ft") ? `${text} ${unit}` : text;
  };
  const [text, setText] = useState(shown(value));
  const [fault, setFault] = useState<string | null>(null);
  const unit = units.metric ? (kind === "in" ? "mm" : "m") : kind;
  // biome-ignore lint/correctness/useExhaustiveDependencies: the text follows the value and the view, not its own edits
  useEffect(() => {
    setText(shown(value));
    setFault(null);
  }, [value, units.metric]);

  const limit = (v: number) => {
    const s = kind === "in" ? units.depth(v) : units.length(v);
    return `${s.value} ${s.unit}`;
  };
  const take = () => {
    if (text === shown(value)) return setFault(null);
    const read = kind === "in" ? readInches(text, units.metric) : readFeet(text, units.metric);
    if (read === null) {
      setFault(`Type ${kind === "in" ? "inches, like 6 1/2" : "feet, like 38 or 12'6"}`);
    } else if (read < least || read > most) {
      setFault(`${label}: ${limit(least)} to ${limit(most)}`);
    } else {
      setFault(null);
      if (read === value) setText(shown(value));
      else onValue(read);
    }
  };
  return (
    <TextInput
      size="sm"
      label={label}
      description={hint}
      value={text}
      inputMode="text"
      autoComplete="off"
      rightSection={<span className="unit">{unit}</span>}
      error={fault ?? faults[path]}
      onChange={(event) => setText(event.currentTarget.value)}
      onBlur={take}
      onKeyDown={(event) => event.key === "Enter" && take()}
    />
  );
}
