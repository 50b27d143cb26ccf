import { Button, Checkbox, FileButton, NativeSelect, TextInput } from "@mantine/core";
import { useState } from "react";
import { ask, askForFile } from "../../api/client";
import type { CalendarAnswer, CrewDocument } from "../../api/types";
import { newId } from "../../document/outline";
import { useAccount } from "../../state/account";
import { keepFirm } from "../../state/useFirm";
import { Dialog } from "../../ui/Dialog";
import type { CalendarHandle } from "./useCalendar";

const WEEK = ["Mon", "Tue", "Wed", "Thu", "Fri", "Sat", "Sun"];

interface Props {
  /** The crew as it is kept; null: a new one. */
  crew: CrewDocument | null;
  answer: CalendarAnswer;
  calendar: CalendarHandle;
  onClose: () => void;
}

/** A crew: its people, machine, days of the week, days away, and its own calendar. */
export function CrewDialog({ crew, answer, calendar, onClose }: Props) {
  const readOnly = !useAccount().may("office");
  const [draft, setDraft] = useState<CrewDocument>(
    crew ?? { id: newId(), name: "", people: 2, machine: "truck", weekdays: [0, 1, 2, 3, 4], away: [] },
  );
  const change = (part: Partial<CrewDocument>) => setDraft((old) => ({ ...old, ...part }));
  const weekdays = draft.weekdays ?? [];
  const away = draft.away ?? [];
  const newcomers = draft.first_weeks ?? [];
  const setNewcomer = (i: number, part: Partial<(typeof newcomers)[number]>) =>
    change({ first_weeks: newcomers.map((one, at) => (at === i ? { ...one, ...part } : one)) });
  const jobs = answer.bars.filter((bar) => bar.crew === draft.id).length;
  const keep = (of: (crews: CrewDocument[]) => CrewDocument[], said: string) =>
    calendar
      .change(async () => {
        await keepFirm((firm) => {
          // Until crews are entered one stands here as a start: it is kept with the first change.
          const kept = firm.crews?.length ? firm.crews : crew ? [crew] : [];
          return { ...firm, crews: of(kept) };
        });
      }, said)
      .then(onClose);
  return (
    <Dialog readOnly={readOnly} title={crew ? crew.name : "New crew"} opened onClose={onClose}>
      <TextInput
        size="sm"
        label="Name"
        value={draft.name}
        maxLength={120}
        onChange={(event) => change({ name: event.currentTarget.value })}
      />
      <div className="pair">
        <NativeSelect
          size="sm"
          label="People"
          value={String(draft.people)}
          onChange={(event) => change({ people: Number(event.currentTarget.value) })}
          data={["2", "3", "4", "5", "6", "8"]}
        />
        <NativeSelect
          size="sm"
          label="Machine"
          value={draft.machine}
          onChange={(event) => change({ machine: event.currentTarget.value as "truck" })}
          data={[
            { value: "truck", label: "in the truck" },
            { value: "small", label: "small, carried in" },
          ]}
        />
      </div>
      <fieldset className="cal-week">
        <legend>Works on</legend>
        {WEEK.map((name, i) => (
          <Checkbox
            key={name}
            size="sm"
            label={name}
            checked={weekdays.includes(i)}
            onChange={(event) =>
              change({
                weekdays: event.currentTarget.checked ? [...weekdays, i].sort() : weekdays.filter((one) => one !== i),
              })
            }
          />
        ))}
      </fieldset>
      <fieldset className="cal-week">
        <legend>Away</legend>
        {away.map((one, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: known by its place
          <div key={i} className="row">
            <input
              type="date"
              aria-label="first day away"
              value={one.first}
              onChange={(event) =>
                change({
                  away: away.map((other, at) => (at === i ? { ...other, first: event.currentTarget.value } : other)),
                })
              }
            />
            <input
              type="date"
              aria-label="last day away"
              value={one.last}
              onChange={(event) =>
                change({
                  away: away.map((other, at) => (at === i ? { ...other, last: event.currentTarget.value } : other)),
                })
              }
            />
            <Button
              size="compact-xs"
              variant="subtle"
              color="rust"
              onClick={() => change({ away: away.filter((_, at) => at !== i) })}
            >
              take off
            </Button>
          </div>
        ))}
        <Button
          size="compact-sm"
          variant="default"
          onClick={() => change({ away: [...away, { first: answer.today, last: answer.today }] })}
        >
          Add days away
        </Button>
      </fieldset>
      <fieldset className="cal-week">
        <legend>First week in attics: each hour counts a row hotter</legend>
        {newcomers.map((one, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: known by its place
          <div key={i} className="row">
            <TextInput
              size="xs"
              aria-label="who is new"
              placeholder="name"
              value={one.name}
              maxLength={120}
              onChange={(event) => setNewcomer(i, { name: event.currentTarget.value })}
            />
            <input
              type="date"
              aria-label="first day"
              value={one.first}
              onChange={(event) => setNewcomer(i, { first: event.currentTarget.value })}
            />
            <Button
              size="compact-xs"
              variant="subtle"
              color="rust"
              onClick={() => change({ first_weeks: newcomers.filter((_, at) => at !== i) })}
            >
              take off
            </Button>
          </div>
        ))}
        <Button
          size="compact-sm"
          variant="default"
          onClick={() => change({ first_weeks: [...newcomers, { name: "new hand", first: answer.today }] })}
        >
          Add somebody new
        </Button>
      </fieldset>
      <div className="row files">
        <FileButton
          accept=".ics,text/calendar"
          onChange={(file) =>
            file &&
            void calendar
              .change(
                () =>
                  ask("PUT", `/api/calendar/busy/${encodeURIComponent(draft.id)}`, file, {
                    "Content-Type": "text/calendar",
                  }),
                "Busy times read: those days are off",
              )
              .then(onClose)
          }
        >
          {(props) => (
            <Button size="xs" variant="default" disabled={crew === null} {...props}>
              Busy times from its own calendar (.ics)
            </Button>
          )}
        </FileButton>
        <Button
          size="xs"
          variant="default"
          disabled={crew === null}
          onClick={() =>
            void askForFile(
              `/api/calendar/calendar.ics?first=${answer.first}&days=${answer.days.length}&crew=${encodeURIComponent(draft.id)}`,
              `calendar-${answer.first}-${draft.name}.ics`,
            )
          }
        >
          Its jobs for its own calendar (.ics)
        </Button>
      </div>
      <div className="row">
        <Button
          disabled={draft.name.trim() === "" || away.some((one) => !one.first || !one.last)}
          onClick={() =>
            void keep((crews) => [...crews.filter((one) => one.id !== draft.id), draft], `${draft.name} kept`)
          }
        >
          Keep it
        </Button>
        {crew ? (
          <Button
            variant="subtle"
            color="rust"
            disabled={answer.crews.length < 2}
            onClick={() =>
              void keep(
                (crews) => crews.filter((one) => one.id !== draft.id),
                `${draft.name} taken off; its jobs stay where they are`,
              )
            }
          >
            {jobs
              ? `Take the crew off (its ${jobs} ${jobs === 1 ? "job stays" : "jobs stay"} and will say so)`
              : "Take the crew off"}
          </Button>
        ) : null}
      </div>
    </Dialog>
  );
}
