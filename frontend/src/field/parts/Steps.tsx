import { useEffect, useState } from "react";
import { eighths, trimmed } from "../../ui/units";

interface Props {
  label: string;
  button: string;
  start: number;
  steps: readonly number[];
  unit: string;
  most?: number;
  /** Inches are shown and typed in eighths. */
  inches?: boolean;
  keep: (value: number) => Promise<void>;
}

const EIGHTHS = ["0", "⅛", "¼", "⅜", "½", "⅝", "¾", "⅞"];
const WORDS: Record<number, string> = { 0.125: "⅛", 0.25: "¼", 0.5: "½" };
const stepWords = (step: number) => `${step < 0 ? "−" : "+"}${WORDS[Math.abs(step)] ?? Math.abs(step)}`;

/** One figure set by large steps, or by a keypad of eighths that a touch on the figure opens. */
export function Steps({ label, button, start, steps, unit, most = 150, inches = false, keep }: Props) {
  const [value, setValue] = useState(start);
  const [pad, setPad] = useState(false);
  const [busy, setBusy] = useState(false);
  useEffect(() => setValue(start), [start]);
  const bounded = (next: number) => Math.min(most, Math.max(0, Math.round(next * 8) / 8));
  const shown = inches ? eighths(value) : trimmed(value, 3);
  return (
    <fieldset className="steps">
      <legend>{label}</legend>
      <button
        type="button"
        className="figure"
        aria-label={`${label}: ${shown} ${unit}, type it`}
        onClick={() => setPad(!pad)}
      >
        <b>{shown}</b> {unit}
      </button>
      {pad ? (
        <Keypad value={value} inches={inches} set={(next) => setValue(bounded(next))} />
      ) : (
        <div className="stepping">
          {steps.map((step) => (
            <button
              type="button"
              key={step}
              aria-label={`${stepWords(step)} ${unit}`}
              onClick={() => setValue((now) => bounded(now + step))}
            >
              {stepWords(step)}
            </button>
          ))}
        </div>
      )}
      <button
        type="button"
        className="main"
        disabled={busy}
        onClick={() => {
          setBusy(true);
          void keep(value).then(
            () => {
              setPad(false);
              setBusy(false);
            },
            () => setBusy(false),
          );
        }}
      >
        {button}
      </button>
    </fieldset>
  );
}

function Keypad({ value, inches, set }: { value: number; inches: boolean; set: (next: number) => void }) {
  const whole = Math.floor(value);
  const part = Math.round((value - whole) * 8);
  return (
    <div className="keypad">
      {[1, 2, 3, 4, 5, 6, 7, 8, 9, 0].map((digit) => (
        <button type="button" key={digit} onClick={() => set((whole * 10 + digit) % 1000)}>
          {digit}
        </button>
      ))}
      <button type="button" aria-label="clear" onClick={() => set(0)}>
        C
      </button>
      {inches &&
        EIGHTHS.map((word, i) => (
          <button
            type="button"
            key={word}
            aria-pressed={i === part}
            aria-label={`and ${word} in`}
            onClick={() => set(whole + i / 8)}
          >
            {word}
          </button>
        ))}
      {!inches &&
        [0, 2, 4, 6].map((i) => (
          <button
            type="button"
            key={i}
            aria-pressed={i === part}
            aria-label={`and ${EIGHTHS[i]}`}
            onClick={() => set(whole + i / 8)}
          >
            {EIGHTHS[i]}
          </button>
        ))}
    </div>
  );
}
