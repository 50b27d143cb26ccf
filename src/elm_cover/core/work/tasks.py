"""Every item of a section, and those of them that a depth changes (handbook §13, the work list)."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import replace

from .edges import edge_tasks
from .features import feature_tasks
from .item import Task
from .place import WorkPlace
from .plates import plate_tasks
from .ways_in import way_in_tasks

# How far a sign may lie from what leaks there.
SIGN_WITHIN_FT = 3.0


def section_tasks(place: WorkPlace) -> Iterator[Task]:
    """What a section asks for. A floor left out of the thermal boundary keeps its openings and asks for nothing else.

    Source: handbook §13, the work list.
    """
    if place.section.kind == "left_out":
        return
    signs = [f.at_ft for f in place.section.features if f.kind == "leak_sign" and f.at_ft is not None]
    for task in (*feature_tasks(place), *plate_tasks(place), *way_in_tasks(place), *edge_tasks(place)):
        yield signed(task, signs) if signs else task


def signed(task: Task, signs: Sequence[tuple[float, float]]) -> Task:
    """A leak that old fill dirty underneath, or round a wire, marks: it is raised, and says so.

    Source: handbook §13, old fill that is dirty marks a leak.
    """
    spots = task.line_ft or (() if task.at_ft is None else (task.at_ft,))
    if task.leak is None or not any(_near_ft(sign, spots) <= SIGN_WITHIN_FT for sign in signs):
        return task
    return replace(
        task, signed=True, cautions=(*task.cautions, "Dirty fill beside it: air moves here. See to it first.")
    )


def _near_ft(at: tuple[float, float], spots: Sequence[tuple[float, float]]) -> float:
    return min((math.dist(at, spot) for spot in spots), default=math.inf)


def depth_tasks(place: WorkPlace) -> tuple[Task, ...]:
    """Those that are others where the fill lies deeper: curbs, shields, dams, platforms, ducts.

    Source: handbook §13; §7, what a way brings with it.
    """
    return tuple(task for task in section_tasks(place) if task.follows_depth)
