"""Temperatures to judge a corner by, by climate zone: start values, each to be changed (handbook §8, the corner)."""

from __future__ import annotations

from dataclasses import dataclass

from .zones import zone_number

# Zones 1 … 8; zone 0 reads as 1.
DESIGN_F = (48.0, 33.0, 23.0, 15.0, 4.0, -8.0, -18.0, -40.0)
COLDEST_MONTH_F = (68.0, 52.0, 42.0, 33.0, 25.0, 17.0, 7.0, -10.0)
DRY_FROM_ZONE = 5
HUMIDITY_COLD, HUMIDITY_WARM = 0.40, 0.50


@dataclass(frozen=True)
class Climate:
    """Indoors and outdoors, °F; humidity 0 to 1. design_f: 99 %. by_zone: what is a start value of the zone."""

    room_f: float
    humidity: float
    design_f: float
    coldest_month_f: float
    by_zone: tuple[str, ...] = ()


def climate_of(
    zone: str | None,
    room_f: float,
    humidity: float | None = None,
    design_f: float | None = None,
    coldest_month_f: float | None = None,
) -> Climate | None:
    """What is given, else the zone's start value; None where a figure is given by neither.

    Temperatures in °F, humidity 0 to 1. Source: handbook §8, the corner, start values.
    """
    if zone is None and None in (humidity, design_f, coldest_month_f):
        return None
    number = max(1, zone_number(zone)) if zone is not None else 1
    by_zone = {
        "humidity": HUMIDITY_COLD if number >= DRY_FROM_ZONE else HUMIDITY_WARM,
        "design_f": DESIGN_F[number - 1],
        "coldest_month_f": COLDEST_MONTH_F[number - 1],
    }
    given = {"humidity": humidity, "design_f": design_f, "coldest_month_f": coldest_month_f}
    chosen = {name: by_zone[name] if value is None else value for name, value in given.items()}
    left = tuple(name for name, value in given.items() if value is None)
    return Climate(room_f, chosen["humidity"], chosen["design_f"], chosen["coldest_month_f"], left)
