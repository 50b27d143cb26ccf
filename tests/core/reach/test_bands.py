"""The floor in bands: a throw deep, far ones first, wing by wing; every cell in one of them."""

from __future__ import annotations

import numpy as np
import pytest
import shapely

from elm_cover.core.eaves.eave import Eave
from elm_cover.core.floor.grid import grid_of
from elm_cover.core.reach.bands import Banded, banded, beyond_reach, rows_of_cells
from elm_cover.core.reach.crawl_floor import CrawlFloor, Room, crawl_floor
from elm_cover.core.reach.way import Entrance, way_over
from tests.core.reach.test_way import L, box


def bands_of(*rooms: Room, at: tuple[float, float], throw_ft: float = 8.0) -> tuple[CrawlFloor, Banded]:
    floor = crawl_floor(rooms)
    grids = {i: grid_of(room.outline_ft, room.stands) for i, room in enumerate(rooms)}
    return floor, banded(floor, way_over(floor, [Entrance(at)]), throw_ft, grids)


def areas(found: Banded, room: int = 0) -> list[float]:
    cells = found.cells[room]
    return [float((cells == i).sum()) / 16 for i in range(len(found.bands))]


def test_from_one_end_of_a_strip_the_bands_are_a_throw_long() -> None:
    # 32 × 4 ft from a way in at its west end: four bands of about 8 ft, the far one first, one wing.
    _, found = bands_of(Room("a", box(0, 0, 32, 4)), at=(0.5, 2.0))
    assert [band.number for band in found.bands] == [1, 2, 3, 4] and {band.wing for band in found.bands} == {1}
    assert areas(found) == pytest.approx([32, 32, 32, 32], abs=8)
    starts = [band.crawl_ft[0] for band in found.bands]
    assert starts == sorted(starts, reverse=True) and starts[-1] < 1
    # All of one depth: the farthest place in four parts, no sliver at either end.
    far = max(band.crawl_ft[1] for band in found.bands)
    for i, band in enumerate(reversed(found.bands)):
        assert far * i / 4 - 1 <= band.crawl_ft[0] and band.crawl_ft[1] <= far * (i + 1) / 4 + 1


def test_bands_are_of_even_depth_however_far_the_floor_reaches() -> None:
    """A strip of 33 ft with throws of 8: five bands of 6½ ft, not four of 8 and a sliver of 1."""
    _, found = bands_of(Room("a", box(0, 0, 33, 8)), at=(0.5, 4.0))
    assert len(found.bands) == 5 and min(areas(found)) > 0.7 * max(areas(found))


def test_from_the_middle_there_are_two_wings_and_the_first_is_finished_before_the_second() -> None:
    _, found = bands_of(Room("a", box(0, 0, 44, 4)), at=(20.5, 2.0))
    assert [band.wing for band in found.bands] == [1, 1, 2, 2, 2]
    middles = [np.mean([s[0] for s in band.stands_ft]) for band in found.bands]
    # The longer wing, to the east, first; what is left round the way in last.
    assert middles[0] > middles[1] > 20 and middles[2] < middles[3] < 20 and abs(middles[4] - 20.5) < 8


def test_every_cell_is_in_one_band_and_no_sliver_is_one() -> None:
    _, found = bands_of(Room("a", L), at=(2.0, 2.0))
    assert found.cells[0].min() >= 0
    assert sum(areas(found)) == pytest.approx(500)
    assert min(areas(found)) > 5
    # Two arms: each is a wing.
    assert max(band.wing for band in found.bands) == 2


def test_floor_under_a_low_roof_goes_with_the_nearest_place_where_one_can_be() -> None:
    low = Room("a", box(0, 0, 32, 8), eaves=((0, Eave(6.0, 6.0, 0.0, 0.0)),))
    floor, found = bands_of(low, at=(0.5, 7.5))
    assert not floor.can_be.all() and found.cells[0].min() == 0
    # Cells at the eave are in the band straight in from them.
    grid = grid_of(low.outline_ft)
    at_eave = grid.y_ft < 0.3
    straight_in = np.abs(grid.y_ft - 4.125) < 0.01
    assert np.mean(found.cells[0][at_eave] == found.cells[0][straight_in]) > 0.9


def test_floor_that_no_way_reaches_is_in_no_band() -> None:
    _, found = bands_of(Room("a", box(0, 0, 10, 10)), Room("b", box(10, 0, 10, 10)), at=(5.0, 5.0))
    assert found.cells[0].min() >= 0 and set(found.cells[1]) == {-1}


def test_the_stand_has_most_of_its_band_within_a_throw_and_more_stands_reach_the_rest() -> None:
    floor, found = bands_of(Room("a", box(0, 0, 32, 4)), at=(0.5, 2.0))
    far = found.bands[0]
    nodes = np.flatnonzero(found.of_node == 0)
    away = np.hypot(floor.x_ft[nodes] - far.stands_ft[0][0], floor.y_ft[nodes] - far.stands_ft[0][1])
    assert np.all(away <= 8) and len(far.stands_ft) == 1
    # A ring of 40 ft across has no single place from which all of it is within 12 ft.
    room = Room("a", box(0, 0, 60, 40))
    floor, wide = bands_of(room, at=(30.0, 20.0))
    ring = max(range(len(wide.bands)), key=lambda i: len(wide.bands[i].stands_ft))
    assert len(wide.bands[ring].stands_ft) > 2
    beyond = beyond_reach(wide.bands, wide.cells[0], grid_of(room.outline_ft), 8.0)
    assert beyond.mean() < 0.02


def test_cells_past_the_throw_and_four_feet_of_every_stand_are_listed() -> None:
    room = Room("a", box(0, 0, 20, 4))
    grid = grid_of(room.outline_ft)
    _, found = bands_of(room, at=(0.5, 2.0), throw_ft=30.0)
    (band,) = found.bands
    x, y = band.stands_ft[0]
    near = beyond_reach((band,), found.cells[0], grid, 2.0)
    assert near.sum() == np.sum(np.hypot(grid.x_ft - x, grid.y_ft - y) > 6.0) > 0
    assert not beyond_reach((band,), found.cells[0], grid, 30.0).any()


def test_a_throw_of_nothing_is_refused() -> None:
    with pytest.raises(ValueError, match="over 0"):
        bands_of(Room("a", box(0, 0, 10, 10)), at=(5.0, 5.0), throw_ft=0.0)


def test_the_shape_of_a_band_is_that_of_its_cells() -> None:
    _, found = bands_of(Room("a", L), at=(2.0, 2.0))
    grid = grid_of(L)
    assert len(found.bands) > 3
    for i in range(len(found.bands)):
        mine = found.cells[0] == i
        assert shapely.area(rows_of_cells(mine, grid)) == pytest.approx(mine.sum() / 16)
