import { Button, Group, Table } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { ask } from "../../api/client";
import type { ChangeList, JobDocument, PlanAnswer, Span, Totals } from "../../api/types";
import { orderSaid } from "../../document/order";
import { type Conflict, OWN_TAB } from "../../state/saving";
import type { JobHandle } from "../../state/useJob";
import { Dialog } from "../../ui/Dialog";
import { useUnits } from "../../ui/units";
import { ChangeTable } from "./ChangeTable";

function useTotals(document: JobDocument): Totals | null {
  const { data } = useQuery({
    queryKey: ["totals", document],
    queryFn: async () => (await ask<PlanAnswer>("POST", "/api/plan", { job: document })).data.plan.totals,
  });
  return data ?? null;
}

function useDifferences(before: JobDocument, after: JobDocument) {
  const { data } = useQuery({
    queryKey: ["compare", before, after],
    queryFn: async () => (await ask<ChangeList>("POST", "/api/compare", { before, after })).data.changes,
  });
  return data ?? null;
}

/** Somebody else, or another tab, saved in between: what differs, field by field; neither version is lost. */
export function ConflictDialog({ job }: { job: JobHandle }) {
  if (!job.conflict) return null;
  return <Both job={job} conflict={job.conflict} />;
}

function Both({ job, conflict }: { job: JobHandle; conflict: Conflict }) {
  const { theirs, savedAt, by } = conflict;
  const own = by === OWN_TAB;
  const differences = useDifferences(job.document, theirs);
  const units = useUnits();
  const mine = useTotals(job.document);
  const other = useTotals(theirs);
  const span = (value: Span | null | undefined, show: (v: number) => string) =>
    value ? show(value.most) : "not known yet";
  const rows: [string, (t: Totals) => string][] = [
    ["floor", (t) => (t.area_ft2 ? `${units.area(t.area_ft2).value} ${units.area(0).unit}` : "–")],
    [
      "to order",
      (t) => {
        const said = orderSaid(t);
        return said ? (said.by ?? `${said.value} ${said.name.replace(" to order", "")}`) : "not known yet";
      },
    ],
    ["fill line", (t) => span(t.fill_line_in, (v) => `${units.depth(v).value} ${units.depth(v).unit}`)],
    ["R after", (t) => span(t.r_nominal, units.r)],
  ];
  return (
    <Dialog
      opened
      title={own ? "Saved in another tab of yours in between" : "Saved by somebody else in between"}
      size="lg"
    >
      <p>
        Your edits in this tab are kept in this browser and are not saved yet. Whichever you keep, the other stays:{" "}
        {own ? "the other tab's" : "theirs"} in the history, yours one undo away.
      </p>
      <Table aria-label="Both versions">
        <Table.Thead>
          <Table.Tr>
            <Table.Td />
            <Table.Th>yours, here</Table.Th>
            <Table.Th>
              by {by}, {savedAt}
            </Table.Th>
          </Table.Tr>
        </Table.Thead>
        <Table.Tbody>
          {rows.map(([name, show]) => (
            <Table.Tr key={name}>
              <Table.Th scope="row">{name}</Table.Th>
              <Table.Td>{mine ? show(mine) : "…"}</Table.Td>
              <Table.Td>{other ? show(other) : "…"}</Table.Td>
            </Table.Tr>
          ))}
        </Table.Tbody>
      </Table>
      {differences ? (
        <ChangeTable
          label="What differs"
          heads={["yours, here", own ? "the other tab" : "theirs"]}
          changes={differences}
        />
      ) : (
        <p className="note">Comparing …</p>
      )}
      <Group justify="flex-end" mt="md">
        <Button variant="default" onClick={() => job.edits.resolve("theirs")}>
          {own ? "Take the other tab's" : "Take theirs"}
        </Button>
        <Button onClick={() => job.edits.resolve("mine")}>Keep mine</Button>
      </Group>
    </Dialog>
  );
}
