"""The work list of the whole job: what every section, hazard and hole asks for, in one list (handbook §13)."""

from __future__ import annotations

import math
from collections.abc import Iterator, Mapping, Sequence
from dataclasses import dataclass, replace

from ..given.book import BookInput
from ..given.look import HoleToFind
from ..given.section import SectionInput
from ..given.work import SectionKeys, WorkInput
from ..section.result import PlannedSection
from ..target.by_basis import target_of
from ..work.added import added_tasks
from ..work.apart import apart_tasks
from ..work.hazards import hazard_tasks
from ..work.item import Task
from ..work.listing import ListedFor, is_left
from ..work.place import WorkPlace
from ..work.plates import hole_tasks
from ..work.tasks import section_tasks
from .planned_work import planned_prices, planned_tasks

NO_KEYS = SectionKeys((), ())


@dataclass(frozen=True, eq=False, kw_only=True)
class JobWork:
    """The items of a job before anything was done on them, what a list of them is made for, and where they stand."""

    tasks: tuple[Task, ...]
    given: ListedFor
    places: Mapping[str, WorkPlace]


def job_work(
    inputs: Sequence[SectionInput],
    planned: Sequence[PlannedSection],
    record: WorkInput,
    book: BookInput,
    holes: Sequence[HoleToFind],
    not_looked_at: int,
) -> JobWork:
    """Every item of the job. Source: handbook §13, the list follows from what was looked over and measured."""
    places = work_places(inputs, planned, record, book)
    tasks = _told_apart([*house_tasks(places, record, book, holes), *planned_tasks(planned, record.names, book)])
    given = ListedFor(
        record=record, book=book, holes=holes, not_looked_at=not_looked_at, prices=planned_prices(planned, book)
    )
    return JobWork(tasks=tuple(tasks), given=given, places=places)


def beyond_in(section: PlannedSection) -> float | None:
    """How high what lies in a section holds the fill beside it, in: its fill line; without end where its bays are closed."""
    return section.plan.depth_total_in if section.plan.kind in ("open_floor", "left_out") else math.inf


def lids_save_ua(work: JobWork) -> float:
    """What the lids and covers that are not left out will save, Btu/h·°F. Source: handbook §13, lid."""
    return sum(task.saves_ua for task in work.tasks if task.saves_ua and not is_left(task, work.given.record))


def _told_apart(tasks: Sequence[Task]) -> list[Task]:
    """No key twice: where two lists of the record use one id, the later item says so in its key."""
    seen: dict[str, int] = {}
    found = []
    for task in tasks:
        seen[task.key] = seen.get(task.key, 0) + 1
        found.append(task if seen[task.key] == 1 else replace(task, key=f"{task.key}~{seen[task.key]}"))
    return found


def house_tasks(
    places: Mapping[str, WorkPlace], record: WorkInput, book: BookInput, holes: Sequence[HoleToFind]
) -> Iterator[Task]:
    """Everything but what the plan counts itself."""
    own = [task for place in places.values() for task in section_tasks(place)]
    yield from hazard_tasks(record, (task.lifts for task in own if task.lifts), book)
    yield from own
    yield from hole_tasks(holes, record, book.work["holes_per_hour"])
    yield from apart_tasks(record, places, book)
    yield from added_tasks(record.added, places)


def bare_place(
    section: SectionInput, r_existing: float | None, depth_existing_in: float | None, record: WorkInput, book: BookInput
) -> WorkPlace:
    """A section as its items see it before anything is planned on it. r_existing, depth_existing_in: of its old fill."""
    keys = record.sections.get(section.id, NO_KEYS)
    r_ceiling = target_of(section, r_existing, depth_existing_in).r
    return WorkPlace(section=section, keys=keys, record=record, book=book, r_ceiling=r_ceiling)


def planned_place(section: SectionInput, each: PlannedSection, record: WorkInput, book: BookInput) -> WorkPlace:
    """A section as its items see it with what is planned on it."""
    plan = each.plan
    place = bare_place(section, plan.r_existing, plan.depth_existing_in, record, book)
    return replace(place, fill_line_in=plan.depth_total_in, batts_in_wall=bool(plan.batts))


def work_places(
    inputs: Sequence[SectionInput], planned: Sequence[PlannedSection], record: WorkInput, book: BookInput
) -> dict[str, WorkPlace]:
    """Where the items stand: every section with its fill line as planned."""
    lines = tuple((each.plan.id, beyond_in(each)) for each in planned)
    return {
        section.id: replace(planned_place(section, each, record, book), lines=lines)
        for section, each in zip(inputs, planned, strict=True)
    }
