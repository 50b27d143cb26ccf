"""Depth markers: one for each 300 ft² of net floor, spread so that each ft² is near one."""

from __future__ import annotations

import numpy as np
import pytest

from elm_cover.core.floor.grid import grid_of
from elm_cover.core.preparation.markers import marker_count, marker_points_ft
from tests.conftest import rectangle


@pytest.mark.parametrize(
    ("net_ft2", "count"),
    [(0, 1), (1, 1), (299.9, 1), (300, 1), (300.1, 2), (600, 2), (920, 4), (950, 4), (1200, 4), (1201, 5)],
)
def test_one_for_each_300_ft2(net_ft2: float, count: int) -> None:
    assert marker_count(net_ft2) == count


def outline(length_ft: float, width_ft: float) -> tuple[tuple[float, float], ...]:
    return tuple((x, y) for x, y in rectangle(length_ft, width_ft))


def test_one_stands_in_the_middle_and_two_at_the_quarters() -> None:
    grid = grid_of(outline(40, 20), ())
    (one,) = marker_points_ft(grid, 1)
    assert one == pytest.approx((20, 10), abs=0.6)
    west, east = sorted(marker_points_ft(grid, 2))
    assert west == pytest.approx((10, 10), abs=1.2) and east == pytest.approx((30, 10), abs=1.2)


def test_each_place_is_near_one_and_the_same_attic_gets_the_same() -> None:
    grid = grid_of(outline(40, 30), ())
    points = marker_points_ft(grid, 4)
    assert len(set(points)) == 4
    far = np.min([np.hypot(grid.x_ft - x, grid.y_ft - y) for x, y in points], axis=0)
    # Four quarters of 20 × 15 ft: the corner of each is 12.5 ft from its middle.
    assert far.max() == pytest.approx(12.5, abs=1.5)
    marker_points_ft.cache_clear()
    assert marker_points_ft(grid, 4) == points


def test_places_are_on_the_floor_not_in_what_is_kept_clear() -> None:
    hole = ((15.0, 5.0), (25.0, 5.0), (25.0, 15.0), (15.0, 15.0))
    grid = grid_of(outline(40, 20), (hole,))
    points = marker_points_ft(grid, 3)
    assert len(points) == 3
    for x, y in points:
        assert not (15 < x < 25 and 5 < y < 15)


def test_where_the_house_stands_moves_the_markers_with_it() -> None:
    here = marker_points_ft(grid_of(outline(40, 30), ()), 4)
    away = marker_points_ft(grid_of(tuple((x + 64, y - 32) for x, y in outline(40, 30)), ()), 4)
    assert np.array(away) == pytest.approx(np.add(here, [64, -32]))


def test_a_marker_keeps_clear_of_what_stands_there() -> None:
    grid = grid_of(outline(40, 30), ())
    free = marker_points_ft(grid, 4)
    moved = marker_points_ft(grid, 4, (free[0],))
    assert moved != free and len(moved) == 4
    assert all(np.hypot(x - free[0][0], y - free[0][1]) >= 1.5 for x, y in moved)
    # Beside it, not anywhere: as near as may be.
    assert min(np.hypot(x - free[0][0], y - free[0][1]) for x, y in moved) < 3
    crowd = tuple((float(x), float(y)) for x in range(0, 41) for y in range(0, 31))
    assert marker_points_ft(grid, 4, crowd) == free, "where there is no other floor it stands all the same"
