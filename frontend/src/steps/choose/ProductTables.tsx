import { Button, FileButton } from "@mantine/core";
import { useState } from "react";
import { ask, handOver, type ProblemError } from "../../api/client";
import type { Product } from "../../api/types";
import { useDocument, useView } from "../../state/context";
import { Part } from "../../ui/Part";
import { ChartEditor } from "./ChartEditor";

interface Tables {
  loose_fill: string;
  batts: string;
}

/** Charts and batts in and out as tables, and the chart of the product picked to be mended. */
export function ProductTables() {
  const { document, job, section } = useDocument();
  const { library, lists } = useView();
  const [said, setSaid] = useState<string[]>([]);
  const product = document.products?.find((p) => p.id === document.choice?.[section.id]?.product);
  const take = async (file: File | null) => {
    if (!file) return;
    try {
      const { data } = await ask<{ products: Product[] }>("POST", "/api/import/products", { text: await file.text() });
      job.edit("products from a table", (d) => {
        const kept = (d.products ?? []).filter((p) => !data.products.some((n) => n.id === p.id));
        d.products = [...kept, ...data.products];
      });
      setSaid([
        `${data.products.length} taken in: ${data.products.map((p) => p.name).join("; ")}. They are offered above and weighed on the rack.`,
      ]);
    } catch (error) {
      const problem = (error as ProblemError).problem;
      const faults = problem?.errors?.map((e) => `${e.field}: ${e.text}`) ?? [];
      setSaid(["Nothing was taken in.", ...(faults.length ? faults : [(error as Error).message])]);
    }
  };
  const give = async () => {
    const used = document.products?.length ? document.products : library;
    const { data } = await ask<Tables>("POST", "/api/export/products", { products: used });
    if (data.loose_fill) handOver(new Blob([data.loose_fill], { type: "text/csv" }), "charts.csv");
    if (data.batts) handOver(new Blob([data.batts], { type: "text/csv" }), "batts.csv");
  };
  return (
    <Part title="Your own charts and batts">
      <p className="note">
        A table (CSV) with a line for each printed row: product, name, kind, bag_lb, r, installed_in, settled_in,
        coverage_ft2, and weight_psf and price where known. Batts have a line each: product, name, kind, r,
        thickness_in, width_in, length_in, pieces_per_bundle, bundle_width_in, bundle_length_in, bundle_height_in,
        bundle_lb, facing, price. Commas or a spreadsheet's semicolons and decimal commas. The kind is one of{" "}
        {lists.materials
          .map(({ value }) => value)
          .filter((value) => value !== "unknown_loose")
          .join(", ")}
        ; a facing is none, kraft or foil.
      </p>
      <div className="pair">
        <FileButton onChange={(file) => void take(file)} accept=".csv,text/csv,text/plain">
          {(props) => (
            <Button size="sm" variant="default" {...props}>
              Take in a table
            </Button>
          )}
        </FileButton>
        <Button size="sm" variant="default" onClick={() => void give()}>
          Save as tables
        </Button>
      </div>
      {said.length ? (
        <ul className="why-list" role="status">
          {said.map((line) => (
            <li key={line}>{line}</li>
          ))}
        </ul>
      ) : null}
      {product?.chart ? <ChartEditor product={product} /> : null}
    </Part>
  );
}
