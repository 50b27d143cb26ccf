import { Select } from "@mantine/core";
import type { Product } from "../../api/types";
import { dropUnused } from "../../document/pickWay";
import { useDocument, useView } from "../../state/context";
import { Part } from "../../ui/Part";
import { useUnits } from "../../ui/units";

/** What is blown, laid across, and laid between the joists first, by the method. */
export function Products({ method }: { method: string }) {
  const { document, section, job } = useDocument();
  const { library, lists } = useView();
  const units = useUnits();
  const choice = document.choice?.[section.id];
  const own = document.products?.filter((p) => !library.some((l) => l.id === p.id)) ?? [];
  const offered: Product[] = [...own, ...library];
  const loose = offered.filter((p) => p.chart);
  const batts = offered.filter((p) => p.batt);
  const spacing = section.framing?.spacing_in;
  const pick = (product: Product | undefined, field: "product" | "between") => {
    if (!product) return;
    job.edit("the product", (d) => {
      if (!d.products?.some((p) => p.id === product.id)) d.products = [...(d.products ?? []), product];
      d.choice = {
        ...d.choice,
        [section.id]: {
          ...d.choice?.[section.id],
          method: method as "top_up",
          [field]: product.id,
          ...(field === "product" ? { depth: { by: "target" as const } } : {}),
        },
      };
      dropUnused(d, library);
    });
  };
  const menu = (of: readonly Product[]) =>
    of.map((p) => ({ value: p.id, label: `${p.name}${p.batt?.facing && p.batt.facing !== "none" ? ", faced" : ""}` }));
  const lays = lists.methods.find(({ value }) => value === method);
  const wide = (p: Product) => p.batt?.width_in ?? 0;
  const forBays = spacing
    ? batts.filter((p) => wide(p) >= spacing - lists.joist_width_in && wide(p) <= spacing)
    : batts;
  return (
    <Part title="Product" aside="made-up examples: compare with your own">
      {lays?.between ? (
        <Select
          size="sm"
          label="Batt between the joists"
          placeholder="no taller than the joists"
          data={menu(forBays)}
          value={choice?.between ?? null}
          allowDeselect={false}
          searchable
          onChange={(id) =>
            pick(
              batts.find((p) => p.id === id),
              "between",
            )
          }
        />
      ) : null}
      {lays?.batts_only ? (
        <Select
          size="sm"
          label="Batt across the joists"
          placeholder="unfaced, as wide as you like"
          data={menu(batts)}
          value={choice?.product ?? null}
          allowDeselect={false}
          searchable
          onChange={(id) =>
            pick(
              batts.find((p) => p.id === id),
              "product",
            )
          }
        />
      ) : (
        <fieldset className="products">
          <legend className="hidden">Product to blow</legend>
          {loose.map((p) => (
            <label key={p.id} className="product">
              <input
                type="radio"
                name="product"
                checked={choice?.product === p.id}
                onChange={() => pick(p, "product")}
              />
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
      )}
    </Part>
  );
}
