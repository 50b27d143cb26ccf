"""The room under the roof over the whole floor: gables, hips and valleys from the eaves round it (handbook §8, eaves).

An eave limits only floor that lies straight in from it, never in from its prolongation. Where several reach a point
the lowest plane rules, which makes hips at outside corners. At an inside corner the floor that lies straight in from
neither eave is ruled by the higher of the two planes: the valley::

        outside corner              inside corner
     ____________________          ______
    |  \\   strip of A                   | B
    |    \\                          ↖   |  strip of B →
    |      \\                  valley  ↖ |______________ A
    | strip of B                         strip of A ↑
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass

import numpy as np

from ..base.arrays import Floats, Integers, Points
from ..base.memory import remembered
from ..floor.grid import Grid, grid_of
from ..floor.outline import counter_clockwise
from .eave import Eave

NEAR_FT = 1e-9
MOST_AT_ONCE = 200_000


@dataclass(frozen=True)
class Reach:
    """Cells that one eave limits, or the pair at an inside corner, with their distance in from each in inches."""

    edges: tuple[int, ...]
    cells: Integers
    distance_in: tuple[Floats, ...]
    from_corner_in: Floats | None = None

    @property
    def array_bytes(self) -> int:
        """What the arrays hold, bytes."""
        return self.cells.nbytes * (1 + len(self.edges) + (self.from_corner_in is not None))


@dataclass(frozen=True)
class RoofField:
    """Vertical room for insulation at each cell, inf where no eave limits it; which eave does, or −1.

    plane_in is the underside of the baffle with its sign, room_in is never below 0.
    """

    room_in: Floats
    edge: Integers
    plane_in: Floats

    @property
    def array_bytes(self) -> int:
        """What the arrays hold, bytes."""
        return self.room_in.nbytes + self.edge.nbytes + self.plane_in.nbytes


@dataclass(frozen=True)
class _Side:
    """An edge turned so that the floor lies to its left: start, unit direction, inward normal, length in ft."""

    start: Floats
    along: Floats
    inward: Floats
    length: float


@remembered()
def _sides(outline: Points) -> tuple[_Side, ...]:
    corners = np.array(outline, dtype=float)
    sign = 1.0 if counter_clockwise(outline) else -1.0
    sides = []
    for i in range(len(outline)):
        start, vector = corners[i], corners[(i + 1) % len(outline)] - corners[i]
        length = float(np.hypot(*vector))
        along = vector / length
        sides.append(_Side(start, along, sign * np.array([-along[1], along[0]]), length))
    return tuple(sides)


def inward_of(outline: Points, edge: int) -> Floats:
    """Unit direction straight in from an edge of the outline, shape (2,).

    Source: handbook §8, straight in from the edge.
    """
    return _sides(outline)[edge].inward


@remembered(lambda found: sum(reach.array_bytes for reach in found))
def reaches(
    outline: Points, eaves: tuple[int, ...], keep_outs: tuple[Points, ...], cell_ft: float
) -> tuple[Reach, ...]:
    """Which cells each eave limits. Depends on the plan alone, so that dragging a depth computes it once.

    Source: handbook §8, an eave limits only floor whose nearest way out is over that edge.
    """
    grid = grid_of(outline, keep_outs, cell_ft)
    return reaches_at(outline, eaves, grid.x_ft, grid.y_ft)


def reaches_at(outline: Points, eaves: tuple[int, ...], x_ft: Floats, y_ft: Floats) -> tuple[Reach, ...]:
    """Which of the points each eave limits, and how far in they lie.

    Places in ft, distances in inches. Source: handbook §8, outside and inside corners.
    """
    sides = _sides(outline)
    starts = np.array([side.start for side in sides])
    walls_at = (starts, starts + np.array([side.along * side.length for side in sides]))
    points = np.stack([x_ft, y_ft])
    t = {e: sides[e].along @ (points - sides[e].start[:, None]) for e in eaves}
    d = {e: sides[e].inward @ (points - sides[e].start[:, None]) for e in eaves}
    found = []
    for e in eaves:
        straight_in = (t[e] >= -NEAR_FT) & (t[e] <= sides[e].length + NEAR_FT) & (d[e] >= -NEAR_FT)
        cells = np.flatnonzero(straight_in)
        if len(outline) > 4:
            cells = cells[~_walled_off(sides[e], e, walls_at, t[e][cells], d[e][cells])]
        found.append(Reach((e,), cells, (d[e][cells] * 12,)))
    for a in eaves:
        b = (a + 1) % len(outline)
        if b not in eaves or float(sides[a].inward @ sides[b].along) >= -NEAR_FT:
            continue  # an outside corner, or straight on: the strips meet or overlap by themselves
        cells = np.flatnonzero((t[a] > sides[a].length) & (t[b] < 0) & (d[a] >= 0) & (d[b] >= 0))
        offset = points[:, cells] - sides[b].start[:, None]
        found.append(Reach((a, b), cells, (d[a][cells] * 12, d[b][cells] * 12), np.hypot(*offset) * 12))
    return tuple(found)


def _walled_off(
    side: _Side, e: int, walls_at: tuple[Floats, Floats], t: Floats, d: Floats
) -> np.ndarray[tuple[int], np.dtype[np.bool_]]:
    """Cells from which another wall stands in the straight way out over edge e: the far leg of a U.

    walls_at: where each wall starts and ends, shape (walls, 2)."""
    hidden = np.zeros(t.size, dtype=bool)
    (t0, t1), (d0, d1) = ([(places - side.start) @ axis for places in walls_at] for axis in (side.along, side.inward))
    stands = (np.abs(t1 - t0) >= NEAR_FT) & (np.maximum(d0, d1) > NEAR_FT)
    stands[e] = False
    walls = np.flatnonzero(stands)
    # All walls at once for few cells, a few walls at a time for many.
    at_once = max(1, MOST_AT_ONCE // max(1, t.size))
    for first in range(0, walls.size, at_once):
        w = walls[first : first + at_once, None]
        crosses = (t > np.minimum(t0, t1)[w] + NEAR_FT) & (t < np.maximum(t0, t1)[w] - NEAR_FT)
        height = d0[w] + (t - t0[w]) * (d1 - d0)[w] / (t1 - t0)[w]
        hidden |= (crosses & (height > NEAR_FT) & (height < d - NEAR_FT)).any(axis=0)
    return hidden


def roof_field(outline: Points, eaves: Mapping[int, Eave], grid: Grid, keep_outs: tuple[Points, ...]) -> RoofField:
    """Room for insulation over the floor, inches, and the eave that limits it, cell by cell.

    Arrays of shape (cells,). Source: handbook §8, room(x).
    """
    return _field(outline, tuple(sorted(eaves.items())), keep_outs, grid.cell_ft)


@remembered(lambda field: field.array_bytes)
def _field(
    outline: Points, eaves: tuple[tuple[int, Eave], ...], keep_outs: tuple[Points, ...], cell_ft: float
) -> RoofField:
    grid = grid_of(outline, keep_outs, cell_ft)
    found = reaches(outline, tuple(edge for edge, _ in eaves), keep_outs, cell_ft)
    return _lowest(found, dict(eaves), grid.count)


def roof_at(outline: Points, eaves: Mapping[int, Eave], x_ft: Floats, y_ft: Floats) -> RoofField:
    """The same at any points of the floor: along a cut.

    Places in ft, arrays of shape (places,). Source: handbook §8, room(x).
    """
    return _lowest(reaches_at(outline, tuple(sorted(eaves)), x_ft, y_ft), eaves, x_ft.size)


def _lowest(found: tuple[Reach, ...], eaves: Mapping[int, Eave], count: int) -> RoofField:
    plane = np.full(count, np.inf)
    edge = np.full(count, -1, dtype=np.int64)
    for reach in found:
        planes = [eaves[e].plane_in(d) for e, d in zip(reach.edges, reach.distance_in, strict=True)]
        here = np.maximum(planes[0], planes[-1])
        ruling = np.where(planes[0] >= planes[-1], reach.edges[0], reach.edges[-1])
        if reach.from_corner_in is not None:
            # Behind a thin notch both planes run flat; there the corner itself is the nearest way out. At corners up
            # to 270° the planes are never lower than this.
            least = min(eaves[e].room_at_plate_in for e in reach.edges)
            flattest = min(eaves[e].slope for e in reach.edges)
            here = np.maximum(here, least + reach.from_corner_in * flattest * np.sqrt(0.5))
        lower = here < plane[reach.cells]
        cells = reach.cells[lower]
        plane[cells] = here[lower]
        edge[cells] = ruling[lower]
    return RoofField(np.maximum(0.0, plane), edge, plane)
