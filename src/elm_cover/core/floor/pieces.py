"""A floor cut into the cells of its grid, to the very edge: whole cells, and the pieces that an edge leaves of one (handbook §2).

Cells counted by their middles weigh an edge by where the grid happens to lie: a floor and its mirror image would differ. So
what the outline, a hole or a keep-out crosses is cut, and each piece counts by its area::

      ┌───┬───┬───┐
      │   │   │  /      whole cells, by their number in the grid
      ├───┼───┼─/       pieces, as triangles from a first corner; those past a dent count against it
      │   │   │/
      └───┴───┘
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
import shapely

from ..base.arrays import Floats, Integers, Points
from ..base.memory import remembered
from .grid import Grid, grid_of

# Edges are followed in steps of this share of a cell, looking this little to either side.
STEP_SHARE = 1 / 8
ASIDE_SHARE = 1e-6
# A floor is halved from so many coordinates on, down to so few cells.
MOST_COORDINATES, FEWEST_CELLS = 400, 64
Shapes = np.ndarray[tuple[int], np.dtype[np.object_]]


@dataclass(frozen=True, eq=False)
class Pieces:
    """whole: which cells of the grid lie on the floor whole, shape (whole,). The rest in pieces: x_ft, y_ft: the middle of
    each, shape (pieces,); near: the cell of the grid it lies in or beside. corners_ft, shape (triangles, 3, 2), and area_ft2,
    with its sign, of the triangles; piece: which one each belongs to.
    """

    whole: Integers
    x_ft: Floats
    y_ft: Floats
    near: Integers
    corners_ft: Floats
    area_ft2: Floats
    piece: Integers

    @property
    def array_bytes(self) -> int:
        """What the arrays hold, bytes."""
        arrays = (self.whole, self.x_ft, self.y_ft, self.near, self.corners_ft, self.area_ft2, self.piece)
        return sum(array.nbytes for array in arrays)


@remembered(lambda pieces: pieces.array_bytes)
def pieces_of(outline: Points, keep_outs: tuple[Points, ...], cell_ft: float) -> Pieces:
    """The floor of an outline without its keep-outs, cut by the grid over it.

    Places in ft. Source: handbook §6, area mean: each part of the floor by its area.
    """
    grid = grid_of(outline, keep_outs, cell_ft)
    floor: shapely.Geometry = shapely.Polygon(outline)
    if keep_outs:
        floor = shapely.difference(floor, shapely.unary_union([shapely.Polygon(k) for k in keep_outs]))
    column, row = _crossed((outline, *keep_outs), grid)
    crossed = np.zeros(grid.columns * grid.rows, dtype=bool)
    crossed[row * grid.columns + column] = True
    whole = np.flatnonzero(~crossed[grid.row * grid.columns + grid.column])
    x0, y0 = grid.origin_ft[0] + column * grid.cell_ft, grid.origin_ft[1] + row * grid.cell_ft
    cut = _within(floor, shapely.box(x0, y0, x0 + grid.cell_ft, y0 + grid.cell_ft))
    parts, of = shapely.get_parts(cut, return_index=True)
    solid = shapely.area(parts) > 0
    parts, of = shapely.orient_polygons(parts[solid]), of[solid]
    middle = shapely.get_coordinates(shapely.point_on_surface(parts))
    corners, piece = _triangles(parts)
    one, two = corners[:, 1] - corners[:, 0], corners[:, 2] - corners[:, 0]
    return Pieces(
        whole=whole,
        x_ft=middle[:, 0],
        y_ft=middle[:, 1],
        near=_nearest(grid, column[of], row[of]),
        corners_ft=corners,
        area_ft2=(one[:, 0] * two[:, 1] - one[:, 1] * two[:, 0]) / 2,
        piece=piece,
    )


def _crossed(rings: Sequence[Points], grid: Grid) -> tuple[Integers, Integers]:
    """Column and row of every cell that a ring's line runs through or along, each once."""
    starts, ends = (
        np.concatenate([np.roll(np.array(ring, dtype=float), shift, axis=0) for ring in rings]) for shift in (0, -1)
    )
    along = ends - starts
    length = np.hypot(along[:, 0], along[:, 1])
    starts, along, length = starts[length > 0], along[length > 0], length[length > 0]
    count = np.ceil(length / (grid.cell_ft * STEP_SHARE)).astype(np.int64) + 1
    line = np.repeat(np.arange(count.size), count)
    step = np.arange(line.size) - np.repeat(np.cumsum(count) - count, count)
    on_line = starts[line] + (step / (count[line] - 1))[:, None] * along[line]
    aside = (np.stack([-along[:, 1], along[:, 0]], axis=1) / length[:, None] * grid.cell_ft * ASIDE_SHARE)[line]
    found = [on_line + aside, on_line - aside]
    places = np.floor((np.concatenate(found) - np.array(grid.origin_ft)) / grid.cell_ft).astype(np.int64)
    on = (places >= 0).all(axis=1) & (places[:, 0] < grid.columns) & (places[:, 1] < grid.rows)
    once = np.unique(places[on, 1] * grid.columns + places[on, 0])
    return once % grid.columns, once // grid.columns


def _within(floor: shapely.Geometry, cells: Shapes) -> Shapes:
    """What of each cell lies on the floor. A floor of very many corners is halved first, so that each cell meets few of them."""
    if cells.size < FEWEST_CELLS or shapely.get_num_coordinates(floor) < MOST_COORDINATES:
        return np.asarray(shapely.intersection(cells, floor))
    bounds = shapely.bounds(cells)
    axis = int(np.argmax(np.ptp(bounds[:, :2], axis=0)))
    low = bounds[:, axis]
    middle = np.partition(low, low.size // 2)[low.size // 2]
    found = np.empty(cells.size, dtype=object)
    for mine in (low < middle, low >= middle):
        if mine.all():  # one column of cells: no halving helps
            return np.asarray(shapely.intersection(cells, floor))
        x0, y0, x1, y1 = shapely.total_bounds(cells[mine])
        found[mine] = _within(shapely.intersection(floor, shapely.box(x0, y0, x1, y1)), cells[mine])
    return found


def _triangles(parts: Shapes) -> tuple[Floats, Integers]:
    """Triangles from the first corner of each ring, and the part each belongs to; a hole's count against it."""
    rings, part = shapely.get_rings(parts, return_index=True)
    places, ring = shapely.get_coordinates(rings, return_index=True)
    if places.size == 0:
        return np.zeros((0, 3, 2)), np.zeros(0, dtype=np.int64)
    first = np.concatenate([[0], np.flatnonzero(np.diff(ring)) + 1])
    # A ring closes on itself: of its n places the last is the first again, and n − 3 triangles stand on it.
    inner = np.flatnonzero(ring[:-1] == ring[1:])
    inner = inner[~np.isin(inner, first)]
    corners = np.stack([places[first[ring[inner]]], places[inner], places[inner + 1]], axis=1)
    return corners, part[ring[inner]]


def _nearest(grid: Grid, column: Integers, row: Integers) -> Integers:
    """The cell of the grid at that column and row, or the nearest there is."""
    table = np.full((grid.rows, grid.columns), -1, dtype=np.int64)
    table[grid.row, grid.column] = np.arange(grid.count)
    found = table[row, column]
    lost = np.flatnonzero(found < 0)
    if lost.size:
        from scipy.spatial import cKDTree  # costs most of a second to load, and few floors need it

        there = np.stack([grid.column, grid.row], axis=1)
        _, found[lost] = cKDTree(there).query(np.stack([column[lost], row[lost]], axis=1))
    return found
