import { Table } from "@mantine/core";
import type { Changed, ChangedValue } from "../../api/types";
import { fixed, type Units, useUnits } from "../../ui/units";

/** A figure or word of the document in the view that is on: feet and inches, or metric. */
export function shownValue(value: ChangedValue | null | undefined, units: Units): string {
  if (!value) return "–";
  const figures = value.figures?.map((figure) => {
    switch (value.unit) {
      case "in":
        return `${units.depth(figure).value} ${units.depth(figure).unit}`;
      case "ft²":
        return `${units.area(figure).value} ${units.area(figure).unit}`;
      case "R":
        return units.r(figure);
      case "°F":
        return units.temperature(figure);
      case "lb":
        return `${units.weight(figure).value} ${units.weight(figure).unit}`;
      case "%":
        return `${fixed(figure, 1).replace(/\.0$/, "")} %`;
      default: {
        const { value: text, unit } = units.figure(figure, value.unit ?? "");
        return `${text} ${unit}`.trim();
      }
    }
  });
  return [value.text, figures?.join(" · ")].filter(Boolean).join(", ");
}

/** What differs between two versions, a line for each field. */
export function ChangeTable({ label, heads, changes }: { label: string; heads: [string, string]; changes: Changed[] }) {
  const units = useUnits();
  if (changes.length === 0) return <p className="note">Nothing that the job says differs.</p>;
  return (
    <div className="changes">
      <Table aria-label={label}>
        <Table.Thead>
          <Table.Tr>
            <Table.Td />
            <Table.Th>{heads[0]}</Table.Th>
            <Table.Th>{heads[1]}</Table.Th>
          </Table.Tr>
        </Table.Thead>
        <Table.Tbody>
          {changes.map((change) => (
            <Table.Tr key={change.path}>
              <Table.Th scope="row">
                {change.where ? <span className="soft">{change.where}: </span> : null}
                {change.what}
              </Table.Th>
              <Table.Td>{shownValue(change.before, units)}</Table.Td>
              <Table.Td>{shownValue(change.after, units)}</Table.Td>
            </Table.Tr>
          ))}
        </Table.Tbody>
      </Table>
    </div>
  );
}
