"""A fine grid over a floor, and the floor that is kept out of it (handbook §2)."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
import shapely

from ..base.arrays import Floats, Integers, Points
from ..base.memory import remembered

CELL_FT = 0.25
# A thin outline lying askew can have a bounding box far larger than itself: the grid is coarsened before it would
# not fit in memory.
MOST_CELLS_IN_BOX = 3_000_000
# What a wall hides is looked up for each cell, eave and wall: an outline of very many corners gets larger cells.
MOST_CELLS_TIMES_CORNERS_SQUARED = 2_000_000_000


@dataclass(frozen=True, eq=False)
class Grid:
    """Square cells whose centers lie inside the outline and outside every keep-out. Compared by identity: cached.

    x_ft, y_ft: centers; column, row: their place in the box of columns × rows cells whose lower left corner is origin.
    """

    origin_ft: tuple[float, float]
    cell_ft: float
    columns: int
    rows: int
    column: Integers
    row: Integers
    x_ft: Floats
    y_ft: Floats

    @property
    def count(self) -> int:
        """How many cells lie on the floor."""
        return int(self.x_ft.size)

    @property
    def array_bytes(self) -> int:
        """What the arrays hold, bytes."""
        return self.x_ft.nbytes + self.y_ft.nbytes + self.column.nbytes + self.row.nbytes


def kept_out_ft2(outline: Points, keep_outs: Sequence[Points]) -> float:
    """Area of the floor under the keep-outs, overlaps once, what lies outside the outline not at all.

    Source: handbook §7, net area.
    """
    if not keep_outs:
        return 0.0
    return float(
        shapely.unary_union([shapely.Polygon(k) for k in keep_outs]).intersection(shapely.Polygon(outline)).area
    )


@remembered(lambda grid: grid.array_bytes)
def grid_of(outline: Points, keep_outs: tuple[Points, ...] = (), cell_ft: float = CELL_FT) -> Grid:
    """The grid over an outline. Cells along the lower left of its box start at its corner, so that round feet fit.

    Places in ft, each array of shape (cells,). Source: handbook §6, fine grid.
    """
    polygon = shapely.Polygon(outline)
    x0, y0, x1, y1 = polygon.bounds
    most = min(MOST_CELLS_IN_BOX, MOST_CELLS_TIMES_CORNERS_SQUARED // len(outline) ** 2)
    while math.ceil((x1 - x0) / cell_ft) * math.ceil((y1 - y0) / cell_ft) > most:
        cell_ft *= 2
    columns = max(1, math.ceil((x1 - x0) / cell_ft - 1e-9))
    rows = max(1, math.ceil((y1 - y0) / cell_ft - 1e-9))
    x_of, y_of = x0 + (np.arange(columns) + 0.5) * cell_ft, y0 + (np.arange(rows) + 0.5) * cell_ft
    x, y = (field.ravel() for field in np.meshgrid(x_of, y_of))
    inside = np.ones(x.size, dtype=bool)
    if not _is_box(outline, (x0, y0, x1, y1)) or x_of[-1] > x1 or y_of[-1] > y1:
        shapely.prepare(polygon)
        inside = np.asarray(shapely.intersects_xy(polygon, x, y))
    table = inside.reshape(rows, columns)
    for keep_out in keep_outs:
        hole = shapely.Polygon(keep_out)
        left, low, right, high = hole.bounds
        # The cells in its box alone: of thousands of lights each has a few.
        across = slice(*np.searchsorted(x_of, (left, np.nextafter(right, np.inf))))
        along = slice(*np.searchsorted(y_of, (low, np.nextafter(high, np.inf))))
        near_x, near_y = np.meshgrid(x_of[across], y_of[along])
        table[along, across] &= ~np.asarray(shapely.intersects_xy(hole, near_x, near_y))
    cells = np.flatnonzero(inside)
    if cells.size == 0:  # a sliver between cell centers, or a floor that is all keep-out
        point = polygon.representative_point()
        return Grid(
            origin_ft=(x0, y0),
            cell_ft=cell_ft,
            columns=columns,
            rows=rows,
            column=np.array([0]),
            row=np.array([0]),
            x_ft=np.array([point.x]),
            y_ft=np.array([point.y]),
        )
    return Grid(
        origin_ft=(x0, y0),
        cell_ft=cell_ft,
        columns=columns,
        rows=rows,
        column=cells % columns,
        row=cells // columns,
        x_ft=x[cells],
        y_ft=y[cells],
    )


def cells_without(outline: Points, keep_outs: tuple[Points, ...], more: tuple[Points, ...], cell_ft: float) -> Integers:
    """Which cells of the grid without the keep-outs are those of the grid without more of them, in its order.

    Shape (cells of the latter,).
    """
    grid, smaller = grid_of(outline, keep_outs, cell_ft), grid_of(outline, keep_outs + more, cell_ft)
    table = np.zeros((grid.rows, grid.columns), dtype=np.int64)
    table[grid.row, grid.column] = np.arange(grid.count)
    return table[smaller.row, smaller.column]


def _is_box(outline: Points, bounds: tuple[float, float, float, float]) -> bool:
    x0, y0, x1, y1 = bounds
    return len(outline) == 4 and set(outline) == {(x0, y0), (x1, y0), (x1, y1), (x0, y1)}


def cells_at(grid: Grid, places: Floats) -> Integers:
    """The cell nearest to each place, shape (places,): its own where it lies on one. Source: handbook §2."""
    if places.size == 0:
        return np.zeros(0, dtype=np.int64)
    table = np.full((grid.rows, grid.columns), -1, dtype=np.int64)
    table[grid.row, grid.column] = np.arange(grid.count)
    at = np.floor((places - np.array(grid.origin_ft)) / grid.cell_ft).astype(np.int64)
    found = table[np.clip(at[:, 1], 0, grid.rows - 1), np.clip(at[:, 0], 0, grid.columns - 1)]
    for i in np.flatnonzero(found < 0):
        found[i] = np.argmin((grid.x_ft - places[i, 0]) ** 2 + (grid.y_ft - places[i, 1]) ** 2)
    return np.asarray(found)
