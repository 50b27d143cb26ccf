import { DO_IT_FIRST, OpenSafety, type Said } from "../../ui/despite";
import type { SafetyOpen } from "../pack";

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
      <OpenSafety open={open} />
      <p>{DO_IT_FIRST}</p>
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
