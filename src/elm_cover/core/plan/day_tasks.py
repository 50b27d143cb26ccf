"""What there is to do on a job, in working order, as a crew's day takes it (handbook §16, in the order of §13)."""

from __future__ import annotations

from dataclasses import dataclass

from ...job import Job
from ..base.units import fixed
from ..from_job.book import book_input
from ..money.cost import PEOPLE_AT_THE_MACHINE, work_hours
from ..money.quantities import total
from ..schedule.day_plan import ATTIC, DayTask
from ..work.item import AS_IT_IS, DONE, GONE, LEFT, WorkItem, WorkList
from ..work.kinds import CREW, GROUPS
from .whole_job import Plan

# How long what is brushed or sprayed on dries before it is covered, h. Source: handbook §16, start value.
DRIES_H = 12.0
# What has to dry before the fill goes over it.
DRYING = ("mastic",)
OVER = (DONE, LEFT, AS_IT_IS, GONE)
GROUND = "ground"
# How many items are named with the trade that they wait for.
MOST_NAMED = 3
# Set-up and clean-up share the book's hours for both. By judgement.
SETTING_UP = 0.6


@dataclass(frozen=True, kw_only=True)
class TradeGate:
    """Somebody else's work that goes first. through_on: the last day they are there, None: not known."""

    trade: str
    through_on: str | None
    what: str


@dataclass(frozen=True, kw_only=True)
class JobTasks:
    """Everything of a job. bags: field bags to blow; person_hours: of the crew, all of it. counted: whether the fill is known:
    without it there is no day to plan."""

    tasks: tuple[DayTask, ...]
    gates: tuple[TradeGate, ...]
    person_hours: float
    counted: bool


def job_tasks(job: Job, planned: Plan, work: WorkList, crew: str | None = None, people: int | None = None) -> JobTasks:
    """The tasks of a job that are not done yet. crew: who does them; people: how many of them, left out: as in the book.

    Hours by the clock. Nobody works alone: at least two. Source: handbook §16, tasks of a job.
    """
    book = book_input(job)
    who = crew or "the crew"
    hands = max(2, people or int(book.rates["crew"]))
    quantities = [each for each in planned.taken if each is not None]
    hours = work_hours(total(quantities), book) if quantities else {}

    def task(key: str, what: str, clock_h: float, where: str, **more: object) -> DayTask:
        return DayTask(key=key, what=what, hours=clock_h, where=where, crew=who, people=hands, **more)  # type: ignore[arg-type]

    setup = book.rates["setup_hours"]
    tasks = [task("set_up", "Set up, protect, run hose and cord", setup * SETTING_UP, GROUND)]
    drying: list[str] = []
    for group, title in GROUPS.items():
        open_ = [item for item in work.items if item.group == group and _for_the_crew(item)]
        person_hours = sum(item.person_hours for item in open_)
        if person_hours > 0:
            dries = any(use.what in DRYING for item in open_ for use in item.materials)
            drying += [group] if dries else []
            tasks.append(task(group, title, person_hours / hands, ATTIC, dries_h=DRIES_H if dries else 0.0))
    blown = hours.get("blowing", 0.0) / PEOPLE_AT_THE_MACHINE
    closed = hours.get("filling closed bays", 0.0) / PEOPLE_AT_THE_MACHINE
    after = tuple(drying)
    if blown > 0:
        tasks.append(task("blow", f"Blow {_bags(planned)}", blown, ATTIC, after=after))
    if closed > 0:
        tasks.append(task("closed_bays", "Fill closed bays", closed, ATTIC, after=after))
    tasks.append(task("clean_up", "Clean up, count back, load", setup * (1 - SETTING_UP), GROUND))
    return JobTasks(
        tasks=tuple(tasks),
        gates=_gates(job, work),
        person_hours=sum(each.hours * each.people for each in tasks),
        counted=bool(quantities) and len(quantities) == len(planned.taken),
    )


def _for_the_crew(item: WorkItem) -> bool:
    return item.who == CREW and item.state not in OVER and item.change in (None, "yes")


def _bags(planned: Plan) -> str:
    bags = sum(s.bags.field or 0.0 for s in planned.sections if s.kind == "open_floor")
    return f"{fixed(bags)} bags" if bags else "the fill"


def _gates(job: Job, work: WorkList) -> tuple[TradeGate, ...]:
    """Trades on record with their dates, and those that items of the list still wait for. Source: handbook §16, §10."""
    found = [TradeGate(trade=one.trade, through_on=one.through_on, what="") for one in job.trades]
    named = {one.trade.casefold() for one in job.trades}
    titles = {item.key: item.what for item in work.items}
    for line in work.trades:
        if line.who != CREW and not any(name in line.who.casefold() for name in named):
            what = ", ".join(titles[key] for key in line.keys[:MOST_NAMED])
            found.append(TradeGate(trade=line.who, through_on=None, what=what))
    return tuple(found)
