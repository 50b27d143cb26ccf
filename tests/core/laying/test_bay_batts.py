"""Batts in closed bays, worked by hand: how many layers, what pressing costs, how many pieces and bundles."""

from __future__ import annotations

from typing import Any

import pytest

from elm_cover.core.batts.batt import BattProduct
from elm_cover.core.enclosed.shapes import SlopeInput, WallInput, sloped_bays, upright_wall
from elm_cover.core.laying.bay_batts import bay_batts, layers_that_fit
from tests.conftest import attic, codes, planned

PLAN = ((0.0, 0.0), (20.0, 0.0), (20.0, 6.0), (0.0, 6.0))
R13 = BattProduct(13, 3.5, 15, 48, 18)
R15 = BattProduct(15, 3.5, 15, 48, 12)
R19 = BattProduct(19, 6.25, 15, 48, 14)
R13_WIDE = BattProduct(13, 3.5, 23, 48, 13)


def wall(stud_in: float = 3.5) -> Any:
    return upright_wall(PLAN, WallInput(height_ft=4, stud_depth_in=stud_in))


def test_a_wall_of_whole_batts_by_hand() -> None:
    # 20 ft of wall with studs 16 in apart is 15 bays of 4 ft: 15 whole pieces, none cut; 14½ in of each 16 are covered.
    found = bay_batts(wall(), 16, 0, "b", R13, None)
    assert found is not None and (found.layers, found.depth_in, found.r, found.pressed) == (1, 3.5, 13, False)
    laid = found.take_off
    assert (laid.pieces, laid.whole, laid.cuts, laid.splits, laid.least) == (15, 15, 0, 0, 15)
    assert laid.bundles == pytest.approx(15 / 18) and laid.place == "bays"
    assert laid.covered_ft2 == pytest.approx(15 * 4 * 14.5 / 12)
    assert laid.waste == pytest.approx(1 - 14.5 / 15)


def test_a_slope_is_cut_from_pieces_with_offcuts_reused() -> None:
    # 6 ft of run under 9 in 12 are 7½ ft of bay: one piece and 42 in. 15 bays of 90 in are 1,350 in: 29 pieces at the least,
    # but a 42 in cut leaves 6 in that serve nothing: 15 whole and 15 for the cuts.
    slope = sloped_bays(PLAN, 120, SlopeInput(rafter_depth_in=7.25, pitch_in_12=9, channel_in=1))
    assert slope is not None
    found = bay_batts(slope, 16, 0, "b", R19, None)
    assert found is not None and (found.layers, found.depth_in, found.pressed) == (1, 6.25, False)
    laid = found.take_off
    assert laid.least == 29 and laid.least <= laid.pieces <= 30
    assert laid.whole + laid.cuts >= 30 and laid.bundles == laid.pieces / 14


@pytest.mark.parametrize(
    ("room_in", "layers"), [(3.5, 1), (6.9, 1), (7.0, 2), (10.4, 2), (10.5, 3), (30.0, 3), (2.0, 1)]
)
def test_as_many_layers_as_fit_and_one_at_least(room_in: float, layers: int) -> None:
    assert layers_that_fit(R13, room_in) == layers


def test_layers_double_what_they_are_worth_and_what_they_take() -> None:
    two = bay_batts(wall(7.25), 16, 0, "b", R13, None)
    assert two is not None and (two.layers, two.depth_in, two.r) == (2, 7, 26)
    assert two.take_off.pieces == 30 and two.take_off.least == 30
    one = bay_batts(wall(7.25), 16, 0, "b", R13, 1)
    assert one is not None and (one.layers, one.r, one.take_off.pieces) == (1, 13, 15)


def test_a_batt_with_less_room_is_pressed_and_loses_r() -> None:
    # R-19 of 6¼ in in a bay of 3½ in: 19 · 0.56^0.65 = 13.03, about what published tables give (13). Dense R-15: ^0.85.
    found = bay_batts(wall(), 16, 0, "b", R19, None)
    assert found is not None and found.pressed and found.depth_in == 3.5
    assert found.r == pytest.approx(19 * 0.56**0.65) and found.take_off.thickness_in == 3.5
    over = bay_batts(wall(), 16, 1.0, "b", R15, None)
    assert over is not None and over.r == pytest.approx(15 * (2.5 / 3.5) ** 0.85)
    assert bay_batts(wall(), 16, 3.5, "b", R13, None) is None, "no room is left over old fill"


def test_a_batt_wider_than_the_bay_is_ripped_and_every_piece_is_cut() -> None:
    found = bay_batts(wall(), 16, 0, "b", R13_WIDE, None)
    assert found is not None and (found.take_off.whole, found.take_off.cuts) == (0, 15)
    assert found.take_off.waste == pytest.approx(1 - 14.5 / 23)


def closed(batt: dict[str, Any], **section: Any) -> Any:
    job = attic(**({"kind": "knee_wall", "wall": {"height_ft": 4, "stud_depth_in": 3.5, "backed": False}} | section))
    job["sections"][0]["outline_ft"] = [list(p) for p in PLAN]
    job["sections"][0]["framing"] = {"spacing_in": 16}
    job["sections"][0].setdefault("existing", [])
    size = {"length_in": 48, "pieces_per_bundle": 18, "width_in": 15}
    job["products"].append({"id": "b1", "name": "Batt", "kind": "glass_batt", "batt": size | batt, "price": 36.0})
    job["choice"]["main"] = {"method": "enclosed_fill", "product": "b1"}
    return job


def test_a_knee_wall_of_batts_is_planned_ordered_and_priced() -> None:
    result = planned(closed({"r": 13, "thickness_in": 3.5}, existing=[]))
    section = result.sections[0]
    assert (section.r_nominal, section.installed_in) == (13, 3.5) and section.bags.chart is None
    # Wood of 1½ + 0.75 % in 16 in: parallel paths over films and board.
    fraction = 1.5 / 16 + 0.0075
    assert section.u_effective == pytest.approx(fraction / (1.67 + 1.25 * 3.5) + (1 - fraction) / (1.67 + 13))
    (line,) = result.order
    assert (line.unit, line.pieces, line.bags_order) == ("bundles", 15, 1)
    assert result.cost is not None and any(part.unit == "bundles" and part.amount == 1 for part in result.cost.lines)


def test_an_open_backed_wall_takes_batts_and_no_loose_fill_until_it_is_backed() -> None:
    job = closed({"r": 13, "thickness_in": 3.5}, existing=[])
    job["choice"]["main"]["product"] = "c1"
    result = planned(job)
    assert result.sections[0].bags.chart is None and not result.order and result.cost is None
    (asked,) = [item for item in result.open if item.field == "sections[0].wall.backed"]
    assert "loose fill runs out: back it with an air barrier first, or pick batts" in asked.text
    job["sections"][0]["wall"]["backed"] = True
    assert planned(job).order[0].unit == "bags"


def test_what_is_wrong_with_batts_in_bays_is_said() -> None:
    pressed = planned(closed({"r": 19, "thickness_in": 6.25}, existing=[]))
    (said,) = [flag for flag in pressed.flags if flag.code == "batts_pressed"]
    assert said.text.startswith("main: 1 layer of 6¼ in pressed into 3½ in are worth R-13, not R-19.")
    narrow = planned(closed({"r": 13, "thickness_in": 3.5, "width_in": 11}, existing=[]))
    assert "batt_too_narrow" in codes(narrow) and narrow.cost is None and not narrow.order
    over = closed({"r": 13, "thickness_in": 3.5, "facing": "kraft"}, wall={"height_ft": 4, "stud_depth_in": 7.25})
    over["sections"][0]["existing"] = [{"material": "glass_batt", "depth_in": 3.5, "r": 11}]
    assert "second_vapor_retarder" in codes(planned(over))
    over["sections"][0]["existing"] = []
    over["house"]["climate_zone"] = "5A"
    assert "second_vapor_retarder" not in codes(planned(over)), "once, toward the room, is right"
