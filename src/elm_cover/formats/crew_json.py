"""Reach, load and day as JSON for other programs, nothing rounded."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from datetime import date
from typing import Any

from pydantic_core import to_jsonable_python

from ..core.crew import LoadLine, counted_back, counts_of, job_tasks, load_list, reach
from ..core.done import day_of, plan_logged
from ..core.plan import plan
from ..core.schedule import (
    DARK_ROOF_F,
    LEAST_PEOPLE,
    Sky,
    attic_f,
    best_start,
    for_crew,
    usual_clock_ahead,
    work_minutes,
)
from ..job import Job
from ..job.firm import Firm
from ..job.log_entry import LogEntry


def reach_json(job: Job) -> dict[str, Any]:
    """Bands by section, hose, cord, what is wrong and what is not known."""
    found = reach(plan(job))
    told: dict[str, Any] = to_jsonable_python(found, exclude={"behind"})
    for section in told["sections"]:
        for band in section["bands"]:
            crawl = band["crawl_ft"]
            band["crawl_ft"] = None if crawl is None else {"from": crawl[0], "to": crawl[1]}
    return told


def load_json(job: Job, firm: Firm | None = None) -> dict[str, Any]:
    """The load list with weight, volume and trips. firm: its kit and truck, left out: the start values."""
    planned = plan(job)
    made = load_list(planned, planned.work, firm or Firm(), reach(planned).hose)
    told: dict[str, Any] = to_jsonable_python(made)
    return told


def loaded_lines(job: Job, log: Sequence[LogEntry] = (), firm: Firm | None = None) -> tuple[LoadLine, ...]:
    """The load list with what the log says went out and came back."""
    day = day_of(log)
    planned = plan_logged(job, day)
    made = load_list(planned, planned.work, firm or Firm(), reach(planned).hose)
    return counted_back(made.items, counts_of(day))


@dataclass(frozen=True, kw_only=True)
class DayAsked:
    """A day somewhere: latitude in degrees, high and low in °F. clock_ahead: of the sun, h; None: by the date."""

    day: date
    latitude: float
    high_f: float
    low_f: float
    clock_ahead: float | None = None
    sun_f: float = DARK_ROOF_F
    dew_point_f: float | None = None
    first_week: bool = False

    def sky(self) -> Sky:
        """The day as attic air is reckoned from it."""
        ahead = usual_clock_ahead(self.day) if self.clock_ahead is None else self.clock_ahead
        return Sky(
            day=self.day, latitude=self.latitude, high_f=self.high_f, low_f=self.low_f, sun_f=self.sun_f, clock_ahead=ahead,
            dew_point_f=self.dew_point_f, row_hotter=self.first_week,
        )  # fmt: skip


def day_json(job: Job, asked: DayAsked) -> dict[str, Any]:
    """The day by the clock: attic air by the hour, the tasks of the job in it, start, end, days. Hours as decimals."""
    sky = asked.sky()
    planned = plan(job)
    tasks = job_tasks(planned, planned.work)
    minutes = {hour: work_minutes(sky, hour, tasks.suits) for hour in range(24)}
    people = max(LEAST_PEOPLE, job.book.rates.crew)
    best = best_start(for_crew(tasks.tasks, "the crew", people), minutes)
    return {
        "hours": [{"clock": hour, "attic_f": attic_f(sky, hour), "minutes": minutes[hour]} for hour in range(24)],
        "tasks": [
            {
                "what": s.what,
                "from": s.from_h,
                "to": s.to_h,
                "day": s.day,
                "where": s.where,
                "crew": s.crew,
                "people": s.people,
            }
            for s in best.stretches
        ],
        "start": best.start,
        "end": best.end,
        "days": best.days,
        "hot_h": best.hot_h,
        "why": best.why,
        "possible": best.possible,
        "counted": tasks.counted,
        "row_hotter": [
            why
            for why, said in (
                ("dew point over 70 °F", sky.humid),
                ("suits", tasks.suits),
                ("first week", asked.first_week),
            )
            if said
        ],
        "gates": to_jsonable_python(tasks.gates),
        "person_hours": tasks.person_hours(people),
    }
