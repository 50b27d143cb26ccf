import { Button, Textarea } from "@mantine/core";
import { useState } from "react";
import { ask, type ProblemError } from "../../api/client";
import type { WalkAnswer } from "../../api/types";
import { setOutline } from "../../document/outline";
import { useDocument } from "../../state/context";
import { useUnits } from "../../ui/units";
import { useUnfinished } from "../../ui/useUnfinished";

/** The runs as they are walked. The closing error is shown, and is spread where it is small enough. */
export function TapeWalk() {
  const { section, editSection } = useDocument();
  const units = useUnits();
  const { found: unfinished, keep } = useUnfinished(`${section.id} walk`);
  const [text, setText] = useState(unfinished ?? "");
  const [found, setFound] = useState<WalkAnswer | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const look = async () => {
    setTrouble(null);
    setFound(null);
    try {
      const asked = { text, metric: units.metric, start_ft: section.outline_ft[0] };
      setFound((await ask<WalkAnswer>("POST", "/api/outline/walk", asked)).data);
    } catch (error) {
      const problem = error as ProblemError;
      setTrouble(problem.problem?.errors?.[0]?.text ?? problem.message);
    }
  };
  const take = (corners: readonly (readonly number[])[]) => {
    editSection("the walked outline", (s, job) => setOutline(job, s, corners));
    setFound(null);
  };
  const closed = found ? found.error_length_ft < 0.01 : false;
  return (
    <div className="item">
      <Textarea
        size="sm"
        label="Runs, in the order walked"
        description={units.metric ? "11.6 E 7.6 N 11.6 W 7.6 S" : "38 E 12'6 N 20 W 12'6 N 18 W 25 S"}
        autosize
        minRows={2}
        maxLength={8000}
        value={text}
        error={trouble}
        onChange={(event) => {
          setText(event.currentTarget.value);
          keep(event.currentTarget.value || null);
        }}
      />
      <Button variant="default" size="xs" disabled={!text.trim()} onClick={() => void look()}>
        Does it close?
      </Button>
      {found ? (
        <>
          <p className={found.closes ? "answer" : "at-place stop"} role="status">
            {found.text}
          </p>
          <div className="row">
            {found.closes ? (
              <Button size="xs" onClick={() => take(closed ? found.points_ft : found.spread_ft)}>
                {closed ? "Take this outline" : "Spread the error and take it"}
              </Button>
            ) : null}
            {found.closes && !closed ? (
              <Button variant="default" size="xs" onClick={() => take(found.points_ft)}>
                Take it as walked
              </Button>
            ) : null}
          </div>
          {found.runs !== section.edges.length && found.closes ? (
            <p className="note">
              {found.runs} walls instead of {section.edges.length}: it will be asked which of them are eaves.
            </p>
          ) : null}
        </>
      ) : null}
    </div>
  );
}
