import { Button } from "@mantine/core";
import { useState } from "react";
import { useDocument, useView } from "../../state/context";
import { Pick } from "../../ui/Pick";
import { TextField } from "../../ui/TextField";

/** What the customer says to a change: yes or no, who and when. Nothing of it is in the price before the yes. */
export function ChangeAnswer({ index }: { index: number }) {
  const { document, job } = useDocument();
  const { act } = useView();
  const answer = document.preparation?.added?.[index]?.answer;
  const [said, setSaid] = useState<"yes" | "no" | null>(answer?.said ?? null);
  const [by, setBy] = useState(answer?.by ?? "");
  const [on, setOn] = useState(answer?.on ?? new Date().toLocaleDateString("sv-SE"));
  const whole = said !== null && by.trim() !== "" && on !== "";
  return (
    <fieldset className="cures">
      <legend>Found after the offer</legend>
      {answer ? (
        <p className="answer">
          The customer said <b>{answer.said}</b>: {answer.by}, {answer.on}.
        </p>
      ) : (
        <p className="note">In no price yet: the customer has not answered. A yes adds what it costs, as on paper.</p>
      )}
      <Pick
        label="Answer"
        value={said}
        options={[
          { value: "yes", label: "yes" },
          { value: "no", label: "no" },
        ]}
        onValue={setSaid}
      />
      <TextField label="Name of the customer" value={by} onValue={setBy} />
      <label className="date-field">
        <span>On</span>
        <input type="date" value={on} onChange={(event) => setOn(event.currentTarget.value)} />
      </label>
      <div className="row">
        <Button
          size="xs"
          disabled={!whole}
          onClick={() =>
            job.edit("the answer to a change", (d) => {
              const own = d.preparation?.added?.[index];
              if (own && said) own.answer = { said, by, on };
            })
          }
        >
          Enter the answer
        </Button>
        <Button size="xs" variant="default" onClick={() => act("change")}>
          Change on paper (PDF)
        </Button>
      </div>
    </fieldset>
  );
}
