"""Attic air by the hour of a day, and how many minutes of an hour one works in it (handbook §16).

Hours are solar: h = clock − clock_ahead. The deck runs an hour behind the sun::

    T(h) = T_out(h) + L · max(0, sin(elevation at h − 1))
    T_out(h) = mean + ½ range · cos(2π (h − 15) / 24)
"""

from __future__ import annotations

import math
from dataclasses import dataclass
from datetime import date

# L: what full sun adds, °F. Source: handbook §16, start values.
DARK_ROOF_F, LIGHT_ROOF_F = 45.0, 35.0
RADIANT_BARRIER_F = 10.0
# Minutes of work an hour where the hotter end of the hour is under so many °F; at or over the last: none. By judgement; the
# employer's heat rule has the last word. Source: handbook §16.
MINUTES = ((85.0, 55), (95.0, 45), (105.0, 35), (115.0, 20))
FULL_MINUTES = 55
HUMID_FROM_F = 70.0


@dataclass(frozen=True, kw_only=True)
class Sky:
    """Where, when and what the roof is like. latitude in degrees; high, low, dew point of the day in °F; sun_f: L. row_hotter: suits
    are worn, or somebody is in the first week."""

    day: date
    latitude: float
    high_f: float
    low_f: float
    sun_f: float = DARK_ROOF_F
    clock_ahead: float = 0.0
    row_hotter: bool = False
    dew_point_f: float | None = None

    @property
    def humid(self) -> bool:
        """Whether the dew point is over 70 °F: sweat cools less. Not known: no. Source: handbook §16."""
        return self.dew_point_f is not None and self.dew_point_f > HUMID_FROM_F


def sun_f(light_roof: bool = False, radiant_barrier: bool = False, snow: bool = False) -> float:
    """L: 45 °F under a dark roof, 35 under a light one, 10 less with a radiant barrier, 0 under snow.

    Source: handbook §16.

    >>> sun_f(light_roof=True)
    35.0
    """
    if snow:
        return 0.0
    return (LIGHT_ROOF_F if light_roof else DARK_ROOF_F) - (RADIANT_BARRIER_F if radiant_barrier else 0.0)


def sin_elevation(latitude: float, day_of_year: int, solar_hour: float) -> float:
    """Sine of the sun's elevation: sin φ sin δ + cos φ cos δ cos(15° (h − 12)), δ = 23.45° · sin(360°/365 · (284 + n)).

    latitude in degrees. Source: handbook §16.
    """
    declination = math.radians(23.45) * math.sin(2 * math.pi / 365 * (284 + day_of_year))
    phi = math.radians(latitude)
    around = math.radians(15 * (solar_hour - 12))
    return math.sin(phi) * math.sin(declination) + math.cos(phi) * math.cos(declination) * math.cos(around)


def outdoor_f(high_f: float, low_f: float, solar_hour: float) -> float:
    """mean + ½ range · cos(2π (h − 15) / 24), °F. Source: handbook §16.

    >>> outdoor_f(88.0, 66.0, 15.0)
    88.0
    """
    return (high_f + low_f) / 2 + (high_f - low_f) / 2 * math.cos(2 * math.pi * (solar_hour - 15) / 24)


def attic_f(sky: Sky, clock: float) -> float:
    """Attic air at an hour of the clock, °F. φ 41°, day 196, 66/88 °F, L 45: 113.0 at 10 by the sun.

    Source: handbook §16.
    """
    hour = clock - sky.clock_ahead
    sun = max(0.0, sin_elevation(sky.latitude, sky.day.timetuple().tm_yday, hour - 1))
    return outdoor_f(sky.high_f, sky.low_f, hour) + sky.sun_f * sun


def minutes_of(air_f: float, row_hotter: bool = False) -> int:
    """Minutes of work in an hour whose hotter end is that hot. row_hotter: dew point over 70 °F, suits, or a first week.

    84.9 → 55; 85 → 45; 115 → 0; a row hotter: 84.9 → 45. Source: handbook §16.

    >>> [minutes_of(air) for air in (80.0, 100.0, 120.0, 140.0)]
    [55, 35, 0, 0]
    """
    row = next((i for i, (below, _) in enumerate(MINUTES) if air_f < below), len(MINUTES)) + row_hotter
    return MINUTES[row][1] if row < len(MINUTES) else 0


def work_minutes(sky: Sky, clock: int, hotter: bool = False) -> int:
    """Minutes of work in the hour that begins at that hour of the clock; one row hotter for damp air, suits, a first week, however
    many of them. Source: handbook §16, the hotter end of the hour; «Settled since, second part» 15."""
    return _minutes(sky, attic_f(sky, clock), attic_f(sky, clock + 1), hotter)


def day_minutes(sky: Sky) -> tuple[dict[int, int], dict[int, int]]:
    """Minutes of work by the hour of a whole day, and the same one row hotter. Each hour's air is asked for once."""
    air = [attic_f(sky, hour) for hour in range(25)]
    plain, hotter = ({h: _minutes(sky, air[h], air[h + 1], row) for h in range(24)} for row in (False, True))
    return plain, hotter


def _minutes(sky: Sky, from_f: float, to_f: float, hotter: bool) -> int:
    return minutes_of(max(from_f, to_f), hotter or sky.row_hotter or sky.humid)


def daylight_time(day: date) -> bool:
    """Whether clocks are put forward: from the second Sunday of March to the first of November."""
    begins = 8 + (6 - date(day.year, 3, 8).weekday()) % 7
    ends = 1 + (6 - date(day.year, 11, 1).weekday()) % 7
    return date(day.year, 3, begins) <= day < date(day.year, 11, ends)


def usual_clock_ahead(day: date) -> float:
    """How far the clock is ahead of the sun where nobody said: 1 h in daylight time, else 0. Source: handbook §16."""
    return 1.0 if daylight_time(day) else 0.0
