import { useEffect, useRef, useState } from "react";
import { at, base } from "../site/base";
import { Days } from "./Days";
import { JobScreen } from "./JobScreen";
import { type Joining, joinNow, readAddress } from "./joining";
import { Memory, type Opened, type PhotoLine } from "./memory";
import { JoinCard } from "./parts/JoinCard";
import { doorOf } from "./parts/NoConnection";
import { lacking } from "./senses";
import { type Offline, register, takeOver } from "./worker";

const jobOf = (path: string) => /^\/field\/([\w-]+)/.exec(path.slice(base.length))?.[1] ?? null;
const JOIN_EVERY_MS = 5000;
const SAID = "elm-cover-field.said";

/** The phone: its memory first, then the days or the job that the address names. */
export function App() {
  const memory = useRef(new Memory());
  const [opened, setOpened] = useState<Opened | null>(null);
  const [lost, setLost] = useState<readonly PhotoLine[]>([]);
  const [failure, setFailure] = useState<string | null>(null);
  const [offline, setOffline] = useState<Offline>({ ready: false, newer: false });
  const [job, setJob] = useState(jobOf(location.pathname));
  const [joining, setJoining] = useState<Joining>({ kind: "none" });
  const [notices, setNotices] = useState<string[]>(() => (localStorage.getItem(SAID) ? [] : lacking()));

  useEffect(() => {
    void (async () => {
      try {
        const found = await memory.current.open();
        await readAddress(memory.current);
        setJoining(await joinNow(memory.current));
        if (found.vanished)
          setNotices((now) => [
            ...now,
            `This phone’s memory was emptied by the browser. ${
              found.recovered
                ? `${found.recovered} entries not sent yet were kept a second time and are here again.`
                : "Nothing waited to be sent."
            } What was sent before comes back with the next connection.`,
          ]);
        else if (found.recovered)
          setNotices((now) => [
            ...now,
            `${found.recovered} entries were found in the second store and are here again.`,
          ]);
        setLost(found.lost);
        setOpened(found);
      } catch (error) {
        setFailure(error instanceof Error ? error.message : String(error));
      }
    })();
    void register(setOffline);
    const moved = () => setJob(jobOf(location.pathname));
    window.addEventListener("popstate", moved);
    void navigator.storage?.persist?.().catch(() => false);
    return () => window.removeEventListener("popstate", moved);
  }, []);

  // What waits for a connection is tried until it comes.
  const waits = joining.kind === "waits";
  useEffect(() => {
    if (!waits) return;
    const again = () => void joinNow(memory.current).then(setJoining);
    const timer = window.setInterval(again, JOIN_EVERY_MS);
    window.addEventListener("online", again);
    return () => {
      window.clearInterval(timer);
      window.removeEventListener("online", again);
    };
  }, [waits]);

  const go = (to: string | null) => {
    history.pushState(null, "", at(to ? `/field/${to}` : "/field/"));
    setJob(to);
  };
  if (failure)
    return (
      <main>
        <p className="card stop">
          This browser keeps nothing ({failure}). Leave private browsing, or count by hand and type the day in at the
          desk.
        </p>
      </main>
    );
  if (!opened) return <main aria-busy="true" />;
  return (
    <>
      {notices.length > 0 && (
        <aside className="card notice">
          {notices.map((text) => (
            <p key={text}>{text}</p>
          ))}
          <button
            type="button"
            onClick={() => {
              localStorage.setItem(SAID, "yes");
              setNotices([]);
            }}
          >
            Understood
          </button>
        </aside>
      )}
      {lost.length > 0 && (
        <aside className="card stop">
          <p>
            {lost.length === 1 ? "A photo was" : `${lost.length} photos were`} lost by the browser before{" "}
            {lost.length === 1 ? "it was" : "they were"} sent, taken{" "}
            {lost.map((line) => new Date(line.at).toLocaleString()).join(", ")}. Take{" "}
            {lost.length === 1 ? "it" : "them"} again.
          </p>
          <button
            type="button"
            onClick={() => {
              memory.current.forgetLost(lost);
              setLost([]);
            }}
          >
            I know
          </button>
        </aside>
      )}
      <JoinCard joining={joining} close={() => setJoining({ kind: "none" })} />
      {offline.untrusted && (
        <aside className="card warn">
          <p>
            This phone does not trust the program’s certificate: without that it keeps no page, and nothing opens where
            there is no signal.{" "}
            <a className="link" href={doorOf(location)}>
              What to do
            </a>
          </p>
        </aside>
      )}
      {offline.newer && (
        <aside className="card notice">
          <p>A newer program is here. Take it when it suits you; nothing is lost.</p>
          <button type="button" onClick={takeOver}>
            Take it now
          </button>
        </aside>
      )}
      {job ? (
        <JobScreen
          key={job}
          memory={memory.current}
          device={opened.device}
          former={opened.former}
          job={job}
          ready={offline.ready}
          back={() => go(null)}
        />
      ) : (
        <Days
          key={joining.kind === "joined" ? joining.name : ""}
          memory={memory.current}
          device={opened.device}
          open={go}
          ready={offline.ready}
        />
      )}
    </>
  );
}
