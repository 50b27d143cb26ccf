import type { Joining } from "../joining";

/** What became of the code that was scanned. */
export function JoinCard({ joining, close }: { joining: Joining; close: () => void }) {
  if (joining.kind === "none") return null;
  if (joining.kind === "waits")
    return (
      <aside className="card warn" role="status">
        <p>
          <b>Joining waits for a connection.</b> The code that was scanned is tried again every few seconds; it is good
          for ten minutes from when the desk showed it.
        </p>
      </aside>
    );
  return (
    <aside className={joining.kind === "over" ? "card stop" : "card notice"} role="status">
      <p>
        {joining.kind === "over" ? `This phone did not join. ${joining.why}` : `This phone joined as ${joining.name}.`}
      </p>
      <button type="button" onClick={close}>
        {joining.kind === "over" ? "I know" : "Good"}
      </button>
    </aside>
  );
}
