import { Select } from "@mantine/core";
import { useState } from "react";
import type { Product } from "../../api/types";
import { dropUnused } from "../../document/pickWay";
import { NumberField } from "../../inputs/NumberField";
import { useDocument, usePlanned, useView } from "../../state/context";
import { bookOf } from "../../state/starts";
import { Part } from "../../ui/Part";
import { Pick } from "../../ui/Pick";
import { fixed, useUnits } from "../../ui/units";

/** What a bag or bundle of a picked product costs: its own price, else the book's for its kind. */
function PackPrice({ product, index }: { product: Product; index: number }) {
  const { document, job } = useDocument();
  const { plan } = usePlanned();
  const { lists } = useView();
  const pack = product.chart ? "bag" : "bundle";
  const currency = bookOf(lists, document.book).currency;
  const line = plan?.cost?.lines.find((each) => each.book_price && each.what === product.name);
  return (
    <NumberField
      label={`Price of a ${pack}${product.batt ? `, ${product.name}` : ""}`}
      unit={currency}
      path={`products[${index}].price`}
      value={product.price}
      least={0}
      most={100_000}
      mayBeEmpty
      hint={line ? `by the book: ${currency}${fixed(line.each, 2)}` : "empty: by the book"}
      onValue={(price) =>
        job.edit("the price of a product", (d) => {
          const mine = d.products?.find((p) => p.id === product.id);
          if (mine) mine.price = price;
        })
      }
    />
  );
}

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
  const picked = [choice?.between, choice?.product].flatMap((id) => {
    const index = document.products?.findIndex((p) => p.id === id) ?? -1;
    const product = document.products?.[index];
    return product ? [{ product, index }] : [];
  });
  const menu = (of: readonly Product[]) =>
    of.map((p) => ({ value: p.id, label: `${p.name}${p.batt?.facing && p.batt.facing !== "none" ? ", faced" : ""}` }));
  const lays = lists.methods.find(({ value }) => value === method);
  // Closed bays take either: what was asked for last says which, else what is picked.
  const bays = method === "enclosed_fill";
  const now = offered.find((p) => p.id === choice?.product);
  const [asked, ask] = useState<"loose" | "batts" | null>(null);
  const filled = asked ?? (now?.batt ? "batts" : "loose");
  const wide = (p: Product) => p.batt?.width_in ?? 0;
  const forBays = spacing
    ? batts.filter((p) => wide(p) >= spacing - lists.joist_width_in && wide(p) <= spacing)
    : batts;
  return (
    <Part title="Product" at={`choice.${section.id}`} aside="made-up examples: compare with your own">
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
      {bays ? (
        <Pick
          label="Filled with"
          value={filled}
          options={[
            { value: "loose", label: "loose fill" },
            { value: "batts", label: "batts" },
          ]}
          onValue={ask}
        />
      ) : null}
      {bays && filled === "batts" ? (
        <Select
          size="sm"
          label="Batt for the bays"
          placeholder="as wide as the bay, as thick as it is deep"
          data={menu(forBays)}
          value={now?.batt ? (choice?.product ?? null) : null}
          allowDeselect={false}
          searchable
          onChange={(id) =>
            pick(
              batts.find((p) => p.id === id),
              "product",
            )
          }
        />
      ) : lays?.batts_only ? (
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
        <fieldset className="products" data-at={`choice.${section.id}.product`}>
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
      {picked.map(({ product, index }) => (
        <PackPrice key={product.id} product={product} index={index} />
      ))}
    </Part>
  );
}
