import { fixed } from "../../ui/units";
import type { Field } from "../useField";

/** What the bags say so far, and how many there will be. */
export function Verdict({ field }: { field: Field }) {
  return (
    <>
      {field.run.products.map((told) => {
        const words = told.said
          ? field.pack.words[told.verdict && told.verdict.readings === 0 ? unread(told.said) : told.said]
          : null;
        const coming = told.forecast;
        return (
          <div className="card" key={told.product} role="status">
            <p>
              <b>{words ?? "Too early to say."}</b>{" "}
              {coming &&
                `${fixed(Math.max(0, told.planned - told.coveredBags), 1)} to go; ends at ${fixed(coming.low, 1)} to ${fixed(coming.high, 1)} of ${fixed(told.planned, 1)}.`}
            </p>
            {field.run.heavyAndShort && <p className="bad">{field.pack.words.heavy_and_short}</p>}
            {told.verdict?.moreReadings && told.verdict.word.startsWith("leaning") && (
              <p className="soft">
                {told.verdict.moreReadings === 1 ? "One reading" : `${told.verdict.moreReadings} readings`} would settle
                it.
              </p>
            )}
            {told.short > 0.5 && (
              <p className="bad">
                More than is on the truck: it runs out after bag {fixed(told.onTruck)}, {fixed(told.short)} short.
              </p>
            )}
            {told.pace !== null && (
              <p className="soft">
                {fixed(told.pace, 1)} min a bag
                {told.paceSaid === "fast" ? ": faster than usual, a cause of low coverage" : ""}
                {told.paceSaid === "slow" ? ": slower than usual" : ""}
              </p>
            )}
          </div>
        );
      })}
    </>
  );
}

const unread = (word: string) =>
  ({ light: "fewer", heavy: "more", leaning_light: "leaning_fewer", leaning_heavy: "leaning_more" })[word] ?? word;
