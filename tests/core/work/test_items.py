"""Every row of the work list, each against figures worked by hand: material, hours, leak, cure, price."""

from __future__ import annotations

import math
from typing import Any

import pytest

from elm_cover.core.preparation.materials import MATERIALS
from elm_cover.core.work.item import WorkItem
from elm_cover.job.book_preparation import PreparationPrices
from tests.conftest import attic, planned

LINE_IN = 18.6
PRICES = PreparationPrices().model_dump()


def work(document: dict[str, Any]) -> dict[str, WorkItem]:
    return {item.key: item for item in planned(document).work.items}


def with_features(*features: dict[str, Any], **more: Any) -> dict[str, WorkItem]:
    return work(attic(features=[{"id": f"f{i}", **feature} for i, feature in enumerate(features)], **more))


def amounts(item: WorkItem) -> dict[str, float]:
    return {use.what: use.amount for use in item.materials}


def bead(diameter_in: float, length_ft: float) -> float:
    return math.pi / 4 * diameter_in**2 * 12 * length_ft


def price(materials: dict[str, float], hours: float) -> float:
    shares = [amount * MATERIALS[m].waste / MATERIALS[m].holds * PRICES[m] for m, amount in materials.items()]
    return float((sum(shares) + hours * 46) * 1.15 / 0.8)


def test_the_fill_line_that_these_figures_go_by() -> None:
    assert planned(attic()).sections[0].depth_total_in == pytest.approx(LINE_IN)


def test_an_open_chase_is_boarded() -> None:
    item = with_features({"kind": "chase", "size_in": [16, 24], "at_ft": [10, 10]})["chase:f0"]
    assert (item.group, item.cure, item.who) == ("leaks", "board", "crew")
    assert amounts(item) == pytest.approx({"rigid_board": 20 * 28 / 144, "gun_foam": bead(0.375, 8), "screws": 16})
    assert item.person_hours == 0.5
    assert item.leak_in2 is not None and item.leak_in2.before == pytest.approx(19.2)
    assert item.price == pytest.approx(price(amounts(item), 0.5))


def test_a_larger_one_takes_a_tenth_of_an_hour_more_for_each_foot_over_four() -> None:
    item = with_features({"kind": "chase", "size_in": [36, 48]})["chase:f0"]
    assert item.person_hours == pytest.approx(0.5 + 0.1 * (12 - 4))
    three = with_features({"kind": "chase", "size_in": [16, 24], "count": 3})["chase:f0"]
    assert three.person_hours == 1.5 and amounts(three)["screws"] == 48
    unknown = with_features({"kind": "chase"})["chase:f0"]
    assert "no size on record" in unknown.counted


def test_a_chase_with_a_flue_in_it_takes_metal_and_nothing_else() -> None:
    flue = {"kind": "flue", "flue": "double_wall_gas", "shielded": True, "at_ft": [10.3, 10]}
    chase = {"kind": "chase", "size_in": [16, 24], "at_ft": [10, 10]}
    hot = with_features(chase, flue)["chase:f0"]
    assert set(amounts(hot)) == {"sheet_metal", "heat_sealant", "screws"} and hot.kind == "board_hot"
    assert hot.cures == ()
    beside = with_features(chase, {**flue, "at_ft": [14, 10]})["chase:f0"]
    assert set(amounts(beside)) == {"rigid_board", "gun_foam", "screws"}


def test_a_drop_soffit_starts_with_the_cheaper_cure_and_takes_the_one_decided() -> None:
    # 24 × 36 in: 6 ft² of opening; board and four sides a foot deep: 16 ft². Under half: a board.
    small = with_features({"kind": "drop_soffit", "size_in": [24, 36]})["drop_soffit:f0"]
    assert small.cure == "board" and {c.cure for c in small.cures} == {"board", "relay"}
    # 10 × 10 ft: 100 of 140 ft²: the insulation is brought down.
    large_job = attic(features=[{"id": "f0", "kind": "drop_soffit", "size_in": [120, 120]}])
    large = work(large_job)["drop_soffit:f0"]
    assert large.cure == "relay" and amounts(large) == pytest.approx({"relay_batt": 140, "strapping": 140})
    assert large.person_hours == pytest.approx(140 / 40) and large.leak_in2 is None
    large_job["preparation"] = {"decisions": [{"key": "drop_soffit:f0", "cure": "board"}]}
    boarded = work(large_job)["drop_soffit:f0"]
    assert boarded.cure == "board" and boarded.price == pytest.approx(
        next(c.price for c in large.cures if c.cure == "board")
    )


def test_top_plates_by_floor_by_length_or_as_drawn() -> None:
    by_floor = work(attic())["plates:main"]
    assert by_floor.amount == pytest.approx(0.12 * 38 * 25)
    typed = work(attic(plate_length_ft=96))["plates:main"]
    assert amounts(typed) == pytest.approx({"gun_foam": bead(0.375, 192)}) and typed.person_hours == pytest.approx(1.6)
    assert typed.leak_in2 is not None and typed.leak_in2.before == pytest.approx(6.72)
    drawn = work(attic(plates_ft=[[[0, 10], [38, 10]], [[12, 0], [12, 10]]]))["plates:main"]
    assert drawn.amount == pytest.approx(48) and drawn.counted == "2 walls as drawn"
    assert "plates:main" not in work(attic(plate_length_ft=0))


def test_wire_and_pipe_holes_are_those_that_should_be_there() -> None:
    job = attic()
    hole = {"id": "h1", "trade": "electrical", "what": "wires down through top plates", "expected": 12, "found": 3}
    job["holes_expected"] = [hole]
    item = work(job)["holes:h1"]
    assert item.amount == 12 and item.person_hours == 1.0
    assert amounts(item) == pytest.approx({"gun_foam": bead(0.375, 5)})  # 5 in each
    assert item.leak_in2 is not None and item.leak_in2.worth == pytest.approx(12 * (0.93 - 0.31))
    stack = with_features({"kind": "stack"})["holes:f0"]
    assert stack.person_hours == pytest.approx(1 / 12)


@pytest.mark.parametrize(
    ("kind", "item_kind", "around_in", "hours", "leak"),
    [("box", "box", 16, 0.08, 0.13), ("boot", "boot", 28, 0.1, 1.75), ("fan", "fan_housing", 40, 0.1, 1.6)],
)
def test_housings_are_caulked_all_round(kind: str, item_kind: str, around_in: float, hours: float, leak: float) -> None:
    item = with_features({"kind": kind, "count": 2})[f"{item_kind}:f0"]
    assert amounts(item) == pytest.approx({"caulk": bead(0.25, 2 * around_in / 12)})
    assert item.person_hours == pytest.approx(2 * hours)
    assert item.leak_in2 is not None and item.leak_in2.before == pytest.approx(2 * leak)
    own = with_features({"kind": kind, "size_in": [6, 10]})[f"{item_kind}:f0"]
    assert amounts(own) == pytest.approx({"caulk": bead(0.25, 32 / 12)})


def test_recessed_lights_by_rating_and_house_rule() -> None:
    job = attic(
        features=[
            {"id": "a", "kind": "recessed_light", "rating": "non_ic"},
            {"id": "b", "kind": "recessed_light", "rating": "ic"},
        ]
    )
    found = work(job)
    assert (found["light:a"].cure, found["light:b"].cure) == ("cover", "as_it_is")
    assert amounts(found["light:a"])["light_cover"] == 1 and found["light:a"].person_hours == 0.25
    assert found["light:b"].person_hours == 0.1 and found["light:b"].materials == ()
    assert found["light:b"].leak_in2 is not None and found["light:b"].leak_in2.worth == 0
    assert not found["light:a"].leavable and found["light:b"].leavable
    job["house_rules"] = {"cover_lights": "every"}
    assert work(job)["light:b"].cure == "cover"
    job["preparation"] = {"decisions": [{"key": "light:a", "cure": "box"}, {"key": "light:b", "cure": "replace"}]}
    decided = work(job)
    assert set(amounts(decided["light:a"])) == {"gypsum", "caulk"} and decided["light:a"].person_hours == 0.5
    # An 8 in light in a box 3 in clear: 14 × 14 in and 11 in high.
    assert amounts(decided["light:a"])["gypsum"] == pytest.approx((14 * 14 + 4 * 14 * 11) / 144)
    assert decided["light:b"].who == "electrician" and decided["light:b"].price is None


def test_a_chimney_gets_collar_shield_and_sealant() -> None:
    item = with_features({"kind": "chimney", "size_in": [16, 20], "at_ft": [20, 12]})["chimney:f0"]
    assert item.group == "shields" and not item.leavable and item.person_hours == 0.75
    shield = 2 * (20 + 24) / 12 * (LINE_IN + 2) / 12
    collar = (24 * 28 - 16 * 20) / 144
    sealant = bead(0.25, (2 * 36 + 2 * 44) / 12)
    assert amounts(item) == pytest.approx({"sheet_metal": shield + collar, "heat_sealant": sealant})
    assert f"shield {20 + 5 / 8:g}".split()[0] in item.pieces[-1] and "20⅝ in high, 2 in off" in item.pieces[-1]


def test_a_round_flue_is_measured_round_and_one_that_has_its_shield_is_sealed() -> None:
    flue = {"kind": "flue", "flue": "double_wall_gas", "size_in": [6, 6]}
    bare = with_features({**flue, "shielded": False})["flue:f0"]
    around = math.pi * 8 / 12
    collar = (12 * 12 - 36) / 144
    assert amounts(bare)["sheet_metal"] == pytest.approx(around * (LINE_IN + 2) / 12 + collar)
    assert bare.state == "stop" and bare.lifts == "unshielded_flue"
    stands = with_features({**flue, "shielded": True})["flue:f0"]
    assert amounts(stands)["sheet_metal"] == pytest.approx(collar) and stands.person_hours == pytest.approx(0.25)
    plastic = with_features({"kind": "flue", "flue": "plastic"})
    assert [key for key in plastic if key.endswith(":f0")] == ["holes:f0"]


def test_a_single_wall_vent_is_its_trades_stop() -> None:
    found = with_features({"kind": "flue", "flue": "single_wall"})
    stop = found["single_wall:f0"]
    assert (stop.state, stop.group, stop.who) == ("stop", "trades", "licensed heating trade") and not stop.leavable


def test_a_fan_that_blows_into_the_attic_is_ducted_outdoors() -> None:
    found = with_features(
        {"kind": "fan", "blows_to": "attic", "at_ft": [10, 7]}, {"kind": "fan", "blows_to": "outdoors"}
    )
    duct = found["fan_duct:f0"]
    assert duct.amount == pytest.approx(7 + 2) and duct.person_hours == 1.5
    assert amounts(duct) == {"fan_duct": 9, "duct_sleeve": 9, "vent_hood": 1}
    assert (duct.group, duct.state, duct.lifts) == ("safe", "stop", "fan_into_attic")
    assert "fan_duct:f1" not in found and "fan_housing:f1" in found
    soffit = with_features({"kind": "fan", "blows_to": "soffit"})["fan_duct:f0"]
    assert (soffit.group, soffit.state, soffit.amount) == ("shields", "to_do", 10)


def test_a_duct_is_sealed_and_buried_only_where_that_is_allowed() -> None:
    run = {"kind": "duct", "at_ft": [5, 5], "to_ft": [20, 5]}
    thick = with_features({**run, "duct_r": 8})["duct:f0"]
    assert thick.cure == "bury" and thick.person_hours == 1.0 and amounts(thick) == {"mastic": 15}
    thin = with_features({**run, "duct_r": 6})["duct:f0"]
    assert thin.cure == "leave" and "R-8" in str(next(c.refused for c in thin.cures if c.cure == "bury"))
    job = attic(features=[{"id": "f0", **run, "duct_r": 6}])
    job["preparation"] = {"decisions": [{"key": "duct:f0", "cure": "bury"}]}
    assert work(job)["duct:f0"].cure == "leave"  # a refused cure is not taken
    job["preparation"] = {"decisions": [{"key": "duct:f0", "cure": "box"}]}
    boxed = work(job)["duct:f0"]
    assert boxed.person_hours == pytest.approx(15 / 15 + 15 / 8) and amounts(boxed)["rigid_board"] == 15 * 4.5
    job["preparation"] = {"decisions": [{"key": "duct:f0", "amount": 30}]}
    assert work(job)["duct:f0"].person_hours == pytest.approx(2)


def test_the_curb_and_lid_of_a_hatch() -> None:
    job = attic()
    job["accesses"] = [{"id": "a1", "section": "main", "at_ft": [12, 9], "opening_in": [22.5, 30]}]
    item = work(job)["hatch:a1"]
    height = LINE_IN + 2
    curb, lid = (2 * 24 + 2 * 30) * height / 144, 24 * 31.5 / 144
    assert amounts(item) == pytest.approx(
        {"wood_board": curb + lid, "lid_board": 5 * lid, "weatherstrip": 8.75, "latch": 2}
    )
    assert item.person_hours == 1.5 and item.leak_in2 is not None and item.leak_in2.worth == pytest.approx(1.8)
    job["accesses"] = [{"id": "a1", "kind": "gable", "section": "main"}]
    assert "hatch:a1" not in work(job)


def test_the_heat_account_says_what_the_planned_lid_will_save() -> None:
    job = attic()
    job["accesses"] = [{"id": "a1", "section": "main", "at_ft": [12, 9], "opening_in": [22.5, 30]}]
    hatch = next(share for share in planned(job).heat if share.what == "hatch")
    opening = 22.5 * 30 / 144
    assert hatch.planned_ua == pytest.approx(opening / (1.22 + 0.94) - opening / (1.22 + 50))
    assert hatch.planned_ua < hatch.gain_ua
    job["accesses"][0]["lid_r"] = 50
    assert next(share for share in planned(job).heat if share.what == "hatch").planned_ua is None
    del job["accesses"][0]["lid_r"]
    job["preparation"] = {"decisions": [{"key": "hatch:a1", "left_out": {"reason": "no", "by": "R"}}]}
    assert next(share for share in planned(job).heat if share.what == "hatch").planned_ua is None


def test_a_folding_stair_gets_a_cover_or_a_lid_of_r_10_in_warm_zones() -> None:
    job = attic()
    job["accesses"] = [{"id": "a1", "kind": "pull_down_stair", "section": "main", "opening_in": [22.5, 54]}]
    cover = work(job)["stair:a1"]
    assert cover.cure == "cover" and amounts(cover)["stair_cover"] == 1 and cover.person_hours == 1.0
    assert cover.leak_in2 is not None and (cover.leak_in2.before, cover.leak_in2.after) == (6.8, 0.6)
    job["preparation"] = {"decisions": [{"key": "stair:a1", "cure": "lid"}]}
    lid = work(job)["stair:a1"]
    assert amounts(lid)["lid_board"] == pytest.approx(5 * 24 * 55.5 / 144)
    assert lid.leak_in2 is not None and lid.leak_in2.after == 3.4
    job["house"]["climate_zone"] = "3A"
    assert amounts(work(job)["stair:a1"])["lid_board"] == pytest.approx(24 * 55.5 / 144)


def test_a_platform_is_left_raised_or_taken_out() -> None:
    job = attic(features=[{"id": "p", "kind": "platform", "size_in": [96, 60], "at_ft": [18, 12]}])
    left = work(job)["platform:p"]
    assert (left.cure, left.state, left.price) == ("leave", "as_it_is", 0)
    job["preparation"] = {"decisions": [{"key": "platform:p", "cure": "raise"}]}
    raised = work(job)["platform:p"]
    # 18.6 − 3.5 in of joist: 15.1 in: two layers, 5½ below 9¼ above make 14¾; 7¼ and 9¼ make 16½; 5½ and 11¼ 16¾.
    assert "frame 16½ in" in raised.pieces and raised.person_hours == pytest.approx(0.08 * 40)
    assert amounts(raised)["wood_board"] == 40
    # Below 7 of 7¼ in over the 5 ft, two out of each 10; above 5 of 9¼ in over the 8 ft.
    assert amounts(raised)["lumber_7_25_10_ft"] == pytest.approx(3.5) and amounts(raised)["lumber_9_25_8_ft"] == 5
    assert "7 of 7¼ in × 5 ft, from 10 ft lengths, 2 out of each" in raised.pieces
    job["book"] = {"preparation": {"lumber_ft": []}}
    none = work(job)["platform:p"]
    assert none.cure == "leave" and "name at least one" in str(next(c.refused for c in none.cures if c.cure == "raise"))
    del job["book"]
    job["preparation"] = {"decisions": [{"key": "platform:p", "cure": "take_out"}]}
    assert work(job)["platform:p"].person_hours == pytest.approx(0.8)


@pytest.mark.parametrize("cure", ["raise", "take_out"])
def test_boards_that_are_raised_or_taken_out_give_their_floor_to_the_fill(cure: str) -> None:
    job = attic(features=[{"id": "p", "kind": "platform", "size_in": [96, 60], "at_ft": [18, 12]}])
    left = planned(job).sections[0]
    job["preparation"] = {"decisions": [{"key": "platform:p", "cure": cure}]}
    given = planned(job).sections[0]
    assert given.net_area_ft2 - left.net_area_ft2 == pytest.approx(40)
    assert given.bags.chart / left.bags.chart == pytest.approx(given.net_area_ft2 / left.net_area_ft2)
    assert given.r_effective > left.r_effective


def test_dams_stand_where_the_fill_would_slide() -> None:
    edges = [{"kind": "open", "id": "e0"}, {"kind": "gable"}, {"kind": "gable"}, {"kind": "gable"}]
    dam = work(attic(edges=edges))["dam:e0"]
    line = planned(attic(edges=edges)).sections[0].depth_total_in
    assert dam.amount == 38 and dam.person_hours == pytest.approx(1.9)
    assert amounts(dam)["wood_board"] == pytest.approx(38 * (line + 2) / 12)
    joined = attic(edges=[{"kind": "open", "id": "e0", "to": "wing"}, *edges[1:]])
    joined["sections"].append({**joined["sections"][0], "id": "wing", "outline_ft": [[0, -20], [38, -20], [38, 0], [0, 0]],
                               "edges": [{"kind": "gable"}, {"kind": "gable"}, {"kind": "open", "to": "main", "id": "w2"}, {"kind": "gable"}]})  # fmt: skip
    joined["choice"]["wing"] = joined["choice"]["main"]
    assert not [key for key in work(joined) if key.startswith("dam:")]
    joined["sections"][1]["kind"] = "left_out"
    assert [key for key in work(joined) if key.startswith("dam:")] == ["dam:e0"]


def test_equipment_keeps_its_service_way_by_a_dam_that_cannot_be_left_out() -> None:
    dam = with_features({"kind": "equipment", "size_in": [36, 60]})["equipment_dam:f0"]
    assert dam.amount == pytest.approx(16) and not dam.leavable
    assert amounts(dam)["wood_board"] == pytest.approx(16 * (LINE_IN + 2) / 12)
    two = with_features({"kind": "equipment", "size_in": [36, 60], "count": 2})["equipment_dam:f0"]
    assert two.amount == pytest.approx(32)


def test_knee_walls_are_blocked_beneath_and_backed() -> None:
    edges = [{"kind": "knee_wall", "id": "k"}, {"kind": "gable"}, {"kind": "gable"}, {"kind": "gable"}]
    found = work(attic(edges=edges))
    assert found["blocking:k"].amount == 19 and found["blocking:k"].person_hours == pytest.approx(19 / 12)
    assert found["dam:k"].amount == 38
    job = attic()
    wall = {"id": "wall", "kind": "knee_wall", "outline_ft": [[0, 25], [38, 25], [38, 26], [0, 26]],
            "edges": [{"kind": "gable"}] * 4, "wall": {"height_ft": 4, "stud_depth_in": 3.5, "backed": False}}  # fmt: skip
    job["sections"].append(wall)
    item = work(job)["knee_wall:wall"]
    assert item.amount == pytest.approx(152) and item.person_hours == pytest.approx(3.8)
    assert amounts(item) == pytest.approx({"relay_batt": 15.2, "air_barrier": 152, "strapping": 152})
    wall["wall"]["backed"] = True
    assert "knee_wall:wall" not in work(job)


def test_the_lower_end_of_a_slope_is_closed() -> None:
    job = attic()
    job["sections"].append({"id": "s", "kind": "sloped_bays", "outline_ft": [[0, 25], [38, 25], [38, 31], [0, 31]],
                            "edges": [{"kind": "open", "to": "main"}, {"kind": "gable"}, {"kind": "eave", "id": "low"}, {"kind": "gable"}],
                            "framing": {"spacing_in": 16}})  # fmt: skip
    assert work(job)["blocking:low"].amount == math.ceil(38 * 12 / 16)


def test_pipes_combustion_air_and_what_closes_the_attic() -> None:
    found = with_features(
        {"kind": "pipe", "at_ft": [0, 5], "to_ft": [30, 5]}, {"kind": "combustion_air", "size_in": [12, 12]}
    )
    assert amounts(found["pipe:f0"]) == {"pipe_sleeve": 30} and found["pipe:f0"].person_hours == 1.0
    three = with_features({"kind": "pipe", "at_ft": [0, 5], "to_ft": [30, 5], "count": 3})["pipe:f0"]
    assert three.amount == 90 and three.person_hours == 3.0
    assert found["combustion_air:f1"].person_hours == 0.5
    assert amounts(found["combustion_air:f1"]) == pytest.approx({"sheet_metal": 4 * (LINE_IN + 6) / 12})
    assert found["markers:main"].amount == 4 and found["markers:main"].person_hours == pytest.approx(4 / 30)
    assert (found["map:house"].person_hours, found["photos:house"].person_hours) == (0.25, 0.25)


def test_what_the_crew_sees_to_itself_before_anything_else() -> None:
    job = attic()
    job["hazards"] = [
        {"id": kind, "kind": kind, "status": "confirmed"} for kind in ("no_co_alarm", "animals", "no_safe_way")
    ]
    found = work(job)
    alarm, screen, way = (found[f"hazard:{kind}"] for kind in ("no_co_alarm", "animals", "no_safe_way"))
    assert (amounts(alarm), alarm.person_hours) == ({"co_alarm": 1}, 0.25)
    assert (amounts(screen), screen.person_hours) == ({"screen": 2}, 0.5)
    assert {item.group for item in (alarm, screen, way)} == {"safe"} and not screen.leavable
    assert alarm.price == pytest.approx((32 + 0.25 * 46) * 1.15 / 0.8)


def test_places_found_apart_have_two_cures_and_a_measure_that_is_asked() -> None:
    job = attic()
    job["contact"] = [{"id": "c1", "place": "lowered_ceiling", "section": "main", "found": "apart"},
                      {"id": "c2", "place": "duct_shaft", "found": "apart"}, {"id": "c3", "place": "arches", "found": "touching"}]  # fmt: skip
    found = work(job)
    assert found["apart:c1"].cure == "relay" and "measure" in found["apart:c1"].counted
    assert found["apart:c2"].cure == "board" and "apart:c3" not in found
    # 4 ft² of opening: 2 × 2 ft; its board and four sides a foot deep are 12 ft².
    job["preparation"] = {"decisions": [{"key": "apart:c1", "amount": 4, "cure": "relay"}]}
    assert amounts(work(job)["apart:c1"])["relay_batt"] == pytest.approx(12)
    job["sections"][0]["features"] = [{"id": "d", "kind": "drop_soffit", "size_in": [24, 36]}]
    assert "apart:c1" not in {key for key in work(job) if work(job)[key].state != "gone"}


def test_what_the_plan_counts_stands_in_the_list_and_is_priced_once() -> None:
    job = attic(existing=[{"material": "unknown_loose", "depth_in": 4, "condition": "fouled"}], old_fill="clear")
    job["choice"]["main"]["method"] = "clear_and_blow"
    result = planned(job)
    found = {item.key: item for item in result.work.items}
    clear = found["clear_out:main"]
    assert clear.counted_elsewhere and clear.group == "clear_out"
    labor = {line.what: line for line in result.cost.lines if line.group == "labor"}
    assert clear.person_hours == pytest.approx(labor["Clearing out"].amount)
    baffles = found["baffles:main"]
    assert baffles.amount == result.totals.baffles
    assert baffles.price == pytest.approx((result.totals.pieces * 2.4 + baffles.person_hours * 46) * 1.15 / 0.8)
    own = [item for item in result.work.items if not item.counted_elsewhere]
    assert sum(line.amount for name, line in labor.items() if name.startswith("Preparing")) == pytest.approx(
        sum(item.person_hours for item in own)
    )
    assert set(found["plates:main"].waits_for) == {"clear_out:main"}


@pytest.mark.parametrize(
    ("kind", "amount", "hours"),
    [("plates", 30, 0.5), ("holes", 6, 0.5), ("dam", 10, 0.5), ("blocking", 6, 0.5), ("relay", 20, 0.5), ("duct", 15, 1.0),
     ("pipe", 15, 0.5), ("radiant_barrier", 120, 2.0), ("other", 1.5, 1.5), ("box", 5, 0.4), ("boot", 5, 0.5),
     ("fan_housing", 5, 0.5), ("light", 2, 0.5), ("screen", 3, 0.5), ("board", 4, 0.5), ("electrician", 1, 0.0)],
)  # fmt: skip
def test_items_added_by_hand_are_of_the_same_shape(kind: str, amount: float, hours: float) -> None:
    job = attic()
    job["preparation"] = {"added": [{"id": "x", "kind": kind, "section": "main", "amount": amount, "at_ft": [3, 4]}]}
    item = work(job)["added:x"]
    assert (item.amount, item.at_ft, item.section) == (amount, (3, 4), "main")
    assert item.person_hours == pytest.approx(hours)
    assert item.who == ("licensed electrician" if kind == "electrician" else "crew")
