import { Button, Group, Table } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { ask } from "../../api/client";
import type { JobDocument, PlanAnswer, Span, Totals } from "../../api/types";
import type { JobHandle } from "../../state/useJob";
import { Dialog } from "../../ui/Dialog";
import { useUnits } from "../../ui/units";

function useTotals(document: JobDocument): Totals | null {
  const { data } = useQuery({
    queryKey: ["totals", document],
    queryFn: async () => (await ask<PlanAnswer>("POST", "/api/plan", { job: document })).data.plan.totals,
  });
  return data ?? null;
}

/** Somebody else saved in between: both versions side by side; neither is lost. */
export function ConflictDialog({ job }: { job: JobHandle }) {
  if (!job.conflict) return null;
  return <Both job={job} theirs={job.conflict.theirs} savedAt={job.conflict.savedAt} />;
}

function Both({ job, theirs, savedAt }: { job: JobHandle; theirs: JobDocument; savedAt: string }) {
  const units = useUnits();
  const mine = useTotals(job.document);
  const other = useTotals(theirs);
  const span = (value: Span | null | undefined, show: (v: number) => string) =>
    value ? show(value.most) : "not known yet";
  const rows: [string, (t: Totals, d: JobDocument) => string][] = [
    ["name", (_t, d) => d.name ?? ""],
    ["floor", (t) => (t.area_ft2 ? `${units.area(t.area_ft2).value} ${units.area(0).unit}` : "–")],
    ["bags to order", (t) => t.bags_order?.toString() ?? "not known yet"],
    ["bundles to order", (t) => t.bundles_order?.toString() ?? "not known yet"],
    ["fill line", (t) => span(t.fill_line_in, (v) => `${units.depth(v).value} ${units.depth(v).unit}`)],
    ["R after", (t) => span(t.r_nominal, units.r)],
  ];
  return (
    <Dialog opened title="Saved by somebody else in between" size="lg">
      <p>
        Your edits are kept in this browser and are not saved yet. Whichever you keep, the other stays: theirs in the
        history, yours one undo away.
      </p>
      <Table aria-label="Both versions">
        <Table.Thead>
          <Table.Tr>
            <Table.Td />
            <Table.Th>yours, here</Table.Th>
            <Table.Th>theirs, saved {savedAt}</Table.Th>
          </Table.Tr>
        </Table.Thead>
        <Table.Tbody>
          {rows.map(([name, show]) => (
            <Table.Tr key={name}>
              <Table.Th scope="row">{name}</Table.Th>
              <Table.Td>{mine ? show(mine, job.document) : "…"}</Table.Td>
              <Table.Td>{other ? show(other, theirs) : "…"}</Table.Td>
            </Table.Tr>
          ))}
        </Table.Tbody>
      </Table>
      <Group justify="flex-end" mt="md">
        <Button variant="default" onClick={() => job.resolve("theirs")}>
          Take theirs
        </Button>
        <Button onClick={() => job.resolve("mine")}>Keep mine</Button>
      </Group>
    </Dialog>
  );
}
