"""The whole house along one line, at true heights, worked by hand: 12 in 12, so that a foot in is a foot up."""

from __future__ import annotations

from typing import Any

import pytest

from elm_cover.core.drawing.cut import Cut
from elm_cover.core.drawing.house_levels import Along, Lies, Upright, lies
from elm_cover.core.plan import plan
from elm_cover.edits.start import Start, started
from elm_cover.job import read_job
from tests.conftest import attic, planned
from tests.drawn import drawing, drawn_house

# Side attics of 48 in, walls of 54, slopes of 42 in run, a flat of 132.
PARTS = (
    Along("low", 0, 48, None, True, True),
    Along("up", 48, 90, 12),
    Along("flat", 90, 222),
    Along("down", 222, 264, 12),
    Along("far", 264, 312, None, True, True),
)
WALLS = (Upright("wall-low", 46, 54), Upright("wall-far", 266, 54))


def test_up_the_wall_up_the_slope_over_the_flat_and_down_again() -> None:
    assert lies(PARTS, WALLS) == (Lies(0, 0), Lies(54, 96), Lies(96, 96), Lies(96, 54), Lies(0, 0))


def test_the_same_seen_from_the_other_side() -> None:
    turned = tuple(
        Along(p.section, 312 - p.s1_in, 312 - p.s0_in, p.rise_in_12, p.eave_right, p.eave_left) for p in PARTS[::-1]
    )
    walls = tuple(Upright(w.section, 312 - w.s_in, w.height_in) for w in WALLS)
    assert lies(turned, walls) == tuple(Lies(one.right_in, one.left_in) for one in lies(PARTS, WALLS)[::-1])


def test_without_walls_a_slope_rises_from_the_eave_and_toward_the_middle() -> None:
    assert lies(PARTS, ()) == (Lies(0, 0), Lies(0, 42), Lies(42, 42), Lies(42, 0), Lies(0, 0))
    # Two slopes that meet at a ridge, with nothing beside them: by the middle of the house.
    assert lies((Along("a", 0, 60, 6), Along("b", 60, 120, 6)), ()) == (Lies(0, 30), Lies(30, 0))


def test_one_side_alone_and_floors_beside_one_another() -> None:
    assert lies(PARTS[:3], WALLS[:1]) == (Lies(0, 0), Lies(54, 96), Lies(96, 96))
    assert lies(PARTS[2:], WALLS[1:]) == (Lies(96, 96), Lies(96, 54), Lies(0, 0)), "the lowest floor is at nought"
    assert lies((Along("a", 0, 60), Along("b", 60, 90)), ()) == (Lies(0, 0), Lies(0, 0))
    assert lies((), ()) == ()


def house(**more: Any) -> tuple[Any, Any]:
    answers: dict[str, Any] = {
        "shape": "half_storey", "length_ft": 30.0, "width_ft": 26.0, "knee_wall_ft": 4.5, "ceiling_ft": 8.0,
        "pitch_in_12": 12.0, "heel_in": 6.0, "rafter_in": 5.5, "stud_in": 3.5, "spacing_in": 16.0, "run": "y",
        "joist_in": 7.25, "board": "gypsum_1_2", "old": "glass_batt", "old_in": 3.5, "contact": "minor", "climate_zone": "5A",
    }  # fmt: skip
    document = started(Start(**answers | more))
    for section in document["sections"]:
        if section.get("kind") == "sloped_bays":
            section["slope"]["channel_in"] = 1.0
    result = plan(read_job(document))
    return result, drawn_house(result, Cut("side-south", (10, 1), (10, 2)))


SIDE = 12 * 4 + 5.5 * 2**0.5  # 55.78 in: the wall reaches rafters that hang 7.78 in below the deck


def by_section(found: dict[str, Any], role: str) -> dict[str, list[list[list[float]]]]:
    shapes: dict[str, list[Any]] = {}
    for shape in found["shapes"]:
        if shape["role"] == role:
            shapes.setdefault(shape["section"], []).append(shape["points"])
    return shapes


def test_one_and_a_half_storeys_are_one_drawing() -> None:
    _, found = house()
    assert [part["section"] for part in found["parts"]] == [
        "side-south", "wall-south", "slope-south", "flat", "slope-north", "wall-north", "side-north",
    ]  # fmt: skip
    assert found["missing"] == [] and found["from_ft"] == (10, 0) and found["to_ft"] == pytest.approx((10, 26))
    ceilings = by_section(found, "ceiling")
    assert ceilings["slope-south"][0][:2] == [
        pytest.approx([SIDE, 54], abs=0.01),
        pytest.approx([SIDE + 42, 96], abs=0.01),
    ]
    assert ceilings["flat"][0][:2] == [
        pytest.approx([SIDE + 42, 96], abs=0.01),
        pytest.approx([312 - SIDE - 42, 96], abs=0.01),
    ]
    assert ceilings["slope-north"][0][:2] == [
        pytest.approx([312 - SIDE - 42, 96], abs=0.01),
        pytest.approx([312 - SIDE, 54], abs=0.01),
    ]
    assert ceilings["side-north"][0][0] == pytest.approx([312 - SIDE, 0], abs=0.01)
    # The deck over a slope is 5½ in square to its board: 3.89 in back and up; it goes on where the side attic's ends.
    (deck,) = by_section(found, "deck")["slope-south"]
    square = 5.5 * 0.5**0.5
    assert deck[0] == pytest.approx([SIDE - square, 54 + square], abs=0.01)
    over = [points for points in by_section(found, "deck")["side-south"] if points[0][0] == 0]
    assert over[0][-1] == pytest.approx([SIDE, 6 + SIDE], abs=0.01)


def test_walls_stand_on_the_floor_behind_them_with_their_board_to_the_room() -> None:
    _, found = house()
    bays = by_section(found, "cavity")
    assert bays["wall-south"] == [
        [pytest.approx(p, abs=0.01) for p in ([SIDE - 3.5, 0], [SIDE, 0], [SIDE, 54], [SIDE - 3.5, 54])]
    ]
    north = 312 - SIDE
    assert bays["wall-north"] == [
        [pytest.approx(p, abs=0.01) for p in ([north + 3.5, 0], [north, 0], [north, 54], [north + 3.5, 54])]
    ]


def test_each_part_says_its_r_its_fill_and_the_worst_of_it() -> None:
    result, found = house()
    parts = {part["section"]: part for part in found["parts"]}
    section = next(s for s in result.sections if s.id == "side-south")
    assert parts["side-south"]["r_now"] == section.r_existing and parts["side-south"]["r_done"] is None
    said = [flag.text for flag in result.flags if flag.section == "side-south" and flag.level == "caution"]
    assert parts["side-south"]["wrong"] == (said[0] if said else None)
    assert parts["flat"]["at_in"] == pytest.approx((156, 96), abs=0.01)


def test_fill_in_closed_bays_is_drawn_as_deep_as_it_is() -> None:
    document = started(
        Start(shape="half_storey", length_ft=30.0, width_ft=26.0, knee_wall_ft=4.5, ceiling_ft=8.0, pitch_in_12=12.0,
              heel_in=6.0, rafter_in=5.5, stud_in=3.5, spacing_in=16.0, board="gypsum_1_2")
    )  # fmt: skip
    base = attic()
    document["products"] = base["products"]
    for section in document["sections"]:
        if section.get("kind") == "sloped_bays":
            section["slope"]["channel_in"] = 1.0
            section["existing"] = [{"material": "glass_batt", "depth_in": 2.0}]
            document.setdefault("choice", {})[section["id"]] = {"method": "enclosed_fill", "product": "c1"}
    found = drawn_house(plan(read_job(document)), Cut("side-south", (10, 1), (10, 2)))
    assert found is not None
    (old,), (new,) = by_section(found, "old_fill")["slope-south"], by_section(found, "new_fill")["slope-south"]
    # 4½ in under the channel: 2 in old and 2½ in new, square to the slope at 45°.
    assert old[3] == pytest.approx([SIDE - 2 * 0.5**0.5, 54 + 2 * 0.5**0.5], abs=0.01)
    assert new[3] == pytest.approx([SIDE - 4.5 * 0.5**0.5, 54 + 4.5 * 0.5**0.5], abs=0.01)
    (air,) = by_section(found, "air")["slope-south"]
    assert air[0] == pytest.approx([SIDE - 5 * 0.5**0.5, 54 + 5 * 0.5**0.5], abs=0.01)


def test_figures_that_do_not_fit_one_another_are_said() -> None:
    _, found = house(side_ft=6.0)
    # 72 in of side attic under 12 in 12 and a heel of 6: the deck is 78 in up, by wall and rafters 61.8.
    assert found["missing"] == [
        f"The deck stands 6 ft 6 in over the floor of Side attic {side} where Slope {side} begins, by wall and rafters "
        "5 ft 2 in: measure heel, pitch, wall or depth again."
        for side in ("south", "north")
    ]


def test_bays_that_are_not_measured_are_named_and_lie_level() -> None:
    document = started(
        Start(shape="half_storey", length_ft=30.0, width_ft=26.0, knee_wall_ft=4.5, ceiling_ft=8.0, pitch_in_12=12.0,
              heel_in=6.0, rafter_in=5.5, stud_in=3.5)
    )  # fmt: skip
    found = drawn_house(plan(read_job(document)), Cut("flat", (10, 12), (10, 13)))
    assert found is not None
    assert [text.split(":")[0] for text in found["missing"]] == ["Slope south", "Slope north"]


def test_a_house_of_one_floor_has_no_other_drawing_and_none_is_made_unasked() -> None:
    result = planned(attic())
    assert drawn_house(result, Cut("main", (10, 3), (10, 9))) is None
    several, _ = house()
    cut = Cut("side-south", (10, 1), (10, 2))
    assert drawing(several, {}, cut)["house"] is None
    assert drawing(several, {}, cut, whole_house=True)["house"] is not None
    assert drawing(several, {}, "slope-south", whole_house=True)["house"] is not None
