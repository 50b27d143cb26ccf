"""Leakage: the worked test, one point, the fit and its interval against scipy, and what does not hold (handbook §19)."""

from __future__ import annotations

import math

import numpy as np
import pytest
from scipy import stats

from elm_cover.core.proof.leakage import ach50, change_of, fan_test, fresh_air_cfm, natural_cfm

WORKED = list(zip((60, 50, 40, 30, 20, 15), (1905, 1688, 1465, 1210, 934, 771), strict=True))


def test_the_worked_test() -> None:
    """n 0.651, C 132.5, 1,691 ± 0.4 %, 12,000 ft³ → 8.45."""
    found = fan_test(WORKED, 0, 12_000)
    assert found is not None and found.fault is None and found.points == 6
    assert found.n == pytest.approx(0.651, abs=5e-4) and found.c == pytest.approx(132.5, abs=0.05)
    assert found.cfm50 == pytest.approx(1691, abs=0.5) and found.ach50 == pytest.approx(8.45, abs=0.005)
    assert found.low is not None and found.high is not None
    assert (found.high / found.low) ** 0.5 - 1 == pytest.approx(0.004, abs=5e-4)


def test_fit_and_interval_are_scipys_own() -> None:
    found = fan_test(WORKED)
    x, y = np.log([p for p, _ in WORKED]), np.log([q for _, q in WORKED])
    line = stats.linregress(x, y)
    assert found is not None
    assert (found.n, math.log(found.c), found.r) == pytest.approx((line.slope, line.intercept, line.rvalue))
    left = y - line.intercept - line.slope * x
    error = math.sqrt(
        float(left @ left) / 4 * (1 / 6 + (math.log(50) - x.mean()) ** 2 / float(((x - x.mean()) ** 2).sum()))
    )
    assert found.high == pytest.approx(found.cfm50 * math.exp(stats.t.ppf(0.975, 4) * error))


def test_one_point_takes_the_usual_exponent_and_has_no_interval() -> None:
    found = fan_test([(30, 1210)])
    assert found is not None and found.cfm50 == pytest.approx(1210 * (50 / 30) ** 0.65) and found.low is None
    again = fan_test([(30, 1210), (30, 1220)])
    assert again is not None and again.fault == "one pressure read again is one point: read at others"
    assert fan_test([]) is None and fan_test([(3, 100)], baseline_pa=4) is None


def test_the_baseline_is_taken_off_every_pressure() -> None:
    assert fan_test([(p - 2, q) for p, q in WORKED], -2) == fan_test(WORKED)


def test_what_does_not_hold_is_said() -> None:
    steep = fan_test([(p, 20 * p**1.3) for p, _ in WORKED])
    flat = fan_test([(p, 500 * p**0.3) for p, _ in WORKED])
    assert (
        steep is not None
        and flat is not None
        and "exponent is 1.30" in str(steep.fault)
        and "exponent is 0.30" in str(flat.fault)
    )
    rough = fan_test([(60, 1500), (50, 1700), (40, 1600), (30, 1100), (20, 1000), (15, 700)])
    assert rough is not None and "off their line" in str(rough.fault)


def test_before_and_after_with_the_differences_interval() -> None:
    before, after = fan_test(WORKED), fan_test([(p, 0.7 * q) for p, q in WORKED])
    found = change_of(before, after)
    assert (
        found is not None
        and before is not None
        and after is not None
        and found.low is not None
        and before.low is not None
    )
    assert found.cfm50 == pytest.approx(0.3 * before.cfm50)
    reach = math.hypot(before.cfm50 - before.low, (after.high or 0) - after.cfm50)
    assert found.cfm50 - found.low == pytest.approx(reach)
    assert change_of(before, None) is None
    single = change_of(before, fan_test([(50, 1000)]))
    assert single is not None and single.low is None and single.cfm50 == pytest.approx(691, abs=0.5)


def test_natural_rate_fresh_air_and_air_changes() -> None:
    assert natural_cfm(1700) == 100 and ach50(1691, 12_000) == pytest.approx(8.455) and ach50(1691, None) is None
    assert fresh_air_cfm(1500, 3) == pytest.approx(75)
