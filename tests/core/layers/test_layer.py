"""What lies there, and what to add: the handbook's worked figures."""

from __future__ import annotations

import pytest

from elm_cover.core.layers.layer import Layer, boundary_r, compression_exponent, old_layer, pressed
from elm_cover.core.layers.voids import r_to_add, r_with, void_paths
from tests.conftest import attic, planned

BATT = Layer("glass_batt", 3.5, 11.0, void=0.08)
B = boundary_r("gypsum_1_2")


def test_eight_percent_bare_costs_forty_percent() -> None:
    assert pytest.approx(1.67) == B
    assert r_with([BATT], B) == pytest.approx(6.63, abs=0.005)


def test_new_fill_covers_the_bare_paths_too() -> None:
    assert r_to_add(49, lambda n: r_with([BATT], B, n)) == pytest.approx(39.1, abs=0.05)


def test_gaps_open_from_above_fill_up() -> None:
    open_gaps = Layer("glass_batt", 3.5, 11.0, void=0.08, open=True)
    assert r_with([open_gaps], B, 30, 3.7) > r_with([BATT], B, 30, 3.7)
    assert r_with([open_gaps], B) == pytest.approx(r_with([BATT], B)), "today the gaps are still empty"


def test_two_voided_layers_are_independent() -> None:
    paths = void_paths([Layer("a", 3, 10, 0.1), Layer("b", 3, 20, 0.3)])
    assert {round(p.r_old): round(p.share, 9) for p in paths} == {30: 0.63, 10: 0.27, 20: 0.07, 0: 0.03}


@pytest.mark.parametrize(("condition", "r"), [("sound", 35.0), ("dusty", 33.25), ("matted", 29.75), ("wet", 0.0)])
def test_condition_takes_its_share(condition: str, r: float) -> None:
    assert old_layer("cellulose_loose", 10, None, condition).r == pytest.approx(r)


def test_loose_glass_is_pressed_at_most_a_quarter() -> None:
    loose = old_layer("glass_loose", 10, None, "sound")
    assert pressed([loose], 1.2)[0].depth_in == pytest.approx(8.8)
    assert pressed([loose], 1.2)[0].r == pytest.approx(22.0)
    assert pressed([loose], 9.0)[0].depth_in == pytest.approx(7.5)
    assert pressed([BATT], 9.0)[0] == BATT


def test_pressed_fill_lowers_the_fill_line_and_keeps_its_weight() -> None:
    result = planned(attic(existing=[{"material": "glass_loose", "depth_in": 6}])).sections[0]
    w = 25 / 17.8
    assert result.depth_total_in == pytest.approx(6 * (1 - 0.1 * w) + 11.8)
    assert result.load_psf == pytest.approx(0.7 * 6 / 12 + w)


def test_readings_move_the_topmost_loose_layer() -> None:
    document = attic(
        existing=[{"material": "glass_batt", "depth_in": 3.5, "r": 11}, {"material": "cellulose_loose", "depth_in": 4}],
        readings=[{"depth_in": 6}, {"depth_in": 7}],
    )
    section = planned(document).sections[0]
    assert section.depth_existing_in == pytest.approx(6.5)
    assert section.r_existing == pytest.approx(11 + 3 * 3.5)


@pytest.mark.parametrize(
    ("r_label", "label_in", "exponent"), [(18.0, 5.0, 0.85), (17.9, 5.0, 0.65), (19.0, 6.25, 0.65), (15.0, 3.5, 0.85)]
)
def test_a_batt_is_dense_from_r_3_6_an_inch(r_label: float, label_in: float, exponent: float) -> None:
    assert compression_exponent(r_label, label_in) == exponent
