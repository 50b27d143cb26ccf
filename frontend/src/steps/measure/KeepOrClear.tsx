import type { OldFillPlan, SectionDocument } from "../../api/client";
import { useUnits } from "../../app/units";
import { useBench } from "../../workbench/context";
import { Part } from "../Part";

type Action = NonNullable<SectionDocument["old_fill"]>;
const NAMES: Record<string, string> = { keep: "Keep", relay: "Re-lay", lift: "Lift and fill", clear: "Clear out" };
const METHODS = { lift: "lift_and_fill", clear: "clear_and_blow" } as const;

/** Keep, re-lay, lift or clear: what the record speaks for and why, and what was decided. */
export function KeepOrClear() {
  const { document, section, sectionPlan, job } = useBench();
  const units = useUnits();
  const found: OldFillPlan | null | undefined = sectionPlan?.old_fill;
  if (!found?.options.length) return null;
  // The method says so where it lifts or clears; else what was decided for the section.
  const method = document.choice?.[section.id]?.method;
  const decided = method === METHODS.lift ? "lift" : method === METHODS.clear ? "clear" : section.old_fill;
  const decide = (action: Action) =>
    job.edit("what to do with the old fill", (d) => {
      const mine = d.sections?.find((s) => s.id === section.id);
      if (mine) mine.old_fill = action;
      const choice = d.choice?.[section.id];
      if (!choice) return;
      const blown = choice.method === "lift_and_fill" || choice.method === "clear_and_blow";
      if (action === "lift" || action === "clear") choice.method = METHODS[action];
      else if (blown) choice.method = "top_up";
    });
  const proposed = NAMES[found.proposed]?.toLowerCase() ?? "wait";
  return (
    <Part title="Keep, lift or clear" aside={decided ? undefined : "not decided: kept meanwhile"}>
      <div className="flag">
        <b>The record speaks for: {proposed}.</b>
        {found.reasons.map((reason) => (
          <span className="next" key={reason}>
            {reason}
          </span>
        ))}
      </div>
      <fieldset className="products" aria-label="What to do with the old fill">
        {found.options.map((option) => (
          <label key={option.action} className="product">
            <input
              type="radio"
              name="old-fill"
              checked={decided === option.action}
              onChange={() => decide(option.action as Action)}
            />
            <span>
              <b>{NAMES[option.action]}</b>
              {option.r_old === null || option.r_old === undefined ? "" : ` · old fill ${units.r(option.r_old)}`}
              <span className="soft">{option.text}</span>
            </span>
          </label>
        ))}
      </fieldset>
      {found.under_installed_in ? (
        <p className="answer">
          Blow {units.depth(found.under_installed_in).value} {units.depth(0).unit} beneath, lay the batts back on it,
          then cap.
        </p>
      ) : null}
      {found.removal ? (
        <dl className="answer facts">
          <Fact name="to take out" value={found.removal.volume_ft3} unit="ft³" />
          <Fact name="bags of 10 ft³" value={found.removal.bags} unit="" />
          <Fact name="hours for two" value={found.removal.hours} unit="h" digits={1} />
          <div>
            <dt>weight</dt>
            <dd>
              {units.weight(Math.round(found.removal.weight_lb)).value} {units.weight(0).unit}
            </dd>
          </div>
        </dl>
      ) : null}
    </Part>
  );
}

function Fact({ name, value, unit, digits = 0 }: { name: string; value: number; unit: string; digits?: number }) {
  return (
    <div>
      <dt>{name}</dt>
      <dd>
        {digits ? value.toFixed(digits) : Math.ceil(value - 1e-9)} {unit}
      </dd>
    </div>
  );
}
