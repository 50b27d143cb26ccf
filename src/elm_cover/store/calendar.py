"""The calendar in the store: where jobs stand, the weather as typed or read, when crews are busy elsewhere."""

from __future__ import annotations

import json
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from datetime import date
from typing import Any

from ..job.stages import STAGES, dated
from .crews import stands
from .jobs import JobStore, NoSuchJobError
from .moment import now_text
from .rows import BusyRow, DewPointRow, JobRow, PlacementRow, WeatherRow

# Jobs that a calendar shows: those placed, and those sold or at work that wait for a day.
WAITING = tuple(stage for stage, row in STAGES.items() if row.waits)
MOST_WAITING = 500


@dataclass(frozen=True)
class CalendarLine:
    """A job for the calendar. headline, to_do: as data. crew, day, half: where it stands, None: nowhere."""

    id: str
    stage: str
    headline: dict[str, Any]
    to_do: dict[str, Any]
    crew: str | None
    day: date | None
    half: int


@dataclass(frozen=True)
class StoredWeather:
    """High and low of a day, °F; source: typed or read. dew_f: its dew point, None: not known."""

    day: date
    high_f: float
    low_f: float
    source: str
    dew_f: float | None = None


@dataclass(frozen=True)
class Busy:
    """Days, first and last, on which a crew is busy elsewhere."""

    crew: str
    first: date
    last: date
    what: str


def calendar_lines(store: JobStore, first: date, last: date) -> list[CalendarLine]:
    """Every job that stands near these days, and every one that waits for a day, the last changed first.

    A job placed before the first day may reach into them: a month back is looked through.
    """
    store.refresh_stale()
    since = date.fromordinal(max(1, first.toordinal() - 31)).isoformat()
    columns = (
        JobRow.id,
        JobRow.stage,
        JobRow.summary,
        JobRow.day,
        PlacementRow.crew,
        PlacementRow.day,
        PlacementRow.half,
    )
    with store.reading():
        here = JobRow.deleted_at.is_null()
        placed = (
            JobRow.select(*columns)
            .join(PlacementRow, on=(PlacementRow.job == JobRow.id))
            .where(here & (PlacementRow.day >= since) & (PlacementRow.day <= last.isoformat()))
            .tuples()
        )
        placed_anywhere = PlacementRow.select(PlacementRow.job)
        waiting = (
            JobRow.select(JobRow.id, JobRow.stage, JobRow.summary, JobRow.day)
            .where(here & JobRow.stage.in_(WAITING) & JobRow.id.not_in(placed_anywhere))
            .order_by(JobRow.touched.desc())
            .limit(MOST_WAITING)
            .tuples()
        )
        standing: list[tuple[Any, ...]] = list(placed)  # type: ignore[arg-type]
        others: list[tuple[Any, ...]] = list(waiting)  # type: ignore[arg-type]
    rows = [*standing, *((*row, None, None, 0) for row in others)]
    return [
        CalendarLine(
            id=row[0],
            stage=dated(row[1], row[5] is not None),
            headline=json.loads(row[2]) if row[2] else {},
            to_do=json.loads(row[3]) if row[3] else {},
            crew=row[4],
            day=None if row[5] is None else date.fromisoformat(row[5]),
            half=row[6] or 0,
        )
        for row in rows
    ]


def place_all(store: JobStore, placed: Sequence[tuple[str, str, date, int]], actor: str) -> None:
    """Puts several jobs on the calendar in one go: all of them or none. Raises NoSuchJobError."""
    now = now_text()
    with store.writing():
        for job_id, crew, day, half in placed:
            if not JobRow.select().where((JobRow.id == job_id) & JobRow.deleted_at.is_null()).exists():
                raise NoSuchJobError(job_id)
            row = {"crew": crew, "day": day.isoformat(), "half": half, "actor": actor, "placed_at": now}
            PlacementRow.replace(job=job_id, **row).execute()
            stands(job_id, crew)


def unplace(store: JobStore, job_ids: Iterable[str]) -> None:
    """Takes jobs off the calendar; those that stand nowhere stay so."""
    with store.writing():
        for job_id in list(job_ids):
            PlacementRow.delete().where(PlacementRow.job == job_id).execute()
            stands(job_id, None)


def weather_of(store: JobStore, first: date, last: date) -> dict[date, StoredWeather]:
    """What was typed or read of these days."""
    with store.reading():
        rows = list(
            WeatherRow.select().where((WeatherRow.day >= first.isoformat()) & (WeatherRow.day <= last.isoformat()))
        )
        damp = DewPointRow.select().where(DewPointRow.day.in_([row.day for row in rows]))
        dew = {row.day: row.dew_f for row in damp}
    found = [
        StoredWeather(date.fromisoformat(row.day), row.high_f, row.low_f, row.source, dew.get(row.day)) for row in rows
    ]
    return {one.day: one for one in found}


def keep_weather(store: JobStore, days: Iterable[StoredWeather], gone: Iterable[date] = ()) -> None:
    """Keeps the weather of days, and forgets that of others."""
    with store.writing():
        for one in days:
            WeatherRow.replace(day=one.day.isoformat(), high_f=one.high_f, low_f=one.low_f, source=one.source).execute()
            if one.dew_f is None:
                DewPointRow.delete().where(DewPointRow.day == one.day.isoformat()).execute()
            else:
                DewPointRow.replace(day=one.day.isoformat(), dew_f=one.dew_f).execute()
        for day in gone:
            DewPointRow.delete().where(DewPointRow.day == day.isoformat()).execute()
            WeatherRow.delete().where(WeatherRow.day == day.isoformat()).execute()


def busy_times(store: JobStore, first: date, last: date) -> list[Busy]:
    """When crews are busy elsewhere, in these days."""
    with store.reading():
        rows = list(BusyRow.select().where((BusyRow.last >= first.isoformat()) & (BusyRow.first <= last.isoformat())))
    return [Busy(row.crew, date.fromisoformat(row.first), date.fromisoformat(row.last), row.what) for row in rows]


def keep_busy(store: JobStore, crew: str, times: Iterable[Busy]) -> None:
    """What a crew's own calendar says takes the place of what it said before."""
    with store.writing():
        BusyRow.delete().where(BusyRow.crew == crew).execute()
        for one in times:
            BusyRow.create(crew=crew, first=one.first.isoformat(), last=one.last.isoformat(), what=one.what)
