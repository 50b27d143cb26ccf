"""Vent area by the handbook's rule: required area, conditions of the smaller ratio, balance, what to add."""

from __future__ import annotations

import pytest

from elm_cover.core.eaves.ventilation import (
    NFA_IN2_EACH,
    NFA_IN2_PER_FT,
    SIZES,
    VentGroup,
    balance_in_words,
    conditions,
    high_share,
    vent_area,
    vents_to_add,
    wrong_cure,
)


def groups(low_in2: float, high_in2: float) -> list[VentGroup]:
    return [VentGroup("low", low_in2, 1), VentGroup("high", high_in2, 1)]


@pytest.mark.parametrize(
    ("low", "high", "zone", "retarder", "ratio"),
    [
        # 40 and 50 % high are both inside; a hair outside is not.
        (60.0, 40.0, 4, None, 300),
        (50.0, 50.0, 4, None, 300),
        (60.1, 39.9, 4, None, 150),
        (49.9, 50.1, 4, None, 150),
        # Zones 6 to 8 want a class I or II retarder besides; zone 5 does not.
        (55.0, 45.0, 5, "class_3", 300),
        (55.0, 45.0, 6, "class_3", 150),
        (55.0, 45.0, 6, "class_2", 300),
        (55.0, 45.0, 8, "class_1", 300),
        (55.0, 45.0, 7, None, 150),
        # A zone that is not known cannot be taken as a warm one.
        (55.0, 45.0, None, None, 150),
    ],
)
def test_one_in_300_on_its_conditions_alone(
    low: float, high: float, zone: int | None, retarder: str | None, ratio: int
) -> None:
    found = vent_area(1000, groups(low, high), zone, retarder)
    assert found.ratio == ratio
    assert found.required_in2 == pytest.approx(144 * 1000 / ratio)


def test_area_is_summed_by_place_and_unknown_without_vents() -> None:
    found = vent_area(1500, [VentGroup("low", 60, 6), VentGroup("low", 9, 20), VentGroup("high", 50, 4)], 4, None)
    assert (found.low_in2, found.high_in2) == (540, 200)
    none = vent_area(1500, [], 4, None)
    assert (none.low_in2, none.high_in2, none.ratio, none.required_in2) == (None, None, 150, 1440)


def test_start_values_of_net_free_area() -> None:
    assert NFA_IN2_PER_FT == {"soffit": 9, "ridge": 18} and NFA_IN2_EACH == {"roof": 50, "gable": 80}
    by_title = {size.title: size for size in SIZES}
    assert by_title["ridge vent"].nfa_in2 == NFA_IN2_PER_FT["ridge"]
    assert by_title["strip soffit vent, 2 in"].nfa_in2 == NFA_IN2_PER_FT["soffit"]


def test_conditions_say_what_is_not_known() -> None:
    assert [c.holds for c in conditions(None, None, None, None)] == [None, None]
    assert [c.holds for c in conditions(300, 250, 4, None)] == [True]
    assert [c.holds for c in conditions(300, 100, 6, "class_3")] == [False, False]


@pytest.mark.parametrize(
    ("low", "high", "share", "said"),
    [
        (300.0, 300.0, 0.5, "in balance"),
        (600.0, 400.0, 0.4, "in balance"),
        (250.0, 300.0, 300 / 550, "Add intake first"),
        (700.0, 300.0, 0.3, "still air at the top"),
        (0.0, 300.0, 1.0, "drawn through the ceiling"),
        (300.0, None, 0.0, "little lets out above"),
    ],
)
def test_balance(low: float, high: float | None, share: float, said: str) -> None:
    assert high_share(low, high) == pytest.approx(share)
    words = balance_in_words(low, high)
    assert words is not None and said in words
    assert words.startswith(f"{int(100 * share + 0.5)} % of the vent area is high")


def test_no_balance_without_vents() -> None:
    assert high_share(0, None) is None and balance_in_words(None, 0) is None


def test_what_is_missing_by_hand() -> None:
    # 1,000 ft² at 1 in 150: 960 in². 300 low, 200 high: high may be 384 to 480; the low side takes the rest of 660.
    low, high = vents_to_add(1000, 300, 200, 150, 80)
    assert (low.position, high.position) == ("low", "high")
    # All that is left of 960 after 300 low is 660, more than half: high is brought to 480 and low to 480.
    assert (low.missing_in2, high.missing_in2) == pytest.approx((180, 280))
    amounts = {choice.title: (choice.amount, choice.unit) for choice in (*low.choices, *high.choices)}
    assert amounts["strip soffit vent, 2 in"] == (20, "ft")
    assert amounts["soffit grille, 8 × 16 in"] == (3, "")
    assert amounts["ridge vent"] == (16, "ft")  # 280 / 18 = 15.6
    assert amounts["roof vent, 9 in"] == (6, "")  # 280 / 50 = 5.6
    assert amounts["gable louver, 18 × 24 in"] == (2, "")


def test_enough_low_is_left_alone_and_high_brought_up_to_it() -> None:
    # 700 in² low is 60 % of 1,166.7: high has to come to 466.7.
    (high,) = vents_to_add(1000, 700, 100, 150, 80)
    assert high.position == "high"
    assert high.missing_in2 == pytest.approx(700 / 0.6 - 700 - 100)


def test_a_strip_longer_than_the_eave_is_not_offered() -> None:
    def titles(run_ft: float) -> set[str]:
        return {c.title for side in vents_to_add(1000, 300, 480, 150, run_ft) for c in side.choices}

    assert "strip soffit vent, 2 in" in titles(20)  # 180 in² are 20 ft of it
    assert "strip soffit vent, 2 in" not in titles(19)
    assert "perforated soffit panel" not in titles(35) and "perforated soffit panel" in titles(36)


@pytest.mark.parametrize(
    ("blocked", "features", "said"),
    [
        ({"attic_moisture"}, set(), "moisture is on record"),
        ({"roof_leak"}, set(), "roof leak or wet fill"),
        (set(), {"fan_into_attic"}, "fan ends in this attic"),
        (set(), {"chase"}, "open ways from the house"),
        (set(), {"drop_soffit"}, "open ways from the house"),
    ],
)
def test_vents_are_no_cure_for_what_rises_from_the_house(blocked: set[str], features: set[str], said: str) -> None:
    words = wrong_cure(frozenset(blocked), frozenset(features))
    assert words is not None and said in words.lower() and "stop the source" in words


def test_where_nothing_rises_vents_are_no_wrong_cure() -> None:
    assert wrong_cure(frozenset({"knob_and_tube"}), frozenset({"flue", "stack"})) is None
    both = wrong_cure(frozenset({"fan_into_attic"}), frozenset({"fan_into_attic"}))
    assert both is not None and both.lower().count("fan ends") == 1
