import { useEffect, useRef, useState } from "react";
import { eighths, trimmed } from "../../ui/units";

interface Props {
  label: string;
  button: string;
  /** Null: empty until somebody sets it; then nothing can be kept that nobody read. */
  start: number | null;
  /** Where the first step is taken from while nothing is set. */
  from?: number;
  steps: readonly number[];
  unit: string;
  most?: number;
  /** Inches are shown and typed in eighths. */
  inches?: boolean;
  /** Touches closer together than that are one. */
  together_ms?: number;
  keep: (value: number) => Promise<void> | void;
}

const EIGHTHS = ["0", "⅛", "¼", "⅜", "½", "⅝", "¾", "⅞"];
const WORDS: Record<number, string> = { 0.125: "⅛", 0.25: "¼", 0.5: "½" };
const stepWords = (step: number) => `${step < 0 ? "−" : "+"}${WORDS[Math.abs(step)] ?? Math.abs(step)}`;

/** One figure set by large steps, or by a keypad of eighths that a touch on the figure opens. */
export function Steps(props: Props) {
  const { label, button, start, from = 0, steps, unit, most = 150, inches = false, together_ms = 0, keep } = props;
  const [value, setValue] = useState(start);
  const [pad, setPad] = useState(false);
  const [busy, setBusy] = useState(false);
  const last = useRef(Number.NEGATIVE_INFINITY);
  useEffect(() => setValue(start), [start]);
  const bounded = (next: number) => Math.min(most, Math.max(0, Math.round(next * 8) / 8));
  const shown = value === null ? "–" : inches ? eighths(value) : trimmed(value, 3);
  return (
    <fieldset className="steps">
      <legend>{label}</legend>
      <button
        type="button"
        className="figure"
        aria-label={`${label}: ${value === null ? "not set yet" : `${shown} ${unit}`}, type it`}
        onClick={() => setPad(!pad)}
      >
        <b>{shown}</b> {unit}
      </button>
      {pad ? (
        <Keypad value={value ?? 0} most={most} inches={inches} set={setValue} />
      ) : (
        <div className="stepping">
          {steps.map((step) => (
            <button
              type="button"
              key={step}
              aria-label={`${stepWords(step)} ${unit}`}
              onClick={() => setValue((now) => bounded((now ?? from) + step))}
            >
              {stepWords(step)}
            </button>
          ))}
        </div>
      )}
      <button
        type="button"
        className="main"
        disabled={busy || value === null}
        onClick={(event) => {
          const now = event.nativeEvent.timeStamp;
          if (value === null || now - last.current < together_ms) return;
          last.current = now;
          setBusy(true);
          void Promise.resolve(keep(value)).then(
            () => {
              setPad(false);
              setBusy(false);
              if (start === null) setValue(null);
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

/** The first digit after it opened begins a new figure; a further one that would lead past the most that can be begins anew too. */
function Keypad({
  value,
  most,
  inches,
  set,
}: {
  value: number;
  most: number;
  inches: boolean;
  set: (next: number) => void;
}) {
  const [typing, setTyping] = useState(false);
  const whole = Math.floor(value);
  const part = Math.round((value - whole) * 8);
  const digit = (one: number) => {
    const longer = whole * 10 + one;
    set(typing && longer <= most ? longer : Math.min(one, most));
    setTyping(true);
  };
  const eighth = (i: number) => {
    set(Math.min(most, whole + i / 8));
    setTyping(false);
  };
  return (
    <div className="keypad">
      {[1, 2, 3, 4, 5, 6, 7, 8, 9, 0].map((one) => (
        <button type="button" key={one} onClick={() => digit(one)}>
          {one}
        </button>
      ))}
      <button
        type="button"
        aria-label="clear"
        onClick={() => {
          set(0);
          setTyping(true);
        }}
      >
        C
      </button>
      {(inches ? [0, 1, 2, 3, 4, 5, 6, 7] : [0, 2, 4, 6]).map((i) => (
        <button
          type="button"
          key={EIGHTHS[i]}
          aria-pressed={i === part}
          aria-label={`and ${EIGHTHS[i]}${inches ? " in" : ""}`}
          onClick={() => eighth(i)}
        >
          {EIGHTHS[i]}
        </button>
      ))}
    </div>
  );
}
