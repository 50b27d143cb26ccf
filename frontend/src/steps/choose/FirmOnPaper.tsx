import { Button } from "@mantine/core";
import type { FirmCard } from "../../api/types";
import { NumberField } from "../../inputs/NumberField";
import { useDocument } from "../../state/context";
import { useFirm } from "../../state/useFirm";
import { Part } from "../../ui/Part";
import { TextField } from "../../ui/TextField";

/** Who offers: name, address and licence as they stand on paper, and how long an offer holds. */
export function FirmOnPaper() {
  const { document, job } = useDocument();
  const { keep, said } = useFirm();
  const card = document.firm ?? {};
  const set = (change: Partial<FirmCard>) =>
    job.edit("the firm on paper", (d) => {
      d.firm = { ...d.firm, ...change };
    });
  return (
    <Part title="Firm on paper" aside={card.name ? undefined : "the offer has no name yet"}>
      <TextField label="Firm" value={card.name ?? ""} onValue={(name) => set({ name: name || null })} />
      <TextField
        label="Its address"
        value={card.address ?? ""}
        onValue={(address) => set({ address: address || null })}
      />
      <div className="pair">
        <TextField
          label="Licence"
          value={card.licence ?? ""}
          onValue={(licence) => set({ licence: licence || null })}
        />
        <NumberField
          label="An offer holds"
          unit="days"
          path="firm.offer_days"
          value={card.offer_days}
          least={1}
          most={365}
          whole
          mayBeEmpty
          onValue={(offer_days) => set({ offer_days })}
        />
      </div>
      {keep ? (
        <Button size="sm" variant="default" onClick={() => void keep((f) => ({ ...f, card: document.firm ?? {} }))}>
          Keep this for the firm
        </Button>
      ) : null}
      {said ? (
        <p className="note" role="status">
          {said}
        </p>
      ) : null}
    </Part>
  );
}
