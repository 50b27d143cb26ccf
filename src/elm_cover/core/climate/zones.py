"""Climate zones in plain words, for picking one without a map."""

from __future__ import annotations

from collections.abc import Iterable


def zone_number(climate_zone: str) -> int:
    """The number of a climate zone: “4C” → 4. No figure here differs between 4 marine and 5, or within a number."""
    return int(climate_zone[0])


# By number: how it feels (ASHRAE 169), and heating degree-days at 65 °F, start values.
BY_NUMBER = {
    0: ("extremely hot", 300),
    1: ("very hot", 300),
    2: ("hot", 1_700),
    3: ("warm", 3_000),
    4: ("mixed: cold winters, hot summers", 4_700),
    5: ("cool: long cold winters", 6_200),
    6: ("cold", 7_900),
    7: ("very cold", 10_500),
    8: ("subarctic", 14_500),
}
BY_LETTER = {"A": "moist, inland", "B": "dry", "C": "marine, near the coast"}


def zone_lines(zones: Iterable[str]) -> tuple[tuple[str, str], ...]:
    """Each zone with its description: (“5A”, “cool: long cold winters; moist, inland; about 6,200 heating degree-days”)."""
    lines = []
    for zone in zones:
        words, degree_days = BY_NUMBER[zone_number(zone)]
        letter = BY_LETTER.get(zone[1:])
        parts = [words, *([letter] if letter else []), f"about {degree_days:,} heating degree-days (°F)"]
        lines.append((zone, "; ".join(parts)))
    return tuple(lines)
