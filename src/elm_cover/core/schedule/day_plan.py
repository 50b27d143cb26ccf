"""A day by the clock: tasks in their order, attic work only while the attic can be worked in (handbook §16).

Hours of a task are hours at 55 minutes: an hour of m minutes does m/55. Work on the ground and on the roof goes on in the heat;
what is left of attic work when the attic is too hot goes on next morning.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass, field

from .attic_air import FULL_MINUTES

# When a day may begin and must be over, hours of the clock; how long it is at most. By judgement; the firm's own hours go before.
EARLIEST, LATEST, LONGEST_H = 6.0, 18.0, 9.0
STARTS_EVERY_H = 0.5
STEP_H = 0.05
# So many days in a row without an hour for the attic: the job is not possible now.
MOST_IDLE_DAYS = 3
ATTIC = "attic"


@dataclass(frozen=True, kw_only=True)
class DayTask:
    """hours: by the clock with the crew as it is, at 55 minutes an hour. where: attic, ground or roof. after: keys of tasks that
    are finished first. dries_h: how long what was done has to dry before a task that comes after it. each_day: first thing on every day."""

    key: str
    what: str
    hours: float
    where: str
    crew: str
    people: int
    after: tuple[str, ...] = ()
    dries_h: float = 0.0
    each_day: bool = False


@dataclass(frozen=True, kw_only=True)
class Stretch:
    """A piece of a task on one day: from and to by the clock; day counts from 1."""

    key: str
    what: str
    where: str
    crew: str
    people: int
    day: int
    from_h: float
    to_h: float


@dataclass(frozen=True, kw_only=True)
class DayPlan:
    """start and end by the clock, of the first and the last day. why: why it takes more than one day, or is not possible at
    all; None: one day does. hot_h: hours in the attic at less than 55 minutes."""

    stretches: tuple[Stretch, ...]
    start: float
    end: float
    days: int
    hot_h: float
    why: str | None = None
    possible: bool = True


@dataclass
class _Clock:
    day: int
    at: float
    start: float
    ready: dict[str, float] = field(default_factory=dict)
    hot: float = 0.0
    why: str | None = None
    daily: Sequence[DayTask] = ()
    stretches: list[Stretch] = field(default_factory=list)

    @property
    def ends(self) -> float:
        return min(LATEST, self.start + LONGEST_H)

    @property
    def total(self) -> float:
        return self.day * 24 + self.at

    def next_day(self, why: str) -> None:
        """On a day on which nothing else was done nobody came either."""
        daily = {task.key for task in self.daily}
        if all(one.key in daily for one in self.stretches if one.day == self.day):
            self.stretches[:] = [one for one in self.stretches if one.day != self.day]
        self.day, self.at = self.day + 1, self.start
        self.why = self.why or why
        self.begin()

    def begin(self) -> None:
        """A day begins with what every day begins with."""
        for task in self.daily:
            began = self.at
            self.at += task.hours
            _close(task, self, began, self.stretches)


Minutes = Mapping[int, int] | Callable[[int], Mapping[int, int]]


def day_plan(tasks: Sequence[DayTask], minutes: Minutes, start: float) -> DayPlan:
    """The tasks one after the other from that hour on. minutes: of work in the attic, by the hour of the clock; the same every
    day, or asked for by the day, from 1.

    Source: handbook §16, attic work ends when the attic is too hot; whether it takes a second day.
    """
    stretches: list[Stretch] = []
    daily = [task for task in tasks if task.each_day and task.hours > 0]
    clock = _Clock(1, start, start, daily=daily, stretches=stretches)
    clock.begin()
    for task in tasks:
        if task.hours <= 0 or task.each_day:
            continue
        earliest = max((clock.ready.get(key, 0.0) for key in task.after), default=0.0)
        while clock.total < earliest - 1e-9:
            if earliest - clock.day * 24 <= clock.ends - STEP_H:
                clock.at = earliest - clock.day * 24
            else:
                clock.next_day(f"{task.what}: what was done before it has to dry first.")
        if not _lay(task, minutes, clock, stretches):
            why = f"{task.what}: the attic is too hot at every hour of such a day. Wait for a cooler one."
            return DayPlan(
                stretches=tuple(stretches),
                start=start,
                end=clock.at,
                days=clock.day,
                hot_h=clock.hot,
                why=why,
                possible=False,
            )
        clock.ready[task.key] = clock.total + task.dries_h
    return DayPlan(
        stretches=tuple(stretches),
        start=start,
        end=stretches[-1].to_h if stretches else start,
        days=clock.day if stretches else 1,
        hot_h=clock.hot,
        why=clock.why if clock.day > 1 else None,
    )


def _lay(task: DayTask, minutes: Minutes, clock: _Clock, stretches: list[Stretch]) -> bool:
    """Puts a task into the hours from the clock on; False where no hour of so many days in a row takes it."""
    left, began, idle = task.hours, None, 0
    while left > 1e-9:
        hour = int(clock.at + 1e-9)
        over = clock.at >= clock.ends - 1e-9
        pace = 0.0 if over else _pace(task, minutes, clock.day, hour)
        if pace <= 0:
            _close(task, clock, began, stretches)
            began = None
            if over:
                clock.next_day(f"{task.what}: the day is over.")
            elif any(_pace(task, minutes, clock.day, h) for h in range(hour, math.ceil(clock.ends))):
                clock.at = hour + 1.0
                continue
            else:
                clock.next_day(f"{task.what}: from {clock_words(clock.at)} on the attic is too hot.")
            idle += 1
            if idle > MOST_IDLE_DAYS:
                return False
            continue
        began = clock.at if began is None else began
        takes = min(min(hour + 1.0, clock.ends) - clock.at, left / pace)
        left -= takes * pace
        clock.hot += takes if pace < 1 else 0.0
        clock.at += takes
        idle = 0
    _close(task, clock, began, stretches)
    return True


def _pace(task: DayTask, minutes: Minutes, day: int, hour: int) -> float:
    """How much of an hour's work is done in that hour. Source: handbook §16, an hour of m minutes does m/55."""
    if task.where != ATTIC:
        return 1.0
    of_day = minutes(day) if callable(minutes) else minutes
    return of_day.get(hour, 0) / FULL_MINUTES


def _close(task: DayTask, clock: _Clock, began: float | None, stretches: list[Stretch]) -> None:
    if began is not None and clock.at > began + 1e-9:
        stretches.append(
            Stretch(
                key=task.key, what=task.what, where=task.where, crew=task.crew, people=task.people, day=clock.day,
                from_h=began, to_h=clock.at,
            )
        )  # fmt: skip


def best_start(tasks: Sequence[DayTask], minutes: Minutes) -> DayPlan:
    """The plan from the best hour to begin: fewest days, then fewest hot hours, then the earliest end, then the latest start.

    Source: handbook §16, the day's best start.
    """
    steps = int((LATEST - EARLIEST) / 2 / STARTS_EVERY_H) + 1
    plans = [day_plan(tasks, minutes, EARLIEST + i * STARTS_EVERY_H) for i in range(steps)]
    return min(plans, key=lambda one: (not one.possible, one.days, round(one.hot_h, 6), round(one.end, 6), -one.start))


def clock_words(clock: float) -> str:
    """An hour of the clock in words: 7.5 → 7:30."""
    hour, minute = divmod(round(clock * 60), 60)
    return f"{hour}:{minute:02d}"
