import type { Flag } from "../../api/types";
import { sectionOf } from "../../document/sections";
import { AskedLink } from "../../inputs/AskedLink";
import { useDocument, usePlanned, useView } from "../../state/context";
import { leadOf } from "../../state/lead";

const LEVELS = { stop: "Stop", caution: "Caution", note: "Note" } as Record<string, string>;

/** What needs doing about: stops, cautions and notes, each with what to do next; then what is still open. */
export function Flags({ levels }: { levels: readonly string[] }) {
  const { plan, faults } = usePlanned();
  const { document } = useDocument();
  const { stepId } = useView();
  const faulty = levels.includes("stop") ? Object.entries(faults) : [];
  const all = plan?.flags.filter((flag) => levels.includes(flag.level)) ?? [];
  // A stop stands whole where it is asked; elsewhere all of them are one line, so that the sheet can be seen.
  const asked = (flag: Flag) =>
    flag.level !== "stop" || !flag.field || leadOf({ step: "look_over", field: flag.field }).step === stepId;
  const shown = all.filter(asked);
  const folded = all.filter((flag) => !asked(flag));
  if (all.length + faulty.length === 0) return null;
  const many = (document.sections ?? []).length > 1;
  /** Its text, with its section's name before it where there are several. */
  const named = (flag: Flag) => {
    const section = many && flag.section ? sectionOf(document, flag.section) : undefined;
    const name = section?.name ?? section?.id;
    return name && !flag.text.startsWith(name) ? `${name}: ${flag.text}` : flag.text;
  };
  const whole = (flag: Flag) => (
    <div key={flag.code + flag.section + flag.text} className={`flag ${flag.level}`} data-code={flag.code}>
      <b>{LEVELS[flag.level]}.</b> {named(flag)} <span className="next">{flag.what_to_do}</span>
      {flag.field ? (
        <AskedLink item={{ step: "look_over", field: flag.field, text: "Go there" }} about={flag.text} />
      ) : null}
    </div>
  );
  const count = folded.filter((flag) => !flag.again).length;
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
      {shown.map(whole)}
      {folded.length ? (
        <details className="flag stop folded">
          <summary>
            <b>{count === 1 ? "Stop." : `${count} stops.`}</b>{" "}
            {folded.map((flag) => named(flag).split(/[,:]/)[0]).join("; ")}
          </summary>
          {folded.map(whole)}
        </details>
      ) : null}
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
          <li key={item.field}>
            <AskedLink item={item} />
          </li>
        ))}
      </ul>
    </section>
  );
}
