import { useEffect, useState } from "react";
import { entriesAndPhotos } from "../ui/unsent";
import { contactOf, Refusal } from "./ask";
import type { KeptPack, Memory } from "./memory";
import { keepFresh } from "./packs";
import { HandInFile } from "./parts/HandInFile";
import { NoConnection } from "./parts/NoConnection";
import { SignInLink } from "./parts/SignInLink";
import { fetchDays, fetchPack } from "./wire";

interface FieldJob {
  job: string;
  name: string;
  address: string | null;
  crew: string;
  bags: number;
  half: number;
}

interface FieldDays {
  device: string | null;
  crew: string | null;
  person?: string | null;
  writes?: boolean;
  /** The program speaks TLS itself, by a certificate that this phone was taught to trust. */
  own_certificate?: boolean;
  days: { day: string; jobs: FieldJob[] }[];
}

const DAYS = ["Today", "Tomorrow"];
const HALVES = ["morning", "afternoon"];

interface Props {
  memory: Memory;
  device: string;
  open: (job: string) => void;
  ready: boolean;
}

/** The jobs of today and tomorrow; their packs are fetched at once, so that all of them open without a signal. */
export function Days({ memory, device, open, ready }: Props) {
  const [days, setDays] = useState<FieldDays | null>(null);
  const [packs, setPacks] = useState<Map<string, KeptPack>>(new Map());
  const [said, setSaid] = useState<string | null>(null);
  const [signIn, setSignIn] = useState(false);
  const [offline, setOffline] = useState(false);
  const [unsent, setUnsent] = useState<string | null>(null);
  const [actor, setActor] = useState("");

  useEffect(() => {
    void (async () => {
      setActor((await memory.remembered<string>("actor")) ?? "");
      const look = async () => setPacks(new Map((await memory.packs()).map((kept) => [kept.job, kept])));
      await look();
      setUnsent(entriesAndPhotos((await memory.unsettled()).length, (await memory.photos()).length));
      setDays((await memory.remembered<FieldDays>("days")) ?? null);
      try {
        const found = await fetchDays<FieldDays>(memory);
        await memory.remember("days", found);
        setDays(found);
        if (found.person) await memory.remember("actor", found.person);
        for (const { job } of found.days.flatMap((day) => day.jobs)) {
          // Taken where no day is open, kept beside the old one where somebody is at work by it.
          await keepFresh(memory, job, await fetchPack(memory, job), null, new Date());
          await look();
        }
        setSaid(null);
      } catch (error) {
        setSignIn(error instanceof Refusal && error.signIn);
        setOffline(contactOf(error).kind === "offline");
        setSaid(error instanceof Refusal ? error.message : "No connection: these are the days as last seen.");
      }
    })();
  }, [memory]);

  return (
    <main>
      <header className="top">
        <b>Days of the crew</b>
        <span>{ready ? "ready without a connection" : "not ready yet: keep the connection"}</span>
      </header>
      {said && (
        <p className="card warn">
          {said} {signIn && <SignInLink />}
          {offline && <NoConnection own={days?.own_certificate ?? false} />}
        </p>
      )}
      {days?.writes === false && (
        <p className="card warn">Your account looks on: what is tapped here stays on this phone and is not sent.</p>
      )}
      {days?.person ? (
        <p className="soft">The log is written under the name of {days.person}, who is signed in.</p>
      ) : (
        <label className="card field">
          Who holds this phone?
          <input
            value={actor}
            placeholder="name, for the log"
            maxLength={60}
            onChange={(event) => {
              setActor(event.target.value);
              void memory.remember("actor", event.target.value.trim() || "crew");
            }}
          />
        </label>
      )}
      {days?.days.map((day, i) => (
        <section key={day.day}>
          <h2>
            {DAYS[i] ?? "Next"} · {day.day}
          </h2>
          {day.jobs.length === 0 && (
            <p className="soft">Nothing stands on this day. The office places jobs on the Calendar.</p>
          )}
          {day.jobs.map((job) => (
            <JobOfDay key={`${job.job} ${job.half}`} job={job} kept={packs.get(job.job)} open={() => open(job.job)} />
          ))}
        </section>
      ))}
      {unsent && (
        <HandInFile memory={memory} device={device} count={`${unsent} that the program does not have in its log`} />
      )}
      {!days && !said && <p className="soft">Asking for the days …</p>}
      {!days && said && <p className="soft">Open a job by its own address once, while there is a connection.</p>}
    </main>
  );
}

function JobOfDay({ job, kept, open }: { job: FieldJob; kept: KeptPack | undefined; open: () => void }) {
  const stops = (kept?.newer ?? kept?.pack)?.fill.stops ?? [];
  return (
    <button type="button" className="card job" onClick={open}>
      <b>{job.name}</b>
      {job.address && job.address !== job.name && <span>{job.address}</span>}
      <span>
        {HALVES[job.half]} · {job.crew} · {job.bags} bags{kept ? ` · ${kept.pack.load.length} lines to load` : ""}
      </span>
      {stops.length > 0 && <span className="bad">What stops it: {stops.map((stop) => stop.what).join(", ")}</span>}
      <span className="soft">{kept ? "on this phone" : "fetching …"}</span>
    </button>
  );
}
