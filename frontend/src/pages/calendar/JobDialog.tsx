import { Button, NativeSelect } from "@mantine/core";
import { useState } from "react";
import { Link } from "react-router";
import type { BarLine, CalendarAnswer, WaitingLine } from "../../api/types";
import { useAccount } from "../../state/account";
import { Dialog } from "../../ui/Dialog";
import { fixed } from "../../ui/units";
import { amount } from "./Bar";
import { DayStrip } from "./DayStrip";
import { dayName } from "./days";
import type { Stand } from "./moves";

interface Props {
  answer: CalendarAnswer;
  line: BarLine | WaitingLine;
  onMove: (label: string, stand: Stand) => void;
  onClose: () => void;
}

/** A job of the calendar opened: its days by the clock, what is wrong, and every move as a choice. */
export function JobDialog({ answer, line, onMove, onClose }: Props) {
  const readOnly = !useAccount().may("office");
  const bar = "crew" in line ? line : null;
  const [crew, setCrew] = useState(bar?.crew ?? answer.crews[0]?.id ?? "");
  const [day, setDay] = useState(bar?.day ?? answer.days.find((one) => one.day >= answer.today)?.day ?? answer.first);
  const [half, setHalf] = useState(bar?.half ?? 0);
  const known = answer.crews.some((one) => one.id === crew);
  const name = answer.crews.find((one) => one.id === crew)?.name ?? "";
  return (
    <Dialog readOnly={readOnly} title={line.name} opened onClose={onClose} size="lg">
      <p className="soft">
        {[line.address, amount(line), `${fixed("work_h" in line ? line.work_h : line.hours, 1)} h`]
          .filter(Boolean)
          .join(" · ")}
      </p>
      {bar?.conflicts.map((one) => (
        <p key={one.text} className="at-place stop">
          {one.text}
        </p>
      ))}
      {bar?.notes.map((text) => (
        <p key={text} className="at-place caution">
          {text}
        </p>
      ))}
      {line.gates.length || line.promised_by ? (
        <ul className="note cal-facts">
          {line.promised_by ? <li>Promised by {dayName(line.promised_by, true)}.</li> : null}
          {line.gates.map((gate) => (
            <li key={gate.trade}>
              {gate.trade}:{" "}
              {gate.through_on ? `there until ${dayName(gate.through_on, true)}` : "nobody has said until when"}
              {gate.what ? ` (${gate.what})` : ""}
            </li>
          ))}
        </ul>
      ) : null}
      {bar ? <DayStrip bar={bar} answer={answer} /> : null}
      <fieldset className="cal-move">
        <legend>{bar ? "Move it" : "Give it a day"}</legend>
        <NativeSelect
          size="sm"
          label="Crew"
          value={known ? crew : ""}
          onChange={(event) => setCrew(event.currentTarget.value)}
          data={[
            ...(known ? [] : [{ value: "", label: "pick a crew" }]),
            ...answer.crews.map((one) => ({ value: one.id, label: one.name })),
          ]}
        />
        <label className="date-field">
          <span>First day</span>
          <input type="date" value={day} onChange={(event) => setDay(event.currentTarget.value)} />
        </label>
        <NativeSelect
          size="sm"
          label="From"
          value={String(half)}
          onChange={(event) => setHalf(Number(event.currentTarget.value))}
          data={[
            { value: "0", label: "the morning" },
            { value: "1", label: "the afternoon" },
          ]}
        />
      </fieldset>
      <div className="row">
        <Button
          disabled={!known || !day}
          onClick={() => {
            onMove(`${line.name} to ${name}, ${dayName(day, true)}`, { job: line.job, crew, day, half });
            onClose();
          }}
        >
          {bar ? "Move it there" : "Put it there"}
        </Button>
        {bar ? (
          <Button
            variant="default"
            onClick={() => {
              onMove(`${line.name} taken off the calendar`, { job: line.job, crew: null });
              onClose();
            }}
          >
            Take it off the calendar
          </Button>
        ) : null}
        <Button variant="subtle" component={Link} to={`/jobs/${line.job}/load`}>
          Open the job
        </Button>
      </div>
      <p className="note">
        Nobody works alone: whoever is in the attic has a second person on site who can stop the machine.
      </p>
    </Dialog>
  );
}
