import { Button } from "@mantine/core";
import type { Product } from "../../api/types";
import { NumberField } from "../../inputs/NumberField";
import { useDocument, useView } from "../../state/context";
import { WrittenField } from "../../ui/WrittenField";

type Row = NonNullable<Product["chart"]>[number];
const FIELDS: readonly { name: "r" | "installed_in" | "settled_in" | "coverage_ft2"; label: string; most: number }[] = [
  { name: "r", label: "R", most: 200 },
  { name: "installed_in", label: "installed, in", most: 200 },
  { name: "settled_in", label: "settled, in", most: 200 },
  { name: "coverage_ft2", label: "ft² a bag", most: 10_000 },
];

/** The chart of a product, row by row; what does not hang together is said at its field. */
export function ChartEditor({ product }: { product: Product }) {
  const { document, job } = useDocument();
  const { library } = useView();
  const shipped = library.some((p) => p.id === product.id);
  const at = document.products?.findIndex((p) => p.id === product.id) ?? -1;
  const edit = (recipe: (mine: Product) => void) =>
    job.edit("the chart", (d) => {
      const mine = d.products?.[at];
      if (mine) recipe(mine);
    });
  if (shipped) {
    return (
      <Button
        size="sm"
        variant="default"
        onClick={() =>
          job.edit("a chart of your own", (d) => {
            const copy = { ...structuredClone(product), id: `${product.id}-own`, name: `${product.name}, own chart` };
            d.products = [...(d.products ?? []).filter((p) => p.id !== copy.id), copy];
            for (const choice of Object.values(d.choice ?? {}))
              if (choice.product === product.id) choice.product = copy.id;
          })
        }
      >
        Make {product.name} your own and mend its chart
      </Button>
    );
  }
  const rows = product.chart ?? [];
  const add = () =>
    edit((mine) => {
      const last = (mine.chart ?? []).at(-1) as Row;
      const grown = (value: number) => Math.round(value * 11) / 10;
      mine.chart = [
        ...(mine.chart ?? []),
        {
          r: grown(last.r),
          installed_in: grown(last.installed_in),
          settled_in: grown(last.settled_in),
          coverage_ft2: Math.round((last.coverage_ft2 / 1.1) * 10) / 10,
        },
      ];
    });
  return (
    <details className="chart" open>
      <summary>Mend the chart of {product.name}</summary>
      <div className="pair">
        <WrittenField
          label="Name"
          shown={product.name ?? ""}
          onWritten={(text) => {
            edit((mine) => {
              mine.name = text;
            });
            return null;
          }}
        />
        <NumberField
          label="Bag"
          unit="lb"
          path={`products[${at}].bag_lb`}
          value={product.bag_lb}
          least={0.1}
          most={100}
          onValue={(v) =>
            edit((mine) => {
              mine.bag_lb = v;
            })
          }
        />
      </div>
      {rows.map((row, i) => (
        <fieldset className="chart-row" key={row.id ?? `${row.r}`}>
          <legend className="hidden">Row {i + 1}</legend>
          {FIELDS.map(({ name, label, most }) => (
            <NumberField
              key={name}
              label={label}
              path={`products[${at}].chart[${i}].${name}`}
              value={row[name]}
              least={0.01}
              most={most}
              onValue={(v) =>
                edit((mine) => {
                  const mended = mine.chart?.[i];
                  if (mended && v) {
                    mended[name] = v;
                    mended.weight_psf = undefined;
                  }
                })
              }
            />
          ))}
          <button
            type="button"
            className="link"
            disabled={rows.length <= 2}
            aria-label={`Take out row ${i + 1}`}
            onClick={() =>
              edit((mine) => {
                mine.chart = mine.chart?.filter((_, k) => k !== i);
              })
            }
          >
            out
          </button>
        </fieldset>
      ))}
      <Button size="compact-sm" variant="default" onClick={add}>
        One more row
      </Button>
    </details>
  );
}
