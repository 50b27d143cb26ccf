import { Button, TextInput } from "@mantine/core";
import { useState } from "react";
import type { ProofAnswer } from "../../api/types";
import { useDocument, usePlanned } from "../../state/context";
import { DecimalInput } from "../../ui/DecimalInput";
import { readNumber } from "../../ui/measures";
import { Part } from "../../ui/Part";
import { Pick } from "../../ui/Pick";

const LOOKS = [
  { value: "smoke", label: "smoke" },
  { value: "thermal", label: "thermal camera" },
] as const;

/** What was seen with smoke or a thermal camera, pinned to its place in the section that is open. */
export function Looks({ proof }: { proof: ProofAnswer }) {
  const { section } = useDocument();
  const { log } = usePlanned();
  const [look, setLook] = useState<"smoke" | "thermal">("smoke");
  const [text, setText] = useState("");
  const [east, setEast] = useState("");
  const [north, setNorth] = useState("");
  const feet = [east, north].map(readNumber);
  const placed = feet.every((at) => Math.abs(at) <= 1000);
  return (
    <Part
      title="Looks with smoke or a thermal camera"
      aside={proof.looks.length ? `${proof.looks.length}` : "none recorded"}
    >
      {proof.looks.map((one) => (
        <p className="note" key={`${one.at} ${one.text ?? one.file}`}>
          <b>{one.look}:</b> {one.text ?? "photo"}
          {one.at_ft ? `, ${one.at_ft[0]} ft east, ${one.at_ft[1]} ft north` : ""}, by {one.by}
        </p>
      ))}
      <p className="note">
        With the house sucked down, smoke at a hole in the attic floor is drawn down; with it blown up in cold weather,
        a camera sees the warm plume.
      </p>
      <Pick label="With" value={look} options={LOOKS} onValue={setLook} />
      <TextInput
        label="What was seen"
        value={text}
        maxLength={2000}
        placeholder="drawn down beside the stack"
        onChange={(event) => setText(event.currentTarget.value)}
      />
      <div className="pair">
        <DecimalInput label="East, ft" value={east} onText={setEast} />
        <DecimalInput label="North, ft" value={north} onText={setNorth} />
      </div>
      {(east || north) && !placed ? <p className="note">Feet from the west and south, as 12.5.</p> : null}
      <div className="row">
        <Button
          size="xs"
          disabled={!text.trim() || !placed || !section.id}
          onClick={() => {
            log.add("note", { text: text.trim(), look, section: section.id, at_ft: feet });
            setText("");
          }}
        >
          Pin it to {section.name || "this section"}
        </Button>
      </div>
    </Part>
  );
}
