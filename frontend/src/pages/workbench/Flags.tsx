import { usePlanned } from "../../state/context";

const LEVELS = { stop: "Stop", caution: "Caution", note: "Note" } as Record<string, string>;

/** What needs doing about: stops, cautions and notes, each with what to do next; then what is still open. */
export function Flags({ levels }: { levels: readonly string[] }) {
  const { plan, faults } = usePlanned();
  const faulty = levels.includes("stop") ? Object.entries(faults) : [];
  const shown = plan?.flags.filter((flag) => levels.includes(flag.level)) ?? [];
  if (shown.length + faulty.length === 0) return null;
  return (
    <section className="flags-list" aria-label={levels.includes("stop") ? "Stops" : "Cautions and notes"}>
      {faulty.length ? (
        <div className="flag stop" role="alert">
          <b>Not accepted as it is</b>
          {faulty.map(([path, text]) => (
            <p key={path}>
              {path}: {text}
            </p>
          ))}
        </div>
      ) : null}
      {shown.map((flag) => (
        <div key={flag.code + flag.section + flag.text} className={`flag ${flag.level}`} data-code={flag.code}>
          <b>{LEVELS[flag.level]}.</b> {flag.text} <span className="next">{flag.what_to_do}</span>
        </div>
      ))}
    </section>
  );
}

/** What the step that is open still has to ask. */
export function OpenQuestions({ asks }: { asks: readonly string[] }) {
  const { plan } = usePlanned();
  const open = plan?.open.filter((item) => asks.includes(item.step)) ?? [];
  if (open.length === 0) return null;
  return (
    <section className="open-list" aria-label="Still open">
      <b>Still open</b>
      <ul>
        {open.map((item) => (
          <li key={item.field}>{item.text}</li>
        ))}
      </ul>
    </section>
  );
}
