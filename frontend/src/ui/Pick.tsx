import { Input } from "@mantine/core";
import { useId } from "react";

interface Props<T extends string> {
  label: string;
  /** Path of what it answers, so that a question can lead here. */
  at?: string;
  value: T | null | undefined;
  options: readonly { value: T; label: string; hint?: string }[];
  onValue: (value: T) => void;
  note?: string;
}

/** One of a few, as a row of buttons. Nothing is marked while the answer is not known yet. */
export function Pick<T extends string>({ label, at, value, options, onValue, note }: Props<T>) {
  const name = useId();
  return (
    <fieldset className="pick" data-at={at}>
      <Input.Label component="legend" size="sm">
        {label}
      </Input.Label>
      <div className="pick-row">
        {options.map((option) => (
          <label key={option.value} className="pick-option" title={option.hint}>
            <input type="radio" name={name} checked={value === option.value} onChange={() => onValue(option.value)} />
            <span>{option.label}</span>
          </label>
        ))}
      </div>
      {note ? <p className="note">{note}</p> : null}
    </fieldset>
  );
}
