"""Leakage of the house from a fan test: one point or several, with its interval (handbook §19)."""

from __future__ import annotations

import math
from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from scipy.special import stdtrit

AT_PA = 50.0
USUAL_N = 0.65
LEAST_N, MOST_N, LEAST_R = 0.5, 1.0, 0.99
TWO_SIDED = 0.975
NATURAL = 17.0


@dataclass(frozen=True, kw_only=True)
class FanTest:
    """n: exponent; c: flow at 1 Pa, ft³/min; cfm50 with its 95 % interval, None where one point gives none. r: of the fit.

    fault: why it does not hold; the figures stand all the same.
    """

    n: float
    c: float
    cfm50: float
    low: float | None
    high: float | None
    r: float | None
    points: int
    ach50: float | None
    fault: str | None


@dataclass(frozen=True, kw_only=True)
class Change:
    """Before less after, ft³/min at 50 Pa, with the interval of the difference where both have one."""

    cfm50: float
    low: float | None
    high: float | None


def points_of(said: Iterable[tuple[str, Mapping[str, Any]]], test: str) -> tuple[list[tuple[float, float]], float]:
    """The points of a test as read, (Pa, ft³/min), and its baseline, Pa: the last one said, else 0. said: kind and value of entries."""
    values = [value for kind, value in said if kind == "leak.reading" and value["test"] == test]
    baseline = next((v["baseline_pa"] for v in reversed(values) if v.get("baseline_pa") is not None), 0.0)
    return [(v["pressure_pa"], v["flow_cfm"]) for v in values if v.get("flow_cfm") is not None], baseline


def fan_test(
    points: Sequence[tuple[float, float]], baseline_pa: float = 0.0, volume_ft3: float | None = None
) -> FanTest | None:
    """ln Q = ln C + n ln ΔP by least squares; CFM50 = C · 50ⁿ; one point: Q · (50/ΔP)^0.65. None without a usable point.

    points: (ΔP in Pa, flow in ft³/min) as read; the baseline is taken off each. volume_ft3: for ACH50.
    Source: handbook §19, leakage.
    """
    used = [(pa - baseline_pa, cfm) for pa, cfm in points if pa - baseline_pa > 0 and cfm > 0]
    if not used:
        return None
    pressures = {round(pa, 6) for pa, _ in used}
    if len(pressures) == 1:
        return _single(used, volume_ft3, len(used))
    x, y = [math.log(pa) for pa, _ in used], [math.log(cfm) for _, cfm in used]
    count, mx, my = len(used), sum(x) / len(used), sum(y) / len(used)
    sxx = sum((a - mx) ** 2 for a in x)
    sxy = sum((a - mx) * (b - my) for a, b in zip(x, y, strict=True))
    syy = sum((b - my) ** 2 for b in y)
    n = sxy / sxx
    at = math.log(AT_PA)
    log50 = my + n * (at - mx)
    left = max(0.0, syy - n * sxy)
    reach = None
    if count > 2:
        error = math.sqrt(left / (count - 2) * (1 / count + (at - mx) ** 2 / sxx))
        reach = float(stdtrit(count - 2, TWO_SIDED)) * error
    r = sxy / math.sqrt(sxx * syy) if syy > 0 else 1.0
    cfm50 = math.exp(log50)
    return FanTest(
        n=n,
        c=math.exp(my - n * mx),
        cfm50=cfm50,
        low=None if reach is None else cfm50 * math.exp(-reach),
        high=None if reach is None else cfm50 * math.exp(reach),
        r=r,
        points=count,
        ach50=ach50(cfm50, volume_ft3),
        fault=_fault(n, r),
    )


def _single(used: Sequence[tuple[float, float]], volume_ft3: float | None, count: int) -> FanTest:
    pa, cfm = used[0][0], sum(flow for _, flow in used) / count
    cfm50 = cfm * (AT_PA / pa) ** USUAL_N
    fault = "one pressure read again is one point: read at others" if count > 1 else None
    return FanTest(
        n=USUAL_N, c=cfm / pa**USUAL_N, cfm50=cfm50, low=None, high=None, r=None, points=count, ach50=ach50(cfm50, volume_ft3),
        fault=fault,
    )  # fmt: skip


def _fault(n: float, r: float) -> str | None:
    if not LEAST_N <= n <= MOST_N:
        return f"the exponent is {n:.2f}, and {LEAST_N:g} to {MOST_N:g} is possible: a door or window opened, or a reading is wrong"
    return (
        f"the points lie off their line (r {r:.3f}, at least {LEAST_R:g}): wind, or a reading is wrong"
        if r < LEAST_R
        else None
    )


def ach50(cfm50: float, volume_ft3: float | None) -> float | None:
    """Air changes an hour at 50 Pa: 60 · CFM50 / volume. Source: handbook §19.

    >>> round(ach50(1_690.0, 12_000.0), 2)
    8.45
    """
    return None if not volume_ft3 else 60 * cfm50 / volume_ft3


def natural_cfm(cfm50: float) -> float:
    """Natural rate by rule of thumb, ft³/min: CFM50 / 17. Source: handbook §19, natural rate.

    >>> round(natural_cfm(1_691.0), 1)
    99.5
    """
    return cfm50 / NATURAL


def fresh_air_cfm(floor_ft2: float, bedrooms: int) -> float:
    """Fresh air wanted for the whole house, ft³/min. Source: handbook §19 (ASHRAE 62.2).

    >>> fresh_air_cfm(1_500.0, 3)
    75.0
    """
    return 0.03 * floor_ft2 + 7.5 * (bedrooms + 1)


def change_of(before: FanTest | None, after: FanTest | None) -> Change | None:
    """Before less after; the interval of the difference from those of both, as independent. None while one is missing.

    Source: handbook §19, before and after with the difference's interval.
    """
    if before is None or after is None:
        return None
    found = before.cfm50 - after.cfm50
    if before.low is None or before.high is None or after.low is None or after.high is None:
        return Change(cfm50=found, low=None, high=None)
    down = math.hypot(before.cfm50 - before.low, after.high - after.cfm50)
    up = math.hypot(before.high - before.cfm50, after.cfm50 - after.low)
    return Change(cfm50=found, low=found - down, high=found + up)
