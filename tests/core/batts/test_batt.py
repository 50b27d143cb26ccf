"""Batts as a way of insulating: R, places, facings, eaves, the way in, bundles."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest

from elm_cover.core.batts.batt import BattProduct
from elm_cover.core.batts.rules import facing_faults
from elm_cover.core.batts.take_off import PIECE_GIVES, passes
from elm_cover.core.layers.chart import NO_FILL
from elm_cover.core.layers.layer import Layer
from elm_cover.core.layers.stack import Stack
from tests.conftest import attic, codes, eave, planned


def batt(name: str, r: float, thickness_in: float, width_in: float, **more: Any) -> dict[str, Any]:
    size = {"r": r, "thickness_in": thickness_in, "width_in": width_in, "length_in": 48, "pieces_per_bundle": 10}
    return {"id": name, "name": name, "kind": "glass_batt", "batt": size | {"bundle_lb": 20} | more}


def with_batts(method: str, **section: Any) -> dict[str, Any]:
    """The attic of 38 × 25 ft, chords of 3½ in at 24 in, to be done with batts."""
    job = attic(**section)
    job["products"] += [
        batt("r11", 11, 3.5, 23),
        batt("r19", 19, 6.25, 23),
        batt("r38", 38, 12, 24),
        batt("faced", 38, 12, 24, facing="kraft"),
    ]
    job["accesses"] = [{"section": "main", "at_ft": [19, 12], "opening_in": [22.5, 30]}]
    job["choice"]["main"] = {"method": method, "product": "r38", "between": "r11"}
    return job


def test_between_and_across_on_a_bare_floor_by_hand() -> None:
    result = planned(with_batts("batts_between_and_across", existing=[]))
    section = result.sections[0]
    assert (section.r_added, section.r_nominal, section.installed_in) == (49, 49, 15.5)
    assert section.settled_in == section.installed_in  # batts do not settle
    # Wood to the joist's top, R-38 over it: FF/(B + 1.25·3.5 + 38) + (1 − FF)/(B + 49), away from the eaves.
    full = 0.07 / (1.67 + 4.375 + 38) + 0.93 / (1.67 + 49)
    assert float(result.fields["main"].r.max()) == pytest.approx(1 / full - 1.67)
    # Carried by the chords, the upper layer does not load the board: 20 lb in 10 pieces of 23 × 48 in.
    assert section.load_psf == pytest.approx(20 / (10 * 23 * 48 / 144))
    assert {layer.place for layer in section.batts} == {"between", "across"}
    lines = {line.product: line for line in result.order}
    assert lines["r38"].unit == "bundles" and lines["r38"].bags_order >= lines["r38"].pieces * 1.03 / 10 > 0


def test_a_blown_cap_makes_up_what_the_batts_lack() -> None:
    job = with_batts("batts_between_blown_cap", existing=[])
    job["choice"]["main"]["product"] = "c1"
    section = planned(job).sections[0]
    assert section.r_needed == pytest.approx(38)
    assert (section.r_nominal, section.depth_total_in) == pytest.approx((49, 3.5 + 11.8))
    assert section.bags.chart == pytest.approx((950 - 22.5 * 30 / 144) / 17.8)


def test_as_few_layers_as_reach_the_target_and_a_stop_beyond_three() -> None:
    job = with_batts("batts_across")
    assert planned(job).sections[0].r_nominal == pytest.approx(
        1 / (0.92 / (1.67 + 11 + 76) + 0.08 / (1.67 + 76)) - 1.67
    )
    job["target"]["r"] = 150
    assert "beyond_layers" in codes(planned(job))
    job["choice"]["main"]["layers"] = 1
    result = planned(job)
    assert result.sections[0].installed_in == 12 and "beyond_layers" not in codes(result)


@pytest.mark.parametrize(
    ("method", "more", "choice", "code"),
    [
        ("batts_across", {"existing": []}, {}, "air_under_batts"),
        ("batts_between_and_across", {}, {}, "batt_taller_than_joists"),
        ("batts_between_and_across", {"existing": []}, {"between": "r19"}, "batt_taller_than_joists"),
        ("batts_across", {}, {"product": "faced"}, "second_vapor_retarder"),
    ],
)
def test_what_speaks_against_a_layer_is_a_stop_with_its_figure(method: str, more: Any, choice: Any, code: str) -> None:
    job = with_batts(method, **more)
    job["choice"]["main"] |= choice
    result = planned(job)
    flag = next(flag for flag in result.flags if flag.code == code)
    assert flag.level == "stop" and flag.what_to_do
    assert result.sections[0].r_nominal is not None  # a stop withholds nothing


def test_a_batt_too_narrow_for_the_bay_is_a_stop() -> None:
    job = with_batts("batts_between_and_across", existing=[])
    job["products"].append(batt("narrow", 11, 3.5, 15))
    job["choice"]["main"]["between"] = "narrow"
    assert "batt_too_narrow" in codes(planned(job))


@pytest.mark.parametrize(
    ("place", "over", "zone", "retarder", "allowed"),
    [
        ("between", False, "5A", None, True),
        ("between", False, "2A", None, False),
        ("between", False, "5A", "class_2", False),
        ("between", True, "5A", None, False),
        ("across", False, "5A", None, False),
    ],
)
def test_a_facing_once_toward_the_warm_side(
    place: str, over: bool, zone: str, retarder: str | None, allowed: bool
) -> None:
    faced = BattProduct(19, 6.25, 15, 93, 8, facing="kraft")
    assert (facing_faults(faced, place, over, zone, retarder) == []) is allowed
    assert facing_faults(BattProduct(19, 6.25, 15, 93, 8), place, over, zone, retarder) == []


def test_at_the_eave_a_batt_is_pressed_and_then_cut_back() -> None:
    stack = Stack((), NO_FILL, batts=(Layer("glass_batt", 12.0, 38.0),))
    lying = stack.at(np.array([20.0, 9.0, 6.0, 5.9]))
    assert lying.top_in.tolist() == [12, 9, 6, 0]
    # Low-density batts: R₀ · (t/t₀)^0.65.
    assert lying.layers[0].r.tolist() == pytest.approx([38, 38 * 0.75**0.65, 38 * 0.5**0.65, 0])


def test_pieces_and_bundles_go_through_the_way_in_or_it_is_said() -> None:
    assert passes((24, 48, 10), (22.5, 30)) and not passes((24, 48, 40), (22.5, 30))
    assert passes((12, 24, 48), (11, 26), 0.5) and not passes((12, 24, 48), (11, 22), 0.5)
    job = with_batts("batts_across")
    assert not {"piece_too_large", "bundle_too_large"} & codes(planned(job))
    job["products"][3]["batt"]["bundle_in"] = [24, 48, 26]
    assert "bundle_too_large" in codes(planned(job))
    job["accesses"][0]["opening_in"] = [14, 20]
    stop = next(flag for flag in planned(job).flags if flag.code == "piece_too_large")
    assert stop.level == "stop" and "14 x 20" in stop.text


def test_more_room_at_the_eave_never_makes_it_worse() -> None:
    def u(heel_in: float) -> float:
        job = with_batts("batts_across", edges=[eave(heel_in), {"kind": "gable"}, eave(heel_in), {"kind": "gable"}])
        return planned(job).sections[0].u_effective or 0

    found = [u(heel) for heel in (6, 9, 12, 16, 20, 24)]
    assert found == sorted(found, reverse=True)


def test_the_way_there_is_checked_too() -> None:
    job = with_batts("batts_across")
    wing = {**job["sections"][0], "id": "wing", "outline_ft": [[38, 0], [52, 0], [52, 25], [38, 25]]}
    job["sections"].append(wing)
    job["choice"]["wing"] = job["choice"]["main"]
    assert any(flag.code == "no_way_in" and flag.section == "wing" for flag in planned(job).flags)
    wing["edges"] = [eave(), {"kind": "gable"}, eave(), {"kind": "open", "to": "main"}]
    assert "no_way_in" not in codes(planned(job))
    wing["outline_ft"] = [[38, 0], [52, 0], [52, 25], [38, 1.5]]
    assert any(flag.code == "piece_too_wide" for flag in planned(job).flags)


def test_a_batt_gives_by_half_its_thickness_and_a_bundle_by_nothing() -> None:
    assert passes((12, 24, 48), (6, 24), PIECE_GIVES) and not passes((12.1, 24, 48), (6, 24), PIECE_GIVES)
    assert not passes((12, 24, 48), (6, 24)) and passes((12, 24, 48), (12, 24))
    assert not passes((12, 24.1, 48), (12, 24), PIECE_GIVES), "across it does not give"


def test_a_piece_goes_through_the_opening_between_two_floors() -> None:
    """The wing has no way in of its own: it is reached from the main floor through what opens between them."""
    job = with_batts("batts_across", existing=[])

    def wing(open_ft: float) -> set[str]:
        corners = [[38, 0], [48, 0], [48, 10], [38, 10], [38, open_ft]]
        edges = [{"kind": "gable"}] * 4 + [{"kind": "open", "to": "main"}]
        section = {**job["sections"][0], "id": "wing", "outline_ft": corners, "edges": edges}
        choice = job["choice"] | {"wing": job["choice"]["main"]}
        result = planned(job | {"sections": [job["sections"][0], section], "choice": choice})
        return {flag.code for flag in result.flags if flag.section == "wing"}

    # Pieces of 24 in: not through a foot and a half, through two feet.
    assert "piece_too_wide" in wing(1.5) and "piece_too_wide" not in wing(2.0)


def test_the_batt_that_is_not_picked_is_asked_for_by_its_place() -> None:
    job = with_batts("batts_between_and_across", existing=[])
    job["choice"]["main"] = {"method": "batts_between_and_across", "product": "r38"}
    asked = [item.text for item in planned(job).open]
    assert "Pick a batt to lay between the joists, with its R and its size" in asked


def test_a_facing_between_the_joists_over_old_fill_is_a_second_one() -> None:
    job = with_batts("batts_between_and_across", existing=[])
    job["products"].append(batt("faced11", 11, 3.5, 23, facing="kraft"))
    job["products"][-1]["batt"]["facing"] = "kraft"
    job["choice"]["main"]["between"] = "faced11"
    assert "second_vapor_retarder" not in codes(planned(job)), "once, on the ceiling, is right"
    job["sections"][0]["existing"] = [{"material": "cellulose_loose", "depth_in": 0.5}]
    assert "second_vapor_retarder" in codes(planned(job))
