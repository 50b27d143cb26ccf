"""The edge of the Cut against a drawing worked by hand: heel 7.5 in, pitch 5 in 12 (θ: 5-12-13), gap 1.5 in, fill line 16.125."""

from __future__ import annotations

import math
from typing import Any

import pytest

from elm_cover.core.eaves.baffles import BaffleInput
from elm_cover.core.eaves.bays import Bay, bay_row
from elm_cover.core.eaves.eave import Eave
from tests.drawn import drawn_edge

HEEL, FILL_LINE = 7.5, 16.125
EAVE = Eave(heel_in=HEEL, pitch_in_12=5, vent_gap_in=1.5, baffle_thickness_in=0)
SLOPE = 5 / 12
# c0 = 7.5 − 1.5·13/12 = 5.875; the chute ends where it stands 2 in above the fill: x = (18.125 − 5.875)/(5/12) = 29.4.
C0, REACH = 5.875, 29.4
# Along the path: leg 5.875, then 29.4·13/12 = 31.85 in of chute.
LEG, CHUTE = 5.875, 31.85


def drawn(eave: Eave = EAVE, baffle: BaffleInput | None = None, bay: Bay | None = None) -> dict[str, list[Any]]:
    by_role: dict[str, list[Any]] = {}
    for shape in drawn_edge(lambda x: x, eave, FILL_LINE, baffle or BaffleInput(), bay):
        by_role.setdefault(shape["role"], []).append(shape["points"])
    return by_role


def points(*pairs: tuple[float, float]) -> list[Any]:
    return [pytest.approx(list(pair), abs=1e-3) for pair in pairs]


def test_a_bent_baffle_is_one_path_from_the_plate_up_and_along_the_deck() -> None:
    shapes = drawn()
    assert set(shapes) == {"baffle", "air"}
    assert shapes["baffle"] == [points((0, 0), (0, C0), (REACH, C0 + REACH * SLOPE))]
    assert pytest.approx(FILL_LINE + 2) == C0 + REACH * SLOPE


def test_the_air_lies_in_the_middle_of_the_gap() -> None:
    # Half the gap square to the deck: 0.75·13/12 = 0.8125 in upright, from 8 in outside to 4 in past the chute.
    (air,) = drawn()["air"]
    assert air == points((-8, C0 - 8 * SLOPE + 0.8125), (REACH + 4, C0 + (REACH + 4) * SLOPE + 0.8125))


def test_a_wind_block_of_its_own_stands_apart_from_the_chute() -> None:
    shapes = drawn(baffle=BaffleInput(integral_wind_block=False))
    assert shapes["baffle"] == [points((0, 0), (0, LEG)), points((0, C0), (REACH, C0 + REACH * SLOPE))]


def test_pieces_lap_two_inches_and_every_second_is_drawn_raised() -> None:
    shapes = drawn(baffle=BaffleInput(piece_in=24))
    # 37.725 in of path: the first piece ends at 24, the second goes from 22 to 37.725.
    assert len(shapes["baffle"]) == 2 and len(shapes["lap"]) == 1
    first, second = shapes["baffle"]
    along = (24 - LEG) * 12 / 13
    assert first[-1] == pytest.approx([along, C0 + along * SLOPE], abs=1e-3)
    start = (22 - LEG) * 12 / 13
    lifted = (-0.35 * 5 / 13, 0.35 * 12 / 13)
    assert second[0] == pytest.approx([start + lifted[0], C0 + start * SLOPE + lifted[1]], abs=1e-3)
    assert second[-1] == pytest.approx([REACH + lifted[0], FILL_LINE + 2 + lifted[1]], abs=1e-3)
    tick = shapes["lap"][0]
    assert math.dist(tick[0], tick[1]) == pytest.approx(1.8, abs=1e-3)
    assert [(a + b) / 2 for a, b in zip(*tick, strict=True)] == pytest.approx(second[0], abs=1e-3)


def test_foam_has_its_thickness_square_to_the_deck() -> None:
    thick = Eave(heel_in=HEEL, pitch_in_12=5, vent_gap_in=1.5, baffle_thickness_in=1)
    shapes = drawn(thick, BaffleInput(kind="rigid_foam", thickness_in=1))
    c0 = HEEL - 2.5 * 13 / 12
    reach = (FILL_LINE + 2 - c0) / SLOPE
    low, high = (0, c0), (reach, c0 + reach * SLOPE)
    up = (-5 / 13, 12 / 13)
    assert shapes["foam"] == [points(low, high, (high[0] + up[0], high[1] + up[1]), (low[0] + up[0], low[1] + up[1]))]
    assert len(shapes["baffle"]) == 2, "foam is not bent: its wind block stands apart"


def test_a_tall_heel_has_a_wind_block_up_to_two_inches_over_the_fill_and_no_chute() -> None:
    tall = Eave(heel_in=24, pitch_in_12=5, vent_gap_in=1.5, baffle_thickness_in=0)
    assert drawn(tall)["baffle"] == [points((0, 0), (0, FILL_LINE + 2))]


def test_a_heel_too_low_for_the_gap_starts_its_chute_inside_the_plate() -> None:
    low = Eave(heel_in=1, pitch_in_12=5, vent_gap_in=1.5, baffle_thickness_in=0)
    c0 = 1 - 1.625
    first = drawn(low)["baffle"][0]
    assert first[0] == pytest.approx([-c0 / SLOPE, 0], abs=1e-3)


def bays(**marks: Any) -> tuple[Bay, ...]:
    return bay_row(10, 24, marks.pop("soffit", "continuous"), "every_bay", (), None, True).bays


def test_a_closed_bay_is_drawn_with_its_plug_and_no_baffle() -> None:
    (bay, *_) = bays(soffit="blocked")
    assert bay.baffle is False
    shapes = drawn(bay=bay)
    if bay.plug:
        assert set(shapes) == {"plug"}
        assert shapes["plug"] == [points((0, 0), (6, 0), (6, HEEL + 6 * SLOPE), (0, HEEL))]
    else:
        assert shapes == {}


def test_a_bay_with_a_baffle_is_drawn_as_one_whose_bay_is_not_known() -> None:
    (bay, *_) = bays()
    assert bay.baffle is True
    assert drawn(bay=bay) == drawn()
