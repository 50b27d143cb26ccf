import { Checkbox, Select } from "@mantine/core";
import type { JobDocument } from "../../api/types";
import { sectionOf } from "../../document/sections";
import { NumberField } from "../../inputs/NumberField";
import { ZoneSelect } from "../../inputs/ZoneSelect";
import { useDocument, usePlanned, useView } from "../../state/context";
import { FigureButton } from "../../ui/FigureButton";
import { Part } from "../../ui/Part";
import { Pick } from "../../ui/Pick";
import { useUnits } from "../../ui/units";
import { Opinions } from "../Opinions";
import { RuleLibrary } from "./RuleLibrary";
import { HeelTests, TargetScale } from "./TargetScale";

type Target = NonNullable<JobDocument["target"]>;

/** Target: which R to reach, and by which rule. */
export function TargetStep() {
  const { document, section, job } = useDocument();
  const { sectionPlan, plan } = usePlanned();
  const { lists } = useView();
  const units = useUnits();
  const own = section.target;
  const target: Target = own ?? document.target ?? {};
  const set = (change: Partial<Target>) =>
    job.edit("the target", (d) => {
      const mine = sectionOf(d, section.id);
      if (mine?.target) Object.assign(mine.target, change);
      else d.target = { ...d.target, ...change };
      // A new target takes the depth back from the flag.
      for (const choice of Object.values(d.choice ?? {})) choice.depth = { by: "target" };
    });
  const r = sectionPlan?.r_target;
  const sections = document.sections ?? [];
  return (
    <>
      <Part title="Climate zone">
        <ZoneSelect />
      </Part>
      <Part title="R to reach" aside={own ? "for this section" : undefined}>
        <Pick
          label="By"
          at="target.basis"
          value={target.basis}
          options={[
            { value: "code", label: "code" },
            { value: "retrofit", label: "retrofit guidance" },
            { value: "custom", label: "my own" },
          ]}
          onValue={(basis) => set({ basis: basis as Target["basis"] })}
        />
        {target.basis === "code" ? (
          <>
            <Select
              size="sm"
              label="Edition of the IECC"
              data-at="target.edition"
              placeholder="which one is adopted here"
              data={lists.editions}
              value={target.edition ?? null}
              allowDeselect={false}
              onChange={(edition) => set({ edition: edition as Target["edition"] })}
            />
            <Checkbox
              size="sm"
              label="Use the raised-heel allowance where every eave has the height"
              checked={target.raised_heel ?? false}
              onChange={(event) => set({ raised_heel: event.currentTarget.checked })}
            />
          </>
        ) : null}
        {target.basis === "custom" ? (
          <NumberField
            label="R to reach"
            path="target.r"
            value={target.r}
            least={1}
            most={150}
            onValue={(value) => set({ r: value })}
          />
        ) : null}
        {target.basis === "custom" ? <RuleLibrary target={target} set={set} /> : null}
        {r !== null && r !== undefined ? (
          <p className="answer">
            <FigureButton name="Target" figure={plan?.figures[`sections.${section.id}.r_target`]}>
              <b>{units.r(r)}</b>
            </FigureButton>{" "}
            {sectionPlan?.r_existing !== null && sectionPlan?.r_existing !== undefined
              ? `against ${units.r(sectionPlan.r_existing)} as it lies today`
              : ""}
            {sectionPlan?.r_code !== null && sectionPlan?.r_code !== undefined && target.basis !== "code"
              ? `; the code's figure is ${units.r(sectionPlan.r_code)}`
              : ""}
          </p>
        ) : null}
        {sections.length > 1 ? (
          <Checkbox
            size="sm"
            label={`${section.name ?? section.id} has a target of its own`}
            checked={Boolean(own)}
            onChange={(event) => {
              const mine = event.currentTarget.checked;
              job.edit("a section's own target", (d) => {
                const s = d.sections?.find((other) => other.id === section.id);
                if (s) s.target = mine ? { ...d.target } : undefined;
              });
            }}
          />
        ) : null}
      </Part>
      <TargetScale />
      {target.basis === "code" ? <HeelTests /> : null}
      <Opinions at="target" />
      <p className="note caution-always">
        These are model figures for new work. The locally adopted code decides; topping up an unaltered attic is an
        alteration, where the new-work figure is a goal unless the code or a permit says otherwise.
      </p>
    </>
  );
}
