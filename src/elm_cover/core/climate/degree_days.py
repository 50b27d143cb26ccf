"""Degree-days by climate zone (handbook §8, start values)."""

from __future__ import annotations

from collections.abc import Iterable

from .zones import BY_LETTER, BY_NUMBER, zone_number

# Degree-days at 65 °F by zone 1 … 8, start values; zone 0 reads as 1.
HEATING_DEGREE_DAYS = (300, 1_700, 3_000, 4_700, 6_200, 7_900, 10_500, 14_500)
COOLING_DEGREE_DAYS = (4_500, 2_900, 1_900, 1_200, 800, 500, 250, 50)


def degree_days(climate_zone: str) -> tuple[float, float]:
    """Heating and cooling degree-days at 65 °F, start values by zone.

    °F·days a year. Zone 0 reads as 1. Source: handbook §8, start values by zone.

    >>> degree_days("5A")
    (6200.0, 800.0)
    """
    at = max(1, zone_number(climate_zone)) - 1
    return float(HEATING_DEGREE_DAYS[at]), float(COOLING_DEGREE_DAYS[at])


def zone_lines(zones: Iterable[str]) -> tuple[tuple[str, str], ...]:
    """Each zone with its description: (“5A”, “cool: long cold winters; moist, inland; about 6,200 heating degree-days”).

    Source: ASHRAE 169, zones; handbook §8, degree-days.
    """
    lines = []
    for zone in zones:
        heating, _ = degree_days(zone)
        letter = BY_LETTER.get(zone[1:])
        parts = [BY_NUMBER[zone_number(zone)], *([letter] if letter else [])]
        lines.append((zone, "; ".join([*parts, f"about {heating:,.0f} heating degree-days (°F)"])))
    return tuple(lines)
