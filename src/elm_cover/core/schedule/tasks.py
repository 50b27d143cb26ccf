"""Tasks of a job before it is known who does them, and what they come to for a crew (handbook §16)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from .day_plan import DayTask

# Nobody works alone: whoever is in the attic has a second person on site. Source: handbook §16.
LEAST_PEOPLE = 2


@dataclass(frozen=True, kw_only=True)
class JobTask:
    """Something to do on a job. person_hours: shared by the people of the crew; clock_h: by the clock however many there are, as
    the machine takes; one of the two. where: attic, ground or roof. after: keys of tasks that are finished first; dries_h: and
    how long what was done dries."""

    key: str
    what: str
    where: str
    person_hours: float | None = None
    clock_h: float | None = None
    after: tuple[str, ...] = ()
    dries_h: float = 0.0

    def hours(self, people: int) -> float:
        """By the clock with so many people, at 55 minutes an hour. Source: handbook §16."""
        if self.clock_h is not None:
            return self.clock_h
        return (self.person_hours or 0.0) / max(LEAST_PEOPLE, people)


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
            dries_h=task.dries_h,
        )
        for task in tasks
    )
