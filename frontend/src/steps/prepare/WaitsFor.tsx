import type { WorkItem } from "../../api/types";
import { usePlanned, useView } from "../../state/context";

const MOST = 4;

/** What an item waits for and what waits for it; each leads there. */
export function WaitsFor({ item }: { item: WorkItem }) {
  return (
    <>
      <Listed title="Waits for" keys={item.waits_for} />
      <Listed title="Waits for this" keys={item.waited_for_by} />
    </>
  );
}

function Listed({ title, keys }: { title: string; keys: readonly string[] }) {
  const { plan } = usePlanned();
  const { openItem } = useView();
  if (keys.length === 0) return null;
  const items = keys.flatMap((key) => plan?.work.items.find((other) => other.key === key) ?? []);
  return (
    <p className="note">
      {title}:{" "}
      {items.slice(0, MOST).map((other, i) => (
        <span key={other.key}>
          {i ? ", " : ""}
          <button type="button" className="link" onClick={() => openItem(other.key)}>
            {other.number} {other.what}
          </button>
        </span>
      ))}
      {items.length > MOST ? ` and ${items.length - MOST} more` : ""}
    </p>
  );
}
