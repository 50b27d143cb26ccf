import { TextInput } from "@mantine/core";
import { useEffect, useRef, useState } from "react";
import { useUnfinished } from "./useUnfinished";

interface Props {
  label: string;
  /** Path of what it writes, so that a question can lead here. */
  at?: string;
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
export function WrittenField({ label, at, hint, unit, shown, fault, inputMode = "text", maxLength, onWritten }: Props) {
  const { found, keep } = useUnfinished(at);
  const [text, setText] = useState(found ?? shown);
  const [refused, setRefused] = useState<string | null>(null);
  // What is shown follows the value in the same drawing: put in by an effect, it would come after the next key or
  // the leaving of the field on a busy machine, and the old words would be written over the new.
  const [was, setWas] = useState(shown);
  const [typing, setTyping] = useState(false);
  if (was !== shown) {
    setWas(shown);
    // What somebody is amid typing here is not taken from under their hands by what another tab saved.
    if (!typing || text === was) {
      setText(shown);
      setRefused(null);
    }
  }
  const kept = useRef(shown);
  useEffect(() => {
    if (kept.current !== shown && !typing) keep(null);
    kept.current = shown;
  }, [shown, keep, typing]);
  const take = () => {
    const why = text === shown ? null : onWritten(text);
    setRefused(why);
    if (why === null) {
      setText(shown);
      keep(null);
    }
  };
  return (
    <TextInput
      size="sm"
      label={label}
      data-at={at}
      description={hint}
      value={text}
      inputMode={inputMode}
      maxLength={maxLength}
      autoComplete="off"
      rightSection={unit ? <span className="unit">{unit}</span> : undefined}
      error={refused ?? fault}
      onChange={(event) => {
        setText(event.currentTarget.value);
        keep(event.currentTarget.value);
      }}
      onFocus={() => setTyping(true)}
      onBlur={() => {
        setTyping(false);
        take();
      }}
      onKeyDown={(event) => event.key === "Enter" && take()}
    />
  );
}
