"""Closed bays filled by volume and density, worked by hand (handbook §7): bags = area × depth × (1 − 1.5/spacing) × density / bag."""

from __future__ import annotations

import pytest

from elm_cover.core.enclosed.fill import EnclosedNew, density_for, enclosed_fill, enclosed_u
from elm_cover.core.enclosed.shapes import (
    CavityInput,
    SlopeInput,
    WallInput,
    closed_cavity,
    slope_area_ft2,
    sloped_bays,
    upright_wall,
)
from elm_cover.core.layers.chart import Chart, Row
from elm_cover.core.layers.layer import Layer

PLAN = ((0.0, 0.0), (20.0, 0.0), (20.0, 8.0), (0.0, 8.0))
CHART = Chart((Row(19, 5.9, 5.2, 36.1), Row(30, 9.3, 8.2, 22.8), Row(49, 15.1, 13.3, 13.5)), bag_lb=25)
B = 1.67


def test_a_slope_is_measured_along_itself_less_its_channel() -> None:
    # 9 in 12 is a 3-4-5 triangle: 160 ft² in plan are 200 ft² along the slope.
    assert slope_area_ft2(160, 9) == pytest.approx(200)
    slope = sloped_bays(PLAN, 160, SlopeInput(7.25, 9, 1))
    assert slope is not None
    assert (slope.surface_ft2, slope.depth_in, slope.framing_in) == (pytest.approx(200), 6.25, 7.25)
    assert slope.volume_ft3(16) == pytest.approx(200 * 6.25 / 12 * (1 - 1.5 / 16))
    assert sloped_bays(PLAN, 160, SlopeInput(0.5, 9, 1)).depth_in == 0


@pytest.mark.parametrize("missing", ["rafter_depth_in", "pitch_in_12", "channel_in"])
def test_a_slope_that_is_not_measured_is_not_guessed(missing: str) -> None:
    known = {"rafter_depth_in": 7.25, "pitch_in_12": 9.0, "channel_in": 1.0}
    assert sloped_bays(PLAN, 160, SlopeInput(**(known | {missing: None}))) is None


def test_a_knee_wall_runs_along_the_longest_side_and_a_shaft_all_round() -> None:
    wall = upright_wall(PLAN, WallInput(height_ft=4, stud_depth_in=3.5))
    shaft = upright_wall(PLAN, WallInput(of="skylight_shaft", height_ft=4, stud_depth_in=3.5))
    typed = upright_wall(PLAN, WallInput(height_ft=4, stud_depth_in=3.5, length_ft=12))
    assert wall is not None and shaft is not None and typed is not None
    assert (wall.surface_ft2, shaft.surface_ft2, typed.surface_ft2) == (80, 224, 48)
    assert upright_wall(PLAN, WallInput(height_ft=None, stud_depth_in=3.5)) is None
    assert upright_wall(PLAN, WallInput(height_ft=4, stud_depth_in=None)) is None


def test_a_closed_cavity_is_as_deep_as_it_is_closed() -> None:
    cavity = closed_cavity(PLAN, 150, CavityInput("net", 14), 5.5)
    assert cavity is not None
    assert (cavity.surface_ft2, cavity.depth_in, cavity.cover) == (150, 14, "net")
    assert closed_cavity(PLAN, 150, CavityInput("net", None), 5.5) is None
    assert closed_cavity(PLAN, 150, CavityInput(None, 14)) is None


@pytest.mark.parametrize(
    ("kind", "level", "depth_in", "given", "density"),
    [
        ("cellulose_loose", False, 6.25, None, 3.5),
        ("glass_loose", False, 6.25, None, 1.8),
        ("wood_fiber_loose", False, 6.25, None, 2.6),
        ("mineral_wool_loose", False, 6.25, None, None),
        (None, False, 6.25, None, None),
        ("mineral_wool_loose", False, 6.25, 3.0, 3.0),
        # Level bays take the chart's settled density at that depth: 12 · (25/22.8) / 8.2.
        ("cellulose_loose", True, 8.2, None, 12 * 25 / 22.8 / 8.2),
        # Above the last row and below the first, that row's.
        ("cellulose_loose", True, 30, None, 12 * 25 / 13.5 / 13.3),
        ("cellulose_loose", True, 2, None, 12 * 25 / 36.1 / 5.2),
    ],
)
def test_density_by_kind_by_chart_or_as_typed(
    kind: str | None, level: bool, depth_in: float, given: float | None, density: float | None
) -> None:
    found = density_for(kind, level, depth_in, CHART, given)
    assert found == (None if density is None else pytest.approx(density))


def test_bags_and_r_of_a_slope_over_what_lies_in_it() -> None:
    slope = sloped_bays(PLAN, 160, SlopeInput(9.2, 9, 1))
    assert slope is not None
    fill = enclosed_fill(slope, 16, [Layer("glass_batt", 3.0, 9.0)], CHART, 3.5, B)
    # 8.2 in of room, 3 of them taken: 5.2 in of new fill, R 19 by the chart, on R 9.
    assert fill.depth_in == pytest.approx(5.2)
    assert fill.r_added == pytest.approx(19)
    assert fill.r_nominal == pytest.approx(28)
    assert fill.bags == pytest.approx(200 * 5.2 / 12 * (1 - 1.5 / 16) * 3.5 / 25)
    assert fill.u == pytest.approx(0.10125 / (B + 1.25 * 8.2) + (1 - 0.10125) / (B + 28))


def test_a_bay_that_is_full_takes_nothing() -> None:
    cavity = closed_cavity(PLAN, 150, CavityInput("floor", 6))
    assert cavity is not None
    fill = enclosed_fill(cavity, 24, [Layer("cellulose_loose", 7.0, 20.0)], CHART, 1.6, None)
    assert (fill.depth_in, fill.bags, fill.r_added, fill.r_nominal, fill.u) == (0, 0, 0, 20, None)


def test_u_of_closed_bays_is_the_two_paths_by_their_shares() -> None:
    cavity = closed_cavity(PLAN, 150, CavityInput("floor", 10))
    assert cavity is not None
    # 24 in: framing share 0.07; wood 10 in deep is R 12.5.
    assert enclosed_u(cavity, 24, B, [Layer("cellulose_loose", 10, 30)], EnclosedNew()) == pytest.approx(
        0.07 / (B + 12.5) + 0.93 / (B + 30)
    )


def test_voids_of_what_lies_in_the_bays_are_paths_under_the_new_fill() -> None:
    """As on floors: 1 / ((1 − v)/(B + R + N) + v/(B + R_gap + N)) − B (Settled since 6)."""
    slope = sloped_bays(PLAN, 160, SlopeInput(9.2, 9, 1))
    assert slope is not None
    under = enclosed_fill(slope, 16, [Layer("glass_batt", 3.0, 9.0, void=0.4)], CHART, 3.5, B)
    expected = 1 / (0.6 / (B + 9 + 19) + 0.4 / (B + 19)) - B
    assert under.r_nominal == pytest.approx(expected) and under.gaps == 0
    assert under.u == pytest.approx(0.10125 / (B + 1.25 * 8.2) + (1 - 0.10125) / (B + expected))
    opened = enclosed_fill(slope, 16, [Layer("glass_batt", 3.0, 9.0, void=0.4, open=True)], CHART, 3.5, B)
    # 3 in at R 19 / 5.2 an inch drop into the gaps, and are counted: 0.4 of the lowest 3 in of the bays.
    gap = 3 * 19 / 5.2
    assert opened.r_nominal == pytest.approx(1 / (0.6 / (B + 28) + 0.4 / (B + gap + 19)) - B)
    assert opened.gaps == pytest.approx(0.4 * 200 * 3 / 12 * (1 - 1.5 / 16) * 3.5 / 25)
    assert opened.bags == under.bags
    unknown = enclosed_fill(slope, 16, [Layer("glass_batt", 3.0, 9.0, void=0.4)], CHART, 3.5, None)
    assert unknown.r_nominal is None and unknown.u is None


def test_a_net_above_the_joists_holds_wood_only_up_to_their_tops() -> None:
    assert closed_cavity(PLAN, 150, CavityInput("net", 14)) is None, "not without the joists' depth"
    net = closed_cavity(PLAN, 150, CavityInput("net", 14), 5.5)
    assert net is not None
    assert net.volume_ft3(16) == pytest.approx(150 / 12 * (5.5 * (1 - 1.5 / 16) + 8.5))
    assert net.volume_ft3(16, 10) == pytest.approx(150 / 12 * 4)
    fill = enclosed_fill(net, 16, [], CHART, 1.6, B)
    # 14 in: past the last row at 13.3, whose R-49 is claimed; over the joists lies 8.5 / 14 of it.
    assert (fill.r_added, fill.beyond_in) == (49, pytest.approx(0.7))
    assert fill.bags == pytest.approx(net.volume_ft3(16) * 1.6 / 25)
    joist = B + 1.25 * 5.5 + 49 * 8.5 / 14
    assert fill.u == pytest.approx(0.10125 / joist + 0.89875 / (B + 49))
    deep = closed_cavity(PLAN, 150, CavityInput("floor", 14), 5.5)
    assert deep is not None and deep.volume_ft3(16) == pytest.approx(150 * 14 / 12 * (1 - 1.5 / 16))
