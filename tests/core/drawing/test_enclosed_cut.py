"""Cuts of closed bays against drawings worked by hand, in inches."""

from __future__ import annotations

import math
from typing import Any

import pytest

from elm_cover.core.drawing.enclosed_cut import enclosed_cut
from elm_cover.core.enclosed.shapes import CavityInput, SlopeInput, WallInput, closed_cavity, sloped_bays, upright_wall

# 12 × 8 ft in plan under a slope of 9 in 12: a 3-4-5 triangle, so that 8 ft of run are 10 ft along the slope.
PLAN = ((0.0, 0.0), (12.0, 0.0), (12.0, 8.0), (0.0, 8.0))
COS, SIN = 0.8, 0.6


def shapes_of(cut: dict[str, Any] | None) -> dict[str, list[Any]]:
    assert cut is not None
    by_role: dict[str, list[Any]] = {}
    for shape in cut["shapes"]:
        by_role.setdefault(shape["role"], []).append(shape["points"])
    return by_role


def turned(along: float, up: float) -> list[float]:
    return [along * COS - up * SIN, along * SIN + up * COS]


def test_a_slope_is_drawn_along_three_rafters_depths_and_says_its_whole_length() -> None:
    found = sloped_bays(PLAN, 96, SlopeInput(rafter_depth_in=7.25, pitch_in_12=9, channel_in=1))
    cut = enclosed_cut("sloped_bays", found, PLAN)
    shapes = shapes_of(cut)
    long = 3 * 7.25
    assert shapes["cavity"] == [[pytest.approx(turned(*at)) for at in ((0, 0), (long, 0), (long, 6.25), (0, 6.25))]]
    assert shapes["ceiling"] == [[pytest.approx(turned(*at)) for at in ((0, 0), (long, 0), (long, -0.5), (0, -0.5))]]
    assert shapes["deck"] == [[pytest.approx(turned(0, 7.25)), pytest.approx(turned(long, 7.25))]]
    assert shapes["air"] == [[pytest.approx(turned(0, 6.75)), pytest.approx(turned(long, 6.75))]]
    assert cut is not None
    dimensions = {d["name"]: d for d in cut["dimensions"]}
    assert {name: d["value_in"] for name, d in dimensions.items()} == pytest.approx(
        {"to fill": 6.25, "rafter": 7.25, "slope, along": 120, "air channel": 1}
    )
    assert dimensions["slope, along"]["from_in"] is None
    for name in ("to fill", "rafter", "air channel"):
        assert math.dist(dimensions[name]["from_in"], dimensions[name]["to_in"]) == pytest.approx(
            dimensions[name]["value_in"]
        )


def test_a_short_slope_is_drawn_whole() -> None:
    short = ((0.0, 0.0), (12.0, 0.0), (12.0, 1.0), (0.0, 1.0))
    found = sloped_bays(short, 12, SlopeInput(rafter_depth_in=9.25, pitch_in_12=9, channel_in=0))
    cut = enclosed_cut("sloped_bays", found, short)
    shapes = shapes_of(cut)
    assert "air" not in shapes, "no channel is drawn where none is kept"
    assert shapes["deck"][0][1] == pytest.approx(turned(15, 9.25))


def test_a_wall_stands_between_two_plates() -> None:
    found = upright_wall(PLAN, WallInput(height_ft=4, stud_depth_in=3.5, backed=True))
    cut = enclosed_cut("knee_wall", found, PLAN)
    shapes = shapes_of(cut)
    assert shapes["cavity"] == [[[0, 0], [3.5, 0], [3.5, 48], [0, 48]]]
    assert shapes["backing"] == [[[3.5, 0], [3.5, 48]]]
    assert shapes["plate"] == [
        [[0, -1.5], [3.5, -1.5], [3.5, 0], [0, 0]],
        [[0, 48], [3.5, 48], [3.5, 49.5], [0, 49.5]],
    ]
    assert shapes["floor"] == [[[-24, -1.5], [24, -1.5]]]
    assert cut is not None and cut["box_in"] == [-24, -1.5, 24, 49.5]
    assert {d["name"]: d["value_in"] for d in cut["dimensions"]} == {"height": 48, "stud": 3.5}


@pytest.mark.parametrize("cover", ["net", "floor"])
def test_a_level_bay_is_closed_on_top_by_what_it_is_closed_with(cover: str) -> None:
    found = closed_cavity(PLAN, 96, CavityInput(cover=cover, depth_in=14))
    cut = enclosed_cut("netted_cavity", found, PLAN)
    shapes = shapes_of(cut)
    assert shapes["cavity"] == [[[0, 0], [48, 0], [48, 14], [0, 14]]]
    assert shapes[cover] == [[[0, 14], [48, 14]]]
    assert cut is not None
    assert cut["dimensions"] == [{"name": "to fill", "value_in": 14, "from_in": [24, 0], "to_in": [24, 14]}]
    assert cut["box_in"] == [0, -0.5, 48, 14]


def test_floor_that_is_left_out_is_drawn_as_a_ceiling_over_the_cold_with_a_wall_to_close() -> None:
    shapes = shapes_of(enclosed_cut("left_out", None, PLAN))
    assert shapes["backing"] == [[[48, -18], [48, 10]]]
    assert shapes["cold"] == [[[0, -18], [48, -18], [48, -0.5], [0, -0.5]]]


def test_nothing_is_drawn_of_bays_that_are_not_measured() -> None:
    assert enclosed_cut("sloped_bays", None, PLAN) is None
