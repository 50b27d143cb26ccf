"""Floor geometry worked by hand: areas, sides, cells, what is kept out, two floors joined."""

from __future__ import annotations

import math

import numpy as np
import pytest

from elm_cover.core.floor.grid import grid_of, kept_out_ft2
from elm_cover.core.floor.joining import OutlineError, join
from elm_cover.core.floor.outline import (
    box_ft,
    contains,
    counter_clockwise,
    edge_length_ft,
    edge_side,
    polygon_area_ft2,
)

RECTANGLE = ((0.0, 0.0), (38.0, 0.0), (38.0, 25.0), (0.0, 25.0))
L_SHAPE = ((0.0, 0.0), (30.0, 0.0), (30.0, 10.0), (16.0, 10.0), (16.0, 20.0), (0.0, 20.0))


def test_areas_by_the_shoelace() -> None:
    assert polygon_area_ft2(RECTANGLE) == 950
    assert polygon_area_ft2(L_SHAPE) == 30 * 10 + 16 * 10
    assert polygon_area_ft2(tuple(reversed(L_SHAPE))) == 460
    assert polygon_area_ft2(((0, 0), (3, 0), (0, 4))) == 6


def test_the_way_round_is_told() -> None:
    assert counter_clockwise(RECTANGLE) and not counter_clockwise(tuple(reversed(RECTANGLE)))


@pytest.mark.parametrize("outline", [RECTANGLE, tuple(reversed(RECTANGLE))])
def test_sides_are_those_of_the_compass_whichever_way_the_corners_run(outline: tuple[tuple[float, float], ...]) -> None:
    sides = {edge_side(outline, i): edge_length_ft(outline, i) for i in range(4)}
    assert sides == {"south": 38, "east": 25, "north": 38, "west": 25}


@pytest.mark.parametrize(
    ("corner", "side"),
    [((10, -10), "south-east"), ((10, 10), "north-east"), ((-10, 10), "north-west"), ((-10, -10), "south-west")],
)
def test_a_wall_askew_has_both_names(corner: tuple[float, float], side: str) -> None:
    # A square standing on its corner: each wall faces between two points of the compass.
    diamond = ((0.0, -10.0), (10.0, 0.0), (0.0, 10.0), (-10.0, 0.0))
    found = {edge_side(diamond, i) for i in range(4)}
    assert side in found and len(found) == 4
    assert [math.copysign(1, c) for c in corner]


def test_points_on_the_wall_are_on_the_floor() -> None:
    inside = contains(L_SHAPE, ((5, 5), (16, 15), (20, 15), (30, 10), (-0.1, 5)))
    assert inside.tolist() == [True, True, False, True, False]


def test_a_box_lies_round_its_middle() -> None:
    assert box_ft((10, 6), (24, 36)) == ((9, 4.5), (11, 4.5), (11, 7.5), (9, 7.5))


def test_cells_are_three_inches_and_cover_the_floor() -> None:
    grid = grid_of(RECTANGLE)
    assert (grid.cell_ft, grid.columns, grid.rows, grid.count) == (0.25, 152, 100, 15_200)
    assert (grid.x_ft.min(), grid.y_ft.min()) == (0.125, 0.125)
    assert (grid.x_ft.max(), grid.y_ft.max()) == (37.875, 24.875)
    assert grid.origin_ft == (0, 0)
    assert np.all(grid.column == np.round((grid.x_ft - 0.125) / 0.25))


def test_cells_of_an_l_leave_its_inside_corner_out() -> None:
    grid = grid_of(L_SHAPE)
    assert grid.count == 460 * 16
    assert not np.any((grid.x_ft > 16) & (grid.y_ft > 10))


def test_what_is_kept_out_has_no_cells_and_counts_once() -> None:
    hatch = ((4.0, 4.0), (6.0, 4.0), (6.0, 6.0), (4.0, 6.0))
    flue = ((5.0, 5.0), (7.0, 5.0), (7.0, 7.0), (5.0, 7.0))
    beyond = ((36.0, 24.0), (40.0, 24.0), (40.0, 26.0), (36.0, 26.0))
    assert kept_out_ft2(RECTANGLE, (hatch, flue)) == 4 + 4 - 1
    assert kept_out_ft2(RECTANGLE, (beyond,)) == 2
    assert kept_out_ft2(RECTANGLE, ()) == 0
    assert grid_of(RECTANGLE, (hatch, flue)).count == 15_200 - 7 * 16


def test_a_sliver_and_a_floor_that_is_all_kept_out_still_have_a_cell() -> None:
    sliver = ((0.0, 0.0), (10.0, 0.0), (10.0, 0.05), (0.0, 0.05))
    assert grid_of(sliver).count >= 1
    assert grid_of(RECTANGLE, (RECTANGLE,)).count == 1


def test_a_very_large_floor_gets_larger_cells() -> None:
    large = tuple((x * 100, y * 100) for x, y in RECTANGLE)
    assert grid_of(large).cell_ft > 0.25


WEST = ((0.0, 0.0), (10.0, 0.0), (10.0, 8.0), (0.0, 8.0))
EAST = ((10.0, 0.0), (16.0, 0.0), (16.0, 8.0), (10.0, 8.0))


def test_two_floors_side_by_side_are_one_and_walls_in_line_become_one_where_they_are_alike() -> None:
    joined = join((WEST, EAST), ("abcd", "aefd"))
    assert set(joined.outline_ft) == {(0, 0), (16, 0), (16, 8), (0, 8), (10, 8)}
    # South walls are both “a” and merge; the north ones differ and keep their corner.
    assert polygon_area_ft2(joined.outline_ft) == 128
    assert len(joined.sources) == 5 and joined.holes == ()
    kinds = ["abcd"[edge] if which == 0 else "aefd"[edge] for which, edge in joined.sources]
    assert sorted(kinds) == sorted("aefcd")


def test_walls_that_miss_each_other_by_a_hair_are_one() -> None:
    near = tuple((x + 0.01, y) if x == 10 else (x, y) for x, y in EAST)
    assert polygon_area_ft2(join((WEST, near), ("aaaa", "aaaa")).outline_ft) == pytest.approx(128, abs=0.1)


def test_floors_that_do_not_touch_cannot_be_joined() -> None:
    far = tuple((x + 1, y) for x, y in EAST)
    with pytest.raises(OutlineError, match="do not touch along a wall"):
        join((WEST, far), ("aaaa", "aaaa"))


def test_what_two_floors_enclose_is_a_hole() -> None:
    u_shape = ((0.0, 0.0), (12.0, 0.0), (12.0, 9.0), (8.0, 9.0), (8.0, 3.0), (4.0, 3.0), (4.0, 9.0), (0.0, 9.0))
    lid = ((0.0, 9.0), (12.0, 9.0), (12.0, 12.0), (0.0, 12.0))
    joined = join((u_shape, lid), ("a" * 8, "a" * 4))
    assert polygon_area_ft2(joined.outline_ft) == 144
    assert [polygon_area_ft2(hole) for hole in joined.holes] == [24]
