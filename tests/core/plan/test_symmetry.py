"""What must not matter: which way the house is turned, where it stands, how it is cut into sections."""

from __future__ import annotations

import math
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from elm_cover.core.section.result import SectionPlan
from tests.conftest import attic, eave, planned

L_SHAPE = [(0.0, 0.0), (44.0, 0.0), (44.0, 17.0), (28.0, 17.0), (28.0, 27.0), (0.0, 27.0)]
FIGURES = ("area_ft2", "r_nominal", "u_effective", "depth_total_in", "load_psf")


def el(outline: list[tuple[float, float]], edges: list[dict[str, Any]]) -> SectionPlan:
    return planned(attic(outline_ft=[list(p) for p in outline], edges=edges)).sections[0]


def same(a: SectionPlan, b: SectionPlan, rel: float) -> None:
    for name in FIGURES:
        assert getattr(a, name) == pytest.approx(getattr(b, name), rel=rel), name
    assert a.bags.field == pytest.approx(b.bags.field, rel=rel)
    assert a.bags.chart == pytest.approx(b.bags.chart, rel=1e-6)
    assert sorted(e.run_ft for e in a.eaves) == pytest.approx(sorted(e.run_ft for e in b.eaves))


EDGES = [eave(6.5 + i, 4 + i / 2) for i in range(6)]


@settings(max_examples=8, deadline=None)
@given(st.floats(0, 360), st.floats(-500, 500))
def test_turning_and_moving_the_house_changes_nothing(degrees: float, away: float) -> None:
    c, s = math.cos(math.radians(degrees)), math.sin(math.radians(degrees))
    turned = [(x * c - y * s + away, x * s + y * c - away) for x, y in L_SHAPE]
    same(el(L_SHAPE, EDGES), el(turned, EDGES), 0.002)


def test_the_order_of_the_corners_changes_nothing() -> None:
    reversed_corners = [L_SHAPE[0], *L_SHAPE[:0:-1]]
    same(el(L_SHAPE, EDGES), el(reversed_corners, EDGES[::-1]), 1e-9)
    same(el(L_SHAPE, EDGES), el(L_SHAPE[2:] + L_SHAPE[:2], EDGES[2:] + EDGES[:2]), 1e-9)


def test_a_mirror_image_holds_the_same() -> None:
    mirrored = [(-x, y) for x, y in L_SHAPE]
    same(el(L_SHAPE, EDGES), el(mirrored, EDGES), 0.002)


@pytest.mark.parametrize(("heel", "pitch"), [(1.5, 3), (3.5, 12), (1.0, 20), (6.5, 1.5)])
def test_low_heels_and_steep_roofs_hold_the_same_wherever_the_grid_falls(heel: float, pitch: float) -> None:
    """Where the fill runs out on the plate the heat runs up: there cells counted by their middles were off by a tenth."""
    edges = [eave(heel, pitch) for _ in L_SHAPE]
    odd = [(x * 1.013, y * 0.987) for x, y in L_SHAPE]
    straight = el(odd, edges)
    for change in (
        [(-x, y) for x, y in odd],
        [(x + 0.11, y + 0.07) for x, y in odd],
        [(-y, x) for x, y in odd],
        [(0.8 * x - 0.6 * y, 0.6 * x + 0.8 * y) for x, y in odd],
    ):
        same(straight, el(change, edges), 0.002)


def test_what_stands_on_the_floor_counts_the_same_in_the_mirror() -> None:
    def standing(sign: int) -> SectionPlan:
        job = attic(edges=[eave(3, 6), {"kind": "gable"}] * 2)
        section = job["sections"][0]
        section["outline_ft"] = [[sign * x, y] for x, y in section["outline_ft"]]
        section["features"] = [
            {"kind": "recessed_light", "rating": "non_ic", "at_ft": [sign * 3.07, 2.13]},
            {"kind": "platform", "at_ft": [sign * 21.03, 3.9], "size_in": [75, 61]},
        ]
        section["readings"] = [
            {"at_ft": [sign * x, y], "depth_in": d} for x, y, d in ((2, 3, 3), (30, 20, 7), (12, 9, 5), (25, 4, 2.5))
        ]
        return planned(job).sections[0]

    same(standing(1), standing(-1), 0.002)


def test_a_corner_in_the_middle_of_a_wall_changes_nothing() -> None:
    split = [L_SHAPE[0], (20.0, 0.0), *L_SHAPE[1:]]
    whole, parts = el(L_SHAPE, [eave()] * 6), el(split, [eave()] * 7)
    assert whole.bags.field == pytest.approx(parts.bags.field, rel=1e-9)
    assert whole.u_effective == pytest.approx(parts.u_effective, rel=1e-9)


def test_two_sections_joined_by_an_open_edge_hold_what_one_holds() -> None:
    gable, opened = {"kind": "gable"}, {"kind": "open"}
    whole = attic(outline_ft=[[0, 0], [40, 0], [40, 24], [0, 24]], edges=[eave(), gable, eave(), gable])
    halves = attic(outline_ft=[[0, 0], [15, 0], [15, 24], [0, 24]], edges=[eave(), opened, eave(), gable])
    right = {**halves["sections"][0], "id": "right", "outline_ft": [[15, 0], [40, 0], [40, 24], [15, 24]]}
    right["edges"] = [eave(), gable, eave(), opened]
    halves["sections"].append(right)
    halves["choice"]["right"] = {"product": "c1"}
    one, two = planned(whole).order[0], planned(halves).order[0]
    assert (one.bags_order, one.bags_chart) == (two.bags_order, pytest.approx(two.bags_chart))
    assert one.bags_field == pytest.approx(two.bags_field)


@settings(max_examples=20, deadline=None)
@given(st.floats(3, 30), st.floats(2, 14), st.floats(0, 3))
def test_a_taller_heel_never_holds_less(heel: float, pitch: float, gap: float) -> None:
    def held(heel_in: float) -> tuple[float, float, float]:
        document = attic(edges=[eave(heel_in, pitch), {"kind": "gable"}] * 2)
        document["settings"] = {"vent_gap_in": gap}
        section = planned(document).sections[0]
        return section.bags.field or 0, -(section.u_effective or 0), section.eaves[0].r_at_plate or 0

    assert all(low <= high + 1e-9 for low, high in zip(held(heel), held(heel + 2), strict=True))
