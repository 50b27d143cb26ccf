"""The plan of a house of one and a half storeys, worked by hand."""

from __future__ import annotations

from typing import Any

import pytest

from elm_cover.core.floor.half_storeys import HalfStoreyError, Taped, half_storey, strips

# 12 in 12: one foot up with each foot in. Heel 6 in, knee wall 4½ ft: 4 ft of side attic; to a ceiling of 8 ft: 3½ ft of slope.
MEASURED: dict[str, Any] = {
    "length_ft": 30.0, "width_ft": 26.0, "knee_wall_ft": 4.5, "ceiling_ft": 8.0, "pitch_in_12": 12.0, "heel_in": 6.0,
}  # fmt: skip


def test_widths_by_hand() -> None:
    house = half_storey(Taped(**MEASURED))
    assert (house.side_ft, house.slope_ft, house.flat_ft) == (4, 3.5, 11) and house.width_ft == 26
    flatter = half_storey(Taped(**MEASURED | {"pitch_in_12": 9.0, "width_ft": 30.0}))
    # Three quarters of a foot up with each foot in.
    assert (flatter.side_ft, flatter.slope_ft) == pytest.approx((4 / 0.75, 3.5 / 0.75))
    assert flatter.flat_ft == pytest.approx(30 - 2 * 7.5 / 0.75)


def test_the_wall_reaches_the_rafters_not_the_deck() -> None:
    # Rafters of 5½ in square to a deck at 45° hang 7.78 in below it: the wall of 4½ ft stands that much further in.
    house = half_storey(Taped(**MEASURED, rafter_in=5.5))
    assert house.side_ft == pytest.approx(4 + 5.5 * 2**0.5 / 12) and house.slope_ft == 3.5


def test_a_side_attic_that_was_measured_holds() -> None:
    house = half_storey(Taped(**MEASURED, side_ft=5.0))
    assert (house.side_ft, house.slope_ft, house.flat_ft) == (5, 3.5, 9)


def test_strips_follow_one_another_across_the_house() -> None:
    parts = strips(half_storey(Taped(**MEASURED)), along_x=True)
    assert [(p[0][1], p[2][1]) for p in parts] == [(0, 4), (4, 7.5), (7.5, 18.5), (18.5, 22), (22, 26)]
    assert all((p[0][0], p[2][0]) == (0, 30) for p in parts)
    across = strips(half_storey(Taped(**MEASURED)), along_x=False)
    assert across[1] == ((4, 0), (7.5, 0), (7.5, 30), (4, 30))


@pytest.mark.parametrize(
    ("change", "field", "says"),
    [
        ({"knee_wall_ft": 0.9}, "knee_wall_ft", "over 1 ft needed"),
        ({"ceiling_ft": 4.6}, "ceiling_ft", "over 5 ft"),
        ({"width_ft": 15.0}, "width_ft", "take 15 ft of the width"),
        ({"width_ft": 15.4}, "width_ft", "no flat ceiling is left"),
    ],
)
def test_what_makes_no_such_house_is_said(change: dict[str, float], field: str, says: str) -> None:
    with pytest.raises(HalfStoreyError, match=says) as caught:
        half_storey(Taped(**MEASURED | change))
    assert caught.value.field == field
    half_storey(Taped(**MEASURED | {"width_ft": 15.6, "ceiling_ft": 8.0}))
