import { Checkbox, Select } from "@mantine/core";
import type { JobDocument } from "../../api/types";
import { byMethod, decidedOldFill, decideOldFill, type OldFillAction } from "../../document/oldFill";
import { productOf } from "../../document/sections";
import { headed } from "../../drawings/rack/shelves";
import { NumberField } from "../../inputs/NumberField";
import { useDocument, usePlanned, useView } from "../../state/context";
import { useSettings } from "../../state/starts";
import { FigureButton } from "../../ui/FigureButton";
import { Part } from "../../ui/Part";
import { Pick } from "../../ui/Pick";
import { fixed, MM_PER_IN, useUnits } from "../../ui/units";
import { Opinions } from "../Opinions";
import { ByInches } from "./ByInches";
import { ChartTable } from "./ChartTable";
import { Products } from "./Products";
import { ProductTables } from "./ProductTables";

type Choice = NonNullable<JobDocument["choice"]>[string];
type Method = NonNullable<Choice["method"]>;

/** The way picked for this section in detail: old fill, method, product, depth, and the reading of its chart. */
export function FillSheet() {
  const { document, section, job } = useDocument();
  const { lists } = useView();
  const choice = document.choice?.[section.id];
  const open = (section.kind ?? "open_floor") === "open_floor";
  const method: Method = open ? (choice?.method ?? "top_up") : "enclosed_fill";
  const product = productOf(document, section.id);
  const set = (change: Partial<Choice>) =>
    job.edit("the choice", (d) => {
      d.choice = { ...d.choice, [section.id]: { ...d.choice?.[section.id], ...change } };
    });
  return (
    <>
      {open && section.existing?.length ? (
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
      {open ? (
        <Part title="Method">
          <Select
            size="sm"
            label="How it is done"
            data={lists.methods.map(({ value, title }) => ({ value, label: headed(title) }))}
            value={method}
            allowDeselect={false}
            onChange={(to) =>
              job.edit("the method", (d) => {
                const blown = (m: string) => !lists.methods.find(({ value }) => value === m)?.batts_only;
                const now = d.choice?.[section.id];
                const keep = blown(method) === blown(to as string);
                d.choice = {
                  ...d.choice,
                  [section.id]: {
                    ...now,
                    method: to as Method,
                    product: keep ? now?.product : undefined,
                    layers: undefined,
                    depth: { by: "target" },
                  },
                };
                const action = byMethod(to);
                if (action) decideOldFill(d, section.id, action);
              })
            }
          />
        </Part>
      ) : null}
      <Products method={method} />
      {open ? null : <Bays set={set} />}
      {open && product?.chart ? <DepthPart set={set} /> : null}
      <ByInches />
      <Opinions at="old_fill" />
      <Opinions at="fill" />
      <ProductTables />
    </>
  );
}

/** What a slope, a wall or a closed bay takes, by volume and density. */
function Bays({ set }: { set: (change: Partial<Choice>) => void }) {
  const { document, section } = useDocument();
  const { sectionPlan } = usePlanned();
  const units = useUnits();
  const given = document.choice?.[section.id]?.density_pcf;
  if (!document.choice?.[section.id]?.product) return null;
  const laid = sectionPlan?.batts?.[0];
  if (productOf(document, section.id)?.batt)
    return (
      <Part title="Closed bays" aside="batts, cut to the bays">
        <Pick
          label="Layers"
          value={document.choice?.[section.id]?.layers ? String(document.choice[section.id]?.layers) : "fit"}
          options={[
            { value: "fit", label: "as many as fit" },
            { value: "1", label: "1" },
            { value: "2", label: "2" },
            { value: "3", label: "3" },
          ]}
          onValue={(value) => set({ layers: value === "fit" ? undefined : Number(value) })}
        />
        {laid ? (
          <p className="answer">
            <b>{laid.pieces} pieces</b>, {laid.cuts} of them cut, {fixed(laid.bundles, 1)} bundles;{" "}
            {units.r(sectionPlan?.r_nominal ?? 0)} in {units.depth(sectionPlan?.installed_in ?? 0).value}{" "}
            {units.depth(0).unit}.
          </p>
        ) : null}
        <p className="note">
          Cut them to the bay, snug and not squeezed, in contact with the board; a facing comes once, toward the room. A
          wall open to the attic is backed with an air barrier as well.
        </p>
      </Part>
    );
  return (
    <Part title="Closed bays" aside="by volume and density">
      <NumberField
        label="Density"
        unit="lb/ft³"
        path={`choice.${section.id}.density_pcf`}
        value={given ?? sectionPlan?.density_pcf}
        least={0.1}
        most={10}
        mayBeEmpty
        hint="empty: the start value of its kind"
        onValue={(density_pcf) => set({ density_pcf })}
      />
      {sectionPlan?.bags?.chart !== null && sectionPlan?.bags?.chart !== undefined ? (
        <p className="answer">
          <b>{fixed(sectionPlan.bags.chart, 1)} bags</b>, {units.r(sectionPlan.r_nominal ?? 0)} in{" "}
          {units.depth(sectionPlan.installed_in ?? 0).value} {units.depth(0).unit}.
        </p>
      ) : null}
      <p className="note">
        Close the lower end first. Check the density by filling a box of known volume, and by cores. Slopes and upright
        bays are filled dense, or the fill slumps.
      </p>
    </Part>
  );
}

/** How deep, by which reading of the chart, and what a bag does here. */
function DepthPart({ set }: { set: (change: Partial<Choice>) => void }) {
  const { document, section, job } = useDocument();
  const { sectionPlan, plan } = usePlanned();
  const units = useUnits();
  const choice = document.choice?.[section.id];
  const product = productOf(document, section.id);
  const settings = useSettings();
  const setSettings = (change: Partial<NonNullable<JobDocument["settings"]>>) =>
    job.edit("a setting", (d) => {
      d.settings = { ...d.settings, ...change };
    });
  const needed = sectionPlan?.r_needed;
  const plain = sectionPlan?.r_needed_by_subtraction;
  const figures = plan?.figures;
  const rule = settings.chart_rule;
  const byFlag = choice?.depth?.by === "installed_in";
  const bags = sectionPlan?.bags;
  const covers = sectionPlan?.bag_covers_ft2;
  const raises = sectionPlan?.bag_raises_in;
  return (
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
      {covers ? (
        <p className="answer">
          One bag covers <b>{units.metric ? `${units.area(covers).value} m²` : `${fixed(covers, 1)} ft²`}</b> here
          {raises
            ? `, or ${units.metric ? `${fixed(raises * MM_PER_IN, 1)} mm` : `${fixed(raises, 2)} in`} over this whole floor`
            : ""}
          .
          {bags?.field !== null && bags?.field !== undefined
            ? ` The chart asks ${fixed(bags.chart ?? 0, 1)} bags; thin edges and joists mean the attic takes about ${fixed(bags.field, 1)}${bags.gaps ? `, ${fixed(bags.gaps, 1)} of them in gaps below` : ""}.`
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
        onValue={(chart_rule) => setSettings({ chart_rule: chart_rule as "next_row" })}
        note={
          rule === "next_row" ? "What the label can prove." : "Thickness and weight in proportion between two rows."
        }
      />
      <NumberField
        label="Spare"
        unit="%"
        path="settings.spare_pct"
        value={settings.spare_pct}
        least={0}
        most={100}
        onValue={(v) => setSettings({ spare_pct: v ?? 0 })}
      />
      <Checkbox
        size="sm"
        label="Leave the joists' width out where all new fill lies between them"
        checked={document.settings?.deduct_framing ?? false}
        onChange={(event) => setSettings({ deduct_framing: event.currentTarget.checked })}
      />
      {product?.chart ? <ChartTable product={product} r={sectionPlan?.r_added ?? null} /> : null}
    </Part>
  );
}
