"""Clearances by the handbook, and the floor that they take."""

from __future__ import annotations

import math
from typing import Any

import pytest

from elm_cover.core.hazards.clearances import clearance_in, keep_out_of
from elm_cover.core.hazards.features import KINDS, FeatureInput, findings, holes_to_find


@pytest.mark.parametrize(
    ("feature", "burns", "clear_in"),
    [
        (FeatureInput("recessed_light", rating="ic"), True, None),
        (FeatureInput("recessed_light", rating="non_ic"), True, 3.0),
        (FeatureInput("recessed_light", rating="unknown"), False, 3.0),
        (FeatureInput("recessed_light"), True, 3.0),
        (FeatureInput("fan"), True, 3.0),
        (FeatureInput("fan"), False, None),
        (FeatureInput("warm_device"), True, 3.0),
        (FeatureInput("warm_device"), False, None),
        (FeatureInput("flue", flue="double_wall_gas"), True, 1.0),
        (FeatureInput("flue", flue="oil"), True, 2.0),
        (FeatureInput("flue", flue="factory_wood"), False, 2.0),
        (FeatureInput("flue", flue="single_wall"), True, 3.0),
        (FeatureInput("flue", flue="plastic"), True, 0.0),
        (FeatureInput("flue", flue="unknown"), True, 3.0),
        (FeatureInput("flue"), True, 3.0),
        # A listed clearance goes before the usual one, whichever is more.
        (FeatureInput("flue", flue="oil", clearance_in=9.0), True, 9.0),
        (FeatureInput("flue", flue="unknown", clearance_in=1.0), True, 1.0),
        (FeatureInput("chimney"), True, 2.0),
        (FeatureInput("chimney", clearance_in=4.0), True, 4.0),
        (FeatureInput("platform"), True, 0.0),
        (FeatureInput("platform", filled_under=True), True, 0.0),
        (FeatureInput("platform", filled_under=False), True, 0.0),
        (FeatureInput("walkway"), True, 0.0),
        (FeatureInput("walkway", filled_under=False), True, 0.0),
        (FeatureInput("storage_floor"), True, 0.0),
        (FeatureInput("storage_floor", filled_under=False), True, 0.0),
        (FeatureInput("hatch"), True, 0.0),
        (FeatureInput("stair"), False, 0.0),
        (FeatureInput("combustion_air"), True, 0.0),
        (FeatureInput("equipment"), True, 0.0),
        (FeatureInput("stack"), True, None),
        (FeatureInput("wire"), True, None),
        (FeatureInput("junction_box"), True, None),
    ],
)
def test_how_far_the_fill_stays_away(feature: FeatureInput, burns: bool, clear_in: float | None) -> None:
    assert clearance_in(feature, burns) == clear_in


@pytest.mark.parametrize(
    ("feature", "size_in"),
    [
        # Usual sizes where none was taken: light 7, flue 6, fan 10 in, with the clearance on both sides.
        (FeatureInput("recessed_light", rating="non_ic"), (13.0, 13.0)),
        (FeatureInput("flue", flue="double_wall_gas"), (8.0, 8.0)),
        (FeatureInput("fan"), (16.0, 16.0)),
        (FeatureInput("flue", flue="oil", size_in=(8.0, 8.0)), (12.0, 12.0)),
        (FeatureInput("chimney", size_in=(20.0, 32.0)), (24.0, 36.0)),
        (FeatureInput("combustion_air"), (12.0, 12.0)),
    ],
)
def test_the_box_it_takes(feature: FeatureInput, size_in: tuple[float, float]) -> None:
    kept = keep_out_of(feature, burns=True)
    assert kept is not None and kept.size_in == size_in
    assert kept.area_ft2 == pytest.approx(size_in[0] * size_in[1] / 144)


def test_only_what_is_recorded_as_filled_under_leaves_its_floor_to_the_fill() -> None:
    for kind in ("platform", "walkway", "storage_floor"):
        for filled in (None, False, True):
            kept = keep_out_of(
                FeatureInput(kind, at_ft=(0, 0), to_ft=(9, 0), size_in=(24, 24), filled_under=filled), True
            )
            assert kept is not None and kept.filled is (filled is True)
    machine = keep_out_of(FeatureInput("equipment", size_in=(48, 30), filled_under=True), True)
    assert machine is not None and not machine.filled, "the way round a machine stays clear"


def test_counted_ones_take_their_area_each_and_none_takes_none() -> None:
    three = keep_out_of(FeatureInput("recessed_light", rating="non_ic", count=3), True)
    assert three is not None and three.area_ft2 == pytest.approx(3 * 169 / 144)
    assert three.corners_ft is None, "nobody said where they are"
    assert keep_out_of(FeatureInput("recessed_light", rating="non_ic", count=0), True) is None
    assert keep_out_of(FeatureInput("chimney"), True) is None, "a chimney without a size takes nothing yet"


def test_a_placed_box_lies_round_its_middle() -> None:
    kept = keep_out_of(FeatureInput("chimney", size_in=(20.0, 20.0), at_ft=(10.0, 6.0)), True)
    assert kept is not None and kept.corners_ft is not None
    xs, ys = zip(*kept.corners_ft, strict=True)
    assert (min(xs), max(xs), min(ys), max(ys)) == pytest.approx((9, 11, 5, 7))


def test_a_walkway_is_a_strip_from_end_to_end() -> None:
    askew: dict[str, Any] = {"at_ft": (2.0, 3.0), "to_ft": (5.0, 7.0), "filled_under": False}
    kept = keep_out_of(FeatureInput("walkway", **askew), True)
    assert kept is not None and kept.corners is not None
    assert kept.size_in == pytest.approx((60, 24))
    (x0, y0), (x1, y1), (x2, y2), _ = kept.corners
    assert math.hypot(x1 - x0, y1 - y0) == pytest.approx(5) and math.hypot(x2 - x1, y2 - y1) == pytest.approx(2)
    narrow = keep_out_of(FeatureInput("walkway", size_in=(16.0, 30.0), **askew), True)
    assert narrow is not None and narrow.area_ft2 == pytest.approx(5 * 16 / 12)
    point = {**askew, "to_ft": (2.0, 3.0)}
    assert keep_out_of(FeatureInput("walkway", **point), True) is None


NOTHING: frozenset[str] = frozenset()


def test_findings_count_and_read_as_sentences() -> None:
    fans = findings((FeatureInput("fan", blows_to="attic", count=2), FeatureInput("fan", blows_to="soffit")), NOTHING)
    assert [(f.code, f.level) for f in fans] == [("fan_into_attic", "stop"), ("fan_into_soffit", "caution")]
    assert fans[0].text.startswith("2 fans recorded") and fans[1].text.startswith("1 fan recorded")
    bare = findings((FeatureInput("flue", shielded=False), FeatureInput("chimney", shielded=False)), NOTHING)
    assert bare[0].code == "unshielded_flue" and bare[0].text.startswith("2 flues or chimneys")


def test_a_judged_hazard_is_not_said_twice_but_a_caution_is_kept() -> None:
    record = (FeatureInput("fan", blows_to="attic"), FeatureInput("flue", flue="single_wall"), FeatureInput("chase"))
    judged = frozenset({"fan_into_attic", "single_wall_vent", "chase_open"})
    assert [f.code for f in findings(record, judged)] == ["chase_open"]


def test_what_is_not_a_finding() -> None:
    quiet = (
        FeatureInput("fan", blows_to="outdoors"),
        FeatureInput("flue", flue="oil", shielded=True),
        FeatureInput("flue", clearance_in=2.0),
        FeatureInput("chase", count=0),
        FeatureInput("stack"),
    )
    assert findings(quiet, NOTHING) == []


def test_holes_that_should_be_there_by_trade() -> None:
    record = (FeatureInput("stack", count=2), FeatureInput("plumbing_stack"), FeatureInput("boot", count=6))
    holes = {(trade, what): count for trade, what, count in holes_to_find(record, 1)}
    assert holes[("plumbing", "stacks and vents")] == 3 and holes[("heating", "duct boots")] == 6
    assert holes[("electrical", "wires down through top plates")] is None, "counted on the spot"
    assert ("heating", "duct and pipe shafts from below") not in holes
    two = {(trade, what) for trade, what, _ in holes_to_find(record, 2)}
    assert ("heating", "duct and pipe shafts from below") in two
    assert ("heating", "flues") not in two, "none on record, none asked for"


def test_kinds_that_run_along_the_floor_are_drawn_so() -> None:
    assert {kind for kind, of in KINDS.items() if of.shape == "run"} == {"wire", "duct", "pipe", "walkway"}
