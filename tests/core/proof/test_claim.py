"""What may be claimed: rows reached by bags and by depth, between rows, cores (handbook §19)."""

from __future__ import annotations

import random

import pytest

from elm_cover.core.layers.chart import Chart, Row
from elm_cover.core.proof.claim import (
    between_rows,
    box_density_pcf,
    claim,
    core_density_pcf,
    core_weight_psf,
    density_by_volume_pcf,
    row_reached,
)
from elm_cover.core.proof.depths import lower_bound

CHART = Chart((Row(30, 9.3, 8.2, 22.8), Row(38, 11.8, 10.4, 17.8), Row(49, 15.1, 13.3, 13.5)), 25.0)
FIELD = [40.0, 52.0, 70.0]


def test_the_lesser_row_of_bags_and_depth_is_claimed() -> None:
    found = claim(CHART, 69.7, FIELD, 15.2)
    assert (found.row_by_bags, found.row_by_depth, found.claimed) == (38, 49, 38)
    assert found.r_by_bags == pytest.approx(38 + 11 * 17.7 / 18) and found.r_by_depth == 49
    found = claim(CHART, 70, FIELD, 11.73)
    assert (found.row_by_bags, found.row_by_depth, found.claimed) == (49, 30, 30)


def test_a_row_is_reached_exactly_and_not_by_a_hair_less() -> None:
    assert row_reached(52.0, FIELD, [30, 38, 49]) == 38 and row_reached(51.999, FIELD, [30, 38, 49]) == 30
    assert row_reached(52.0 - 1e-12, FIELD, [30, 38, 49]) == 38
    assert row_reached(39.9, FIELD, [30, 38, 49]) == 0


@pytest.mark.parametrize(
    ("bags", "depth", "claimed"),
    [(69.75, 15.1 - 1 / 16, 49), (69.74, 15.1, 38), (70, 15.03, 38), (51.75, 12, 38), (39.75, 9.3, 30), (39.6, 9.3, 0)],
)
def test_a_row_is_proved_within_its_measure(bags: float, depth: float, claimed: float) -> None:
    assert claim(CHART, bags, FIELD, depth).claimed == claimed


def test_a_quarter_of_a_bag_is_never_more_than_a_hundredth() -> None:
    assert claim(CHART, 9.9, [10.0, 20.0, 30.0], 15.2).row_by_bags == 30
    assert claim(CHART, 9.89, [10.0, 20.0, 30.0], 15.2).row_by_bags == 0


def test_between_rows_from_nothing_to_the_last_and_never_past_it() -> None:
    assert between_rows(20, FIELD, [30, 38, 49]) == 15
    assert between_rows(46, FIELD, [30, 38, 49]) == 34
    assert between_rows(500, FIELD, [30, 38, 49]) == 49


def test_nothing_is_claimed_while_bags_or_depth_are_missing() -> None:
    assert claim(CHART, None, FIELD, 15.2).claimed is None and claim(CHART, 70, FIELD, None).claimed is None
    assert claim(CHART, 5, FIELD, 15.2).claimed == 0
    with pytest.raises(ValueError, match="one for each printed row"):
        claim(CHART, 5, FIELD[:2], 15.2)


def test_the_worked_core() -> None:
    """4 in tube, 14 in deep, 2.61 oz → 1.60 lb/ft³."""
    density = core_density_pcf(4, 14, 2.61)
    assert density == pytest.approx(1.60, abs=0.005)
    assert core_weight_psf(density, 14) == pytest.approx(1.869, abs=0.002)
    found = claim(CHART, 70, FIELD, 15.2, core_psf=25 / 17.8)
    assert found.r_by_cores == pytest.approx(38)
    for wrong in ((0, 14, 2), (4, 0, 2), (4, 14, 0)):
        with pytest.raises(ValueError, match="over 0"):
            core_density_pcf(*wrong)


def test_a_box_says_how_dense_the_fill_is() -> None:
    """2 ft³ with 51.2 oz: 1.6 lb/ft³."""
    assert box_density_pcf(2, 51.2) == pytest.approx(1.6)
    for wrong in ((0, 2), (2, 0)):
        with pytest.raises(ValueError, match="over 0"):
            box_density_pcf(*wrong)


def test_density_by_volume() -> None:
    assert density_by_volume_pcf(12, 25, 100) == 3.0
    with pytest.raises(ValueError, match="volume"):
        density_by_volume_pcf(12, 25, 0)


def test_a_row_is_over_claimed_no_oftener_than_the_bound_allows() -> None:
    """A floor a hair too thin for the row within its measure, read at twelve places by chance, with bags enough: one claim in ten at most."""
    chance = random.Random(5)
    thin, tries = 15.1 - 1 / 16 - 0.01, 3000
    over = 0
    for _ in range(tries):
        bound = lower_bound([chance.gauss(thin, 0.9) for _ in range(12)])
        over += claim(CHART, 80, FIELD, bound).claimed == 49
    assert 0.05 < over / tries < 0.115
