import { Button } from "@mantine/core";
import type { RunAnswer } from "../../api/types";
import { usePlanned } from "../../state/context";
import { Part } from "../../ui/Part";
import { clock } from "./DaySheet";

const KEPT_BACK = new Set(["void"]);

/** Every entry with who, when, and what took it back; what does not go with the plan, and why. */
export function EntriesSheet({ run }: { run: RunAnswer }) {
  const { log } = usePlanned();
  const names = new Map(run.contacts.map((contact) => [contact.device, contact.name]));
  const voiding = new Map(run.entries.map((entry) => [entry.id, entry]));
  return (
    <>
      {run.refused.length + run.ignored.length ? (
        <Part title="Kept, and not counted" aside={`${run.refused.length + run.ignored.length}`}>
          <ul className="entries">
            {[...run.refused, ...run.ignored].map((one) => (
              <li key={one.id}>
                {voiding.get(one.id)?.text ?? one.id}: <span className="soft">{one.why}</span>
              </li>
            ))}
          </ul>
        </Part>
      ) : null}
      <Part title="Entries" aside={run.entries.length ? `${run.entries.length}, the newest first` : "none yet"}>
        {run.entries.length === 0 ? (
          <p className="note">What the phones and this desk write down stands here.</p>
        ) : null}
        <ul className="entries">
          {run.entries.map((entry) => {
            const by = entry.voided_by ? voiding.get(entry.voided_by) : null;
            return (
              <li key={entry.id} className={entry.voided_by ? "voided" : undefined}>
                <span>
                  <span className="entry-text">{entry.text}</span>{" "}
                  <span className="soft">
                    {entry.by} · {new Date(entry.at).toLocaleDateString("en-GB")} {clock(entry.at)} ·{" "}
                    {names.get(entry.device) ?? entry.device}
                    {entry.clock === "shifted" ? " · its clock was wrong, placed as of arrival" : ""}
                    {entry.clock === "run" ? " · its clock was set, placed by its running time" : ""}
                    {by ? ` · taken back by ${by.by} ${clock(by.at)}` : ""}
                  </span>
                </span>
                {entry.voided_by || KEPT_BACK.has(entry.kind) ? null : (
                  <Button
                    size="compact-sm"
                    variant="default"
                    aria-label={`Take back: ${entry.text}`}
                    onClick={() => log.takeBack(entry.id)}
                  >
                    take back
                  </Button>
                )}
              </li>
            );
          })}
        </ul>
      </Part>
    </>
  );
}
