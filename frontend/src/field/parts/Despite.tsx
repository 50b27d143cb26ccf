import type { SafetyOpen } from "../pack";

export interface Said {
  by: string;
  reason: string;
}

/** Open work that keeps somebody safe: the day begins in spite of it by name and reason alone. */
export function DespiteForm({
  open,
  said,
  onSaid,
}: {
  open: readonly SafetyOpen[];
  said: Said;
  onSaid: (next: Said) => void;
}) {
  if (!open.length) return null;
  return (
    <div className="card warn" role="group" aria-label="Not done yet">
      <b>Not done yet, and there to keep somebody safe:</b>
      <ul>
        {open.map((one) => (
          <li key={one.key}>
            {one.what}
            {one.who === "crew" ? "" : `, ${one.who}`}
          </li>
        ))}
      </ul>
      <p>Do it first. If the day begins all the same, who says so, and why? Both stand on the attic card.</p>
      <label className="field">
        Name
        <input value={said.by} maxLength={120} onChange={(event) => onSaid({ ...said, by: event.target.value })} />
      </label>
      <label className="field">
        Reason
        <input
          value={said.reason}
          maxLength={500}
          onChange={(event) => onSaid({ ...said, reason: event.target.value })}
        />
      </label>
    </div>
  );
}

export const saidEnough = (said: Said) => Boolean(said.by.trim() && said.reason.trim());

/** What a day's start tells of it; nothing where nothing is open. */
export const despiteOf = (open: readonly { key: string }[], said: Said) =>
  open.length ? { despite: open.map((one) => ({ key: one.key, by: said.by.trim(), reason: said.reason.trim() })) } : {};
