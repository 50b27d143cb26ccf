import { Button, TextInput } from "@mantine/core";
import { useState } from "react";
import type { RunAnswer } from "../../api/types";
import { type PaperDayTyped, paperEntries } from "../../document/paperDay";
import { usePlanned } from "../../state/context";
import { Dialog } from "../../ui/Dialog";
import { despiteOf, NOBODY_SAID, OpenSafety, saidEnough } from "../../ui/despite";
import { fixed } from "../../ui/units";
import { SaidFields } from "./DespiteSheet";

const today = () => new Date().toISOString().slice(0, 10);

/** A day that was kept on paper, typed in afterwards: each figure becomes an entry, as if a phone had written it. */
export function PaperDay({ run, onClose }: { run: RunAnswer; onClose: () => void }) {
  const { log } = usePlanned();
  const [typed, setTyped] = useState<PaperDayTyped>({
    on: today(),
    begin: "08:00",
    end: "15:00",
    hopperStart: String(run.products[0]?.hopper.end ?? 0),
    hopperEnd: "0",
    bags: {},
  });
  const [said, setSaid] = useState(NOBODY_SAID);
  const unsaid = run.safety.length > 0 && !saidEnough(said);
  const made = paperEntries(typed, run, unsaid ? {} : despiteOf(run.safety, said));
  const set = (change: Partial<PaperDayTyped>) => setTyped({ ...typed, ...change });
  return (
    <Dialog title="A day kept on paper" opened onClose={onClose} size="lg">
      <div className="paper-day">
        {(
          [
            ["on", "Day", "date"],
            ["begin", "Began at", "time"],
            ["end", "Ended at", "time"],
          ] as const
        ).map(([name, label, type]) => (
          <TextInput
            key={name}
            label={label}
            type={type}
            value={typed[name]}
            onChange={(event) => set({ [name]: event.currentTarget.value })}
          />
        ))}
        {(
          [
            ["hopperStart", "In the hopper at the start, bags"],
            ["hopperEnd", "In the hopper at the end, bags"],
          ] as const
        ).map(([name, label]) => (
          <TextInput
            key={name}
            label={label}
            inputMode="decimal"
            value={typed[name]}
            onChange={(event) => set({ [name]: event.currentTarget.value })}
          />
        ))}
      </div>
      <table className="bands-table">
        <thead>
          <tr>
            <th>Band</th>
            <th>Planned</th>
            <th>Bags in, by the paper</th>
          </tr>
        </thead>
        <tbody>
          {run.by_band.map((band) => (
            <tr key={band.number}>
              <td>{band.number}</td>
              <td>{fixed(band.quota, 1)}</td>
              <td>
                <TextInput
                  aria-label={`Bags in band ${band.number}`}
                  inputMode="numeric"
                  value={typed.bags[band.number] ?? ""}
                  onChange={(event) => set({ bags: { ...typed.bags, [band.number]: event.currentTarget.value } })}
                />
              </td>
            </tr>
          ))}
        </tbody>
      </table>
      {"wrong" in made ? <p className="at-place caution">{made.wrong}</p> : null}
      {run.stops.length ? (
        <p className="at-place stop">
          <b>{run.stops.length === 1 ? "A stop stands" : `${run.stops.length} stops stand`}.</b> The day is kept and
          marked as one begun under it.
        </p>
      ) : null}
      {run.safety.length ? (
        <div className="at-place caution">
          <OpenSafety open={run.safety} />
          <p>Who began in spite of it, and why? Both stand on the attic card.</p>
          <SaidFields said={said} onSaid={setSaid} />
        </div>
      ) : null}
      <div className="row">
        <Button
          disabled={"wrong" in made || unsaid}
          onClick={() => {
            if ("wrong" in made) return;
            log.addPaperDay(made.entries);
            onClose();
          }}
        >
          Type it in{"entries" in made ? ` (${made.bags} bags)` : ""}
        </Button>
        <Button variant="default" onClick={onClose}>
          Leave it
        </Button>
      </div>
    </Dialog>
  );
}
