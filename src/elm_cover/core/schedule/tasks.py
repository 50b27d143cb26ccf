"""Tasks of a job before it is known who does them, and what they come to for a crew (handbook §16)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from ..base.units import whole_up
from .day_plan import LONGEST_H, DayTask

# Nobody works alone: whoever is in the attic has a second person on site. Source: handbook §16.
LEAST_PEOPLE = 2


@dataclass(frozen=True, kw_only=True)
class JobTask:
    """Something to do on a job. person_hours: shared by the people of the crew; clock_h: by the clock however many there are, as
    the machine takes, people of them at it (None: all); one of the two. each_day: again on every day that the job takes. where: attic, ground or roof. after: keys of tasks that are finished first; dries_h: and
    how long what was done dries."""

    key: str
    what: str
    where: str
    person_hours: float | None = None
    clock_h: float | None = None
    people: int | None = None
    each_day: bool = False
    after: tuple[str, ...] = ()
    dries_h: float = 0.0

    def hours(self, people: int) -> float:
        """By the clock with so many people, at 55 minutes an hour. Source: handbook §16."""
        if self.clock_h is not None:
            return self.clock_h
        return (self.person_hours or 0.0) / max(LEAST_PEOPLE, people)

    def paid(self, people: int) -> float:
        """Person-hours of it with a crew of so many."""
        if self.clock_h is None:
            return self.person_hours or 0.0
        return self.clock_h * (self.people or max(LEAST_PEOPLE, people))


def hours_a_day(travel_h: float) -> float:
    """What is left of the longest day for work, travel taken off: at least an hour.

    >>> hours_a_day(0.5)
    8.5
    """
    return LONGEST_H - min(travel_h, LONGEST_H - 1)


def days_of(clock_h: float, travel_h: float) -> int:
    """Days that so many hours by the clock take, travel of each day apart: none longer than 9 h.

    >>> days_of(8.5, 0.5), days_of(8.6, 0.5), days_of(0.0, 0.5)
    (1, 2, 1)
    """
    return max(1, whole_up(clock_h / hours_a_day(travel_h)))


def days_taken(tasks: Sequence[JobTask], people: int) -> int:
    """Days that the tasks take with so many people where no heat and no drying stretches them."""
    once = sum(task.hours(people) for task in tasks if not task.each_day)
    return days_of(once, sum(task.hours(people) for task in tasks if task.each_day))


def clock_hours(tasks: Sequence[JobTask], people: int) -> float:
    """Hours by the clock with so many people, what comes each day as often as there are days."""
    days = days_taken(tasks, people)
    return sum(task.hours(people) * (days if task.each_day else 1) for task in tasks)


def for_crew(tasks: Sequence[JobTask], crew: str, people: int) -> tuple[DayTask, ...]:
    """The tasks as a crew of so many does them; fewer than two are taken as two."""
    hands = max(LEAST_PEOPLE, people)
    return tuple(
        DayTask(
            key=task.key,
            what=task.what,
            hours=task.hours(hands),
            where=task.where,
            crew=crew,
            people=hands,
            after=task.after,
            each_day=task.each_day,
            dries_h=task.dries_h,
        )
        for task in tasks
    )
