"""Eaves and the room under the roof, against closed forms."""

from __future__ import annotations

import math
from collections.abc import Sequence

import numpy as np
import pytest

from elm_cover.core.eaves.baffles import BaffleInput, fitting
from elm_cover.core.eaves.bays import bay_count, bay_row
from elm_cover.core.eaves.eave import Eave
from elm_cover.core.eaves.roof import roof_field
from elm_cover.core.floor.grid import grid_of
from tests.conftest import attic, codes, eave, planned, rectangle

HEEL = Eave(6.5, 5, 1.5, 0.0)
COS = 12 / 13


def test_room_over_the_plate_keeps_its_sign() -> None:
    assert HEEL.room_at_plate_in == pytest.approx(4.875)
    assert Eave(1.0, 5, 1.5, 0.25).room_at_plate_in == pytest.approx(1 - 1.75 / COS)
    assert Eave(1.0, 5, 1.5, 0.25).room_in(0) == 0


def test_lengths_at_a_heel() -> None:
    depth = 16.75
    assert HEEL.full_depth_at_in(depth) == pytest.approx((16.75 - 4.875) * 12 / 5)
    assert HEEL.closed_leg_in(depth) == pytest.approx(4.875)
    assert HEEL.baffle_length_in(depth) == pytest.approx((28.5 + 2 * 12 / 5) / COS)
    # 4.875 + 36.075 = 40.95 in: one piece; without the leg too.
    assert fitting(HEEL, depth, BaffleInput()).count == 1
    # 24 in deep: 4.875 + 54.99 = 59.9 in against 48, then 94 in of two lapped pieces.
    assert fitting(HEEL, 24.0, BaffleInput()).pieces(9) == [
        (0, 48),
        (46, pytest.approx(4.875 + HEEL.baffle_length_in(24))),
    ]


def test_a_heel_tall_enough_needs_no_chute() -> None:
    tall = Eave(24, 5, 1.5, 0)
    assert tall.baffle_length_in(12.0) == 0
    assert tall.closed_leg_in(12.0) == 14
    just_short = Eave(13 + 1.625, 5, 1.5, 0)
    assert just_short.baffle_length_in(12.0) == pytest.approx(1 * 12 / 5 / COS)


def test_bays_and_schools() -> None:
    assert (bay_count(38, 24), bay_count(40, 16), bay_count(38.1, 24)) == (19, 30, 20)
    baffles = {
        (school, soffit, spots): bay_row(38, 24, soffit, school, (), spots).baffles
        for school, soffit, spots in (
            ("every_bay", "continuous", None),
            ("alternate", "continuous", None),
            ("vented_bays", "spot", 6),
            ("vented_bays", None, None),
            ("every_bay", "none", None),
        )
    }
    assert list(baffles.values()) == [19, 10, 6, None, 0]


def room(outline: Sequence[Sequence[float]], eaves: dict[int, Eave]) -> tuple[np.ndarray, np.ndarray, np.ndarray]:
    corners = tuple((float(x), float(y)) for x, y in outline)
    grid = grid_of(corners)
    return grid.x_ft, grid.y_ft, roof_field(corners, eaves, grid, ()).room_in


def test_gable_room_is_the_lower_of_its_two_planes() -> None:
    _x, y, found = room(rectangle(30, 20), {0: HEEL, 2: Eave(10, 6, 1.5, 0)})
    expected = np.minimum(HEEL.room_at_plate_in + y * 5, Eave(10, 6, 1.5, 0).room_at_plate_in + (20 - y) * 6)
    assert found == pytest.approx(expected)


@pytest.mark.parametrize("clockwise", [False, True])
def test_hip_room_is_the_lowest_of_four_planes(clockwise: bool) -> None:
    outline = rectangle(30, 20)
    x, y, found = room(outline[::-1] if clockwise else outline, dict.fromkeys(range(4), HEEL))
    assert found == pytest.approx(HEEL.room_at_plate_in + 5 * np.minimum.reduce([x, y, 30 - x, 20 - y]))


def test_valley_is_the_higher_plane_at_an_inside_corner() -> None:
    # An L: 30 × 20 with its upper right 14 × 10 missing; the inside corner is at (16, 10).
    outline = [[0, 0], [30, 0], [30, 10], [16, 10], [16, 20], [0, 20]]
    x, y, found = room(outline, {2: HEEL, 3: HEEL})
    below = HEEL.room_at_plate_in + 5 * (10 - y)
    left = HEEL.room_at_plate_in + 5 * (16 - x)
    expected = np.where(x > 16, below, np.where(y > 10, left, np.maximum(below, left)))
    assert found == pytest.approx(expected)


def test_an_eave_does_not_limit_the_far_leg_of_a_u() -> None:
    # A U open to the top; only the right leg's outer wall is an eave, at 1 in 12.
    outline = [[0, 0], [30, 0], [30, 20], [20, 20], [20, 6], [10, 6], [10, 20], [0, 20]]
    x, y, found = room(outline, {1: Eave(6, 1, 1.5, 0)})
    assert np.isinf(found[(x < 10) & (y > 6)]).all()
    assert np.isfinite(found[(x > 20) & (y > 6)]).all()


def test_field_bags_of_a_gable_by_hand(job: dict) -> None:
    job["sections"][0]["existing"] = []
    job["sections"][0]["framing"]["depth_in"] = 1.5
    job["target"]["r"] = 19
    job["products"][0]["chart"] = job["products"][0]["chart"][:2]
    section = planned(job).sections[0]
    # 5.9 in installed, 5.2 settled. The strip is (5.9 − 4.875)·12/5 = 2.46 in wide, linear from 4.875 to 5.9,
    # weight in proportion; 1.5 in of it stand between joists that take 7 % of the floor.
    strip_ft = 2.46 / 12
    thin = (4.875 + 5.9) / 2 / 5.9
    full = (950 - 2 * 38 * strip_ft) + 2 * 38 * strip_ft * thin
    between = 950 * 0.07 * 1.5 / 5.2
    assert section.bags.field == pytest.approx((full - between) / 36.1, rel=1e-3)


def test_report_at_the_plate(job: dict) -> None:
    found = planned(job).sections[0].eaves[0]
    assert (found.run_ft, found.bays, found.baffles, found.pieces) == (38, 19, 19, 19)
    assert found.depth_at_plate_in == pytest.approx(4.875)
    new = 1.375 * 13.3 / 15.1 * 19 / 5.2
    bare, sound = 1.67 + new, 1.67 + 11 + new
    assert found.r_at_plate == pytest.approx(1 / (0.92 / sound + 0.08 / bare) - 1.67)


def test_flags_at_the_eave() -> None:
    assert "vent_gap_lost" in codes(planned(attic(edges=[eave(1), {"kind": "gable"}, eave(), {"kind": "gable"}])))
    assert "plate_starved" in codes(planned(attic()))
    low = attic(outline_ft=rectangle(38, 8), edges=[eave(4, 3), {"kind": "gable"}, eave(4, 3), {"kind": "gable"}])
    assert "full_depth_never_reached" in codes(planned(low))
    assert "full_depth_never_reached" not in codes(planned(attic()))
    assert math.isfinite(planned(low).sections[0].bags.field or math.nan)
