"""The calendar as it stands: days with their heat, crews, jobs as bars with what is wrong, jobs without a day (handbook §16)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date

from .attic_air import Sky, attic_f, day_minutes, work_minutes
from .calendar import Bar, Conflict, CrewAtWork, Days, JobToPlace, Placed, bar, conflicts
from .day_plan import clock_words
from .tasks import LEAST_PEOPLE, clock_hours

# Hours of the clock whose heat is drawn. From seven o'clock sun to the end of the day.
SHOWN_HOURS = tuple(range(6, 19))


@dataclass(frozen=True, kw_only=True)
class BoardDay:
    """A day: high and low in °F and where they come from; attic air and minutes of work at the hours shown. closes_h: the hour of
    the clock from which the attic is closed till evening; None: it is not. dew_f: dew point, None: not known; humid: over 70 °F, a
    row hotter."""

    day: date
    high_f: float
    low_f: float
    source: str
    attic_f: tuple[float, ...]
    minutes: tuple[int, ...]
    closes_h: int | None
    dew_f: float | None = None
    humid: bool = False


@dataclass(frozen=True, kw_only=True)
class BoardBar:
    """A job as it stands. hours: by the clock on its days, longer in the heat; work_h: with its crew at 55 minutes an hour, as the
    price reckons them. notes: what to mind, that breaks no rule."""

    bar: Bar
    conflicts: tuple[Conflict, ...]
    hours: float
    work_h: float
    notes: tuple[str, ...]


@dataclass(frozen=True, eq=False, kw_only=True)
class Board:
    """The calendar. hours: of the clock, those of attic_f and minutes of each day."""

    hours: tuple[int, ...]
    days: tuple[BoardDay, ...]
    bars: tuple[BoardBar, ...]
    heat: Days


def board(
    skies: Sequence[tuple[Sky, str]],
    crews: Sequence[CrewAtWork],
    jobs: Sequence[JobToPlace],
    placed: Sequence[Placed],
    today: date | None = None,
    shown: int | None = None,
) -> Board:
    """The board of days in a row. skies: of each day, with where its weather comes from, also of days after those shown, into which
    a job may reach. placed: where jobs stand, each of jobs.

    Source: handbook §16, calendar.
    """
    told = tuple(_day(sky, source) for sky, source in skies[:shown])
    minutes, hotter = zip(*(day_minutes(sky) for sky, _ in skies), strict=True)
    heat = Days(skies[0][0].day, minutes, hotter, shown)
    by_id = {job.id: job for job in jobs}
    at_work = {crew.id: crew for crew in crews}
    bars = [bar(by_id[at.job], at, at_work.get(at.crew, _nobody(at.crew)), heat) for at in placed if at.job in by_id]
    wrong = conflicts(bars, by_id, at_work, today)
    return Board(
        hours=SHOWN_HOURS,
        days=told,
        bars=tuple(
            BoardBar(
                bar=one,
                conflicts=tuple(wrong[one.placed.job]),
                hours=sum(piece.to_h - piece.from_h for piece in one.plan.stretches),
                work_h=clock_hours(by_id[one.placed.job].tasks, _people(at_work.get(one.placed.crew))),
                notes=tuple(_notes(one, by_id[one.placed.job], at_work.get(one.placed.crew))),
            )
            for one in bars
        ),
        heat=heat,
    )


def _people(crew: CrewAtWork | None) -> int:
    return LEAST_PEOPLE if crew is None else crew.people


def _nobody(crew: str) -> CrewAtWork:
    """A crew that is no longer there, so that its jobs still stand somewhere."""
    return CrewAtWork(id=crew, name="a crew that is gone", people=2, weekdays=frozenset(range(7)))


def _day(sky: Sky, source: str) -> BoardDay:
    minutes = tuple(work_minutes(sky, hour) for hour in SHOWN_HOURS)
    closed = [hour for hour, m in zip(SHOWN_HOURS, minutes, strict=True) if m == 0]
    return BoardDay(
        day=sky.day,
        high_f=sky.high_f,
        low_f=sky.low_f,
        source=source,
        attic_f=tuple(attic_f(sky, hour) for hour in SHOWN_HOURS),
        minutes=minutes,
        closes_h=min(closed, default=None),
        dew_f=sky.dew_point_f,
        humid=sky.humid,
    )


def _notes(one: Bar, job: JobToPlace, crew: CrewAtWork | None) -> list[str]:
    """What to mind of a bar: why it takes more than a day, when attic work ends in the heat, what counts a row hotter."""
    found = []
    if job.suits:
        found.append("suits are worn: each hour counts a row hotter")
    new = {name: None for day, _ in one.halves for name in ([] if crew is None else crew.first_week(day))}
    if new:
        found.append(f"{', '.join(new)} in the first week: each hour counts a row hotter")
    if one.plan.hot_h > 0 and one.plan.stretches:
        ends = max(piece.to_h for piece in one.plan.stretches if piece.where == "attic")
        found.append(f"attic work over by {clock_words(ends)}: heat")
    if one.plan.days > 1 and one.plan.why is not None:
        found.append(one.plan.why)
    return found
