"""A calendar proposed: every job once, least lateness first, then fewest hot hours, then early (handbook §16).

A small integer program: one 0-or-1 for each place that a job could take, at most one a job, at most one job a crew and half
day. Its answer is held against that of a plain greedy one; the better stands, and says which it was.
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from datetime import date

import numpy as np

from .calendar import AFTERNOON, MORNING, Bar, CrewAtWork, Days, JobToPlace, Placed, bar, day_words

SECONDS = 5.0
# What is weighed, in this order: jobs without a day, days late, hot hours, days later. Each outweighs all that follow it.
UNPLACED, LATE, HOT, EARLY = 1e7, 1e4, 10.0, 0.01
EXACT, GREEDY = "exact", "greedy"

Slot = tuple[str, date, int]


@dataclass(frozen=True, kw_only=True)
class Reason:
    """Why a job stands where it does, or has no day."""

    job: str
    text: str


@dataclass(frozen=True, kw_only=True)
class Proposal:
    """bars: where each job would stand. unplaced: ids of those without a day. by: exact or greedy; proved: whether nothing
    better exists. late_days, hot_h: what was weighed, summed."""

    bars: tuple[Bar, ...]
    unplaced: tuple[str, ...]
    by: str
    proved: bool
    late_days: int
    hot_h: float
    cost: float
    reasons: tuple[Reason, ...]


@dataclass(frozen=True, eq=False)
class PlaceOption:
    """A place that a job could take, and what it costs."""

    job: int
    bar: Bar
    slots: tuple[Slot, ...]
    cost: float


def propose(
    jobs: Sequence[JobToPlace],
    crews: Sequence[CrewAtWork],
    days: Days,
    taken: Iterable[Slot] = (),
    seconds: float = SECONDS,
) -> Proposal:
    """Where the jobs would best stand. taken: half days of crews that other jobs have. Source: handbook §16, calendar.

    seconds: how long the program may think; what it has by then is held against the greedy answer all the same.
    """
    choices = places(jobs, crews, days, frozenset(taken))
    plain = greedy(len(jobs), choices, _by_promise(jobs))
    found, proved = _exact(len(jobs), choices, seconds)
    best, by = plain, GREEDY
    if found is not None and cost_of(len(jobs), found) <= cost_of(len(jobs), plain) + 1e-6:
        best, by = found, EXACT
    placed = {choice.job for choice in best}
    unplaced = tuple(job.id for i, job in enumerate(jobs) if i not in placed)
    return Proposal(
        bars=tuple(choice.bar for choice in sorted(best, key=lambda one: (one.bar.placed.day, one.bar.placed.crew))),
        unplaced=unplaced,
        by=by,
        proved=proved and by == EXACT,
        late_days=sum(_late(jobs[choice.job], choice.bar) for choice in best),
        hot_h=sum(choice.bar.plan.hot_h for choice in best),
        cost=cost_of(len(jobs), best),
        reasons=tuple(_reasons(jobs, best, choices, crews, days)),
    )


def places(
    jobs: Sequence[JobToPlace], crews: Sequence[CrewAtWork], days: Days, taken: frozenset[Slot]
) -> list[PlaceOption]:
    """Every place that breaks no rule: a working day of a crew, not before the trades are through, within the days."""
    found = []
    last = days.at(len(days) - 1)
    for number, job in enumerate(jobs):
        if any(on is None for _, on in job.through):
            continue
        for crew in crews:
            for index in range(len(days)):
                day = days.at(index)
                if not crew.works(day) or (job.not_before is not None and day < job.not_before):
                    continue
                for half in (MORNING, AFTERNOON):
                    made = bar(job, Placed(job=job.id, crew=crew.id, day=day, half=half), crew, days)
                    slots = tuple((crew.id, *one) for one in made.halves)
                    if not made.fits or made.last > last or any(slot in taken for slot in slots):
                        continue
                    cost = LATE * _late(job, made) + HOT * made.plan.hot_h + EARLY * (index + half / 2)
                    found.append(PlaceOption(number, made, slots, cost))
    return found


def cost_of(jobs: int, chosen: Sequence[PlaceOption]) -> float:
    """What a calendar costs: the less the better. Source: handbook §16, least lateness first, then fewest hot hours, then early."""
    return UNPLACED * (jobs - len(chosen)) + sum(choice.cost for choice in chosen)


def greedy(jobs: int, choices: Sequence[PlaceOption], order: Sequence[int]) -> list[PlaceOption]:
    """Each job in that order at the cheapest place that is left."""
    of: dict[int, list[PlaceOption]] = {i: [] for i in range(jobs)}
    for choice in choices:
        of[choice.job].append(choice)
    taken: set[Slot] = set()
    found = []
    for job in order:
        free = [choice for choice in of[job] if taken.isdisjoint(choice.slots)]
        if free:
            best = min(free, key=lambda choice: choice.cost)
            taken.update(best.slots)
            found.append(best)
    return found


def _by_promise(jobs: Sequence[JobToPlace]) -> list[int]:
    """Those promised first first, the longer before the shorter."""

    def length(job: JobToPlace) -> float:
        return sum(task.hours(2) for task in job.tasks)

    return sorted(range(len(jobs)), key=lambda i: (jobs[i].promised_by or date.max, -length(jobs[i]), jobs[i].id))


def _late(job: JobToPlace, made: Bar) -> int:
    return 0 if job.promised_by is None else max(0, (made.last - job.promised_by).days)


def _exact(jobs: int, choices: Sequence[PlaceOption], seconds: float) -> tuple[list[PlaceOption] | None, bool]:
    """The choices that cost least in all, and whether that is proved; None where nothing was found in time."""
    if not choices:
        return [], True
    from scipy.optimize import Bounds, LinearConstraint, milp
    from scipy.sparse import coo_array

    slots = {slot: jobs + i for i, slot in enumerate(sorted({slot for choice in choices for slot in choice.slots}))}
    rows = [row for choice in choices for row in (choice.job, *(slots[slot] for slot in choice.slots))]
    columns = [column for column, choice in enumerate(choices) for _ in range(1 + len(choice.slots))]
    matrix = coo_array((np.ones(len(rows)), (rows, columns)), shape=(jobs + len(slots), len(choices))).tocsr()
    # A place is worth what a job without a day would cost less its own cost.
    gain = np.array([choice.cost - UNPLACED for choice in choices])
    found = milp(
        gain,
        constraints=LinearConstraint(matrix, -np.inf, 1.0),
        integrality=np.ones(len(choices)),
        bounds=Bounds(0, 1),
        options={"time_limit": max(0.05, seconds), "mip_rel_gap": 0.0},
    )
    if found.x is None:
        return None, False
    return [choice for choice, value in zip(choices, found.x, strict=True) if value > 0.5], found.status == 0


def _reasons(
    jobs: Sequence[JobToPlace],
    best: Sequence[PlaceOption],
    choices: Sequence[PlaceOption],
    crews: Sequence[CrewAtWork],
    days: Days,
) -> Iterable[Reason]:
    """Why each stands where it does. Source: handbook §16, what it weighed."""
    chosen = {choice.job: choice for choice in best}
    taken = {slot: jobs[choice.job].name for choice in best for slot in choice.slots}
    names: Mapping[str, str] = {crew.id: crew.name for crew in crews}
    for number, job in enumerate(jobs):
        own = [choice for choice in choices if choice.job == number]
        if number not in chosen:
            yield Reason(job=job.id, text=_no_day(job, own, crews, days))
            continue
        mine = chosen[number]
        yield Reason(job=job.id, text=_why_there(job, mine, own, taken, names))


def _no_day(job: JobToPlace, own: Sequence[PlaceOption], crews: Sequence[CrewAtWork], days: Days) -> str:
    if not crews:
        return "There is no crew: add one first."
    unknown = [trade for trade, on in job.through if on is None]
    if unknown:
        return f"Nobody has said when {', '.join(unknown)} is through: enter the day."
    if job.not_before is not None and job.not_before > days.at(len(days) - 1):
        return f"Its trades are through after these days: from {day_words(job.not_before)} on."
    if not own:
        return "It fits nowhere in these days, with their heat, before they end: look further ahead, or wait for cooler days."
    return "Every place that it could take is taken by jobs that were promised earlier or need it more."


def _why_there(
    job: JobToPlace, mine: PlaceOption, own: Sequence[PlaceOption], taken: Mapping[Slot, str], names: Mapping[str, str]
) -> str:
    at = mine.bar.placed
    said = [f"{names[at.crew]}, {day_words(at.day)}"]
    if job.not_before is not None and at.day == job.not_before:
        said.append(f"the first day after its trades are through ({day_words(job.not_before)})")
    earlier = [choice for choice in own if (choice.bar.placed.day, choice.bar.placed.half) < (at.day, at.half)]
    hotter = [choice for choice in earlier if choice.bar.plan.hot_h > mine.bar.plan.hot_h + 1e-6]
    others = sorted(
        {taken[slot] for choice in earlier for slot in choice.slots if slot in taken and taken[slot] != job.name}
    )
    if hotter:
        least = min(choice.bar.plan.hot_h for choice in hotter)
        said.append(f"earlier it would have {least - mine.bar.plan.hot_h:.1f} h more in the heat, or longer")
    if others:
        said.append(f"earlier days go to {', '.join(others[:3])}")
    if job.promised_by is not None:
        late = _late(job, mine.bar)
        said.append(
            f"{late} days late for {day_words(job.promised_by)}"
            if late
            else f"in time for {day_words(job.promised_by)}"
        )
    if not earlier:
        said.append("nothing earlier is open to it")
    return "; ".join(said) + "."
