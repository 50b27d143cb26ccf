"""Highs and lows of days to come: typed, read from a CSV, or made up by zone and date; what is made up is always marked so."""

from __future__ import annotations

import math
from collections.abc import Iterator
from dataclasses import dataclass
from datetime import date
from random import Random
from typing import Protocol

from ..core.climate import COLDEST_MONTH_F, zone_number

# By zone 1 … 8. Source: handbook §16.
HOTTEST_MONTH_F = (84.0, 84.0, 82.0, 78.0, 74.0, 70.0, 66.0, 60.0)
# Of a day, high less low. Source: handbook §16.
RANGE_F = 20.0
# When the year is hottest: by judgement, the third week of July.
HOTTEST_DAY = 200
NOISE_F = 5.0
MADE_UP, TYPED, READ = "made_up", "typed", "read"


@dataclass(frozen=True)
class DayWeather:
    """The high and the low of a day, °F. source: made_up, typed, or read from a file."""

    day: date
    high_f: float
    low_f: float
    source: str


class Forecast(Protocol):
    """Where a day's high and low come from."""

    def of(self, day: date) -> DayWeather: ...


@dataclass(frozen=True)
class MadeUpForecast:
    """The stand-in: the mean between coldest and hottest month as a sinusoid over the year, with noise; the same for the same
    zone, day and seed. Practice, never a forecast."""

    zone: str
    seed: int = 0

    def of(self, day: date) -> DayWeather:
        """The made-up high and low of a day."""
        number = max(1, zone_number(self.zone)) - 1
        hot, cold = HOTTEST_MONTH_F[number], COLDEST_MONTH_F[number]
        turn = 2 * math.pi * (day.timetuple().tm_yday - HOTTEST_DAY) / 365
        noise = Random(f"{self.seed}:{self.zone}:{day.isoformat()}").uniform(-NOISE_F, NOISE_F)
        mean = (hot + cold) / 2 + (hot - cold) / 2 * math.cos(turn) + noise
        return DayWeather(day, round(mean + RANGE_F / 2, 1), round(mean - RANGE_F / 2, 1), MADE_UP)


def lines(zone: str, first: date, days: int, seed: int = 0) -> Iterator[str]:
    """So many days as the CSV that is read back: day, high and low."""
    yield "day,high_f,low_f"
    made = MadeUpForecast(zone, seed)
    for i in range(days):
        one = made.of(date.fromordinal(first.toordinal() + i))
        yield f"{one.day.isoformat()},{one.high_f:g},{one.low_f:g}"
