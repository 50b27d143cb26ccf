"""A section cell by cell as it is filled, and the places where its depth is read (handbook §17, §19)."""

from __future__ import annotations

import hashlib
import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass

import numpy as np

from ..base.arrays import Floats, Integers
from ..crew.bands_told import SectionReach
from ..crew.reaching import Reach
from ..filling.table import FloorCells, ReadPlace
from ..floor.grid import cells_at
from ..given.section import SectionInput
from ..laying.as_chosen import laid_by_cell
from ..laying.site import site_of
from ..proof.depths import random_count
from ..section.result import SectionPlan

# Room less than that is taper: a reading there says nothing of the density.
LEVEL_IN = 0.01
# Under the baffle the fill stays so far below it. Source: handbook §12.
BELOW_ROOM_IN = 0.5
# A floor is told by at most so many cells, of a foot or more; depths to the hundredth.
MOST_CELLS, LEAST_CELL_FT, DEPTH_DIGITS = 2_500, 1.0, 2


@dataclass(frozen=True, eq=False, kw_only=True)
class CellsFilled:
    """A section cell by cell: under, new and the fill line in inches; whether it is taper; the number of its band, 0 for none."""

    under_in: Floats
    new_in: Floats
    line_in: Floats
    tapered: np.ndarray
    band: Integers


def cells_of(section: SectionInput, found: Reach, reached: SectionReach) -> CellsFilled | None:
    """None while no roof is known: then nobody knows what lies where."""
    if found.behind is None:
        return None
    _, laid, lying = laid_by_cell(section, site_of(section))
    if lying is None or laid.stack is None:
        return None
    top = lying.top_in
    tapered = top < laid.stack.depth_in - LEVEL_IN
    marks = found.behind.banded.cells[found.behind.rooms[reached.section]]
    by_hand = next((band.number for band in reached.bands if band.by_hand), 0)
    return CellsFilled(
        under_in=lying.under_in,
        new_in=lying.new_installed_in,
        line_in=np.where(tapered, np.maximum(0.0, top - BELOW_ROOM_IN), top),
        tapered=tapered,
        band=np.where(marks >= 0, marks + 1, by_hand),
    )


def depth_in(cells: CellsFilled | None, number: int) -> float | None:
    """Mean new depth of a band, the taper left out where there is anything else, in."""
    if cells is None:
        return None
    mine = cells.band == number
    level = mine & ~cells.tapered
    chosen = level if level.any() else mine
    return float(cells.new_in[chosen].mean()) if chosen.any() else None


def _place(section: SectionPlan, cells: CellsFilled, cell: int, **own: object) -> ReadPlace:
    return ReadPlace(
        section=section.id,
        old_in=float(cells.under_in[cell]),
        fill_in=float(cells.line_in[cell]),
        tapered=bool(cells.tapered[cell]),
        band=int(cells.band[cell]) or None,
        **own,  # type: ignore[arg-type]
    )


def floor_cells(section: SectionPlan, given: SectionInput, cells: CellsFilled) -> FloorCells:
    """The section as a coarse lattice: of each of its cells what lies nearest to its middle.

    Source: design §5, a reading with at_ft counts in the band it lies in, against the plan there.
    """
    grid = site_of(given).grid
    (x0, y0), wide, high = grid.origin_ft, grid.columns * grid.cell_ft, grid.rows * grid.cell_ft
    side = max(LEAST_CELL_FT, math.sqrt(wide * high / MOST_CELLS))
    columns, rows = math.ceil(wide / side - 1e-9), math.ceil(high / side - 1e-9)
    column = np.minimum(((grid.x_ft - x0) / side).astype(np.int64), columns - 1)
    row = np.minimum(((grid.y_ft - y0) / side).astype(np.int64), rows - 1)
    away = np.hypot(grid.x_ft - x0 - (column + 0.5) * side, grid.y_ft - y0 - (row + 0.5) * side)
    # The farthest first, so that the nearest is written last.
    order = np.argsort(-away, kind="stable")
    nearest = np.full(rows * columns, -1, dtype=np.int64)
    nearest[(row * columns + column)[order]] = order
    on = nearest >= 0

    def told(of: Floats, digits: int) -> tuple[float, ...]:
        return tuple(np.round(np.where(on, of[nearest], 0.0), digits).tolist())

    return FloorCells(
        section=section.id,
        origin_ft=(float(x0), float(y0)),
        cell_ft=side,
        columns=columns,
        band=tuple(np.where(on, cells.band[nearest], 0).tolist()),
        old_in=told(cells.under_in, DEPTH_DIGITS),
        fill_in=told(cells.line_in, DEPTH_DIGITS),
        tapered=tuple(np.where(on, cells.tapered[nearest], False).astype(int).tolist()),
    )


def marker_places(section: SectionPlan, given: SectionInput, cells: CellsFilled) -> Iterator[ReadPlace]:
    """Where the markers stand, each with its own fill line."""
    points = section.marker_points_ft
    if not points:
        return
    at = cells_at(site_of(given).grid, np.array(points).reshape(-1, 2))
    for number, (point, cell) in enumerate(zip(points, at, strict=True), 1):
        yield _place(
            section, cells, int(cell),
            id=f"{section.id}:marker:{number}", marker=number, at_ft=point,
        )  # fmt: skip


def random_places(section: SectionPlan, given: SectionInput, cells: CellsFilled) -> Iterator[ReadPlace]:
    """Places picked by chance, so many in each band as it has of the level floor; the same ones for the same section.

    Source: handbook §19, stratified by band, the taper left out.
    """
    grid = site_of(given).grid
    count = random_count(section.net_area_ft2 or 0.0)
    level = np.flatnonzero(~cells.tapered & (cells.band > 0))
    if level.size == 0:
        return
    seed = int.from_bytes(hashlib.sha256(f"{section.id} {count}".encode()).digest()[:8], "big")
    chance = np.random.default_rng(seed)
    bands, held = np.unique(cells.band[level], return_counts=True)
    number = 0
    for band, many in zip(bands, _shared(count, held.tolist()), strict=True):
        mine = level[cells.band[level] == band]
        for cell in chance.choice(mine, size=min(many, mine.size), replace=False):
            number += 1
            yield _place(
                section, cells, int(cell),
                id=f"{section.id}:random:{number}", marker=None, at_ft=(float(grid.x_ft[cell]), float(grid.y_ft[cell])),
            )  # fmt: skip


def _shared(count: int, sizes: Sequence[int]) -> list[int]:
    """So many shared out by size, whole ones, largest remainder first."""
    exact = [count * size / sum(sizes) for size in sizes]
    found = [int(share) for share in exact]
    for i in sorted(range(len(sizes)), key=lambda i: found[i] - exact[i])[: count - sum(found)]:
        found[i] += 1
    return found
