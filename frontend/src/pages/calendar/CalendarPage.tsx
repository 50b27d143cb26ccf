import "./calendar.css";
import "./dialogs.css";
import { Button, Loader } from "@mantine/core";
import { useQuery } from "@tanstack/react-query";
import { useMemo, useState } from "react";
import { Link } from "react-router";
import { ask, askForFile } from "../../api/client";
import type { CalendarAnswer, CrewDocument, FirmAnswer, ProposalAnswer } from "../../api/types";
import { useAccount } from "../../state/account";
import { useKeys } from "../../state/useKeys";
import { AccountMenu } from "../account/AccountMenu";
import { Brand } from "../account/Brand";
import { CrewDialog } from "./CrewDialog";
import { CrewRow } from "./CrewRow";
import { addDays, spanName } from "./days";
import { HeatStrip } from "./HeatStrip";
import { JobDialog } from "./JobDialog";
import type { Stand } from "./moves";
import { OrderDialog } from "./OrderDialog";
import { ProposalDialog } from "./ProposalDialog";
import { SPAN, useCalendar } from "./useCalendar";
import { Waiting } from "./Waiting";
import { WeatherDialog } from "./WeatherDialog";

type Open =
  | { kind: "job"; job: string }
  | { kind: "day"; day: CalendarAnswer["days"][number] }
  | { kind: "crew"; crew: CrewDocument | null }
  | { kind: "order" }
  | { kind: "proposal"; proposal: ProposalAnswer };

/** Crews × days: which crew does which job when, with each day's heat over it. */
export function CalendarPage() {
  const calendar = useCalendar(new Date().toLocaleDateString("sv-SE"));
  const [open, setOpen] = useState<Open | null>(null);
  const { data: firm } = useQuery({
    queryKey: ["calendar", "firm"],
    queryFn: async () => (await ask<FirmAnswer>("GET", "/api/firm")).data.document,
  });
  const { undo } = calendar;
  useKeys(useMemo(() => ({ "ctrl z": () => undo?.() }), [undo]));
  const { answer } = calendar;
  const close = () => setOpen(null);
  const fixed = !useAccount().may("office");
  const move = (label: string, stand: Stand) => {
    if (!fixed) void calendar.move(label, [stand]);
  };
  const openCrew = (id: string) => {
    const kept = firm?.crews?.find((one) => one.id === id);
    const shown = answer?.crews.find((one) => one.id === id);
    if (kept) setOpen({ kind: "crew", crew: kept });
    else if (shown)
      setOpen({
        kind: "crew",
        crew: { id, name: shown.name, people: shown.people, machine: "truck", weekdays: [0, 1, 2, 3, 4], away: [] },
      });
  };
  const take = (proposal: ProposalAnswer) => {
    void calendar.move(`${proposal.places.length} jobs placed as proposed`, proposal.places).then(close);
  };
  const line =
    open?.kind === "job"
      ? (answer?.bars.find((one) => one.job === open.job) ?? answer?.waiting.find((one) => one.job === open.job))
      : undefined;
  return (
    <div className="calendar">
      <header className="top-bar">
        <Brand />
        <nav className="pages" aria-label="Pages">
          <Link to="/">Shelf</Link>
          <Link to="/calendar" aria-current="page">
            Calendar
          </Link>
        </nav>
        <span className="grow" />
        <Button variant="default" size="xs" aria-label="A week back" onClick={() => calendar.go(-7)}>
          ‹
        </Button>
        <h1>{spanName(calendar.first, addDays(calendar.first, SPAN - 1))}</h1>
        <Button variant="default" size="xs" aria-label="A week on" onClick={() => calendar.go(7)}>
          ›
        </Button>
        <Button variant="default" size="xs" onClick={() => answer && calendar.goTo(answer.today)}>
          today
        </Button>
        <Button
          variant="default"
          size="xs"
          disabled={!calendar.undo}
          title={calendar.undoLabel ?? undefined}
          onClick={() => calendar.undo?.()}
        >
          undo
        </Button>
        <Button variant="default" size="xs" onClick={() => setOpen({ kind: "order" })} disabled={!answer}>
          week order
        </Button>
        <Button
          variant="default"
          size="xs"
          disabled={!answer}
          onClick={() =>
            void askForFile(
              `/api/calendar/calendar.ics?first=${calendar.first}&days=${SPAN}`,
              `calendar-${calendar.first}.ics`,
            )
          }
        >
          calendar file
        </Button>
        <AccountMenu />
      </header>
      <main>
        {calendar.trouble ? (
          <p className="trouble" role="alert">
            {calendar.trouble}
          </p>
        ) : null}
        {calendar.error ? (
          <p className="trouble" role="alert">
            The calendar cannot be read: {calendar.error.message}.{" "}
            <button type="button" className="link" onClick={calendar.again}>
              Try again
            </button>
          </p>
        ) : null}
        {fixed ? <p className="soft">You may look at the calendar; the office changes it.</p> : null}
        <p className="hidden" role="status">
          {calendar.said ?? ""}
        </p>
        {answer ? (
          <>
            <div
              className="cal-scroll"
              role="group"
              aria-label="Crews and days"
              aria-busy={answer.first !== calendar.first}
            >
              <div
                className="cal-grid"
                style={{ gridTemplateColumns: `8.5rem repeat(${answer.days.length}, minmax(5rem, 1fr))` }}
              >
                <HeatStrip answer={answer} fixed={fixed} onDay={(day) => setOpen({ kind: "day", day })} />
                {answer.crews.map((crew) => (
                  <CrewRow
                    key={crew.id}
                    answer={answer}
                    crew={crew}
                    onOpen={(job) => setOpen({ kind: "job", job })}
                    onMove={move}
                    onCrew={() => openCrew(crew.id)}
                  />
                ))}
                <Lost answer={answer} onOpen={(job) => setOpen({ kind: "job", job })} />
              </div>
            </div>
            <p className="cal-legend soft">
              {fixed ? null : (
                <button type="button" className="link" onClick={() => setOpen({ kind: "crew", crew: null })}>
                  Add a crew
                </button>
              )}
              {answer.kept_crews ? "" : " · one crew stands here to begin with: open it to make it yours"}
              {answer.days.some((day) => day.source === "made_up")
                ? fixed
                  ? "* made-up weather, for practice, until the office types the real one"
                  : " · * made-up weather, for practice: tap a day to type the real one"
                : ""}
            </p>
            <Waiting
              answer={answer}
              busy={calendar.busy}
              onOpen={(job) => setOpen({ kind: "job", job })}
              onPropose={
                fixed
                  ? undefined
                  : () =>
                      void calendar.propose().then((proposal) => proposal && setOpen({ kind: "proposal", proposal }))
              }
              onOrder={() => setOpen({ kind: "order" })}
            />
          </>
        ) : calendar.error ? null : (
          <Loader aria-label="Opening the calendar" />
        )}
      </main>
      {answer && line ? <JobDialog answer={answer} line={line} onMove={move} onClose={close} /> : null}
      {answer && open?.kind === "day" ? (
        <WeatherDialog day={open.day} hours={answer.hours} calendar={calendar} onClose={close} />
      ) : null}
      {answer && open?.kind === "crew" ? (
        <CrewDialog crew={open.crew} answer={answer} calendar={calendar} onClose={close} />
      ) : null}
      {answer && open?.kind === "order" ? <OrderDialog answer={answer} calendar={calendar} onClose={close} /> : null}
      {answer && open?.kind === "proposal" ? (
        <ProposalDialog answer={answer} proposal={open.proposal} onTake={() => take(open.proposal)} onClose={close} />
      ) : null}
    </div>
  );
}

/** Jobs whose crew is no longer there. */
function Lost({ answer, onOpen }: { answer: CalendarAnswer; onOpen: (job: string) => void }) {
  const lost = answer.bars.filter((bar) => !answer.crews.some((crew) => crew.id === bar.crew));
  if (lost.length === 0) return null;
  return (
    <div className="cal-lost">
      <b>Their crew is gone:</b>{" "}
      {lost.map((bar) => (
        <button key={bar.job} type="button" className="link" onClick={() => onOpen(bar.job)}>
          {bar.name}
        </button>
      ))}
    </div>
  );
}
