"""What there is to do on a job, in working order, as a crew's day takes it (handbook §16, in the order of §13)."""

from __future__ import annotations

from dataclasses import dataclass

from ...job import Job
from ..base.units import fixed
from ..hazards.stops import CREW
from ..money.hours import PEOPLE_AT_THE_MACHINE, READINGS, work_hours
from ..money.quantities import total
from ..plan.whole_job import Plan
from ..schedule.day_plan import ATTIC
from ..schedule.tasks import JobTask, days_taken
from ..work.item import AS_IT_IS, DONE, GONE, LEFT, WorkItem, WorkList
from ..work.kinds import GROUPS

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
    """Everything to do on a job. counted: whether the fill is known: without it there is no day to plan. suits: they are worn,
    as said, else where old fill comes out."""

    tasks: tuple[JobTask, ...]
    gates: tuple[TradeGate, ...]
    counted: bool
    suits: bool = False

    def person_hours(self, people: int) -> float:
        """Of a crew of so many, all of it."""
        days = days_taken(self.tasks, people)
        return sum(task.paid(people) * (days if task.each_day else 1) for task in self.tasks)


def job_tasks(planned: Plan, work: WorkList) -> JobTasks:
    """The tasks of a job that are not done yet, in working order. Source: handbook §16, tasks of a job; §13, order."""
    job, book = planned.read.job, planned.read.book
    quantities = [each for each in planned.taken if each is not None]
    hours = work_hours(total(quantities), book) if quantities else {}
    setup, travel = book.rates["setup_hours"], book.rates["travel_hours"]
    what = "Set up, protect, run hose and cord"
    tasks = [JobTask(key="set_up", what=what, where=GROUND, clock_h=setup * SETTING_UP)]
    drying: list[str] = []
    for group, title in GROUPS.items():
        open_ = [item for item in work.items if item.group == group and _for_the_crew(item)]
        person_hours = sum(item.person_hours for item in open_)
        if person_hours > 0:
            dries = any(use.what in DRYING for item in open_ for use in item.materials)
            drying += [group] if dries else []
            dries_h = DRIES_H if dries else 0.0
            tasks.append(JobTask(key=group, what=title, where=ATTIC, person_hours=person_hours, dries_h=dries_h))
    after = tuple(drying)
    for key, name, of in (
        ("blow", f"Blow {_bags(planned)}", "blowing"),
        ("closed_bays", "Fill closed bays", "filling closed bays"),
    ):
        clock_h = hours.get(of, 0.0) / PEOPLE_AT_THE_MACHINE
        if clock_h > 0:
            tasks.append(
                JobTask(key=key, what=name, where=ATTIC, clock_h=clock_h, people=PEOPLE_AT_THE_MACHINE, after=after)
            )
    if hours.get(READINGS):
        tasks.append(JobTask(key="read", what="Read the depths", where=ATTIC, person_hours=hours[READINGS]))
    tasks.append(
        JobTask(key="clean_up", what="Clean up, count back, load", where=GROUND, clock_h=setup * (1 - SETTING_UP))
    )
    if travel > 0:
        tasks.insert(0, JobTask(key="travel", what="Travel", where=GROUND, clock_h=travel, each_day=True))
    return JobTasks(
        tasks=tuple(tasks),
        gates=_gates(job, work),
        counted=bool(quantities) and len(quantities) == len(planned.taken),
        suits=any(task.key == "clear_out" for task in tasks) if job.suits is None else job.suits,
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
