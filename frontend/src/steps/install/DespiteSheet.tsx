import { Button, TextInput } from "@mantine/core";
import { useState } from "react";
import type { RunAnswer } from "../../api/types";
import { DO_IT_FIRST, NOBODY_SAID, OpenSafety, type Said, saidEnough } from "../../ui/despite";

/** Open work that keeps somebody safe: named, and asked about where a day is to begin in spite of it. */
export function DespiteSheet({
  open,
  onStart,
  onLeave,
}: {
  open: RunAnswer["safety"];
  onStart: (said: Said) => void;
  onLeave: () => void;
}) {
  const [said, setSaid] = useState(NOBODY_SAID);
  const enough = saidEnough(said);
  return (
    <form
      className="at-place caution clearing"
      aria-label="Begin in spite of open work"
      onSubmit={(event) => {
        event.preventDefault();
        if (enough) onStart(said);
      }}
    >
      <OpenSafety open={open} />
      <p>{DO_IT_FIRST}</p>
      <SaidFields said={said} onSaid={setSaid} />
      <div className="row">
        <Button size="xs" type="submit" disabled={!enough}>
          Begin in spite of it
        </Button>
        <Button size="xs" variant="default" onClick={onLeave}>
          Not yet
        </Button>
      </div>
    </form>
  );
}

/** A name and a reason. */
export function SaidFields({ said, onSaid }: { said: Said; onSaid: (next: Said) => void }) {
  return (
    <>
      <TextInput
        label="Name"
        value={said.by}
        maxLength={120}
        onChange={(e) => onSaid({ ...said, by: e.currentTarget.value })}
      />
      <TextInput
        label="Reason"
        value={said.reason}
        maxLength={500}
        onChange={(e) => onSaid({ ...said, reason: e.currentTarget.value })}
      />
    </>
  );
}
