"""Every item of a section, and those of them that a depth changes (handbook: the work list)."""

from __future__ import annotations

from collections.abc import Iterator

from .edges import edge_tasks
from .features import feature_tasks
from .item import Task
from .place import WorkPlace
from .plates import plate_tasks
from .ways_in import way_in_tasks


def section_tasks(place: WorkPlace) -> Iterator[Task]:
    """What a section asks for. A floor left out of the thermal boundary keeps its openings and asks for nothing else.

    Source: handbook §13, the work list.
    """
    if place.section.kind == "left_out":
        return
    yield from feature_tasks(place)
    yield from plate_tasks(place)
    yield from way_in_tasks(place)
    yield from edge_tasks(place)


def depth_tasks(place: WorkPlace) -> tuple[Task, ...]:
    """Those that are others where the fill lies deeper: curbs, shields, dams, platforms, ducts.

    Source: handbook §13; §7, what a way brings with it.
    """
    return tuple(task for task in section_tasks(place) if task.follows_depth)
