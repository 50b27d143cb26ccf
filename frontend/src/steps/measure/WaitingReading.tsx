import { Button, TextInput } from "@mantine/core";
import { useEffect, useRef, useState } from "react";
import { newId } from "../../document/outline";
import { useDocument, useView } from "../../state/context";
import { WAITING_FIELD, type Waiting } from "../../state/tool";
import { readInches } from "../../ui/measures";
import { useUnits } from "../../ui/units";

const MOST_IN = 96;

/** The depth at a place that was tapped: tap, number, Enter. Left as it is, nothing is recorded. */
export function WaitingReading() {
  const { waiting } = useView();
  return waiting ? <Asked key={waiting.at_ft.join()} waiting={waiting} /> : null;
}

function Asked({ waiting }: { waiting: Waiting }) {
  const { section, editSection } = useDocument();
  const { wait, pick } = useView();
  const units = useUnits();
  const field = useRef<HTMLInputElement>(null);
  const last = section.readings?.at(-1)?.depth_in;
  // The depth of the one before, marked, so that a number typed takes its place.
  const [text, setText] = useState(last === undefined ? "" : units.depth(last).value);
  const [refused, setRefused] = useState<string | null>(null);
  useEffect(() => {
    field.current?.focus();
    field.current?.select();
  }, []);
  const take = () => {
    const depth = readInches(text, units.metric);
    if (depth === null || depth < 0 || depth > MOST_IN) {
      const most = units.depth(MOST_IN);
      setRefused(`Depth: 0 to ${most.value} ${most.unit}`);
      return;
    }
    const id = newId();
    editSection("a reading", (s) => {
      s.readings = [...(s.readings ?? []), { id, at_ft: waiting.at_ft, depth_in: depth }];
    });
    wait(null);
    pick({ kind: "reading", id });
  };
  return (
    <div className="item" role="group" aria-label="Reading at the place tapped">
      <TextInput
        ref={field}
        id={WAITING_FIELD}
        size="sm"
        label="Depth at the place tapped"
        description="Enter records it"
        value={text}
        inputMode="text"
        autoComplete="off"
        error={refused}
        rightSection={<span className="unit">{units.depth(0).unit}</span>}
        onChange={(event) => setText(event.currentTarget.value)}
        onKeyDown={(event) => {
          if (event.key === "Enter") take();
          if (event.key === "Escape") wait(null);
        }}
      />
      <div className="row">
        <Button size="xs" onClick={take}>
          Record it
        </Button>
        <Button variant="default" size="xs" onClick={() => wait(null)}>
          Not here
        </Button>
      </div>
    </div>
  );
}
