import type { Field } from "../useField";
import { Hold } from "./Hold";

/** Takes back what it names, and pauses the day while it is held. */
export function UndoAndPause({ field }: { field: Field }) {
  const { undoable } = field;
  const paused = field.run.walked.day?.paused !== null;
  return (
    <>
      <div className="pair">
        <button
          type="button"
          disabled={!undoable}
          onClick={() => undoable && void field.undo(undoable).catch(() => {})}
        >
          undo {undoable?.name}
        </button>
        {paused ? (
          <button type="button" onClick={() => void field.say("day.go").catch(() => {})}>
            the day goes on
          </button>
        ) : (
          <Hold onHeld={() => void field.say("day.pause").catch(() => {})}>hold: pause the day</Hold>
        )}
      </div>
      <p className="soft middle">pausing does not stop the machine</p>
    </>
  );
}
