import { usePlanned } from "../../state/context";
import { Part } from "../../ui/Part";
import { TextField } from "../../ui/TextField";

/** The name that goes with what is ticked at this desk. */
export function WhoTicks() {
  const { log } = usePlanned();
  return (
    <Part title="Who ticks here">
      <TextField
        label="Name"
        hint="goes with every tick, note and photo of this desk"
        value={log.actor === "local" ? "" : log.actor}
        onValue={log.setActor}
      />
    </Part>
  );
}
