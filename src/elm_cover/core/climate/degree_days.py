"""Degree-days by climate zone (handbook §8, start values)."""

from __future__ import annotations

from .zones import zone_number

# Degree-days at 65 °F by zone 1 … 8, start values; zone 0 reads as 1.
HEATING_DEGREE_DAYS = (300, 1_700, 3_000, 4_700, 6_200, 7_900, 10_500, 14_500)
COOLING_DEGREE_DAYS = (4_500, 2_900, 1_900, 1_200, 800, 500, 250, 50)


def degree_days(climate_zone: str) -> tuple[float, float]:
    """Heating and cooling degree-days at 65 °F, start values by zone."""
    at = max(1, zone_number(climate_zone)) - 1
    return float(HEATING_DEGREE_DAYS[at]), float(COOLING_DEGREE_DAYS[at])
