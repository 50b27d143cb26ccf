"""What a section's record says by itself: readings to look at again, closed bays, what is left out."""

from __future__ import annotations

from typing import Any

import pytest

from tests.conftest import attic, codes, planned


def flags(job: dict[str, Any]) -> dict[str, Any]:
    return {flag.code: flag for flag in planned(job).flags}


def asked(job: dict[str, Any]) -> set[str]:
    return {q.field.split("sections[0].")[-1] for q in planned(job).open}


def readings(*depths: tuple[float, list[float] | None]) -> dict[str, Any]:
    rows = [{"depth_in": d} | ({} if at is None else {"at_ft": at}) for d, at in depths]
    return attic(existing=[{"material": "cellulose_loose", "depth_in": 4}], readings=rows)


def test_readings_with_places_make_a_map_and_without_a_mean() -> None:
    mapped = flags(readings((4, [5, 5]), (5, [20, 5]), (6, [30, 20])))
    assert "3 readings" in mapped["readings_map"].text and "4 in to 6 in" in mapped["readings_map"].text
    plain = flags(readings((4, None), (5, None)))
    assert "mean of 2 readings without a place, 4½ in" in plain["readings_mean"].text
    both = flags(readings((4, [5, 5]), (5, [20, 5]), (6, None)))
    assert both["reading_unplaced"].text.startswith("1 readings have no place")


def test_a_reading_off_the_floor_is_not_used_and_one_that_is_odd_is_asked_about() -> None:
    outside = flags(readings((4, [5, 5]), (5, [20, 5]), (5, [90, 5])))["reading_outside"]
    assert outside.field.endswith("readings[2].at_ft") and "90, 5 ft" in outside.text
    odd = flags(readings((4, [5, 5]), (4, [20, 5]), (4.5, [30, 20]), (4, [10, 20]), (40, [15, 12])))["reading_odd"]
    assert odd.text == "A reading of 40 in among 4 in: typo or drift?" and odd.field.endswith("readings[4].depth_in")


@pytest.mark.parametrize(
    ("section", "fields"),
    [
        ({"kind": "sloped_bays"}, {"slope.rafter_depth_in", "slope.pitch_in_12", "slope.channel_in"}),
        ({"kind": "knee_wall"}, {"wall.height_ft", "wall.stud_depth_in", "wall.backed"}),
        ({"kind": "netted_cavity"}, {"cavity.cover", "cavity.depth_in"}),
        ({"kind": "sloped_bays", "slope": {"pitch_in_12": 9}}, {"slope.rafter_depth_in", "slope.channel_in"}),
        ({"kind": "knee_wall", "wall": {"height_ft": 5}}, {"wall.stud_depth_in", "wall.backed"}),
    ],
)
def test_closed_bays_ask_for_what_they_need(section: dict[str, Any], fields: set[str]) -> None:
    found = asked(attic(**section, framing={"kind": "joist"}))
    assert fields <= found and "framing.spacing_in" in found
    prefix = next(iter(fields)).split(".")[0]
    assert {field for field in found if field.startswith(prefix)} == fields


@pytest.mark.parametrize(("channel", "stops"), [(0.0, True), (0.9, True), (1.0, False), (2.0, False)])
def test_a_slope_without_a_channel_of_an_inch_stops(channel: float, stops: bool) -> None:
    slope = attic(kind="sloped_bays", slope={"rafter_depth_in": 7.25, "pitch_in_12": 9, "channel_in": channel})
    found = flags(slope).get("unvented_slope")
    assert (found is not None) == stops
    if found:
        assert found.level == "stop" and "licensed person" in found.what_to_do


def test_a_wall_open_to_the_attic_is_said() -> None:
    wall = {"height_ft": 5, "length_ft": 20, "stud_depth_in": 3.5}
    bare = flags(attic(kind="knee_wall", wall=wall | {"backed": False}))
    assert bare["wall_not_backed"].level == "caution"
    assert "wall_not_backed" not in flags(attic(kind="knee_wall", wall=wall | {"backed": True}))


def test_what_is_left_out_is_said_and_takes_nothing() -> None:
    result = planned(attic(kind="left_out"))
    assert "left_out" in {flag.code for flag in result.flags}
    assert result.sections[0].bags.chart is None


@pytest.mark.parametrize(
    ("choice", "level"),
    [
        ({"depth": {"by": "installed_in", "value_in": 5.9}}, "caution"),
        ({"method": "batts_across", "product": "r38", "layers": 1}, "caution"),
    ],
)
def test_short_of_the_target_by_hand_is_a_caution(choice: dict[str, Any], level: str) -> None:
    job = attic()
    job["target"]["r"] = 60
    size = {"r": 38, "thickness_in": 12, "width_in": 24, "length_in": 48, "pieces_per_bundle": 8}
    job["products"].append({"id": "r38", "kind": "glass_batt", "batt": size})
    job["choice"]["main"] |= choice
    (short,) = [flag for flag in planned(job).flags if flag.code == "short_of_target"]
    assert short.level == level


def test_enough_is_said_where_nothing_has_to_go_in() -> None:
    job = attic(existing=[{"material": "cellulose_loose", "depth_in": 15}])
    found = {flag.code: flag for flag in planned(job).flags}
    assert "R-53 lies there; the target is R-49" in found["enough_already"].text
    job["choice"]["main"]["depth"] = {"by": "installed_in", "value_in": 5}
    assert "enough_already" not in codes(planned(job))
