import { Button, TextInput } from "@mantine/core";
import { useState } from "react";
import type { RunAnswer } from "../../api/types";
import { usePlanned } from "../../state/context";
import { Part } from "../../ui/Part";

/** What forbids the day's start, and who lifted it and how. */
export function Stops({ run }: { run: RunAnswer }) {
  if (!run.stops.length) return null;
  return (
    <Part
      title={run.halted.length ? "The day is halted" : "The day does not start"}
      aside={`${run.stops.length === 1 ? "a stop stands" : `${run.stops.length} stops stand`}`}
    >
      {run.stops.map((stop) => (
        <Stop key={stop.key} stop={stop} />
      ))}
    </Part>
  );
}

function Stop({ stop }: { stop: RunAnswer["stops"][number] }) {
  const { log } = usePlanned();
  const [open, setOpen] = useState(false);
  const [by, setBy] = useState("");
  const [how, setHow] = useState("");
  return (
    <div className="at-place stop" role="alert">
      <p>
        <b>{stop.what}</b> {stop.why}{" "}
        {stop.by_crew ? "The crew's tick in Prepare lifts it." : `Who can clear it: ${stop.who}.`}
      </p>
      {stop.by_crew ? null : open ? (
        <form
          className="clearing"
          onSubmit={(event) => {
            event.preventDefault();
            if (by.trim() && how.trim())
              log.add("hazard.cleared", { hazard: stop.key, by: by.trim(), how: how.trim() });
          }}
        >
          <TextInput
            label="Cleared by, name and trade"
            value={by}
            maxLength={120}
            onChange={(e) => setBy(e.currentTarget.value)}
          />
          <TextInput
            label="How, as they wrote it"
            value={how}
            maxLength={500}
            onChange={(e) => setHow(e.currentTarget.value)}
          />
          <Button size="xs" type="submit" disabled={!by.trim() || !how.trim()}>
            It is cleared
          </Button>
        </form>
      ) : (
        <Button size="xs" variant="default" onClick={() => setOpen(true)}>
          It was cleared in writing …
        </Button>
      )}
    </div>
  );
}
