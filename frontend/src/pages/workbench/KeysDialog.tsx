import { Kbd, Table } from "@mantine/core";
import { Dialog } from "../../ui/Dialog";

export const KEYS: readonly [string, string][] = [
  ["1 – 5", "go to a step"],
  ["f", "to the flag of the fill line; then ↑ ↓ move it, Home and End go to its ends"],
  ["c", "to the cut on the Floor; then arrows move it by 1 ft; Tab goes on to A and B"],
  ["o", "to the first corner, reading, sign or photo on the Floor; Tab goes on to the next"],
  ["b", "to the bays of the run that is cut; then ← → go along, Space sets one, Shift and ← → sweep"],
  ["arrows", "move what is picked on the Floor by 6 in, with Shift by 1 in; Delete takes it away"],
  ["Enter", "on a wall's length: type it; on a section: open it; on a + : put a corner in"],
  ["u, Ctrl Z", "undo"],
  ["Shift U, Ctrl Shift Z", "redo"],
  ["m", "metric view, or feet and inches"],
  ["d", "dark or light"],
  ["Ctrl S", "save now"],
  ["?", "these keys"],
];

export function KeysDialog({ opened, onClose }: { opened: boolean; onClose: () => void }) {
  return (
    <Dialog opened={opened} onClose={onClose} title="Keys">
      <Table aria-label="Keys">
        <Table.Tbody>
          {KEYS.map(([keys, what]) => (
            <Table.Tr key={keys}>
              <Table.Th scope="row">
                <Kbd>{keys}</Kbd>
              </Table.Th>
              <Table.Td>{what}</Table.Td>
            </Table.Tr>
          ))}
        </Table.Tbody>
      </Table>
    </Dialog>
  );
}
