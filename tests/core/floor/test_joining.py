"""Two floors joined into one: area kept, each wall still the wall it was."""

from __future__ import annotations

from typing import Any

import pytest

from elm_cover.core.floor.joining import OutlineError, join
from elm_cover.core.floor.outline import contains, edge_side, polygon_area_ft2

WEST = ((0.0, 0.0), (20.0, 0.0), (20.0, 12.0), (0.0, 12.0))
EAST = ((20.0, 0.0), (32.0, 0.0), (32.0, 12.0), (20.0, 12.0))
FOUR = ("south", "east", "north", "west")


def test_two_in_line_become_one_rectangle_where_the_walls_are_alike() -> None:
    found = join((WEST, EAST), (FOUR, FOUR))
    assert len(found.outline_ft) == 4 and polygon_area_ft2(found.outline_ft) == pytest.approx(32 * 12)
    assert set(found.outline_ft) == {(0, 0), (32, 0), (32, 12), (0, 12)}
    assert found.holes == ()


def test_walls_that_differ_keep_the_corner_between_them() -> None:
    found = join((WEST, EAST), (FOUR, ("gable", "east", "north", "west")))
    assert len(found.outline_ft) == 5 and (20, 0) in found.outline_ft
    walls = {tuple(sorted((a, b))): source for a, b, source in zip(
        found.outline_ft, (*found.outline_ft[1:], found.outline_ft[0]), found.sources, strict=True
    )}  # fmt: skip
    assert walls[((0, 0), (20, 0))] == (0, 0) and walls[((20, 0), (32, 0))] == (1, 0)
    assert walls[((32, 0), (32, 12))] == (1, 1) and walls[((0, 0), (0, 12))] == (0, 3)


def test_an_l_keeps_each_wall_with_its_floor() -> None:
    wing = ((20.0, 0.0), (30.0, 0.0), (30.0, 6.0), (20.0, 6.0))
    found = join((WEST, wing), (FOUR, ("w-south", "w-east", "w-north", "w-west")))
    assert polygon_area_ft2(found.outline_ft) == pytest.approx(240 + 60)
    by_side: dict[str, list[tuple[int, int]]] = {}
    for edge, source in enumerate(found.sources):
        by_side.setdefault(edge_side(found.outline_ft, edge), []).append(source)
    assert sorted(by_side["south"]) == [(0, 0), (1, 0)] and sorted(by_side["north"]) == [(0, 2), (1, 2)]
    assert sorted(by_side["east"]) == [(0, 1), (1, 1)] and by_side["west"] == [(0, 3)]


def test_a_hair_between_them_is_no_gap_and_a_foot_is() -> None:
    near = tuple((x + 0.01, y) for x, y in EAST)
    assert polygon_area_ft2(join((WEST, near), (FOUR, FOUR)).outline_ft) == pytest.approx(32 * 12, rel=1e-3)
    away: Any = tuple((x + 1, y) for x, y in EAST)
    with pytest.raises(OutlineError, match="do not touch along a wall"):
        join((WEST, away), (FOUR, FOUR))


def test_a_court_is_left_as_a_hole() -> None:
    u_shape = ((0.0, 0.0), (30.0, 0.0), (30.0, 20.0), (20.0, 20.0), (20.0, 8.0), (10.0, 8.0), (10.0, 20.0), (0.0, 20.0))
    lid = ((0.0, 20.0), (30.0, 20.0), (30.0, 26.0), (0.0, 26.0))
    found = join((u_shape, lid), (range(8), range(10, 14)))
    (hole,) = found.holes
    assert polygon_area_ft2(hole) == pytest.approx(10 * 12)
    assert list(contains(found.outline_ft, ((15, 14), (5, 5), (40, 5)))) == [True, True, False]


def test_a_wall_that_two_floors_share_in_part_goes_to_the_one_whose_middle_it_is_on() -> None:
    # A wing of 4 ft on the middle of the east wall of 12: above and below it the wall is still the house's.
    wing = ((20.0, 4.0), (28.0, 4.0), (28.0, 8.0), (20.0, 8.0))
    found = join((WEST, wing), (FOUR, ("w-south", "w-east", "w-north", "w-west")))
    of = {
        tuple(sorted((a, b))): source
        for a, b, source in zip(
            found.outline_ft, (*found.outline_ft[1:], found.outline_ft[0]), found.sources, strict=True
        )
    }
    assert of[((20, 0), (20, 4))] == (0, 1) and of[((20, 8), (20, 12))] == (0, 1)
    assert of[((20, 4), (28, 4))] == (1, 0) and of[((28, 4), (28, 8))] == (1, 1) and of[((20, 8), (28, 8))] == (1, 2)
    assert len(found.outline_ft) == 8
