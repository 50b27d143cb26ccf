import { type KeyboardEvent, memo, type PointerEvent, useMemo, useRef, useState } from "react";
import type { DrawnRun } from "../../api/types";
import { useUnits } from "../../ui/units";
import { BaySign, bayWords, lookOf } from "../baySigns";

interface Props {
  number: number;
  run: DrawnRun;
  /** Name of its section, where the job has several. */
  sectionName: string | null;
  active: boolean;
  count: string;
  /** Stays the same from one drawing to the next, so that a run whose bays did not change is not drawn again. */
  strokes: Strokes;
}

/** What is done to the run of that number. */
export interface Strokes {
  open: (number: number) => void;
  /** Draws the brush over those places; first is where the stroke began. */
  paint: (number: number, places: number[], first: number) => void;
}

const SHORTEST_SHARE = 0.45;

/** One eave run, bay by bay, drawn as it lies on the Floor: tap a bay, or sweep over several. */
export const RunRow = memo(function RunRow({ number, run, sectionName, active, count, strokes }: Props) {
  const onPaint = (places: number[], first: number) => strokes.paint(number, places, first);
  const units = useUnits();
  const [stroke, setStroke] = useState<number[]>([]);
  const [at, setAt] = useState(0);
  const from = useRef<number | null>(null);
  const row = useRef<HTMLDivElement>(null);
  const bays = useMemo(() => (run.reads_backward ? [...run.bays].reverse() : run.bays), [run]);
  const widest = Math.max(...bays.map((bay) => bay.to_in - bay.from_in));
  const places = (a: number, b: number) => bays.slice(Math.min(a, b), Math.max(a, b) + 1).map((bay) => bay.place);

  const over = (event: PointerEvent) => {
    const index = (document.elementFromPoint(event.clientX, event.clientY)?.closest("[data-bay]") as HTMLElement | null)
      ?.dataset.bay;
    return index === undefined || !row.current?.contains(document.elementFromPoint(event.clientX, event.clientY))
      ? null
      : Number(index);
  };
  const down = (event: PointerEvent<HTMLDivElement>) => {
    const index = event.button === 0 ? over(event) : null;
    if (index === null) return;
    from.current = index;
    setStroke(places(index, index));
    // A finger's capture would keep the first bay under it for good.
    (event.target as Element).releasePointerCapture?.(event.pointerId);
  };
  const move = (event: PointerEvent) => {
    const index = from.current === null ? null : over(event);
    if (index !== null && from.current !== null) setStroke(places(from.current, index));
  };
  const up = () => {
    const start = from.current;
    from.current = null;
    if (start !== null && stroke.length) onPaint(stroke, bays[start]?.place ?? 0);
    setStroke([]);
  };
  const key = (event: KeyboardEvent) => {
    const step = { ArrowRight: 1, ArrowLeft: -1, Home: -bays.length, End: bays.length }[event.key];
    if (step !== undefined) {
      event.preventDefault();
      event.stopPropagation();
      const next = Math.min(bays.length - 1, Math.max(0, at + step));
      if (event.shiftKey) onPaint(places(at, next), bays[at]?.place ?? 0);
      setAt(next);
      row.current?.querySelector<HTMLElement>(`[data-bay="${next}"]`)?.focus();
    }
  };
  const length = units.length(run.run_ft);
  return (
    <div className={active ? "run active" : "run"}>
      <button type="button" className="run-name" aria-pressed={active} onClick={() => strokes.open(number)}>
        <b className="run-number">{number}</b>
        <span>
          <span className="run-side" title={sectionName ?? undefined}>
            {run.side} eave{sectionName ? `, ${sectionName}` : ""}
          </span>
          <span className="soft">
            {length.value} {length.unit} · {count}
          </span>
        </span>
      </button>
      {bays.length ? (
        <div className="run-bays">
          <span className="soft end">{run.ends[0]?.charAt(0)}</span>
          <div
            ref={row}
            role="group"
            aria-label={`Bays of the ${run.side} eave, run ${number}, from the ${run.ends[0]}`}
            className="bays"
            onPointerDown={down}
            onPointerMove={move}
            onPointerUp={up}
            onPointerLeave={() => from.current === null || up()}
            onPointerCancel={() => {
              from.current = null;
              setStroke([]);
            }}
            onKeyDown={key}
          >
            {bays.map((bay, i) => {
              const look = lookOf(bay);
              const share = (bay.to_in - bay.from_in) / widest;
              return (
                <button
                  key={bay.place}
                  type="button"
                  data-bay={i}
                  tabIndex={i === Math.min(at, bays.length - 1) ? 0 : -1}
                  className={`bay-box ${look}${stroke.includes(bay.place) ? " stroked" : ""}`}
                  style={share < 0.995 ? { flexBasis: `${Math.max(SHORTEST_SHARE, share) * 26}px` } : undefined}
                  aria-label={`Bay ${i + 1} of ${bays.length}: ${bayWords(bay)}`}
                  title={`Bay ${i + 1}: ${bayWords(bay)}`}
                  onFocus={() => setAt(i)}
                  onClick={(event) => {
                    // A press of the pointer has been drawn already; this is the keyboard's.
                    if (event.detail === 0) onPaint([bay.place], bay.place);
                  }}
                >
                  <BaySign bay={{ state: bay.state, vented: bay.vented, look }} />
                </button>
              );
            })}
          </div>
          <span className="soft end">{run.ends[1]?.charAt(0)}</span>
        </div>
      ) : (
        <p className="note">Set the framing's spacing in Measure: then its bays are drawn here.</p>
      )}
    </div>
  );
}, unchanged);

function unchanged(a: Props, b: Props) {
  return (
    a.number === b.number &&
    a.sectionName === b.sectionName &&
    a.active === b.active &&
    a.count === b.count &&
    a.strokes === b.strokes &&
    JSON.stringify(a.run) === JSON.stringify(b.run)
  );
}
