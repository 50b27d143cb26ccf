import { Button } from "@mantine/core";
import { useDocument, usePlanned } from "../../state/context";
import { Part } from "../../ui/Part";

/** What the crew found beside the list: the office puts it there, as a change that the customer is asked about. */
export function FoundMore() {
  const { log } = usePlanned();
  const { document, job } = useDocument();
  const listed = new Set((document.preparation?.added ?? []).map((item) => item.id));
  const found = (log.day?.found ?? []).map((one) => ({ ...one, id: idOf(one.entry) }));
  if (!found.length) return null;
  return (
    <Part title="Found more" aside={`${found.length}`}>
      <ul className="asked">
        {found.map((one) => (
          <li key={one.entry}>
            <span>
              {String(one.value.text)} <span className="soft">{one.by}</span>
            </span>
            {listed.has(one.id) ? (
              <span className="soft">on the list</span>
            ) : (
              <Button
                size="compact-sm"
                variant="default"
                onClick={() =>
                  job.edit("what the crew found", (d) => {
                    const section = typeof one.value.section === "string" ? one.value.section : undefined;
                    d.preparation = {
                      ...d.preparation,
                      added: [
                        ...(d.preparation?.added ?? []),
                        {
                          id: one.id,
                          kind: "other",
                          text: String(one.value.text),
                          after_offer: true,
                          ...(section ? { section } : {}),
                        },
                      ],
                    };
                  })
                }
              >
                put it on the list
              </Button>
            )}
          </li>
        ))}
      </ul>
      <p className="note">It stands in Prepare as a change, in no price before the customer's yes.</p>
    </Part>
  );
}

const idOf = (entry: string) => `found-${entry.slice(0, 8)}`;
