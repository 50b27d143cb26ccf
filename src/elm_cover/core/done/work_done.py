"""The work list with what the log says of it (handbook §13)."""

from __future__ import annotations

from collections.abc import Iterable

from ...job.log_entry import LogEntry
from ..from_job.log import entry_of
from ..log.folded import Day, Mark, fold
from ..plan.whole_job import Plan
from ..work.item import Done, WorkList
from ..work.listing import Marks, work_list


def day_of(entries: Iterable[LogEntry]) -> Day:
    """What the entries come to."""
    return fold(entry_of(entry) for entry in entries)


def work_after(plan: Plan, day: Day) -> WorkList:
    """The list of a plan with what was done and left out. Source: handbook §13; design §5, log."""
    marks = Marks(
        {key: _done(mark) for key, mark in day.done.items()},
        {key: _done(mark) for key, mark in day.left.items()},
        {key: _done(mark) for key, mark in day.cleared.items()},
    )
    return work_list(plan.job_work.tasks, plan.job_work.given, marks)


def _done(mark: Mark) -> Done:
    return Done(mark.by, mark.at, mark.reason, mark.amount)
