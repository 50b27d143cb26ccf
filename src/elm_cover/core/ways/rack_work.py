"""What every way on the rack brings of the work list: what is the same for all, and what its depth changes (handbook §13)."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field, replace

from ..given.book import BookInput
from ..given.look import HoleToFind
from ..given.section import SectionInput
from ..given.work import WorkInput
from ..money.quantities import Quantities, total
from ..plan.work_list import bare_place, beyond_in, house_tasks, planned_place
from ..preparation.markers import marker_count
from ..rack.core_sample import CoreSample
from ..rack.ground import Ground
from ..section.result import PlannedSection
from ..work.added import added_tasks, place_of
from ..work.closing import house_closing_tasks, marker_task
from ..work.item import Task
from ..work.listing import prepared
from ..work.place import WorkPlace
from ..work.tasks import depth_tasks

Lines = tuple[tuple[str, float | None], ...]


@dataclass(frozen=True, eq=False, kw_only=True)
class RackWork:
    """constant: what the work list takes whatever way is weighed. places: of the open floors; every: of all sections that
    count. closed: how high what lies in the other sections holds the fill beside it."""

    constant: Quantities
    places: Mapping[str, WorkPlace]
    every: Mapping[str, WorkPlace]
    record: WorkInput
    closed: Lines
    known: dict[object, Quantities] = field(default_factory=dict)

    def added_to(self, cores: Sequence[CoreSample]) -> list[CoreSample]:
        """The cores of one way with what their depth asks for: curbs, shields, dams, platforms.

        Source: handbook §13; §7, what a way brings with it.
        """
        lines = (*((core.section, core.fill_line_in) for core in cores), *self.closed)
        return [
            core
            if core.quantities is None or core.fill_line_in is None
            else replace(core, quantities=total([core.quantities, self._at(core, lines)]))
            for core in cores
        ]

    def _at(self, core: CoreSample, lines: Lines) -> Quantities:
        beside = lines if len(self.places) > 1 else ()
        key = (core.section, core.fill_line_in, beside)
        if key not in self.known:
            place = replace(self.places[core.section], fill_line_in=core.fill_line_in, lines=lines)
            here = [each for each in self.record.added if place_of(each, self.every).section.id == core.section]
            added = [task for task in added_tasks(here, {core.section: place}) if task.follows_depth]
            self.known[key] = prepared([*depth_tasks(place), *added], self.record)
        return self.known[key]


def rack_work(
    grounds: Sequence[Ground],
    others: Sequence[tuple[SectionInput, PlannedSection]],
    record: WorkInput,
    book: BookInput,
    holes: Sequence[HoleToFind],
) -> RackWork:
    """What the ways share, made once. others: the sections that are no open floor, as they are planned; those whose
    quantities are not known bring nothing, as they have no price."""
    open_places = {
        ground.section.id: bare_place(ground.section, ground.old.r, ground.old.depth_in, record, book)
        for ground in grounds
    }
    closed = {
        section.id: planned_place(section, each, record, book)
        for section, each in others
        if each.quantities is not None
    }
    every = {name: (open_places | closed)[name] for name in record.names if name in open_places or name in closed}
    shared = [
        task
        for task in house_tasks(every, record, book, holes)
        if not (task.follows_depth and _where(task, record, every) in open_places)
    ]
    markers = [marker_task(ground.section.id, "", marker_count(ground.site.net_ft2), book) for ground in grounds]
    return RackWork(
        constant=prepared([*shared, *markers, *house_closing_tasks(book)], record),
        places=open_places,
        every=every,
        record=record,
        closed=tuple((section.id, beyond_in(each)) for section, each in others),
    )


def _where(task: Task, record: WorkInput, every: Mapping[str, WorkPlace]) -> str | None:
    """The section whose depth an item goes by."""
    if task.section is not None:
        return task.section
    own = next((each for each in record.added if each.key == task.key), None)
    return None if own is None else place_of(own, every).section.id
