import { TextInput } from "@mantine/core";
import { useEffect, useState } from "react";

interface Props {
  label: string;
  hint?: string;
  unit?: string;
  /** How the value is written while nobody edits it. */
  shown: string;
  /** What is wrong with the value that is stored. */
  fault?: string;
  inputMode?: "text" | "decimal";
  maxLength?: number;
  /** Takes what was written: null where it was taken, else what is allowed. */
  onWritten: (text: string) => string | null;
}

/** A field that is taken on Enter or on leaving it, and says what is allowed where it cannot be taken. */
export function WrittenField({ label, hint, unit, shown, fault, inputMode = "text", maxLength, onWritten }: Props) {
  const [text, setText] = useState(shown);
  const [refused, setRefused] = useState<string | null>(null);
  useEffect(() => {
    setText(shown);
    setRefused(null);
  }, [shown]);
  const take = () => {
    const why = text === shown ? null : onWritten(text);
    setRefused(why);
    if (why === null) setText(shown);
  };
  return (
    <TextInput
      size="sm"
      label={label}
      description={hint}
      value={text}
      inputMode={inputMode}
      maxLength={maxLength}
      autoComplete="off"
      rightSection={unit ? <span className="unit">{unit}</span> : undefined}
      error={refused ?? fault}
      onChange={(event) => setText(event.currentTarget.value)}
      onBlur={take}
      onKeyDown={(event) => event.key === "Enter" && take()}
    />
  );
}
