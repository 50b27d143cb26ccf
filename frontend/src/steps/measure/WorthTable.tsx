import { Table } from "@mantine/core";
import { usePlanned } from "../../state/context";
import { Part } from "../../ui/Part";
import { useUnits } from "../../ui/units";

/** What the old fill is worth and why: R as labelled, and what each defect takes. */
export function WorthTable() {
  const { sectionPlan } = usePlanned();
  const units = useUnits();
  const steps = sectionPlan?.old_fill?.worth ?? [];
  if (steps.length === 0) return null;
  const signed = (change: number) => `${change > 0 ? "+" : "−"}${units.r(Math.abs(change)).replace(/R-|RSI /, "")}`;
  return (
    <Part title="What it is worth">
      <Table className="worth" aria-label="R of the old fill, defect by defect" withRowBorders={false}>
        <Table.Tbody>
          {steps.map((step, i) => (
            <Table.Tr key={step.what}>
              <Table.Th scope="row">{step.what}</Table.Th>
              <Table.Td className="change">{i === 0 ? "" : signed(step.change)}</Table.Td>
              <Table.Td>
                <b>{units.r(step.r)}</b>
              </Table.Td>
            </Table.Tr>
          ))}
        </Table.Tbody>
      </Table>
    </Part>
  );
}
