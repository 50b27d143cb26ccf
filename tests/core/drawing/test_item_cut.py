"""What an item of the work list does where it stands: to scale, by the same figures as its material."""

from __future__ import annotations

from typing import Any

import pytest

from elm_cover.core.drawing.item_cut import DRAWN
from tests.conftest import attic, planned
from tests.drawn import drawn_item

FEATURES = [
    {"id": "ch", "kind": "chase", "size_in": [16, 24], "at_ft": [10, 10]},
    {"id": "m", "kind": "chimney", "size_in": [16, 20], "at_ft": [20, 12]},
    {"id": "l", "kind": "recessed_light", "rating": "non_ic", "at_ft": [6, 5]},
    {"id": "d", "kind": "duct", "at_ft": [5, 20], "to_ft": [20, 20], "duct_r": 6},
    {"id": "p", "kind": "platform", "size_in": [96, 60], "at_ft": [30, 12]},
    {"id": "q", "kind": "equipment", "size_in": [36, 60], "at_ft": [30, 20]},
    {"id": "c", "kind": "combustion_air", "at_ft": [34, 20]},
]


def cut(key: str, **cures: str) -> dict[str, Any]:
    edges = [{"kind": "open", "id": "e0"}, {"kind": "knee_wall", "id": "k"}, {"kind": "gable"}, {"kind": "gable"}]
    job = attic(features=FEATURES, edges=edges)
    job["accesses"] = [
        {"id": "a", "section": "main", "at_ft": [12, 9], "opening_in": [22.5, 30]},
        {"id": "s", "section": "main", "kind": "pull_down_stair", "opening_in": [22.5, 54]},
    ]
    job["preparation"] = {"decisions": [{"key": k.replace("__", ":"), "cure": v} for k, v in cures.items()]}
    found: dict[str, Any] | None = drawn_item(planned(job), key)
    assert found is not None
    return found


def of(found: dict[str, Any]) -> dict[str, float]:
    return {d["name"]: d["value_in"] for d in found["dimensions"]}


def spans(found: dict[str, Any], role: str, axis: int) -> list[float]:
    return [
        max(p[axis] for p in s["points"]) - min(p[axis] for p in s["points"])
        for s in found["shapes"]
        if s["role"] == role
    ]


def test_the_hatch_has_its_curb_2_in_over_the_fill_and_five_layers_of_lid() -> None:
    found = cut("hatch:a")
    sizes = of(found)
    assert sizes["curb"] == pytest.approx(sizes["fill line"] + 2) and sizes["lid"] == 10 and sizes["opening"] == 22.5
    assert spans(found, "lid", 1) == pytest.approx([2] * 5) and spans(found, "lid", 0) == pytest.approx([24] * 5)
    assert spans(found, "new_fill", 1) == pytest.approx([sizes["fill line"] - 3.5] * 2)


def test_the_shield_stands_off_the_chimney_by_its_clearance() -> None:
    found = cut("chimney:m")
    sizes = of(found)
    assert (sizes["shield"] - sizes["fill line"], sizes["kept clear"]) == pytest.approx((2, 2))
    assert spans(found, "hot", 0) == [16]
    edges = sorted(p[0] for s in found["shapes"] if s["role"] == "metal" for p in s["points"])
    assert edges[-1] - edges[0] == pytest.approx(16 + 2 * (2 + 0.3 + 2))


def test_a_light_has_its_cover_its_box_or_its_ring() -> None:
    assert of(cut("light:l"))["cover"] == 10
    assert of(cut("light:l", light__l="box"))["box, inside"] == 14
    assert of(cut("light:l", light__l="as_it_is"))["kept clear"] == 3


def test_a_platform_that_is_raised_stands_over_the_fill_line() -> None:
    low, high = cut("platform:p"), cut("platform:p", platform__p="raise")
    assert of(low)["over the ceiling"] == 3.5
    assert of(high)["over the ceiling"] >= of(high)["fill line"]
    assert len(spans(high, "new_fill", 0)) == 3 and len(spans(low, "new_fill", 0)) == 2


def test_the_board_laps_the_opening_and_the_dam_stands_2_in_over_the_fill() -> None:
    assert (of(cut("chase:ch"))["board"], of(cut("chase:ch"))["opening"]) == (20, 16)
    dam = of(cut("dam:e0"))
    assert dam["strip"] == pytest.approx(dam["fill line"] + 2)


def test_every_kind_that_is_drawn_is_within_its_box() -> None:
    keys = ["hatch:a", "stair:s", "chimney:m", "light:l", "chase:ch", "platform:p", "dam:e0", "equipment_dam:q", "blocking:k",
            "duct:d", "combustion_air:c"]  # fmt: skip
    for key in keys:
        found = cut(key)
        s0, z0, s1, z1 = found["box_in"]
        points = [p for s in found["shapes"] for p in s["points"]]
        assert all(s0 <= x <= s1 and z0 <= z <= z1 for x, z in points), key
        assert s1 - s0 > 20 and z1 - z0 > 3, key
    assert {key.split(":")[0] for key in keys} | {"flue", "board", "board_hot"} - {"chase"} >= set(DRAWN) - {"board"}


def test_what_has_nothing_to_draw_is_not_drawn() -> None:
    result = planned(attic())
    assert drawn_item(result, "plates:main") is None and drawn_item(result, "nothing:here") is None
