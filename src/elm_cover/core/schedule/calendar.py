"""Crews × days: where a job can stand, what is wrong with where it stands (handbook §16, calendar).

A job takes its days in a row, of those on which its crew works; one that is through by noon takes half a day. Days are counted
from the first of the calendar.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import date, timedelta

from .day_plan import DayPlan, day_plan
from .tasks import JobTask, for_crew

MORNING, AFTERNOON = 0, 1
# A morning begins at seven, at six where that saves half a day or heat; an afternoon after noon's rest. By judgement.
MORNINGS_H, AFTERNOON_H = (7.0, 6.0), 12.5
NOON_H = 12.0
FIRST_WEEK_DAYS = 7
MOST_DAYS_OF_A_JOB = 30


@dataclass(frozen=True, kw_only=True)
class CrewAtWork:
    """A crew. weekdays: Monday 0. off: days on which it is away or busy elsewhere. began: when people of it did, by name."""

    id: str
    name: str
    people: int
    weekdays: frozenset[int] = frozenset(range(5))
    off: frozenset[date] = frozenset()
    began: tuple[tuple[str, date], ...] = ()

    def first_week(self, day: date) -> tuple[str, ...]:
        """Who of it is in the first week on that day. Source: handbook §16."""
        return tuple(name for name, began in self.began if 0 <= (day - began).days < FIRST_WEEK_DAYS)

    def works(self, day: date) -> bool:
        """Whether the crew works on that day."""
        return day.weekday() in self.weekdays and day not in self.off


@dataclass(frozen=True, kw_only=True)
class JobToPlace:
    """A job for the calendar. through: by trade, the last day they are there, None: nobody knows. promised_by: the day it is to be
    done by. begun: something was done on it already. suits: they are worn in its attic."""

    id: str
    name: str
    tasks: tuple[JobTask, ...]
    through: tuple[tuple[str, date | None], ...] = ()
    promised_by: date | None = None
    begun: bool = False
    suits: bool = False

    @property
    def not_before(self) -> date | None:
        """The first day on which no trade is there any more. Source: handbook §16, not before its trades are through."""
        known = [on for _, on in self.through if on is not None]
        return max(known) + timedelta(days=1) if known else None


@dataclass(frozen=True, kw_only=True)
class Placed:
    """Where a job stands: crew, first day, in the morning or the afternoon."""

    job: str
    crew: str
    day: date
    half: int = MORNING


@dataclass(frozen=True, kw_only=True)
class Bar:
    """A job as it stands: the half days that it takes, each (day, half), and its plan by the clock. fits: whether it can be
    done at all in these days."""

    placed: Placed
    halves: tuple[tuple[date, int], ...]
    plan: DayPlan
    fits: bool

    @property
    def last(self) -> date:
        """Its last day."""
        return self.halves[-1][0] if self.halves else self.placed.day


@dataclass(frozen=True, kw_only=True)
class Conflict:
    """What is wrong with where a job stands. code: of what kind."""

    code: str
    text: str


@dataclass(frozen=True, eq=False)
class Days:
    """Days in a row with the minutes of attic work by the hour of each; hotter: the same one row hotter, left out: nobody needs it.
    Days past the last are as the last. shown: how many of them the calendar has; a job may reach into those after them."""

    first: date
    minutes: tuple[Mapping[int, int], ...]
    hotter: tuple[Mapping[int, int], ...] = ()
    shown: int | None = None

    def __len__(self) -> int:
        return len(self.minutes) if self.shown is None else self.shown

    def of(self, day: date, hotter: bool = False) -> Mapping[int, int]:
        """Minutes of attic work by the hour on that day. hotter: suits are worn, or somebody is in the first week."""
        minutes = self.hotter if hotter and self.hotter else self.minutes
        return minutes[max(0, min(len(minutes) - 1, (day - self.first).days))]

    def at(self, index: int) -> date:
        """The day of that number, from 0."""
        return self.first + timedelta(days=index)


def bar(job: JobToPlace, placed: Placed, crew: CrewAtWork, days: Days) -> Bar:
    """The half days that a job takes from there. A job that begins after noon has that afternoon, and whole days after it.

    Source: handbook §16, its days in a row; half days as halves.
    """
    working = _working_days(placed.day, crew)

    def minutes(number: int) -> Mapping[int, int]:
        day = working[min(number, len(working)) - 1]
        return days.of(day, job.suits or bool(crew.first_week(day)))

    tasks = for_crew(job.tasks, crew.name, crew.people)
    if placed.half == AFTERNOON:
        told = day_plan(tasks, minutes, AFTERNOON_H)
        if told.days > 1:  # it does not go into an afternoon
            told = day_plan(tasks, minutes, MORNINGS_H[0])
            return Bar(placed=placed, halves=_halves(placed, working, told, whole=True), plan=told, fits=False)
        return Bar(placed=placed, halves=_halves(placed, working, told), plan=told, fits=told.possible)
    bars = [
        Bar(placed=placed, halves=_halves(placed, working, told), plan=told, fits=told.possible)
        for told in (day_plan(tasks, minutes, start) for start in MORNINGS_H)
    ]
    return min(bars, key=lambda one: (not one.fits, len(one.halves), round(one.plan.hot_h, 2), -one.plan.start))


def _working_days(first: date, crew: CrewAtWork) -> list[date]:
    """The days on which the crew works, from the first on; the first also where it does not."""
    found, day = [first], first
    while len(found) < MOST_DAYS_OF_A_JOB:
        day += timedelta(days=1)
        if crew.works(day) or (day - first).days > 10 * MOST_DAYS_OF_A_JOB:
            found.append(day)
    return found


def _halves(
    placed: Placed, working: Sequence[date], told: DayPlan, whole: bool = False
) -> tuple[tuple[date, int], ...]:
    count = min(told.days, len(working))
    found = [(working[i], half) for i in range(count) for half in (MORNING, AFTERNOON)]
    if placed.half == AFTERNOON:
        found = found[1:]
    if told.end <= NOON_H + 1e-9 and not whole and found[-1][1] == AFTERNOON and len(found) > 1:
        found = found[:-1]
    return tuple(found)


def conflicts(
    bars: Sequence[Bar],
    jobs: Mapping[str, JobToPlace],
    crews: Mapping[str, CrewAtWork],
    today: date | None = None,
) -> dict[str, list[Conflict]]:
    """By job, what is wrong with where it stands; nothing is moved. Source: handbook §16, a placed job that breaks a rule."""
    taken: dict[tuple[str, date, int], list[str]] = {}
    for one in bars:
        for day, half in one.halves:
            taken.setdefault((one.placed.crew, day, half), []).append(one.placed.job)
    return {
        one.placed.job: list(_conflicts(one, jobs[one.placed.job], crews.get(one.placed.crew), taken, jobs, today))
        for one in bars
    }


def _conflicts(
    one: Bar,
    job: JobToPlace,
    crew: CrewAtWork | None,
    taken: Mapping[tuple[str, date, int], Sequence[str]],
    jobs: Mapping[str, JobToPlace],
    today: date | None,
) -> list[Conflict]:
    found = []
    if crew is None:
        return [Conflict(code="no_crew", text="its crew is no longer there: give it to another")]
    for trade, on in job.through:
        if on is None:
            found.append(Conflict(code="trade_unknown", text=f"nobody has said when {trade} is through"))
        elif one.placed.day <= on:
            found.append(Conflict(code="trade", text=f"before {trade} is through on {day_words(on)}"))
    if not crew.works(one.placed.day):
        found.append(Conflict(code="off", text=f"{crew.name} does not work on {day_words(one.placed.day)}"))
    others = {other for half in one.halves for other in taken[(one.placed.crew, *half)] if other != job.id}
    for other in sorted(others):
        found.append(Conflict(code="twice", text=f"{crew.name} has {jobs[other].name} at the same time"))
    if not one.fits:
        text = (
            one.plan.why
            if not one.plan.possible and one.plan.why
            else "it does not go into an afternoon: begin in the morning"
        )
        found.append(Conflict(code="heat" if not one.plan.possible else "half", text=text))
    if job.promised_by is not None and one.last > job.promised_by:
        late = (one.last - job.promised_by).days
        found.append(
            Conflict(
                code="late",
                text=f"{late} {'day' if late == 1 else 'days'} after {day_words(job.promised_by)}, when it was promised",
            )
        )
    if today is not None and one.last < today and not job.begun:
        text = "its days are over and nothing was recorded: tick what was done, or move it"
        found.append(Conflict(code="past", text=text))
    return found


def day_words(day: date) -> str:
    """A day as it is called in a sentence: Fri 10 Jul."""
    return f"{day:%a} {day.day} {day:%b}"
