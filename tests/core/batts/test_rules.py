"""The rules that batts are laid by, one by one (handbook §7)."""

from __future__ import annotations

import pytest

from elm_cover.core.batts.batt import BattLayer, BattProduct
from elm_cover.core.batts.rules import across_on_framing, facing_faults, layers_for_target, narrow_fault, place_faults
from elm_cover.core.batts.take_off import passes
from elm_cover.core.given.product import ProductInput
from elm_cover.core.layers.framing import clear_bay_in, framing_fraction
from elm_cover.core.layers.layer import Layer
from elm_cover.core.rack.candidate import Family

R13 = BattProduct(13, 3.5, 15, 93, 10)
R30 = BattProduct(30, 9.5, 24, 48, 11, bundle_lb=22)


@pytest.mark.parametrize(("spacing", "clear", "share"), [(16, 14.5, 0.10125), (24, 22.5, 0.07), (19.2, 17.7, 0.085625)])
def test_bays_are_clear_between_the_framing(spacing: float, clear: float, share: float) -> None:
    assert clear_bay_in(spacing) == pytest.approx(clear)
    assert framing_fraction(spacing) == pytest.approx(share)
    assert clear_bay_in(1) == 0


def test_a_pieces_and_a_bundles_area_and_weight() -> None:
    assert (R30.piece_ft2, R30.bundle_ft2) == (8, 88)
    assert R30.weight_psf == pytest.approx(22 / 88) and R13.weight_psf == 0
    assert R30.layer() == Layer("glass_batt", 9.5, 30, weight_psf=0.25)
    assert not BattLayer("b", R30, "across", on_framing=True).rests_on_board


@pytest.mark.parametrize(
    ("batt", "place", "under_in", "joist_in", "code"),
    [
        # No taller than the joists, an eighth of tolerance.
        (R13, "between", 0, 3.5, None),
        (R13, "between", 0, 3.4, None),
        (R13, "between", 0, 3.3, "batt_taller_than_joists"),
        (R13, "between", 0.5, 3.5, "batt_taller_than_joists"),
        (R13, "between", 2, 5.5, None),
        # Across: what lies below reaches the joists' tops, half an inch of air at most.
        (R30, "across", 3.5, 3.5, None),
        (R30, "across", 3.0, 3.5, None),
        (R30, "across", 2.9, 3.5, "air_under_batts"),
        (R30, "across", 0, 3.5, "air_under_batts"),
        (R30, "across", 8, 3.5, None),
    ],
)
def test_where_a_layer_may_lie(
    batt: BattProduct, place: str, under_in: float, joist_in: float, code: str | None
) -> None:
    faults = [fault[0] for fault in place_faults(batt, place, under_in, joist_in)]
    assert faults == ([] if code is None else [code])


@pytest.mark.parametrize(("width", "fits"), [(14.4, False), (14.5, True), (15, True), (16, True), (23, True)])
def test_a_batt_is_no_narrower_than_its_bay(width: float, fits: bool) -> None:
    fault = narrow_fault(BattProduct(13, 3.5, width, 93, 10), 16)
    assert (fault is None) is fits
    if fault is not None:
        assert fault[0] == "batt_too_narrow" and "⅛ in open in each 14½ in bay" in fault[1]


@pytest.mark.parametrize(
    ("widths", "spacing", "between", "across"),
    [
        # Snug: up to an inch wider; among wider ones the narrowest is ripped; none that leaves a gap.
        ((15, 16, 23, 24), 16, 15, 16),
        ((15, 23), 24, 23, 23),
        ((16, 24), 16, 16, 16),
        ((24,), 16, 24, 24),
        ((15,), 24, None, 15),
        ((15, 23), 19.2, 23, 23),
    ],
)
def test_the_width_that_fits(widths: tuple[int, ...], spacing: float, between: float | None, across: float) -> None:
    family = Family(
        "R-13",
        "glass_batt",
        tuple(ProductInput(f"b{w}", "", "glass_batt", None, BattProduct(13, 3.5, w, 93, 10)) for w in widths),
    )
    fit, over = family.between(spacing), family.across(spacing)
    assert (None if fit is None or fit.batt is None else fit.batt.width_in) == between
    assert over is not None and over.batt is not None and over.batt.width_in == across


def test_whether_a_layer_across_is_carried_by_the_joists() -> None:
    assert across_on_framing(3.5, 3.5) and across_on_framing(0, 3.5) and not across_on_framing(3.6, 3.5)


@pytest.mark.parametrize(
    ("target", "layers"), [(10, 0), (11, 0), (40, 1), (41, 1), (41.1, 2), (71, 2), (101, 3), (102, 4)]
)
def test_as_few_layers_as_reach_the_target_over_r_11(target: float, layers: int) -> None:
    assert layers_for_target((Layer("glass_batt", 3.5, 11),), R30, None, target) == layers


@pytest.mark.parametrize(
    ("facing", "place", "over", "zone", "retarder", "words"),
    [
        (None, "across", True, "5A", None, None),
        ("none", "between", False, "5A", None, None),
        ("kraft", "between", False, "5A", None, None),
        ("kraft", "between", False, "5A", "class_3", None),
        ("kraft", "across", False, "5A", None, "second vapor retarder"),
        ("foil", "between", True, "5A", None, "second vapor retarder"),
        ("kraft", "between", False, "5A", "class_2", "a facing comes only once"),
        ("kraft", "between", False, "5A", "class_1", "a facing comes only once"),
        ("kraft", "between", False, "2A", None, "zone 2A"),
        ("kraft", "between", False, "3A", None, "zone 3A"),
        ("kraft", "between", False, "4A", None, None),
    ],
)
def test_a_facing_comes_once_and_toward_the_warm_side(
    facing: str | None, place: str, over: bool, zone: str, retarder: str | None, words: str | None
) -> None:
    batt = BattProduct(13, 3.5, 15, 93, 10, facing=facing)
    faults = facing_faults(batt, place, over, zone, retarder)
    assert (faults == []) if words is None else (len(faults) == 1 and words in faults[0][0])


@pytest.mark.parametrize(
    ("size", "opening", "gives", "goes"),
    [
        ((16, 48, 20), (22.5, 30), 0, True),
        ((16, 48, 24), (22.5, 30), 0, True),
        ((24, 48, 24), (22.5, 30), 0, False),
        ((16, 48, 31), (22.5, 30), 0, False),
        ((9.5, 24, 48), (18, 24), 0, True),
        ((12, 24, 48), (6, 24), 0.5, True),
        ((12.2, 24, 48), (6, 24), 0.5, False),
        ((20, 48, 16), (30, 22.5), 0, True),
    ],
)
def test_what_goes_through_an_opening_end_on(
    size: tuple[float, float, float], opening: tuple[float, float], gives: float, goes: bool
) -> None:
    assert passes(size, opening, gives) is goes
