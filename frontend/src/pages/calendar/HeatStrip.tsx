import { ATTIC_HOURS_F } from "../../api/generated/registries";
import type { CalendarAnswer } from "../../api/types";
import { useUnits } from "../../ui/units";
import { dayName } from "./days";

const H = 64;
const LOW_F = 40;
const HIGH_F = 150;
const [WARM_F, CLOSED_F] = ATTIC_HOURS_F;

type Day = CalendarAnswer["days"][number];

/** The days with the attic air over each from morning to evening; a tap on one changes its weather. */
export function HeatStrip({
  answer,
  fixed,
  onDay,
}: {
  answer: CalendarAnswer;
  /** Looked at only. */
  fixed: boolean;
  onDay: (day: Day) => void;
}) {
  const units = useUnits();
  return (
    <>
      <div className="cal-head cal-axis">
        <span className="closed-label">attic {units.temperature(CLOSED_F)}</span>
        <span className="soft">
          {answer.hours[0]} to {answer.hours.at(-1)} h
        </span>
      </div>
      {answer.days.map((day) => {
        const top = Math.max(...day.attic_f);
        const heat = top >= CLOSED_F ? "hot" : top >= WARM_F ? "warm" : "mild";
        return (
          <button
            key={day.day}
            type="button"
            className={`cal-head cal-day ${heat}${day.day === answer.today ? " today" : ""}`}
            onClick={() => onDay(day)}
          >
            <b>{dayName(day.day)}</b>
            <span className={day.source === "made_up" ? "degrees made-up" : "degrees"}>
              {units.temperature(day.high_f)}
              {day.source === "made_up" ? "*" : ""}
            </span>
            <span className="hidden">
              {day.source === "made_up" ? " made up," : ""} attic up to {units.temperature(top)}
              {day.closes_h !== null ? `, closed from ${day.closes_h}:00` : ""}.{" "}
              {fixed ? "Its weather" : "Change its weather"}
            </span>
            <svg viewBox={`0 0 100 ${H}`} preserveAspectRatio="none" aria-hidden="true">
              <line className="closed" x1="0" x2="100" y1={y(CLOSED_F)} y2={y(CLOSED_F)} />
              <polyline
                points={day.attic_f.map((f, i) => `${(i / (day.attic_f.length - 1)) * 100},${y(f)}`).join(" ")}
              />
            </svg>
          </button>
        );
      })}
    </>
  );
}

const y = (f: number) => H - (H * (Math.min(HIGH_F, Math.max(LOW_F, f)) - LOW_F)) / (HIGH_F - LOW_F);
