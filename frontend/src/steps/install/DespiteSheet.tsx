import { Button, TextInput } from "@mantine/core";
import { useState } from "react";
import type { RunAnswer } from "../../api/types";

export interface Said {
  by: string;
  reason: string;
}

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
  const [by, setBy] = useState("");
  const [reason, setReason] = useState("");
  const enough = by.trim() !== "" && reason.trim() !== "";
  return (
    <form
      className="at-place caution clearing"
      aria-label="Begin in spite of open work"
      onSubmit={(event) => {
        event.preventDefault();
        if (enough) onStart({ by: by.trim(), reason: reason.trim() });
      }}
    >
      <OpenSafety open={open} />
      <p>Do it first. If the day begins all the same, who says so, and why? Both stand on the attic card.</p>
      <TextInput label="Name" value={by} maxLength={120} onChange={(e) => setBy(e.currentTarget.value)} />
      <TextInput label="Reason" value={reason} maxLength={500} onChange={(e) => setReason(e.currentTarget.value)} />
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

/** What is open of it, one a line. */
export function OpenSafety({ open }: { open: readonly { key: string; what: string; who: string }[] }) {
  return (
    <>
      <p>
        <b>Not done yet, and there to keep somebody safe:</b>
      </p>
      <ul className="missing">
        {open.map((one) => (
          <li key={one.key}>
            {one.what}
            {one.who === "crew" ? "" : `, ${one.who}`}
          </li>
        ))}
      </ul>
    </>
  );
}

/** What a day's start tells of it; nothing where nothing is open. */
export const despiteOf = (open: readonly { key: string }[], said: Said) =>
  open.length ? { despite: open.map((one) => ({ key: one.key, ...said })) } : {};
