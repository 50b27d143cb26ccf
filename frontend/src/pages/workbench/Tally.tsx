import { Popover, UnstyledButton } from "@mantine/core";
import { memo } from "react";
import type { Span } from "../../api/types";
import { orderSaid } from "../../document/order";
import { sectionOf } from "../../document/sections";
import { money } from "../../drawings/rack/rows";
import { usePlanned, useSections, useView } from "../../state/context";
import { useSettings } from "../../state/starts";
import { fixed, type Shown, useUnits } from "../../ui/units";
import { ProvedTally } from "./ProvedTally";
import { Cell } from "./TallyCell";

/** The figures of the job, always in view. What nobody can know yet is absent. */
export const Tally = memo(function Tally() {
  const settings = useSettings();
  const floor = useSections();
  const { stepId } = useView();
  const { plan, sectionPlan } = usePlanned();
  const units = useUnits();
  const proving = stepId === "prove";
  const totals = plan?.totals;
  const of = (span: Span, show: (value: number) => Shown | string) => {
    const word = (value: number) => {
      const shown = show(value);
      return typeof shown === "string" ? shown : shown.value;
    };
    const [least, most] = [word(span.least), word(span.most)];
    return least === most ? least : `${least} – ${most.replace(/R-|RSI /, "")}`;
  };
  const at = `sections.${sectionPlan?.id}.`;
  const order = plan?.order[0];
  const stops = plan?.flags.filter((flag) => flag.level === "stop" && !flag.again) ?? [];
  const cautions = plan?.flags.filter((flag) => flag.level === "caution").length ?? 0;
  const figures = plan?.figures ?? {};
  if (!totals) return <section className="tally" aria-label="Tally" />;
  const spare = settings.spare_pct;
  const said = orderSaid(totals);
  const single = totals.order?.length === 1 ? totals.order[0] : null;
  const chart = single?.unit === "bags" ? `${fixed(single.bags_chart, 1)} + ` : "";
  const gaps = single?.bags_gaps ? `${fixed(single.bags_gaps, 1)} for gaps + ` : "";
  const names = (ids: readonly string[]) => ids.map((id) => sectionOf(floor, id)?.name ?? id).join(", ");
  const floors = totals.other_sections ? ", floors" : "";
  return (
    <section className="tally" aria-label="Tally">
      <dl>
        {proving ? <ProvedTally /> : null}
        {said ? (
          <Cell
            large
            always
            name={said.name}
            figure={order && !said.by ? figures[`order.${order.product}.bags_order`] : undefined}
            unit={said.by ?? `${chart}${gaps}${spare} % spare`}
          >
            {said.value}
          </Cell>
        ) : null}
        {said === null && totals.uncounted?.length ? (
          <Cell always name="to order" unit={`not known yet for ${names(totals.uncounted)}`}>
            –
          </Cell>
        ) : null}
        {totals.fill_line_in ? (
          <Cell
            large
            always={!proving}
            name="fill line"
            figure={figures[`${at}depth_total_in`]}
            unit={units.depth(0).unit}
          >
            {of(totals.fill_line_in, units.depth)}
          </Cell>
        ) : null}
        {stepId === "prepare" ? (
          <>
            <Cell name={plan.work.gate.ready ? "the attic is" : "ready to close"}>
              {plan.work.gate.ready ? "ready to close" : `${plan.work.gate.done} of ${plan.work.gate.items}`}
            </Cell>
            <Cell name="leaks open" unit="CFM50">
              {fixed(plan.work.cfm50.open)}
            </Cell>
          </>
        ) : null}
        {totals.area_ft2 !== null && stepId !== "prepare" && !proving ? (
          <Cell name="floor" figure={figures[`${at}area_ft2`]} unit={units.area(0).unit}>
            {units.area(totals.area_ft2).value}
          </Cell>
        ) : null}
        {totals.r_existing && stepId !== "prepare" && !proving ? (
          <Cell
            name={`${totals.r_nominal ? "R now → after" : "R now"}${floors}`}
            figure={figures[`${at}${totals.r_nominal ? "r_nominal" : "r_existing"}`]}
          >
            {of(totals.r_existing, units.r)}
            {totals.r_nominal ? ` → ${of(totals.r_nominal, units.r).replaceAll(/R-|RSI /g, "")}` : ""}
          </Cell>
        ) : null}
        {totals.baffles && !proving ? (
          <Cell name="baffles" unit={totals.pieces ? `${totals.pieces} pieces` : undefined}>
            {totals.baffles}
          </Cell>
        ) : null}
        {totals.load_psf !== null && stepId !== "prepare" && !proving ? (
          <Cell
            name="ceiling load"
            figure={figures[`${at}load_psf`]}
            unit={
              totals.load_limit_psf === null
                ? units.load(0).unit
                : `of ${units.load(totals.load_limit_psf).value} ${units.load(0).unit}`
            }
          >
            {units.load(totals.load_psf).value}
          </Cell>
        ) : null}
        {plan.cost ? (
          <Cell name="crew" figure={figures["cost.hours"]} unit="h">
            {fixed(plan.cost.hours, 1)}
          </Cell>
        ) : null}
        {plan.cost ? (
          <Cell name="price" figure={figures["cost.price"]}>
            {money(plan.cost.price, plan.cost.currency)}
          </Cell>
        ) : null}
        <div className={`cell always stops${stops.length ? " some" : ""}`}>
          <dt>stops</dt>
          <dd>
            {stops.length ? (
              <Popover width={340} shadow="md" withArrow trapFocus returnFocus>
                <Popover.Target>
                  <UnstyledButton className="figure opens">
                    <b>{stops.length}</b>
                    <span className="hidden"> stops: what they are</span>
                  </UnstyledButton>
                </Popover.Target>
                <Popover.Dropdown className="account" aria-label="Stops">
                  {stops.map((flag) => (
                    <p key={flag.code + flag.section}>
                      <strong>{flag.text}</strong> {flag.what_to_do}
                    </p>
                  ))}
                </Popover.Dropdown>
              </Popover>
            ) : (
              <b>{totals.not_looked_at ? "none yet" : "none"}</b>
            )}
            {cautions || totals.not_looked_at ? (
              <span className="unit">
                {[
                  totals.not_looked_at ? `${totals.not_looked_at} not looked at` : "",
                  cautions ? `${cautions} caution${cautions === 1 ? "" : "s"}` : "",
                ]
                  .filter(Boolean)
                  .join(", ")}
              </span>
            ) : null}
          </dd>
        </div>
      </dl>
    </section>
  );
});
