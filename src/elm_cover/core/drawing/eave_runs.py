"""Eave runs unrolled: every bay with its place along the run and its mark on the Floor, and where to cut across the run (handbook §8)."""

from __future__ import annotations

from collections.abc import Mapping

import numpy as np

from ..base.arrays import Floats, Points
from ..eaves.bays import Bay, BayRow
from ..floor.outline import counter_clockwise, edge_length_ft, edge_side
from ..section.result import SectionFields
from .drawn import DrawnBay, DrawnRun

BAY_MARK_FT = 1.2
INSET = 0.14


def runs(outline: Points, kinds: tuple[str, ...], rows: Mapping[int, BayRow]) -> list[DrawnRun]:
    """The eave runs of a section, in the order of its walls, each with its bays from corner to corner.

    outline in ft; kinds: of its walls; rows: by wall. reads_backward: whether the run, drawn as on the Floor from west to
    east or north to south, starts at its last bay.
    """
    return [_run(outline, edge, rows.get(edge)) for edge, kind in enumerate(kinds) if kind == "eave"]


def _run(outline: Points, edge: int, row: BayRow | None) -> DrawnRun:
    start, end = np.array(outline[edge]), np.array(outline[(edge + 1) % len(outline)])
    along = end - start
    outward = _outward(outline, along)
    middle = (start + end) / 2
    ends, backward = read_direction(outline, edge)
    return DrawnRun(
        edge=edge,
        side=edge_side(outline, edge),
        run_ft=edge_length_ft(outline, edge),
        ends=list(ends),
        reads_backward=backward,
        cut_from_ft=middle.tolist(),
        cut_to_ft=(middle - outward).tolist(),
        bays=[] if row is None else [_bay(bay, start, along, outward) for bay in row.bays],
    )


def read_direction(outline: Points, edge: int) -> tuple[tuple[str, str], bool]:
    """A run is read as on the Floor, west to east or north to south: its ends, and whether its last bay comes first."""
    along = np.subtract(outline[(edge + 1) % len(outline)], outline[edge])
    if abs(along[0]) >= abs(along[1]):
        return ("west", "east"), bool(along[0] < 0)
    return ("north", "south"), bool(along[1] > 0)


def _bay(bay: Bay, start: Floats, along: Floats, outward: Floats) -> DrawnBay:
    unit = along / np.hypot(*along)
    inset = (bay.to_in - bay.from_in) * INSET
    a, b = (
        (start + unit * at / 12 + outward * BAY_MARK_FT).tolist() for at in (bay.from_in + inset, bay.to_in - inset)
    )
    return DrawnBay(
        place=bay.place,
        from_in=bay.from_in,
        to_in=bay.to_in,
        from_ft=a,
        to_ft=b,
        state=bay.state,
        by=bay.by,
        vented=bay.vented,
        baffle=bay.baffle,
        plug=bay.plug,
        to_wind=bay.to_wind,
    )


def bay_at(fields: SectionFields, edge: int, at_ft: Floats) -> Bay | None:
    """The bay of an eave that a point on it lies in."""
    row = fields.rows.get(edge)
    if row is None or not row.bays:
        return None
    start = np.array(fields.outline_ft[edge])
    place = int(np.hypot(*(at_ft - start)) * 12 / row.spacing_in)
    return row.bays[min(place, len(row.bays) - 1)]


def _outward(outline: Points, along: Floats) -> Floats:
    unit = along / np.hypot(*along)
    sign = 1 if counter_clockwise(outline) else -1
    found: Floats = sign * np.array([unit[1], -unit[0]])
    return found
