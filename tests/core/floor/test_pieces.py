"""A floor cut by its grid: every piece by its area, wherever the grid falls; nothing twice, nothing lost."""

from __future__ import annotations

import math

import numpy as np
import pytest
import shapely

from elm_cover.core.floor.grid import CELL_FT, cells_without, grid_of
from elm_cover.core.floor.outline import polygon_area_ft2
from elm_cover.core.floor.pieces import pieces_of

Outline = tuple[tuple[float, float], ...]
HOLE = ((5.0, 5.0), (7.3, 5.1), (7.1, 8.2), (4.9, 8.0))


def box(length_ft: float, width_ft: float, x: float = 0.0, y: float = 0.0) -> Outline:
    return ((x, y), (x + length_ft, y), (x + length_ft, y + width_ft), (x, y + width_ft))


def total(outline: Outline, *keep_outs: Outline) -> float:
    pieces, grid = pieces_of(outline, keep_outs, CELL_FT), grid_of(outline, keep_outs)
    return float(pieces.whole.size * grid.cell_ft**2 + pieces.area_ft2.sum())


@pytest.mark.parametrize(
    "outline", [box(38.07, 25.19), box(30, 20, 3.1, -7.7), ((0.0, 0.0), (20.0, 0.0), (0.0, 15.0)), box(12.25, 9.5)]
)
def test_pieces_and_whole_cells_make_up_the_floor_to_the_inch(outline: Outline) -> None:
    assert total(outline) == pytest.approx(polygon_area_ft2(outline), abs=2e-3)


def test_holes_are_cut_out_once_also_where_they_overlap() -> None:
    other = tuple((x + 1.0, y) for x, y in HOLE)
    gone = shapely.union(shapely.Polygon(HOLE), shapely.Polygon(other)).area
    assert total(box(20, 15), HOLE, other) == pytest.approx(300 - gone, abs=2e-3)


def test_a_floor_on_the_grid_has_whole_cells_inside_and_pieces_along_its_edge() -> None:
    pieces = pieces_of(box(5, 3), (), CELL_FT)
    # 20 × 12 cells: those along the edge are cut, though whole; 18 × 10 are left.
    assert pieces.whole.size == 18 * 10
    assert pieces.x_ft.size == 240 - 180 and pieces.area_ft2.sum() == pytest.approx(60 / 16)
    assert np.all(np.abs(pieces.area_ft2) <= 1 / 32 + 1e-12), "no triangle is more than half a cell"


def test_every_piece_knows_a_cell_of_the_grid_beside_it() -> None:
    outline = ((0.0, 0.0), (6.0, 0.0), (0.0, 4.0))
    pieces, grid = pieces_of(outline, (), CELL_FT), grid_of(outline)
    away = np.hypot(grid.x_ft[pieces.near] - pieces.x_ft, grid.y_ft[pieces.near] - pieces.y_ft)
    assert pieces.near.max() < grid.count and away.max() < 3 * CELL_FT
    # Where its own cell is on the grid it is that one.
    assert np.median(away) < CELL_FT * math.sqrt(0.5)


def test_a_thin_post_between_the_middles_of_cells_is_seen() -> None:
    post = box(0.1, 0.1, 3.02, 3.02)
    assert total(box(10, 10), post) == pytest.approx(100 - 0.01, abs=1e-6)


def test_cells_of_the_smaller_grid_in_their_order() -> None:
    outline, more = box(10, 8), (box(2, 2, 3, 3),)
    grid, smaller = grid_of(outline), grid_of(outline, more)
    found = cells_without(outline, (), more, CELL_FT)
    assert found.size == smaller.count == grid.count - 64
    assert np.array_equal(grid.x_ft[found], smaller.x_ft) and np.array_equal(grid.y_ft[found], smaller.y_ft)
