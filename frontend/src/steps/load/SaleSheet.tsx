import { Button } from "@mantine/core";
import { STAGES } from "../../api/generated/registries";
import type { Sale, Trade } from "../../api/types";
import { useDocument } from "../../state/context";
import { Part } from "../../ui/Part";
import { Pick } from "../../ui/Pick";
import { TextField } from "../../ui/TextField";

const today = () => new Date().toLocaleDateString("sv-SE");

/** Whether the customer has bought, by when it is promised, and which trades have to be through first. */
export function SaleSheet() {
  const { document, job } = useDocument();
  const sale = document.sale ?? {};
  const trades = document.trades ?? [];
  const set = (label: string, change: Partial<Sale>) =>
    job.edit(label, (d) => {
      d.sale = { ...d.sale, ...change };
    });
  const trade = (i: number, change: Partial<Trade>) =>
    job.edit("a trade", (d) => {
      d.trades = (d.trades ?? []).map((one, at) => (at === i ? { ...one, ...change } : one));
    });
  return (
    <>
      <Part title="Sale" at="sale">
        <Pick
          label="The customer has"
          value={sale.stage ?? null}
          options={[
            { value: "offered", label: "an offer" },
            { value: "sold", label: "bought" },
            { value: "lost", label: STAGES.lost },
          ]}
          onValue={(stage) => set("the sale", { stage, on: today() })}
        />
        {sale.stage && sale.on ? <p className="note">Since {sale.on}.</p> : null}
        <DateField
          label="Promised by"
          value={sale.promised_by}
          onValue={(promised_by) => set("the promise", { promised_by })}
        />
        <p className="note">
          What is bought waits on the Calendar for a day; the shelf shows how far each job has come.
        </p>
      </Part>
      <Part title="In the attic" at="suits">
        <Pick
          label="Suits are worn"
          at="suits"
          value={document.suits === true ? "yes" : document.suits === false ? "no" : null}
          options={[
            { value: "yes", label: "yes" },
            { value: "no", label: "no" },
          ]}
          onValue={(to) =>
            job.edit("suits", (d) => {
              d.suits = to === "yes";
            })
          }
        />
        <p className="note">
          Not said: worn where old fill is cleared out. In suits each hour in the attic counts a row hotter on the
          Calendar.
        </p>
      </Part>
      <Part title="Trades that go first" at="trades">
        {trades.length === 0 ? <p className="note">None on record: the job may stand on any day.</p> : null}
        {trades.map((one, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: a trade is known by its place
          <div key={i} className="trade-line">
            <TextField
              label="Trade"
              value={one.trade}
              onValue={(name) => name.trim() && trade(i, { trade: name.trim() })}
            />
            <DateField label="There until" value={one.through_on} onValue={(through_on) => trade(i, { through_on })} />
            <Button
              size="compact-xs"
              variant="subtle"
              color="rust"
              aria-label={`Take ${one.trade} off`}
              onClick={() =>
                job.edit("a trade taken off", (d) => {
                  d.trades = (d.trades ?? []).filter((_, at) => at !== i);
                })
              }
            >
              take off
            </Button>
          </div>
        ))}
        <Button
          size="xs"
          variant="default"
          onClick={() =>
            job.edit("a trade that goes first", (d) => {
              d.trades = [...(d.trades ?? []), { trade: "electrician" }];
            })
          }
        >
          Add a trade
        </Button>
      </Part>
    </>
  );
}

function DateField({
  label,
  value,
  onValue,
}: {
  label: string;
  value: string | null | undefined;
  onValue: (value: string | null) => void;
}) {
  return (
    <label className="date-field">
      <span>{label}</span>
      <input type="date" value={value ?? ""} onChange={(event) => onValue(event.currentTarget.value || null)} />
    </label>
  );
}
