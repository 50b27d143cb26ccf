import { MeasureField } from "../../inputs/MeasureField";
import { useDocument } from "../../state/context";
import { useSettings } from "../../state/starts";
import { useUnits } from "../../ui/units";

const [LEAST_IN, MOST_IN, STEP_IN] = [0.5, 3, 0.125];

/** The air gap under the deck: dragged or typed. */
export function GapSlider() {
  const { job } = useDocument();
  const units = useUnits();
  const value = useSettings().vent_gap_in;
  const set = (vent_gap_in: number, merge = false) =>
    job.edit(
      "the air gap",
      (d) => {
        d.settings = { ...d.settings, vent_gap_in };
      },
      merge,
    );
  return (
    <div className="gap-slider">
      <input
        type="range"
        aria-label="Air gap, drag"
        aria-valuetext={`${units.depth(value).value} ${units.depth(value).unit}`}
        min={LEAST_IN}
        max={MOST_IN}
        step={STEP_IN}
        value={Math.min(MOST_IN, Math.max(LEAST_IN, value))}
        onChange={(event) => set(Number(event.currentTarget.value), true)}
      />
      <MeasureField
        label="Air gap"
        kind="in"
        path="settings.vent_gap_in"
        value={value}
        most={12}
        hint="square to the deck"
        onValue={(v) => set(v)}
      />
    </div>
  );
}
