import { Button, Table } from "@mantine/core";
import { useDisclosure } from "@mantine/hooks";
import { rows, speaks } from "../../drawings/rack/rows";
import { useDocument, usePlanned } from "../../state/context";
import { Dialog } from "../../ui/Dialog";
import { Part } from "../../ui/Part";
import { fixed, useUnits } from "../../ui/units";

/** The pinned ways, line by line. */
export function SideBySide() {
  const { document, job } = useDocument();
  const { rack } = usePlanned();
  const units = useUnits();
  const [opened, dialog] = useDisclosure(false);
  const pinned = document.weighing?.pinned ?? [];
  const ways = pinned.map((id) => rack.answer?.ways.find((way) => way.weighed.id === id));
  const found = ways.filter((way) => way !== undefined);
  const lines = [...new Set(found.flatMap((way) => way.weighed.cost?.lines.map((line) => line.what) ?? []))];
  return (
    <Part title="Pinned" aside={`${pinned.length} of 4`}>
      {found.length ? (
        <>
          <ul className="why-list">
            {found.map((way) => (
              <li key={way.weighed.id}>
                {way.weighed.title}, {way.weighed.subtitle}{" "}
                {way.weighed.cost ? null : <span className="soft">(no price yet: it is not on the offer)</span>}{" "}
                <button
                  type="button"
                  className="link"
                  aria-label={`Unpin ${way.weighed.title}, ${way.weighed.subtitle}`}
                  onClick={() =>
                    job.edit("what is pinned", (d) => {
                      d.weighing = { ...d.weighing, pinned: pinned.filter((id) => id !== way.weighed.id) };
                    })
                  }
                >
                  unpin
                </button>
              </li>
            ))}
          </ul>
          <Button size="sm" variant="default" onClick={dialog.open}>
            See them line by line
          </Button>
          <p className="note">The offer ({"\u22ef"} at the top) shows the first three of them to the customer.</p>
        </>
      ) : (
        <p className="answer">Pin up to four cores to see them line by line and to put them on an offer.</p>
      )}
      {pinned.length > found.length && rack.answer ? (
        <p className="note">{pinned.length - found.length} pinned before is no longer among the ways weighed.</p>
      ) : null}
      <Dialog title="Side by side" opened={opened} onClose={dialog.close} size="lg">
        <div className="core-scroll">
          <Table aria-label="Pinned ways line by line" className="side-by-side">
            <Table.Thead>
              <Table.Tr>
                <Table.Th scope="col">
                  <span className="hidden">figure</span>
                </Table.Th>
                {found.map((way) => (
                  <Table.Th scope="col" key={way.weighed.id}>
                    {way.weighed.title}
                    <span className="soft"> {way.weighed.subtitle}</span>
                  </Table.Th>
                ))}
              </Table.Tr>
            </Table.Thead>
            <Table.Tbody>
              {rows(units).map((row) => (
                <Table.Tr key={row.name}>
                  <Table.Th scope="row">{row.name}</Table.Th>
                  {found.map((way) => (
                    <Table.Td key={way.weighed.id}>{row.of(way)}</Table.Td>
                  ))}
                </Table.Tr>
              ))}
              {lines.map((what) => (
                <Table.Tr key={what}>
                  <Table.Th scope="row">{what}</Table.Th>
                  {found.map((way) => {
                    const line = way.weighed.cost?.lines.find((l) => l.what === what);
                    return (
                      <Table.Td key={way.weighed.id}>
                        {line ? `${way.weighed.cost?.currency}${fixed(line.total)}` : ""}
                      </Table.Td>
                    );
                  })}
                </Table.Tr>
              ))}
              <Table.Tr>
                <Table.Th scope="row">speaks for it</Table.Th>
                {found.map((way) => (
                  <Table.Td key={way.weighed.id}>{speaks(way)}</Table.Td>
                ))}
              </Table.Tr>
              <Table.Tr>
                <Table.Th scope="row">against it</Table.Th>
                {found.map((way) => (
                  <Table.Td key={way.weighed.id}>{way.why_not.join(" ")}</Table.Td>
                ))}
              </Table.Tr>
            </Table.Tbody>
          </Table>
        </div>
      </Dialog>
    </Part>
  );
}
