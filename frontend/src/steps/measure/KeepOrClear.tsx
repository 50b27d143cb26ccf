import type { OldFillPlan } from "../../api/types";
import { decidedOldFill, decideOldFill, type OldFillAction } from "../../document/oldFill";
import { FieldFlags } from "../../inputs/FieldFlags";
import { useDocument, usePlanned } from "../../state/context";
import { Part } from "../../ui/Part";
import { fixed, useUnits } from "../../ui/units";

const NAMES: Record<string, string> = { keep: "Keep", relay: "Re-lay", lift: "Lift and fill", clear: "Clear out" };

/** Keep, re-lay, lift or clear: what the record speaks for and why, and what was decided. */
export function KeepOrClear() {
  const { document, section, sectionIndex, job } = useDocument();
  const { sectionPlan } = usePlanned();
  const units = useUnits();
  const found: OldFillPlan | null | undefined = sectionPlan?.old_fill;
  if (!found?.options.length) return null;
  const decided = decidedOldFill(document, section);
  const decide = (action: OldFillAction) =>
    job.edit("what to do with the old fill", (d) => decideOldFill(d, section.id, action));
  const proposed = NAMES[found.proposed]?.toLowerCase() ?? "wait";
  return (
    <Part
      title="Keep, lift or clear"
      at={`sections[${sectionIndex}].old_fill`}
      aside={decided ? undefined : "not decided: kept meanwhile"}
    >
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
              onChange={() => decide(option.action as OldFillAction)}
            />
            <span>
              <b>{NAMES[option.action]}</b>
              {option.r_old === null || option.r_old === undefined ? "" : ` · old fill ${units.r(option.r_old)}`}
              <span className="soft">{option.text}</span>
            </span>
          </label>
        ))}
      </fieldset>
      <FieldFlags path={`sections[${sectionIndex}].old_fill`} />
      {found.under_installed_in ? (
        <p className="answer">
          Blow {units.depth(found.under_installed_in).value} {units.depth(0).unit} beneath, lay the batts back on it,
          then cap.
        </p>
      ) : null}
      {found.removal ? (
        <dl className="answer facts">
          <Fact name="to take out" value={found.removal.volume_ft3} unit="ft³" />
          <Fact name={`bags of ${found.removal.bag_ft3} ft³`} value={found.removal.bags} unit="" />
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
        {digits ? fixed(value, digits) : Math.ceil(value - 1e-9)} {unit}
      </dd>
    </div>
  );
}
