"""Voids as heat paths of their own, the R still to add by bisection, and what the ceiling carries."""

from __future__ import annotations

import pytest

from elm_cover.core.layers.ceiling_load import LIMITS_PSF, load_limit_psf, load_psf
from elm_cover.core.layers.framing import framing_fraction
from elm_cover.core.layers.layer import Layer
from elm_cover.core.layers.voids import r_to_add, r_with, void_paths, void_shares

B = 1.67


def test_shares_of_three_layers_sum_to_one() -> None:
    layers = [Layer("glass_batt", 3, 10, 0.1), Layer("glass_batt", 3, 10), Layer("glass_batt", 3, 10, 0.25)]
    shares = void_shares(layers)
    assert sum(share for share, _ in shares) == pytest.approx(1)
    assert {bare: round(share, 9) for share, bare in shares} == {
        (False, False, False): 0.675,
        (False, False, True): 0.225,
        (True, False, False): 0.075,
        (True, False, True): 0.025,
    }


def test_a_layer_that_is_all_void_is_not_there() -> None:
    assert r_with([Layer("glass_batt", 3.5, 11.0, void=1.0)], B) == pytest.approx(0)


def test_sound_layers_add_up_without_a_board() -> None:
    assert r_with([Layer("glass_batt", 3.5, 11.0), Layer("cellulose_loose", 4, 14.0)], None, 20.0) == 45
    with pytest.raises(ValueError, match="ceiling board"):
        r_with([Layer("glass_batt", 3.5, 11.0, void=0.1)], None)


def test_open_gaps_take_the_new_fill_by_hand() -> None:
    # 10 % of R 11 in 3½ in, open: under R 30 of new fill at R 3.7 an inch the bare part has 1.67 + 12.95 + 30.
    open_gaps = Layer("glass_batt", 3.5, 11.0, void=0.1, open=True)
    u = 0.9 / (B + 11 + 30) + 0.1 / (B + 3.5 * 3.7 + 30)
    assert r_with([open_gaps], B, 30, 3.7) == pytest.approx(1 / u - B)
    assert [p.open_depth_in for p in void_paths([open_gaps])] == [0, 3.5]


@pytest.mark.parametrize("target", [11.0, 30.0, 49.0, 60.0])
def test_the_r_to_add_reaches_the_target_and_no_more(target: float) -> None:
    layers = [Layer("glass_batt", 3.5, 11.0, 0.08), Layer("cellulose_loose", 3, 10.5, 0.02)]
    added = r_to_add(target, lambda n: r_with(layers, B, n))
    if added > 0:
        assert r_with(layers, B, added) == pytest.approx(target, abs=1e-8)
        assert r_with(layers, B, added - 1e-6) < target
    else:
        assert r_with(layers, B) >= target


def test_nothing_to_add_where_it_is_there() -> None:
    assert r_to_add(30, lambda n: 30 + n) == 0
    assert r_to_add(30, lambda n: 29 + n) == pytest.approx(1)
    assert r_to_add(30, lambda n: n / 4) == pytest.approx(120), "looks beyond the target where fill is spoiled by voids"


@pytest.mark.parametrize(
    ("board", "spacing_in", "limit"),
    [
        ("gypsum_1_2", 16, 2.2),
        ("gypsum_1_2", 19.2, 1.3),
        ("gypsum_1_2", 24, 1.3),
        ("gypsum_1_2_sag", 16, 2.2),
        ("gypsum_1_2_sag", 24, 1.6),
        ("gypsum_5_8", 24, 2.2),
        ("gypsum_5_8", 16, 2.2),
        ("gypsum_5_8", 24.1, None),
        ("plaster", 16, None),
        ("other", 16, None),
    ],
)
def test_what_the_board_may_carry(board: str, spacing_in: float, limit: float | None) -> None:
    assert load_limit_psf(board, spacing_in) == limit


def test_limits_fall_as_the_spacing_widens() -> None:
    for rows in LIMITS_PSF.values():
        spacings, limits = zip(*rows, strict=True)
        assert sorted(spacings) == list(spacings) and sorted(limits, reverse=True) == list(limits)


def test_load_is_old_and_new() -> None:
    assert load_psf([Layer("a", 3, 11, weight_psf=0.2), Layer("b", 3, 11, weight_psf=0.4)], 1.5) == pytest.approx(2.1)


@pytest.mark.parametrize(("spacing_in", "fraction"), [(12, 0.1325), (16, 0.10125), (19.2, 0.085625), (24, 0.07)])
def test_framing_is_the_joists_and_a_little_blocking(spacing_in: float, fraction: float) -> None:
    assert framing_fraction(spacing_in) == pytest.approx(fraction)
