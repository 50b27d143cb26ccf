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
