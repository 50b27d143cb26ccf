import { useDocument, usePlanned, useView } from "../../state/context";
import { Part } from "../../ui/Part";

/** What each trade, and the crew, still has to come back to, and what it keeps open. */
export function TradeSheet() {
  const { plan } = usePlanned();
  const { openItem } = useView();
  const { document } = useDocument();
  const trades = plan?.work.trades ?? [];
  const nameOf = (id: string | null) => document.sections?.find((s) => s.id === id)?.name ?? id;
  if (trades.length === 0)
    return <p className="answer">Nobody has anything to come back to: the list is done or left out.</p>;
  return (
    <>
      {trades.map((trade) => (
        <Part key={trade.who} title={trade.who} aside={`${trade.keys.length} to come back to`}>
          <ul className="trade-list">
            {trade.keys.map((key) => {
              const item = plan?.work.items.find((one) => one.key === key);
              return item ? (
                <li key={key}>
                  <button type="button" className="link" onClick={() => openItem(key)}>
                    {item.number} {item.what}
                  </button>
                  {item.section && (document.sections?.length ?? 0) > 1 ? (
                    <span className="soft"> {nameOf(item.section)}</span>
                  ) : null}
                </li>
              ) : null;
            })}
          </ul>
          {trade.keeps_open.length ? <p className="note">Keeps open: {trade.keeps_open.join(", ")}.</p> : null}
        </Part>
      ))}
    </>
  );
}
