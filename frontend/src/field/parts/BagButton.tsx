import { type MouseEvent, useRef, useState } from "react";
import { fixed } from "../../ui/units";
import type { Quota } from "../pack";
import { beep, shake } from "../senses";
import type { Field } from "../useField";

/** One big touch for each bag; a second one within a moment is asked about. While a stop stands it asks when the bag went in. */
export function BagButton({ field, band }: { field: Field; band: Quota }) {
  const last = useRef(Number.NEGATIVE_INFINITY);
  const [flash, setFlash] = useState(0);
  const [two, setTwo] = useState(false);
  const { walked } = field.run;
  const lies = field.run.bands.find((one) => one.number === band.number)?.lies ?? 0;
  const left = band.bags - lies;
  const count = (event: MouseEvent, more: Record<string, unknown> = {}) => {
    // By the touch’s own time: what was touched while the screen was busy is told apart too.
    const now = event.nativeEvent.timeStamp;
    if (now - last.current < field.pack.fill.constants.together_ms) {
      setTwo(true);
      shake([30, 40, 30]);
      return;
    }
    last.current = now;
    setTwo(false);
    void field.say("bag.in", { bags: 1, ...more }, { band: band.number }).then(
      () => {
        setFlash((times) => times + 1);
        beep(true);
        shake(60);
      },
      () => beep(false),
    );
  };
  const said = two && (
    <p className="card warn" role="status">
      That was two: one bag is counted. If it was another bag, touch again.
    </p>
  );
  if (walked.day?.paused !== null)
    return <p className="card">The day is paused. Nothing is counted until it goes on.</p>;
  if (walked.halted.length > 0)
    return (
      <>
        <div className="card">
          <p>A bag that is in the attic already: when did it go in?</p>
          <div className="pair">
            <button type="button" onClick={(event) => count(event, { before_stop: true })}>
              +1 bag, before the stop
            </button>
            <button type="button" onClick={(event) => count(event, { before_stop: false })}>
              +1 bag, after it
            </button>
          </div>
        </div>
        {said}
      </>
    );
  return (
    <>
      <button type="button" className={`bag ${flash % 2 ? "lit" : "lit again"}`} key="bag" onClick={count}>
        +1 bag
        <span>
          {left > 0.5
            ? `${fixed(left, 1)} to go in this band`
            : left > -0.5
              ? "this band has its bags"
              : `${fixed(-left, 1)} over this band’s`}
        </span>
      </button>
      {said}
      {!field.holds && (
        <p className="card warn">Another phone counts. Bags counted here wait until somebody says that they count.</p>
      )}
    </>
  );
}
