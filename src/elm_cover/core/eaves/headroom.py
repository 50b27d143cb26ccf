"""How much of a floor has how much room under the roof: exact to the edge, wherever the grid falls (handbook §6, §8).

Heat over thin fill runs up so steeply that a cell's middle does not stand for the cell. Under a plane roof the room over a
cell, or over what an edge leaves of it, is spread in a known way; each part of the floor is shared out over steps of room::

      area with less room than t, of a triangle of area A whose corners have room z1 ≤ z2 ≤ z3:
          A (t − z1)² / ((z3 − z1)(z2 − z1))            z1 < t ≤ z2
          A − A (z3 − t)² / ((z3 − z1)(z3 − z2))        z2 < t ≤ z3
"""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass
from functools import cached_property

import numpy as np

from ..base.arrays import Floats, Integers, Points
from ..base.memory import Itself, remembered
from ..floor.grid import Grid, grid_of
from ..floor.pieces import Pieces, pieces_of
from .eave import Eave
from .roof import RoofField, inward_of, roof_at, roof_field

# Steps of room, inches: fine where the fill is thin. Below them the deck leaves none; past them there is more than enough.
STEPS_IN = np.concatenate(
    [np.arange(0, 3, 1 / 16), np.arange(3, 12, 1 / 4), np.arange(12, 60, 1 / 2), np.arange(60, 1201, 12)]
)
# Cells whose middles have the same room to this are taken together; old fill likewise.
ALIKE_IN = 1 / 64
OLD_ALIKE_IN = 1 / 8
FLAT_IN = 1e-9


@dataclass(frozen=True, eq=False)
class Headroom:
    """Parts of a floor by their room. share: of the floor, summing to 1. edge: the eave that limits it, or −1. plane_in:
    underside of the baffle with its sign, inf where no eave limits. old_in: depth of the old fill by the map, or None.
    Arrays of shape (parts,)."""

    share: Floats
    edge: Integers
    plane_in: Floats
    old_in: Floats | None

    @cached_property
    def room_in(self) -> Floats:
        """Vertical room for insulation, never below 0. The same array each time: what was made of it is found by it."""
        return np.maximum(0.0, self.plane_in)

    @property
    def array_bytes(self) -> int:
        """What the arrays hold, bytes."""
        old = 0 if self.old_in is None else self.old_in.nbytes
        return self.share.nbytes + self.edge.nbytes + 2 * self.plane_in.nbytes + old


def headroom(
    outline: Points,
    eaves: Mapping[int, Eave],
    keep_outs: tuple[Points, ...],
    cell_ft: float,
    old_in: Floats | None = None,
) -> Headroom:
    """The parts of a floor by room. old_in: depth of the old fill at each cell of the floor's grid, inches, or None.

    Source: handbook §6, area mean; §8, room(x).
    """
    known = None if old_in is None else Itself(old_in)
    return _kept(outline, tuple(sorted(eaves.items())), keep_outs, cell_ft, known)


# By plan, eaves and the map of the readings: a change of depth finds them kept.
@remembered(lambda parts: parts.array_bytes, lambda *asked: 0 if asked[-1] is None else asked[-1].thing.nbytes)
def _kept(
    outline: Points,
    eaves: tuple[tuple[int, Eave], ...],
    keep_outs: tuple[Points, ...],
    cell_ft: float,
    old_in: Itself | None,
) -> Headroom:
    return _parts(outline, dict(eaves), keep_outs, cell_ft, None if old_in is None else old_in.thing)


def _parts(
    outline: Points, eaves: Mapping[int, Eave], keep_outs: tuple[Points, ...], cell_ft: float, old_in: Floats | None
) -> Headroom:
    grid = grid_of(outline, keep_outs, cell_ft)
    pieces = pieces_of(outline, keep_outs, grid.cell_ft)
    cells = roof_field(outline, eaves, grid, keep_outs)
    cut = roof_at(outline, eaves, pieces.x_ft, pieces.y_ft)
    sorter = _Sorter(old_in)
    for edge in (-1, *eaves):
        gradient = np.zeros(2) if edge < 0 else inward_of(outline, edge) * eaves[edge].slope * 12
        sorter.add_whole(edge, gradient, cells, pieces.whole, grid)
        sorter.add_cut(edge, gradient, cut, pieces)
    return sorter.sorted()


class _Sorter:
    """Gathers area by eave, step of room and step of old depth."""

    def __init__(self, old_in: Floats | None) -> None:
        self.old_in = old_in
        self.old_step = None if old_in is None else np.round(old_in / OLD_ALIKE_IN).astype(np.int64)
        self.keys: list[Integers] = []
        self.areas: list[Floats] = []
        self.old: list[Floats] = []

    def add_whole(self, edge: int, gradient: Floats, cells: RoofField, whole: Integers, grid: Grid) -> None:
        """Whole cells: those with the same room in the middle are spread alike."""
        mine = whole[cells.edge[whole] == edge]
        if mine.size == 0:
            return
        key = np.zeros(mine.size, dtype=np.int64)
        plane = cells.plane_in[mine]
        if edge >= 0:
            key = np.round(plane / ALIKE_IN).astype(np.int64)
        old = None
        if self.old_in is not None and self.old_step is not None:
            key = key * 1_000_003 + self.old_step[mine]
            old = self.old_in[mine]
        _, place, count = np.unique(key, return_inverse=True, return_counts=True)
        z = np.full(count.size, np.inf) if edge < 0 else np.bincount(place, weights=plane) / count
        mean_old = None if old is None else np.bincount(place, weights=old) / count
        half = grid.cell_ft / 2
        square = np.array([[-half, -half], [half, -half], [half, half], [-half, half]])
        rise = square @ gradient
        area = count * grid.cell_ft**2 / 2
        for corners in ((0, 1, 2), (0, 2, 3)):
            self._spread(edge, z[:, None] + rise[list(corners)], area, mean_old)

    def add_cut(self, edge: int, gradient: Floats, cut: RoofField, pieces: Pieces) -> None:
        """Pieces that an edge of the floor leaves of a cell."""
        mine = np.flatnonzero(cut.edge[pieces.piece] == edge)
        if mine.size == 0:
            return
        of = pieces.piece[mine]
        middle = np.stack([pieces.x_ft[of], pieces.y_ft[of]], axis=1)
        z = cut.plane_in[of][:, None] + (pieces.corners_ft[mine] - middle[:, None]) @ gradient
        self._spread(edge, z, pieces.area_ft2[mine], None if self.old_in is None else self.old_in[pieces.near[of]])

    def _spread(self, edge: int, z: Floats, area: Floats, old: Floats | None) -> None:
        """Areas of triangles whose corners have room z, shape (triangles, 3), to the steps they reach."""
        key, amount, of = _by_step(np.sort(z, axis=1), area)
        old_step = np.zeros(of.size) if old is None else np.round(old[of] / OLD_ALIKE_IN)
        self.keys.append(((edge + 1) * 10_000 + key) * 10_000 + old_step.astype(np.int64))
        self.areas.append(amount)
        self.old.append(np.zeros(of.size) if old is None else old[of])

    def sorted(self) -> Headroom:
        """The parts; one of no matter where all of the floor is kept out."""
        if not self.keys or sum(float(area.sum()) for area in self.areas) <= 0:
            none = None if self.old_in is None else np.zeros(1)
            return Headroom(np.ones(1), np.array([-1]), np.array([np.inf]), none)
        key, area = np.concatenate(self.keys), np.concatenate(self.areas)
        once, place = np.unique(key, return_inverse=True)
        total = np.bincount(place, weights=area)
        old = np.bincount(place, weights=area * np.concatenate(self.old))
        # Triangles past a dent count against others: what comes to nothing leaves.
        kept = total > FLAT_IN * total.sum()
        step, edge = once[kept] // 10_000 % 10_000, once[kept] // 100_000_000 - 1
        plane = np.where(edge < 0, np.inf, _middle_of(step))
        return Headroom(
            total[kept] / total[kept].sum(), edge, plane, None if self.old_in is None else old[kept] / total[kept]
        )


def _by_step(z: Floats, area: Floats) -> tuple[Integers, Floats, Integers]:
    """Step, area and triangle of each share: triangles of the same span of steps together."""
    first, last = (np.searchsorted(STEPS_IN, z[:, at], side="right") for at in (0, 2))
    flat = z[:, 2] <= z[:, 0] + FLAT_IN
    last = np.where(flat, first, last)
    keys, amounts, of = [], [], []
    for span in np.unique(last - first):
        mine = np.flatnonzero(last - first == span)
        steps = first[mine, None] + np.arange(span + 1)
        if span == 0:
            amount = area[mine, None]
        else:
            inner = _area_below(STEPS_IN[steps[:, :-1]], z[mine], area[mine])
            none, whole = np.zeros((mine.size, 1)), area[mine, None]
            amount = np.diff(np.concatenate([none, inner, whole], axis=1), axis=1)
        keys.append(steps.ravel())
        amounts.append(amount.ravel())
        of.append(np.repeat(mine, span + 1))
    return np.concatenate(keys), np.concatenate(amounts), np.concatenate(of)


def _area_below(t: Floats, z: Floats, area: Floats) -> Floats:
    """Area of triangles with less room than t, shape (triangles, steps). z: room at their corners, sorted."""
    z1, z2, z3 = (z[:, at, None] for at in range(3))
    whole = area[:, None]
    low = np.divide((t - z1) ** 2, (z3 - z1) * (z2 - z1), out=np.zeros_like(t), where=z2 - z1 > 0)
    high = np.divide((z3 - t) ** 2, (z3 - z1) * (z3 - z2), out=np.zeros_like(t), where=z3 - z2 > 0)
    return whole * np.where(t <= z2, np.where(t > z1, low, 0.0), np.where(t < z3, 1 - high, 1.0))


def _middle_of(step: Integers) -> Floats:
    """Room in the middle of a step, inches; a little below 0 where the deck leaves none."""
    low = STEPS_IN[np.maximum(step - 1, 0)]
    high = STEPS_IN[np.minimum(step, STEPS_IN.size - 1)]
    return np.where(step == 0, -1.0, (low + high) / 2)
