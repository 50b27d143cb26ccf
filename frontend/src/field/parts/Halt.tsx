import type { Field } from "../useField";

/** A stop that stands while a day is open: the machine stops, the day can be ended. */
export function Halt({ field }: { field: Field }) {
  const { walked } = field.run;
  const { day, halted } = walked;
  if (!day) return null;
  const given = new Map([...walked.table.past_stops, ...walked.table.stops].map((stop) => [stop.key, stop]));
  const listed = new Set(field.pack.work.items.map((item) => item.key));
  const under = day.underStops.filter((key) => !halted.includes(key));
  return (
    <>
      {halted.length > 0 && (
        <div className="card stop" role="alert">
          <b>
            Halt. Stop the machine: {halted.length === 1 ? "a stop stands" : `${halted.length} stops stand`}
            {day.underStops.length > 0 ? ", and the day was started under it" : ""}.
          </b>
          {halted.map((key) => {
            const stop = given.get(key);
            return (
              <p key={key}>
                <b>{stop?.what ?? key}.</b> {stop?.why}{" "}
                {stop?.by_crew
                  ? listed.has(key)
                    ? "Do it in Prepare: its tick lifts the stop."
                    : `Take revision ${field.newer?.revision} above, then do it in Prepare: its tick lifts the stop.`
                  : `Who can clear it: ${stop?.who}, named at the desk with how.`}
              </p>
            );
          })}
          <p>The day goes on once it is lifted, or can be ended below.</p>
        </div>
      )}
      {under.length > 0 && (
        <p className="card warn">
          This day was started while a stop stood: {under.map((key) => given.get(key)?.what ?? key).join(", ")}.
        </p>
      )}
      {day.afterStop > 0 && (
        <p className="card warn">
          {day.afterStop} {day.afterStop === 1 ? "bag" : "bags"} went in after a stop was put in, or nobody said that
          they went in before it. The office sees it so.
        </p>
      )}
    </>
  );
}
