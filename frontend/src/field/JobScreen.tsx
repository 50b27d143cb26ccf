import { useEffect, useState } from "react";
import type { Memory } from "./memory";
import { CheckTab } from "./parts/CheckTab";
import { FillTab } from "./parts/FillTab";
import { LoadTab } from "./parts/LoadTab";
import { PrepareTab } from "./parts/PrepareTab";
import { stayAwake } from "./senses";
import { type Field, useField } from "./useField";

const TABS = ["Prepare", "Load", "Fill", "Check"] as const;
type Tab = (typeof TABS)[number];
const SHOWN = { Prepare: PrepareTab, Load: LoadTab, Fill: FillTab, Check: CheckTab };
export const clock = (iso: string) => new Date(iso).toLocaleTimeString("en-GB", { hour: "2-digit", minute: "2-digit" });

interface Props {
  memory: Memory;
  device: string;
  job: string;
  ready: boolean;
  back: () => void;
}

/** A job on the phone: four tabs over one log. */
export function JobScreen({ memory, device, job, ready, back }: Props) {
  const field = useField(memory, device, job);
  const [tab, setTab] = useState<Tab>(() => (sessionStorage.getItem("field.tab") as Tab | null) ?? "Prepare");
  const [asleep, setAsleep] = useState<string | null>(null);
  useEffect(() => stayAwake(setAsleep), []);
  if (!field) return <main aria-busy="true" />;
  if ("missing" in field)
    return (
      <main>
        <p className="card warn">{field.missing}</p>
        <button type="button" onClick={back}>
          Days of the crew
        </button>
      </main>
    );
  const Shown = SHOWN[tab];
  return (
    <>
      <main className="tabbed">
        <header className="top">
          <button type="button" className="link" onClick={back}>
            ‹ {field.pack.name}
          </button>
          <span role="status">{keptWords(field)}</span>
        </header>
        <p className="soft ready">
          {field.entries.some((one) => one.entry.actor === "practice") && (
            <b>Practice: a made-up machine counts here. </b>
          )}
          revision {field.pack.revision} · {ready ? "ready without a connection" : "not ready yet: keep the connection"}
        </p>
        {field.failure && (
          <p className="card stop" role="alert">
            {field.failure}
          </p>
        )}
        {field.contact.kind === "unknown" && <p className="card warn">{field.contact.why}</p>}
        {field.contact.kind === "trouble" && <p className="card warn">Not sent: {field.contact.why}</p>}
        {asleep && <p className="soft">{asleep}</p>}
        {field.newer && <Newer field={field} />}
        {field.refused.length > 0 && <Refused field={field} />}
        <Shown field={field} />
      </main>
      <nav className="tabs" aria-label="Tabs">
        {TABS.map((name) => (
          <button
            type="button"
            key={name}
            aria-current={name === tab ? "page" : undefined}
            onClick={() => {
              sessionStorage.setItem("field.tab", name);
              setTab(name);
            }}
          >
            {name}
          </button>
        ))}
      </nav>
    </>
  );
}

function keptWords(field: Field): string {
  const waiting = field.waiting + field.photosWaiting;
  const kept = waiting ? `${waiting} kept here` : "";
  const { contact } = field;
  const sent =
    contact.kind === "sent" ? `last sent ${clock(contact.at)}` : contact.kind === "offline" ? "no connection" : "";
  return [sent, kept].filter(Boolean).join(" · ");
}

function Newer({ field }: { field: Field }) {
  return (
    <div className="card notice">
      <p>
        The office has revision {field.newer?.revision} of this job. You go on by {field.pack.revision} until you take
        the other; what is counted stays.
      </p>
      <button type="button" onClick={() => void field.takeNewer()}>
        Take revision {field.newer?.revision}
      </button>
    </div>
  );
}

function Refused({ field }: { field: Field }) {
  return (
    <div className="card stop">
      <b>Refused by the program, kept here and not counted:</b>
      {field.refused.map((one) => (
        <p key={one.id}>
          {one.entry.kind} of {clock(one.entry.at)}: {one.why}
        </p>
      ))}
    </div>
  );
}
