import { Input } from "@mantine/core";
import type { KeyboardEvent } from "react";
import type { Question } from "./questions";

interface Props {
  question: Question;
  value: string | undefined;
  onValue: (value: string) => void;
  /** On to the next question: a number or a letter has answered this one. */
  onNext: () => void;
}

/** One of a few, by one tap, by its number or by its first letter. */
export function QuickPick({ question, value, onValue, onNext }: Props) {
  const options = question.options ?? [];
  const typed = (event: KeyboardEvent) => {
    if (event.ctrlKey || event.metaKey || event.altKey) return;
    if (event.key === "Enter") {
      event.preventDefault();
      onNext();
      return;
    }
    const byNumber = /^[1-9]$/.test(event.key) ? options[Number(event.key) - 1] : undefined;
    const byLetter = /^[a-z½⅝]$/i.test(event.key)
      ? options.find((option) => option.label.toLowerCase().startsWith(event.key.toLowerCase()))
      : undefined;
    const found = byNumber ?? byLetter;
    if (!found) return;
    event.preventDefault();
    onValue(found.value);
    onNext();
  };
  return (
    <fieldset className="pick quick-pick" data-question={question.id} onKeyDown={typed}>
      <Input.Label component="legend" size="sm">
        {question.label}
      </Input.Label>
      <div className="pick-row">
        {options.map((option, i) => (
          <label key={option.value} className="pick-option">
            <input
              type="radio"
              name={question.id}
              checked={value === option.value}
              onChange={() => onValue(option.value)}
            />
            <span>
              <span>
                <span className="key" aria-hidden="true">
                  {i + 1}
                </span>
                {option.label}
              </span>
            </span>
          </label>
        ))}
      </div>
    </fieldset>
  );
}
