import { useEffect, useState } from "react";
import { NEARLY_FULL } from "../ui/logRoom";
import { rightTime } from "./entry";
import type { Memory } from "./memory";
import { CheckTab } from "./parts/CheckTab";
import { FillTab } from "./parts/FillTab";
import { LoadTab } from "./parts/LoadTab";
import { NoConnection } from "./parts/NoConnection";
import { PrepareTab } from "./parts/PrepareTab";
import { SignInLink } from "./parts/SignInLink";
import { stayAwake } from "./senses";
import { clock } from "./time";
import { type Field, useField } from "./useField";

const TABS = ["Prepare", "Load", "Fill", "Check"] as const;
type Tab = (typeof TABS)[number];
const SHOWN = { Prepare: PrepareTab, Load: LoadTab, Fill: FillTab, Check: CheckTab };

interface Props {
  memory: Memory;
  device: string;
  former: readonly string[];
  job: string;
  ready: boolean;
  back: () => void;
}

/** A job on the phone: four tabs over one log. */
export function JobScreen({ memory, device, former, job, ready, back }: Props) {
  const field = useField(memory, device, former, job);
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
          {(field.run.walked.day?.practice ?? field.run.walked.practice) && (
            <b>Practice: nothing here is of a real attic. </b>
          )}
          revision {field.pack.revision} · {ready ? "ready without a connection" : "not ready yet: keep the connection"}
        </p>
        {field.failure && (
          <p className="card stop" role="alert">
            {field.failure}
          </p>
        )}
        {field.contact.kind === "unknown" && (
          <p className="card warn">
            {field.contact.why.replace(/\.$/, "")}. What was written here is kept.{" "}
            {field.contact.signIn && <SignInLink />}
          </p>
        )}
        {field.contact.kind === "trouble" && (
          <p className="card warn">
            Nothing gets through: {field.contact.why.replace(/\.$/, "")}. What was written here is kept.
          </p>
        )}
        {field.held.length > 0 && (
          <p className="card warn">
            {field.held.length === 1 ? "1 entry is" : `${field.held.length} entries are`} held for the office to take or
            refuse: {field.held[0]?.why}.
          </p>
        )}
        {field.contact.kind === "offline" && field.own && (
          <p className="soft">
            No connection.
            <NoConnection own />
          </p>
        )}
        {field.room !== null && field.room < NEARLY_FULL && (
          <p className="card warn">
            {field.room > 0
              ? `The log of this job is nearly full: it takes ${field.room} more entries. Tell the office.`
              : "The log of this job is full: what is written now is kept here. Tell the office."}
          </p>
        )}
        {asleep && <p className="soft">{asleep}</p>}
        {field.newer && <Newer field={field} />}
        {(field.refused.length > 0 || field.photos.some((photo) => photo.refused !== undefined)) && (
          <Refused field={field} />
        )}
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

/** Always true: what waits and since when, or that nothing does and when the program was heard last. */
function keptWords(field: Field): string {
  const photos = field.photos.filter((photo) => photo.refused === undefined);
  const waiting = [...field.waiting.map((one) => rightTime(one.entry)), ...photos.map((photo) => photo.at)].sort();
  const { contact } = field;
  if (waiting.length) return `not sent: ${waiting.length}, since ${clock(waiting[0] as string)}`;
  if (contact.kind === "heard") return `all is sent · heard ${clock(contact.at)}`;
  if (contact.kind === "slow") return "the program answers slowly · all is sent";
  return contact.kind === "offline" ? "no connection · all is sent" : "all is sent";
}

function Newer({ field }: { field: Field }) {
  return (
    <div className="card notice">
      <p>
        The office has revision {field.newer?.revision} of this job. You go on by {field.pack.revision} until you take
        the other; what is counted stays, and its stops hold at once.
      </p>
      <button type="button" onClick={() => void field.takeNewer()}>
        Take revision {field.newer?.revision}
      </button>
    </div>
  );
}

/** What the program will not have: kept here with why, until somebody takes it away. */
function Refused({ field }: { field: Field }) {
  const photos = field.photos.filter((photo) => photo.refused !== undefined);
  const lines = [
    ...field.refused.map((one) => ({
      id: one.id,
      what: `${one.entry.kind} of ${clock(rightTime(one.entry))}`,
      why: one.why,
    })),
    ...photos.map((photo) => ({ id: photo.id, what: `photo of ${clock(photo.at)}`, why: photo.refused })),
  ];
  return (
    <div className="card stop">
      <b>Refused by the program, kept here and not counted:</b>
      {lines.map((line) => (
        <div className="row" key={line.id}>
          <span className="grow">
            {line.what}: {line.why}
          </span>
          <button type="button" aria-label={`Take away: ${line.what}`} onClick={() => void field.takeAway(line.id)}>
            take away
          </button>
        </div>
      ))}
    </div>
  );
}
