import { usePlanned } from "../../state/context";
import { Part } from "../../ui/Part";

const STATES: Record<string, string> = { open: "open", shut: "shut", ask: "ask" };

/** Insulating at the roof line instead: named with its gates, never chosen silently, not priced by the bag. */
export function OtherRoad() {
  const { plan } = usePlanned();
  const road = plan?.other_road;
  if (!road) return null;
  return (
    <Part title="The other road: the roof line" aside={STATES[road.state]}>
      <p className="answer">Foam or rigid board at the rafters brings the attic indoors. {road.verdict}</p>
      <details className="chart">
        <summary>Its gates, and what speaks for it</summary>
        <ul className="why-list">
          {road.gates.map((gate) => (
            <li key={gate.id}>
              <b>
                {gate.title} – {STATES[gate.state]}:
              </b>{" "}
              {gate.text}
            </li>
          ))}
          {road.speaks_for.map((text) => (
            <li key={text}>{text}</li>
          ))}
        </ul>
        <p className="note">It is a design by a licensed person and is not priced by the bag.</p>
      </details>
    </Part>
  );
}
