import { usePlanned } from "../../state/context";
import { Part } from "../../ui/Part";
import { fixed, useUnits } from "../../ui/units";

/** The habit of taking old inches off new ones, with its error here. */
export function ByInches() {
  const { sectionPlan } = usePlanned();
  const units = useUnits();
  const habit = sectionPlan?.by_inches;
  if (!habit || Math.abs(habit.bags_short) < 0.5) return null;
  const inches = (value: number) => `${units.depth(value).value} ${units.depth(0).unit}`;
  const few = habit.bags_short > 0;
  return (
    <Part title="Old inches are not new inches">
      <p className="answer">
        Taking {inches(habit.old_in)} off the chart's {inches(habit.target_in)} would blow {inches(habit.left_in)} from{" "}
        {fixed(habit.bags)} bags: {fixed(Math.abs(habit.bags_short))} too {few ? "few" : "many"}, and reach{" "}
        {units.r(habit.r_reached)} of {units.r(habit.r_target)}. It takes the old fill for as good as new, without its
        gaps.
      </p>
    </Part>
  );
}
