"""Cuts across closed bays against drawings worked by hand, in inches."""

from __future__ import annotations

from typing import Any

import pytest

from elm_cover.core.enclosed.shapes import CavityInput, SlopeInput, WallInput, closed_cavity, sloped_bays, upright_wall
from tests.drawn import drawn_enclosed

# 12 × 8 ft in plan under a slope of 9 in 12: a 3-4-5 triangle, so that 8 ft of run are 10 ft along the slope.
PLAN = ((0.0, 0.0), (12.0, 0.0), (12.0, 8.0), (0.0, 8.0))
SLOPE = sloped_bays(PLAN, 96, SlopeInput(rafter_depth_in=7.25, pitch_in_12=9, channel_in=1))


def wall(backed: bool | None) -> Any:
    return upright_wall(PLAN, WallInput(height_ft=4, stud_depth_in=3.5, backed=backed))


def shapes_of(cut: dict[str, Any] | None) -> dict[str, list[Any]]:
    assert cut is not None
    by_role: dict[str, list[Any]] = {}
    for shape in cut["shapes"]:
        by_role.setdefault(shape["role"], []).append(shape["points"])
    return by_role


def dimensions_of(cut: dict[str, Any] | None) -> dict[str, Any]:
    assert cut is not None
    return {d["name"]: (pytest.approx(d["value_in"]), d["from_in"], d["to_in"]) for d in cut["dimensions"]}


def box(s0: float, s1: float, z0: float, z1: float) -> list[list[float]]:
    return [[s0, z0], [s1, z0], [s1, z1], [s0, z1]]


def test_a_slope_is_cut_across_two_bays_and_says_its_whole_length() -> None:
    cut = drawn_enclosed("sloped_bays", SLOPE, PLAN, 16)
    assert shapes_of(cut) == {
        "ceiling": [box(0, 33.5, -0.5, 0)],
        "cavity": [box(0, 33.5, 0, 6.25)],
        "framing": [box(0, 1.5, 0, 7.25), box(16, 17.5, 0, 7.25), box(32, 33.5, 0, 7.25)],
        "deck": [[[0, 7.25], [33.5, 7.25]]],
        "air": [[[0, 6.75], [33.5, 6.75]]],
    }
    half = 33.5 / 2
    assert dimensions_of(cut) == {
        "to fill": (6.25, [half * 0.35, 0], [half * 0.35, 6.25]),
        "rafter": (7.25, [half * 0.6, 0], [half * 0.6, 7.25]),
        "air channel": (1, [half * 0.85, 6.25], [half * 0.85, 7.25]),
        "bay, clear": (14.5, [17.5, 3.625], [32, 3.625]),
        "slope, along": (120, None, None),
    }
    assert cut is not None and cut["box_in"] == [0, -0.5, 33.5, 7.25]


def test_no_channel_is_drawn_where_none_is_kept() -> None:
    found = sloped_bays(PLAN, 96, SlopeInput(rafter_depth_in=9.25, pitch_in_12=9, channel_in=0))
    cut = drawn_enclosed("sloped_bays", found, PLAN, 24)
    assert "air" not in shapes_of(cut) and "air channel" not in dimensions_of(cut)
    assert shapes_of(cut)["framing"][1] == box(24, 25.5, 0, 9.25)
    assert shapes_of(cut)["deck"] == [[[0, 9.25], [49.5, 9.25]]]


def test_a_wall_is_cut_through_its_studs_and_says_its_height() -> None:
    cut = drawn_enclosed("knee_wall", wall(True), PLAN, 16)
    assert shapes_of(cut) == {
        "ceiling": [box(0, 33.5, -0.5, 0)],
        "cavity": [box(0, 33.5, 0, 3.5)],
        "framing": [box(0, 1.5, 0, 3.5), box(16, 17.5, 0, 3.5), box(32, 33.5, 0, 3.5)],
        "backing": [[[0, 3.5], [33.5, 3.5]]],
    }
    assert dimensions_of(cut) == {
        "stud": (3.5, [8.375, 0], [8.375, 3.5]),
        "bay, clear": (14.5, [17.5, 1.75], [32, 1.75]),
        "height": (48, None, None),
    }


@pytest.mark.parametrize("backed", [False, None])
def test_a_backing_is_drawn_only_where_one_was_seen(backed: bool | None) -> None:
    assert "backing" not in shapes_of(drawn_enclosed("knee_wall", wall(backed), PLAN, 16))


def test_framing_is_not_drawn_before_its_spacing_is_known() -> None:
    cut = drawn_enclosed("knee_wall", wall(True), PLAN)
    assert "framing" not in shapes_of(cut) and set(dimensions_of(cut)) == {"stud", "height"}
    assert cut is not None and cut["box_in"] == [0, -0.5, 33.5, 3.5]


@pytest.mark.parametrize(("cover", "wood_in"), [("net", 5.5), ("floor", 14)])
def test_a_level_bay_is_closed_on_top_by_what_it_is_closed_with(cover: str, wood_in: float) -> None:
    """A net hangs over joists of 5.5 in and the fill goes over them; under boards the joists reach the boards."""
    found = closed_cavity(PLAN, 96, CavityInput(cover=cover, depth_in=14), 5.5)
    cut = drawn_enclosed("netted_cavity", found, PLAN, 24)
    assert shapes_of(cut) == {
        "ceiling": [box(0, 49.5, -0.5, 0)],
        "cavity": [box(0, 49.5, 0, 14)],
        "framing": [box(0, 1.5, 0, wood_in), box(24, 25.5, 0, wood_in), box(48, 49.5, 0, wood_in)],
        cover: [[[0, 14], [49.5, 14]]],
    }
    assert dimensions_of(cut) == {
        "to fill": (14, [24.75 * 0.35, 0], [24.75 * 0.35, 14]),
        "bay, clear": (22.5, [25.5, wood_in / 2], [48, wood_in / 2]),
    }


def test_floor_that_is_left_out_is_drawn_as_a_ceiling_over_the_cold_with_a_wall_to_close() -> None:
    cut = drawn_enclosed("left_out", None, PLAN)
    assert shapes_of(cut) == {
        "ceiling": [box(0, 120, -0.5, 0)],
        "backing": [[[120, -18], [120, 10]]],
        "cold": [box(0, 120, -18, -0.5)],
    }
    assert cut is not None and cut["box_in"] == [0, -18, 120, 10] and cut["dimensions"] == []


def test_nothing_is_drawn_of_bays_that_are_not_measured() -> None:
    assert drawn_enclosed("sloped_bays", None, PLAN) is None
