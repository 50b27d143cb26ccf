import { Popover, Table, UnstyledButton } from "@mantine/core";
import { type ReactNode, useEffect, useState } from "react";
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
  const [used, use] = useState(false);
  if (!figure || figure.value === null) return <span className="figure">{children}</span>;
  // There are many figures on a sheet, and hardly one is opened: what opens is made when it is asked for.
  if (!used)
    return (
      <UnstyledButton className="figure opens" onClick={() => use(true)}>
        {children}
        <Opens name={name} />
      </UnstyledButton>
    );
  return (
    <Account figure={figure} name={name}>
      {children}
    </Account>
  );
}

const Opens = ({ name }: { name: string }) => <span className="hidden"> {name}: how it came about</span>;

function Account({ figure, name, children }: { figure: Figure; name: string; children: ReactNode }) {
  const units = useUnits();
  const [opened, setOpened] = useState(false);
  // After the button has the keyboard, to which closing gives it back.
  useEffect(() => setOpened(true), []);
  const say = (value: number | string | null, unit: string) => {
    if (typeof value !== "number") return String(value);
    const shown = units.figure(value, unit);
    return `${shown.value} ${shown.unit}`;
  };
  return (
    <Popover width={340} shadow="md" withArrow trapFocus returnFocus opened={opened} onChange={setOpened}>
      <Popover.Target>
        <UnstyledButton className="figure opens" autoFocus onClick={() => setOpened(!opened)}>
          {children}
          <Opens name={name} />
        </UnstyledButton>
      </Popover.Target>
      <Popover.Dropdown className="account" aria-label={name}>
        <strong>
          {name}: {figure.value === null ? "–" : say(figure.value, figure.unit)}
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
