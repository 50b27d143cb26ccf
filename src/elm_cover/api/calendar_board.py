"""The calendar of the store: its days, crews and jobs as the core takes them."""

from __future__ import annotations

import pickle
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import date, timedelta
from typing import Any

from ..core.crew import Need, OnHand, OrderedLine, week_order
from ..core.schedule import (
    Board,
    CrewAtWork,
    Days,
    JobTask,
    JobToPlace,
    Placed,
    Sky,
    board,
    propose,
    sun_f,
    usual_clock_ahead,
)
from ..devices.weather import MadeUpForecast
from ..job import Fault, JobError
from ..job.crew import Crew
from ..job.firm import Firm
from ..job.stages import has_begun
from ..store.calendar import Busy, CalendarLine, StoredWeather, busy_times, calendar_lines, weather_of
from ..store.firm import read_firm
from ..store.jobs import JobStore

# Jobs × crews × days that one proposal may weigh.
MOST_PLACES = 8_000
# A job may reach so far past the last day shown: the heat of those days is known as well.
REACHING_DAYS = 21
# Where nobody has said which climate zone the firm works in.
USUAL_ZONE = "5A"
# Crews to begin with, until the firm has entered its own.
FIRST_CREWS = (Crew(id="first", name="Crew 1", people=2),)


@dataclass(frozen=True, eq=False, kw_only=True)
class StoredBoard:
    """The board with what it is made of. crews: as kept, those of a firm that has entered none are a start value."""

    firm: Firm
    crews: tuple[Crew, ...]
    at_work: tuple[CrewAtWork, ...]
    lines: tuple[CalendarLine, ...]
    jobs: tuple[JobToPlace, ...]
    board: Board


def stored_board(store: JobStore, first: date, days: int, today: date | None) -> StoredBoard:
    """The calendar from a day on."""
    last = first + timedelta(days=days - 1)
    firm = Firm.model_validate(read_firm(store).document)
    crews = firm.crews or FIRST_CREWS
    busy = busy_times(store, first - timedelta(days=40), last + timedelta(days=90))
    at_work = tuple(_crew(crew, busy) for crew in crews)
    lines = tuple(calendar_lines(store, first, last))
    jobs = tuple(_job(line) for line in lines if line.to_do)
    known = {job.id for job in jobs}
    placed = [
        Placed(job=line.id, crew=line.crew, day=line.day, half=line.half)
        for line in lines
        if line.crew is not None and line.day is not None and line.id in known
    ]
    weather = weather_of(store, first, last + timedelta(days=REACHING_DAYS))
    skies = [_sky(firm, first + timedelta(days=i), weather) for i in range(days + REACHING_DAYS)]
    made = board(skies, at_work, jobs, placed, today, days)
    return StoredBoard(firm=firm, crews=crews, at_work=at_work, lines=lines, jobs=jobs, board=made)


def _crew(crew: Crew, busy: Iterable[Busy]) -> CrewAtWork:
    off: set[date] = set()
    stretches = [(date.fromisoformat(away.first), date.fromisoformat(away.last)) for away in crew.away]
    stretches += [(one.first, one.last) for one in busy if one.crew == crew.id]
    for begins, ends in stretches:
        for i in range(min(400, max(0, (ends - begins).days + 1))):
            off.add(begins + timedelta(days=i))
    return CrewAtWork(
        id=crew.id,
        name=crew.name,
        people=crew.people,
        weekdays=frozenset(crew.weekdays),
        off=frozenset(off),
        began=tuple((one.name, date.fromisoformat(one.first)) for one in crew.first_weeks),
    )


def _job(line: CalendarLine) -> JobToPlace:
    to_do = line.to_do
    tasks = [JobTask(**{**task, "after": tuple(task["after"])}) for task in to_do["tasks"]]
    promised = to_do.get("promised_by")
    return JobToPlace(
        id=line.id,
        name=name_of(line),
        tasks=tuple(tasks),
        through=tuple(
            (gate["trade"], date.fromisoformat(gate["through_on"]) if gate.get("through_on") else None)
            for gate in to_do["gates"]
        ),
        promised_by=None if promised is None else date.fromisoformat(promised),
        begun=has_begun(line.stage),
        suits=bool(to_do.get("suits")),
    )


def name_of(line: CalendarLine) -> str:
    """What a job is called on the calendar."""
    return str(line.headline.get("name") or line.headline.get("address") or "Job without a name")


def _sky(firm: Firm, day: date, weather: dict[date, StoredWeather]) -> tuple[Sky, str]:
    """A day as typed or read, else made up for the firm's zone: always marked which."""
    known = weather.get(day)
    made = MadeUpForecast(firm.usual.climate_zone or USUAL_ZONE).of(day) if known is None else known
    sky = Sky(
        day=day,
        latitude=firm.latitude,
        high_f=made.high_f,
        low_f=made.low_f,
        sun_f=sun_f(firm.light_roofs),
        clock_ahead=usual_clock_ahead(day),
        dew_point_f=None if known is None else known.dew_f,
    )
    return sky, made.source


@dataclass(frozen=True, eq=False)
class Puzzle:
    """What a proposal is made from, as it goes to the process that makes it."""

    jobs: tuple[JobToPlace, ...]
    crews: tuple[CrewAtWork, ...]
    days: Days
    taken: tuple[tuple[str, date, int], ...]


def puzzle(made: StoredBoard, wanted: Sequence[str] | None) -> Puzzle:
    """The jobs that wait for a day, round those that have one. wanted: of them; None: all of them. Raises JobError where that is
    more than can be thought through."""
    placed = {one.bar.placed.job for one in made.board.bars}
    jobs = tuple(
        job for job in made.jobs if job.id not in placed and (wanted is None or job.id in wanted) and job.tasks
    )
    taken = tuple((one.bar.placed.crew, *half) for one in made.board.bars for half in one.bar.halves)
    count = len(jobs) * len(made.at_work) * len(made.board.heat)
    if count > MOST_PLACES:
        text = (
            f"{len(jobs)} jobs × {len(made.at_work)} crews × {len(made.board.heat)} days are too many places to weigh at once; "
            f"up to {MOST_PLACES:,}. Propose for fewer days, or for some of the jobs"
        )
        raise JobError([Fault("jobs", text)])
    return Puzzle(jobs, made.at_work, made.board.heat, taken)


def solved_puzzle(given: bytes, how: str) -> bytes:
    """The proposal for a puzzle, both as this program packs them: for a process of its own."""
    asked: Puzzle = pickle.loads(given)  # packed by the same program, never read from outside
    return pickle.dumps(propose(asked.jobs, asked.crews, asked.days, asked.taken))


def ordered(made: StoredBoard, first: date, last: date) -> tuple[OrderedLine, ...]:
    """What the jobs that begin in these days need, less what is in stock."""
    stock = {line.what: OnHand(line.on_hand, line.supplier) for line in made.firm.stock}
    asked = [
        (line.day, name_of(line), [Need(**need) for need in line.to_do.get("needs", ())])
        for line in made.lines
        if line.day is not None and first <= line.day <= last
    ]
    return week_order(asked, stock)


def told_line(line: CalendarLine) -> dict[str, Any]:
    """Of a job what a bar or a card shows beside its plan."""
    to_do = line.to_do
    return {
        "job": line.id,
        "name": name_of(line),
        "address": line.headline.get("address"),
        "stage": line.stage,
        "thumbnail": line.headline.get("thumbnail", []),
        "bags": to_do.get("bags", 0),
        "bundles": to_do.get("bundles", 0),
        "counted": to_do.get("counted", False),
        "promised_by": to_do.get("promised_by"),
        "gates": to_do.get("gates", []),
    }
