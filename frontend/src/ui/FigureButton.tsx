import { Popover, Table, UnstyledButton } from "@mantine/core";
import type { ReactNode } from "react";
import type { Figure } from "../api/types";
import { useUnits } from "./units";

/** A figure that opens: how it came about, from which inputs, by which source. */
export function FigureButton({
  figure,
  name,
  children,
}: {
  figure: Figure | undefined;
  name: string;
  children: ReactNode;
}) {
  const units = useUnits();
  if (!figure || figure.value === null) return <span className="figure">{children}</span>;
  const say = (value: number | string | null, unit: string) => {
    if (typeof value !== "number") return String(value);
    const shown = units.figure(value, unit);
    return `${shown.value} ${shown.unit}`;
  };
  return (
    <Popover width={340} shadow="md" withArrow trapFocus returnFocus>
      <Popover.Target>
        <UnstyledButton className="figure opens">
          {children}
          <span className="hidden"> {name}: how it came about</span>
        </UnstyledButton>
      </Popover.Target>
      <Popover.Dropdown className="account" aria-label={name}>
        <strong>
          {name}: {say(figure.value, figure.unit)}
        </strong>
        <p className="formula">{figure.formula}</p>
        <Table withRowBorders={false} aria-label="Inputs">
          <Table.Tbody>
            {Object.entries(figure.inputs).map(([input, { value, unit }]) => (
              <Table.Tr key={input}>
                <Table.Th scope="row">{input.replaceAll("_", " ")}</Table.Th>
                <Table.Td>{say(value, unit)}</Table.Td>
              </Table.Tr>
            ))}
          </Table.Tbody>
        </Table>
        <p className="soft">{figure.source}</p>
      </Popover.Dropdown>
    </Popover>
  );
}
