"""The look over: hazards and what they block, features and their clearances, holes, contact, overlaps."""

from __future__ import annotations

from typing import Any

import pytest

from elm_cover.core.hazards.stops import STOPS
from elm_cover.core.plan.opinions import OPINIONS, house_rules_said
from tests.conftest import attic, codes, planned

BLOCKS = {
    "vermiculite": "any disturbance at all",
    "knob_and_tube": "covering it",
    "unsafe_wiring": "covering it",
    "roof_leak": "covering it",
    "attic_moisture": "closing up before the source is sealed",
    "animals": "building on fouled fill",
    "atmospheric_burner": "air sealing without a combustion safety test",
    "damaged_framing": "adding load",
    "fan_into_attic": "insulating",
    "non_ic_light": "covering within 3 in",
    "unshielded_flue": "fill against it",
    "single_wall_vent": "the job",
    "no_co_alarm": "leaving the house tightened",
    "combustion_air": "covering or blocking it",
    "suspect_material": "disturbing it",
    "no_safe_way": "entry",
    "heat": "work at that hour",
}


def test_every_hazard_of_the_table_is_on_the_walk() -> None:
    assert set(BLOCKS) == set(STOPS)
    assert all(stop.signs and stop.caution and stop.cleared_by for stop in STOPS.values())


@pytest.mark.parametrize("kind", BLOCKS)
@pytest.mark.parametrize("status", ["suspected", "confirmed", "cleared", "absent", None])
def test_a_hazard_blocks_while_suspected_or_confirmed(kind: str, status: str | None) -> None:
    free = planned(attic())
    job = attic() | {"hazards": [{"kind": kind, "status": status, "cleared": {"by": "A. Rowe", "on": "2026-05-02"}}]}
    result = planned(job)
    stop = next((flag for flag in result.flags if flag.code == kind), None)
    blocking = status in ("suspected", "confirmed")
    assert (stop is not None) == blocking == bool(result.look.blocks_install)
    if stop:
        assert stop.level == "stop" and BLOCKS[kind] in stop.text and stop.what_to_do
    # It still computes, and unanswered is not absent.
    assert result.sections[0].bags == free.sections[0].bags
    assert (kind in result.look.hazards_open) == (status is None)


def test_the_walk_stays_open_until_every_hazard_is_answered() -> None:
    some = attic() | {"hazards": [{"kind": kind, "status": "absent"} for kind in list(BLOCKS)[:16]]}
    assert next(q for q in planned(some).open if q.field == "hazards").text.startswith("1 of 17")
    every = attic() | {"hazards": [{"kind": kind, "status": "absent"} for kind in BLOCKS]}
    assert all(q.field != "hazards" for q in planned(every).open)


def test_cleared_by_nobody_is_asked_about() -> None:
    assert "cleared_by_nobody" in codes(planned(attic() | {"hazards": [{"kind": "animals", "status": "cleared"}]}))


@pytest.mark.parametrize(
    ("feature", "taken_in2"),
    [
        ({"kind": "recessed_light", "rating": "non_ic"}, 13**2),
        ({"kind": "recessed_light", "rating": "unknown"}, 13**2),
        ({"kind": "recessed_light", "rating": "ic"}, 0),
        ({"kind": "fan", "size_in": [10, 10]}, 16**2),  # a motor, 3 in from fill that burns
        ({"kind": "flue", "flue": "double_wall_gas", "size_in": [5, 5]}, 7**2),
        ({"kind": "flue", "flue": "oil", "size_in": [6, 6]}, 10**2),
        ({"kind": "flue", "flue": "factory_wood", "size_in": [8, 8], "clearance_in": 3}, 14**2),  # as listed
        ({"kind": "flue", "flue": "unknown", "size_in": [6, 6]}, 12**2),
        ({"kind": "flue", "flue": "plastic", "size_in": [3, 3]}, 3**2),
        ({"kind": "chimney", "size_in": [20, 20]}, 24**2),
        ({"kind": "platform", "size_in": [48, 48]}, 48**2),
        ({"kind": "platform", "size_in": [48, 48], "filled_under": True}, 0),
        ({"kind": "walkway", "to_ft": [22, 9], "filled_under": False}, 24 * 120),
        ({"kind": "walkway", "to_ft": [22, 9]}, 24 * 120),
        ({"kind": "walkway", "to_ft": [22, 9], "filled_under": True}, 0),
        ({"kind": "stack", "size_in": [4, 4]}, 0),
        ({"kind": "box", "size_in": [4, 4]}, 0),
    ],
)
def test_clearances_take_their_area(feature: dict[str, Any], taken_in2: float) -> None:
    result = planned(attic(features=[{"at_ft": [12, 9], **feature}]))
    section = result.sections[0]
    assert section.net_area_ft2 is not None
    assert section.area_ft2 - section.net_area_ft2 == pytest.approx(taken_in2 / 144, abs=1e-9)


def test_counted_features_take_the_same_area_as_placed_ones() -> None:
    light = {"kind": "recessed_light", "rating": "non_ic"}
    placed = planned(attic(features=[{**light, "at_ft": [x, 9]} for x in (5, 10, 15)])).sections[0]
    counted = planned(attic(features=[{**light, "count": 3}])).sections[0]
    assert counted.net_area_ft2 == pytest.approx(placed.net_area_ft2)


def test_a_motor_may_touch_fill_that_does_not_burn() -> None:
    job = attic(features=[{"kind": "fan", "at_ft": [12, 9]}])
    job["products"][0]["kind"] = "glass_loose"
    assert planned(job).sections[0].net_area_ft2 == 950


@pytest.mark.parametrize(
    ("feature", "code", "level"),
    [
        ({"kind": "fan", "blows_to": "attic"}, "fan_into_attic", "stop"),
        ({"kind": "fan", "blows_to": "soffit"}, "fan_into_soffit", "caution"),
        ({"kind": "flue", "flue": "single_wall"}, "single_wall_vent", "stop"),
        ({"kind": "chimney", "shielded": False}, "unshielded_flue", "stop"),
        ({"kind": "flue"}, "flue_unknown", "caution"),
        ({"kind": "chase"}, "chase_open", "caution"),
        ({"kind": "drop_soffit"}, "drop_soffit_open", "caution"),
    ],
)
def test_what_a_feature_means_for_the_job(feature: dict[str, Any], code: str, level: str) -> None:
    result = planned(attic(features=[{**feature, "at_ft": [9, 9]}]))
    assert (code, level) in {(flag.code, flag.level) for flag in result.flags}


def test_a_cleared_hazard_clears_its_feature() -> None:
    job = attic(features=[{"kind": "fan", "blows_to": "attic"}])
    job["hazards"] = [{"kind": "fan_into_attic", "status": "cleared", "cleared": {"by": "A. Rowe", "on": "2026-05-02"}}]
    assert "fan_into_attic" not in codes(planned(job))


def test_holes_that_should_be_there_are_counted_from_the_features() -> None:
    job = attic(features=[{"kind": "stack", "count": 2}, {"kind": "fan", "at_ft": [5, 5]}])
    job["holes_expected"] = [{"trade": "plumbing", "what": "stacks and vents", "found": 1}]
    holes = {(hole.trade, hole.what): (hole.expected, hole.found) for hole in planned(job).look.holes}
    assert holes[("plumbing", "stacks and vents")] == (2, 1)
    assert holes[("electrical", "fan housings")] == (1, None)
    assert "holes_missing" in codes(planned(job))


def test_the_walk_asks_where_this_house_hides_poor_contact() -> None:
    plain = {place.place for place in planned(attic()).look.contact}
    assert plain == {"lowered_ceiling", "arches", "outside_tub"}
    job = attic(features=[{"kind": "walkway", "at_ft": [2, 9], "to_ft": [20, 9]}])
    job["house"]["stories"] = 2
    job["sections"][0]["edges"][1] = {"kind": "step"}
    job["sections"][0]["edges"][3] = {"kind": "knee_wall"}
    more = {place.place for place in planned(job).look.contact} - plain
    assert more == {"duct_shaft", "two_heights", "knee_wall", "walkway"}
    job["contact"] = [{"place": "two_heights", "section": "main", "found": "apart"}]
    assert "contact_lost" in codes(planned(job))


def test_sections_that_overlap_and_ways_in_outside_are_said_at_their_place() -> None:
    job = attic()
    job["sections"].append(
        {**attic()["sections"][0], "id": "wing", "outline_ft": [[30, 0], [50, 0], [50, 10], [30, 10]]}
    )
    job["accesses"] = [{"at_ft": [70, 70], "opening_in": [22, 30]}]
    flags = {flag.code: flag for flag in planned(job).flags}
    assert "80.0 ft²" in flags["sections_overlap"].text and flags["sections_overlap"].field == "sections[1].outline_ft"
    assert flags["access_outside"].field == "accesses[0].at_ft"


def test_a_way_in_is_asked_where_it_is_and_two_on_one_spot_are_asked_about() -> None:
    job = attic()
    job["accesses"] = [{"section": "main"}, {"section": "main", "at_ft": [9, 9], "opening_in": [22, 30]}]
    found = planned(job)
    assert {"accesses[0].at_ft", "accesses[0].opening_in"} <= {item.field for item in found.open}
    assert "access_twice" not in codes(found)
    job["accesses"][0] |= {"at_ft": [9.5, 9.5], "opening_in": [22, 30]}
    (twice,) = [flag for flag in planned(job).flags if flag.code == "access_twice"]
    assert "Ways in 1 and 2" in twice.text and twice.field == "accesses[1].at_ft"
    job["accesses"][0]["at_ft"] = [9, 12]
    assert "access_twice" not in codes(planned(job))


def test_house_rules_are_said_by_their_side() -> None:
    first, second = OPINIONS[0], OPINIONS[1]
    rules = {second.id: second.sides[1].id, first.id: first.sides[0].id, "none": "x"}
    assert house_rules_said(rules) == (
        f"{first.title}: {first.sides[0].title}",
        f"{second.title}: {second.sides[1].title}",
    ), "in the order of the opinions, none for those without a rule"
    assert house_rules_said({}) == () and house_rules_said({first.id: "no such side"}) == ()
