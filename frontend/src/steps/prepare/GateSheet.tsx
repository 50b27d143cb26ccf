import { usePlanned } from "../../state/context";
import { fixed } from "../../ui/units";

/** Ready to close, and what is missing. */
export function GateSheet() {
  const { plan, log } = usePlanned();
  const work = plan?.work;
  if (!work) return null;
  const { gate, cfm50 } = work;
  const others = gate.missing.filter((m) => m.key === null);
  return (
    <section className="gate" aria-label="Ready to close">
      <p className="gate-title">
        <b>{gate.ready ? "Ready to close" : `Ready to close: ${gate.done} of ${gate.items}`}</b>
        {gate.stops ? (
          <b className="stops">
            {gate.stops} {gate.stops === 1 ? "stop" : "stops"}
          </b>
        ) : null}
      </p>
      <div
        className="gate-bar"
        role="img"
        aria-label={`${gate.done} done, ${gate.stops} stops, ${gate.items - gate.done - gate.stops} to do`}
      >
        <span className="done" style={{ flexGrow: gate.done }} />
        <span className="stop" style={{ flexGrow: gate.stops }} />
        <span className="rest" style={{ flexGrow: Math.max(0, gate.items - gate.done - gate.stops) }} />
      </div>
      <p className="note">
        Leaks still open: about {fixed(cfm50.open)} CFM50
        {cfm50.stays ? `, and ${fixed(cfm50.stays)} that stays after the seals done` : ""}; seals done are worth{" "}
        {fixed(cfm50.sealed)}. Best estimates, to rank by, no measurement.
      </p>
      {others.length ? (
        <ul className="note missing">
          {others.map((m) => (
            <li key={m.what}>
              {m.what}: {m.why}
            </li>
          ))}
        </ul>
      ) : null}
      {log.waiting ? (
        <p className="at-place caution" role="status">
          {log.waiting} {log.waiting === 1 ? "tick is" : "ticks are"} kept in this browser and not sent yet
          {log.trouble ? `: ${log.trouble}` : ""}.
        </p>
      ) : log.trouble ? (
        <p className="at-place caution" role="status">
          {log.trouble}
        </p>
      ) : null}
      {log.refused.length ? (
        <div className="at-place stop" role="alert">
          {log.refused.map(({ entry, why }) => (
            <p key={entry.id}>
              Not taken by the program ({entry.kind}): {why}
            </p>
          ))}
          <button type="button" className="link" onClick={log.forgetRefused}>
            seen, put away
          </button>
        </div>
      ) : null}
    </section>
  );
}
