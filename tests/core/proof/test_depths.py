"""Depths as proof: the worked bound, the table of t, and how often a bound over-claims (handbook §12, §19)."""

from __future__ import annotations

import random
import statistics

import pytest
from scipy import stats

from elm_cover.core.proof.depths import depth_proof, lower_bound

READ = [16.5, 16.25, 15.75, 16.0, 16.75, 15.5, 16.25, 16.5]


def test_the_worked_bound() -> None:
    """mean 16.19, s 0.417, bound 15.98, least 15.5."""
    found = depth_proof(READ)
    assert (found.n, found.least) == (8, 15.5) and statistics.stdev(READ) == pytest.approx(0.417, abs=5e-4)
    assert found.mean == pytest.approx(16.19, abs=0.005) and found.bound == pytest.approx(15.98, abs=0.005)


@pytest.mark.parametrize(
    ("degrees", "t"),
    [(4, 1.533), (5, 1.476), (7, 1.415), (9, 1.383), (11, 1.363), (14, 1.345), (19, 1.328), (29, 1.311)],
)
def test_t_of_the_table(degrees: int, t: float) -> None:
    values = [float(i) for i in range(degrees + 1)]
    off = statistics.mean(values) - (lower_bound(values) or 0)
    assert off * (degrees + 1) ** 0.5 / statistics.stdev(values) == pytest.approx(t, abs=6e-4)
    assert off == pytest.approx(stats.t.ppf(0.9, degrees) * statistics.stdev(values) / (degrees + 1) ** 0.5)


def test_fewer_than_five_say_nothing_and_none_is_none() -> None:
    assert depth_proof(READ[:4]).bound is None and depth_proof(READ[:4]).mean == pytest.approx(16.125)
    empty = depth_proof([], 0.1)
    assert (empty.n, empty.mean, empty.least, empty.bound, empty.share_below) == (0, None, None, None, 0.1)


def test_the_bound_lies_over_the_true_mean_once_in_ten() -> None:
    chance = random.Random(3)
    over = sum((lower_bound([chance.gauss(16, 0.9) for _ in range(8)]) or 0) > 16 for _ in range(4000))
    assert over / 4000 == pytest.approx(0.10, abs=0.015)
