import { type PointerEvent, useRef, useState } from "react";
import type { CalendarAnswer } from "../../api/types";
import { Bar } from "./Bar";
import { dayName } from "./days";
import { halfAt, type Laid, laid } from "./grid";
import type { Stand } from "./moves";

interface Props {
  answer: CalendarAnswer;
  crew: CalendarAnswer["crews"][number];
  onOpen: (job: string) => void;
  onMove: (label: string, stand: Stand) => void;
  onCrew: () => void;
}

const DRAG_PX = 6;

/** A crew's days with its jobs as bars and trades' gates as pegs; a bar is dragged, also into another crew's row. */
export function CrewRow({ answer, crew, onOpen, onMove, onCrew }: Props) {
  const row = useRef<HTMLDivElement>(null);
  const dragged = useRef(false);
  const [held, setHeld] = useState<string | null>(null);
  const days = answer.days.map((day) => day.day);
  const bars = laid(
    answer.bars.filter((bar) => bar.crew === crew.id),
    days,
  );
  const lanes = Math.max(1, ...bars.map((one) => one.lane + 1));
  const stand = (job: string, crewId: string, half: number): Stand => ({
    job,
    crew: crewId,
    day: days[Math.floor(half / 2)] as string,
    half: half % 2,
  });
  const place = (one: Laid, crewId: string, half: number) => {
    const to = Math.max(0, Math.min(days.length * 2 - 1, half));
    const name = answer.crews.find((other) => other.id === crewId)?.name ?? crewId;
    onMove(
      `${one.bar.name} to ${name}, ${dayName(days[Math.floor(to / 2)] as string, true)}`,
      stand(one.bar.job, crewId, to),
    );
  };
  const down = (event: PointerEvent<HTMLButtonElement>, one: Laid) => {
    if (event.button !== 0 || !row.current) return;
    const bar = event.currentTarget;
    const from = [event.clientX, event.clientY] as const;
    const box = row.current.getBoundingClientRect();
    const grip = halfAt(event.clientX - box.left, box.width, days.length) - one.from;
    let moved = false;
    dragged.current = false;
    bar.setPointerCapture(event.pointerId);
    // The bar follows the pointer by itself: nothing is rendered anew while it is dragged.
    const follow = (now: globalThis.PointerEvent) => {
      if (!moved && Math.hypot(now.clientX - from[0], now.clientY - from[1]) < DRAG_PX) return;
      if (!moved) setHeld(one.bar.job);
      moved = true;
      dragged.current = true;
      bar.style.transform = `translate(${now.clientX - from[0]}px, ${now.clientY - from[1]}px)`;
    };
    const done = (now: globalThis.PointerEvent) => {
      bar.removeEventListener("pointermove", follow);
      bar.removeEventListener("pointerup", done);
      bar.removeEventListener("pointercancel", done);
      bar.style.transform = "";
      setHeld(null);
      if (!moved || now.type === "pointercancel") return;
      const under = document.elementsFromPoint(now.clientX, now.clientY);
      const row = under.find((element) => element.classList.contains("cal-row")) as HTMLElement | undefined;
      if (under.some((element) => element.classList.contains("cal-waiting"))) {
        onMove(`${one.bar.name} taken off the calendar`, { job: one.bar.job, crew: null });
      } else if (row?.dataset.crew) {
        place(one, row.dataset.crew, halfAt(now.clientX - box.left, box.width, days.length) - grip);
      }
    };
    bar.addEventListener("pointermove", follow);
    bar.addEventListener("pointerup", done);
    bar.addEventListener("pointercancel", done);
  };
  const nudge = (one: Laid, halves: number, crews: number) => {
    const order = answer.crews.map((other) => other.id);
    const at = order.indexOf(crew.id) + crews;
    const to = order[Math.max(0, Math.min(order.length - 1, at))] ?? crew.id;
    const start = days.indexOf(one.bar.day) * 2 + one.bar.half;
    place(one, to, start + halves);
  };
  return (
    <>
      <button type="button" className="cal-crew" onClick={onCrew}>
        <b>{crew.name}</b>
        <span className="soft">
          {crew.people} people · {crew.machine === "truck" ? "truck" : "small machine"}
        </span>
        <span className="hidden">. Change the crew</span>
      </button>
      <div
        className="cal-row"
        ref={row}
        data-crew={crew.id}
        style={{ minHeight: lanes > 1 ? `${lanes * 5.5}rem` : undefined }}
      >
        {days.map((day, i) => (
          <span
            key={day}
            className={`cal-cell${crew.off.includes(day) ? " off" : ""}`}
            style={{ left: `${(i / days.length) * 100}%`, width: `${100 / days.length}%` }}
          />
        ))}
        {bars.flatMap(({ bar }) => pegs(bar, days, bars))}
        {bars.map((one) => (
          <Bar
            key={one.bar.job}
            laid={one}
            lanes={lanes}
            count={days.length}
            held={held === one.bar.job}
            // The click that follows a drag is none.
            onOpen={() => (dragged.current ? undefined : onOpen(one.bar.job))}
            onEnter={() => onOpen(one.bar.job)}
            onDown={(event) => down(event, one)}
            onNudge={(halves, crews) => nudge(one, halves, crews)}
          />
        ))}
      </div>
    </>
  );
}

/** Where a job's trades are through: a peg that it may not pass. */
function pegs(bar: CalendarAnswer["bars"][number], days: readonly string[], row: readonly Laid[]) {
  return bar.gates.flatMap((gate) => {
    const at = gate.through_on ? days.indexOf(gate.through_on) : -1;
    // Where the bar stands before it the bar says so itself.
    const said = bar.conflicts.some((one) => one.code === "trade");
    // Not through another job: there it would say nothing of that one.
    const line = (at + 1) * 2;
    if (at < 0 || row.some((one) => one.bar.job !== bar.job && one.from < line && one.to > line)) return [];
    // Its words stand left of it, where nothing else does.
    const crowded = row.some((one) => one.to > at * 2 && one.from < (at + 1) * 2);
    const left = `${((at + 1) / days.length) * 100}%`;
    return [
      <span key={`${bar.job}${gate.trade}`} className="cal-peg" style={{ left }}>
        {said || crowded ? null : (
          <span>
            {bar.name}: {gate.trade} through on {dayName(gate.through_on as string)}
          </span>
        )}
      </span>,
    ];
  });
}
