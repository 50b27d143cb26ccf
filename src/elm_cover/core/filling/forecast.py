"""How many bags there will be at the end, from the bands that are done (handbook §11, §17)."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

from .constants import START, Constants


@dataclass(frozen=True, kw_only=True)
class Forecast:
    """Bags in the attic at the end: mean and 80 % range. q: bags ÷ planned bags expected of what is left."""

    mean: float
    low: float
    high: float
    q: float


@dataclass(frozen=True)
class CorridorPoint:
    """Floor covered, ft², and between how many bags a run on line lies there."""

    covered_ft2: float
    low: float
    planned: float
    high: float


def forecast(bags: float, planned: float, total: float, done: int, left: int, by: Constants = START) -> Forecast:
    """bags: in the attic at the last band's end; planned: what those bands want; total: what all want; done, left: bands.

    Nothing done yet: what is known beforehand. Raises ValueError for less than nothing. Source: handbook §11; §17, forecast.

    >>> found = forecast(34.0, 32.0, 70.0, 4, 5)
    >>> [round(n, 1) for n in (found.mean, found.low, found.high)]
    [74.3, 73.6, 75.0]
    """
    if min(bags, planned, total, done, left) < 0:
        raise ValueError("bags and bands are 0 or more")
    weight, q = 1 / by.prior_sd**2, 1.0
    if done and bags > 0 and planned > 0:
        ratio = bags / planned
        measured = 1 / (ratio**2 * ((by.count_bags / bags) ** 2 + by.band_share**2 / done))
        q = (weight * 1.0 + measured * ratio) / (weight + measured)
        weight += measured
    rest = max(0.0, total - planned)
    variance = rest**2 / weight + ((by.band_share * rest) ** 2 / left if left else 0.0) + by.end_bags**2
    mean, reach = bags + rest * q, by.z * math.sqrt(variance)
    return Forecast(mean=mean, low=mean - reach, high=mean + reach, q=q)


def corridor(bands: Sequence[tuple[float, float]], by: Constants = START) -> tuple[CorridorPoint, ...]:
    """Between what bags a run on line lies. bands: floor ft² and bags of each, in the order they are filled.

    Within on_line_l of the plan and what the hopper's level may be off. Source: handbook §17, on line.
    """
    found = [CorridorPoint(0.0, 0.0, 0.0, by.corridor_bags)]
    covered = planned = 0.0
    for area_ft2, bags in bands:
        covered, planned = covered + area_ft2, planned + bags
        found.append(
            CorridorPoint(
                covered,
                max(0.0, planned * math.exp(-by.on_line_l) - by.corridor_bags),
                planned,
                planned * math.exp(by.on_line_l) + by.corridor_bags,
            )
        )
    return tuple(found)
