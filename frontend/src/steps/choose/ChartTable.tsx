import { Table } from "@mantine/core";
import type { Product } from "../../api/types";
import { fixed, useUnits } from "../../ui/units";

/** A product's coverage chart, the row in use marked. */
export function ChartTable({ product, r }: { product: Product; r: number | null }) {
  const units = useUnits();
  return (
    <details className="chart">
      <summary>Coverage chart of {product.name}</summary>
      <Table aria-label="Coverage chart" withRowBorders={false} stickyHeader>
        <Table.Thead>
          <Table.Tr>
            <Table.Th>R</Table.Th>
            <Table.Th>installed, {units.depth(0).unit}</Table.Th>
            <Table.Th>settled, {units.depth(0).unit}</Table.Th>
            <Table.Th>{units.metric ? "m²" : "ft²"} a bag</Table.Th>
          </Table.Tr>
        </Table.Thead>
        <Table.Tbody>
          {product.chart?.map((row) => (
            <Table.Tr key={row.r} aria-current={r === row.r ? "true" : undefined}>
              <Table.Td>
                {r === row.r ? "▸ " : ""}
                {units.r(row.r)}
              </Table.Td>
              <Table.Td>{units.depth(row.installed_in).value}</Table.Td>
              <Table.Td>{units.depth(row.settled_in).value}</Table.Td>
              <Table.Td>{units.metric ? units.area(row.coverage_ft2).value : fixed(row.coverage_ft2, 1)}</Table.Td>
            </Table.Tr>
          ))}
        </Table.Tbody>
      </Table>
    </details>
  );
}
