import type { BarLine, CalendarAnswer } from "../../api/types";
import { useUnits } from "../../ui/units";
import { clock, dayName } from "./days";

const H = 54;

/** A job's days by the clock: each task where it falls, with the attic air over it. */
export function DayStrip({ bar, answer }: { bar: BarLine; answer: CalendarAnswer }) {
  const units = useUnits();
  const [from, to] = [answer.hours[0] ?? 6, answer.hours.at(-1) ?? 18];
  const x = (hour: number) => ((hour - from) / (to - from)) * 100;
  const days = [...new Set(bar.halves.map((half) => half.day))];
  return (
    <div className="day-strips">
      {days.map((day, i) => {
        const air = answer.days.find((one) => one.day === day);
        const stretches = bar.stretches.filter((one) => one.day === i + 1);
        return (
          <section key={day} aria-label={dayName(day, true)}>
            <h3>
              {dayName(day, true)}
              {stretches.length ? (
                <span className="soft">
                  {" "}
                  {clock(stretches[0]?.from_h ?? 0)} to {clock(stretches.at(-1)?.to_h ?? 0)}
                </span>
              ) : null}
            </h3>
            {air ? (
              <svg className="air" viewBox={`0 0 100 ${H}`} preserveAspectRatio="none" aria-hidden="true">
                <polyline
                  points={air.attic_f
                    .map((f, at) => `${x(answer.hours[at] ?? 0)},${H - ((f - 40) / 110) * H}`)
                    .join(" ")}
                />
              </svg>
            ) : null}
            <div className="stretches">
              {stretches.map((one) => (
                <span
                  key={one.key + one.from_h}
                  className={`stretch ${one.where}`}
                  style={{ left: `${x(one.from_h)}%`, width: `${x(one.to_h) - x(one.from_h)}%` }}
                  title={`${clock(one.from_h)} to ${clock(one.to_h)}: ${one.what}, ${one.where}`}
                />
              ))}
            </div>
            <ul className="note">
              {stretches.map((one) => (
                <li key={one.key + one.from_h}>
                  {clock(one.from_h)} to {clock(one.to_h)} {one.what}
                  {one.where === "attic" && air
                    ? `, attic ${units.temperature(airAt(air.attic_f, answer.hours, one.to_h))}`
                    : ""}
                </li>
              ))}
            </ul>
          </section>
        );
      })}
      <p className="note">The employer's heat rule has the last word; water, shade and a rest come before the plan.</p>
    </div>
  );
}

/** The figure of the hour that a time falls into. */
const airAt = (air: readonly number[], hours: readonly number[], at: number) =>
  air[Math.max(0, Math.min(air.length - 1, Math.round(at) - (hours[0] ?? 0)))] ?? 0;
