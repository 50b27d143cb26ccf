import { Checkbox } from "@mantine/core";
import type { JobDocument, Product } from "../../api/client";
import { useUnits } from "../../app/units";
import { NumberField } from "../../fields/NumberField";
import { Pick } from "../../fields/Pick";
import { FigureButton } from "../../tally/FigureButton";
import { useBench } from "../../workbench/context";
import { decidedOldFill, decideOldFill, type OldFillAction } from "../../workbench/oldFill";
import { Part } from "../Part";
import { ChartTable } from "./ChartTable";

type Choice = NonNullable<JobDocument["choice"]>[string];

/** The way picked for this section in detail: method, product, depth, and the reading of its chart. */
export function FillSheet() {
  const { document, section, sectionPlan, plan, job, library } = useBench();
  const units = useUnits();
  const choice = document.choice?.[section.id];
  const own = document.products?.filter((p) => p.chart && !library.some((l) => l.id === p.id)) ?? [];
  const offered: Product[] = [...library, ...own];
  const product = document.products?.find((p) => p.id === choice?.product);
  const set = (change: Partial<Choice>) =>
    job.edit("the choice", (d) => {
      d.choice = { ...d.choice, [section.id]: { ...d.choice?.[section.id], ...change } };
    });
  const pick = (picked: Product) =>
    job.edit("the product", (d) => {
      if (!d.products?.some((p) => p.id === picked.id)) d.products = [...(d.products ?? []), picked];
      d.choice = {
        ...d.choice,
        [section.id]: { ...d.choice?.[section.id], product: picked.id, depth: { by: "target" } },
      };
      const used = new Set(Object.values(d.choice).map((c) => c.product));
      d.products = d.products.filter((p) => used.has(p.id) || !library.some((l) => l.id === p.id));
    });
  const settings = (change: Partial<NonNullable<JobDocument["settings"]>>) =>
    job.edit("a setting", (d) => {
      d.settings = { ...d.settings, ...change };
    });
  const needed = sectionPlan?.r_needed;
  const plain = sectionPlan?.r_needed_by_subtraction;
  const figures = plan?.figures;
  const rule = document.settings?.chart_rule ?? "next_row";
  const byFlag = choice?.depth?.by === "installed_in";
  return (
    <>
      {section.existing?.length ? (
        <Part title="Old fill" aside={decidedOldFill(document, section) ? undefined : "not decided: kept meanwhile"}>
          <Pick
            label="What becomes of it"
            value={decidedOldFill(document, section)}
            options={[
              { value: "keep", label: "keep" },
              { value: "relay", label: "re-lay" },
              { value: "lift", label: "lift and fill" },
              { value: "clear", label: "clear out" },
            ]}
            onValue={(action) =>
              job.edit("what to do with the old fill", (d) => decideOldFill(d, section.id, action as OldFillAction))
            }
          />
        </Part>
      ) : null}
      <Part title="Product" aside="made-up examples: compare with your bag">
        <fieldset className="products">
          <legend className="hidden">Product to blow</legend>
          {offered.map((p) => (
            <label key={p.id} className="product">
              <input type="radio" name="product" checked={choice?.product === p.id} onChange={() => pick(p)} />
              <svg width="34" height="34" aria-hidden="true">
                <rect width="34" height="34" className="swatch" />
                <rect width="34" height="34" fill={`url(#tx-${p.kind})`} />
              </svg>
              <span>
                <b>{p.name}</b>
                <span className="soft">
                  {units.weight(p.bag_lb ?? 0).value} {units.weight(p.bag_lb ?? 0).unit} a bag
                </span>
              </span>
            </label>
          ))}
        </fieldset>
      </Part>
      {product ? (
        <Part title="Depth" aside={byFlag ? "set by hand" : "by the target"}>
          {needed !== null && needed !== undefined ? (
            <p className="answer">
              To add:{" "}
              <FigureButton name="R to add" figure={figures?.[`sections.${section.id}.r_needed`]}>
                <b>{units.r(needed)}</b>
              </FigureButton>
              {sectionPlan?.r_added !== null && sectionPlan?.r_added !== undefined
                ? `; this fill adds ${units.r(sectionPlan.r_added)}.`
                : "."}{" "}
              {plain !== null && plain !== undefined && Math.abs(plain - needed) >= 0.5
                ? `Plain subtraction would ask ${units.r(plain)}.`
                : ""}
            </p>
          ) : null}
          {sectionPlan?.bag_covers_ft2 ? (
            <p className="answer">
              One bag covers{" "}
              <b>
                {units.metric
                  ? `${units.area(sectionPlan.bag_covers_ft2).value} m²`
                  : `${sectionPlan.bag_covers_ft2.toFixed(1)} ft²`}
              </b>{" "}
              here.
              {sectionPlan.bags?.field !== null && sectionPlan.bags?.field !== undefined
                ? ` The chart asks ${sectionPlan.bags?.chart?.toFixed(1)} bags; thin edges and joists mean the attic takes about ${sectionPlan.bags?.field.toFixed(1)}.`
                : ""}
            </p>
          ) : null}
          {byFlag ? (
            <button type="button" className="link" onClick={() => set({ depth: { by: "target" } })}>
              Go back to the depth for the target
            </button>
          ) : null}
          <Pick
            label="Between printed rows"
            value={rule}
            options={[
              { value: "next_row", label: "next row up" },
              { value: "interpolate", label: "interpolate" },
            ]}
            onValue={(chart_rule) => settings({ chart_rule: chart_rule as "next_row" })}
            note={
              rule === "next_row" ? "What the label can prove." : "Thickness and weight in proportion between two rows."
            }
          />
          <NumberField
            label="Spare"
            unit="%"
            path="settings.spare_pct"
            value={document.settings?.spare_pct ?? 3}
            least={0}
            most={100}
            onValue={(v) => settings({ spare_pct: v ?? 0 })}
          />
          <Checkbox
            size="sm"
            label="Leave the joists' width out where all new fill lies between them"
            checked={document.settings?.deduct_framing ?? false}
            onChange={(event) => settings({ deduct_framing: event.currentTarget.checked })}
          />
          <ChartTable product={product} r={sectionPlan?.r_added ?? null} />
        </Part>
      ) : null}
    </>
  );
}
