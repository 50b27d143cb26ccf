"""Climate zones in plain words, for picking one without a map (handbook §4)."""

from __future__ import annotations


def zone_number(climate_zone: str) -> int:
    """The number of a climate zone: “4C” → 4. No figure here differs between 4 marine and 5, or within a number.

    >>> zone_number("5A")
    5
    """
    return int(climate_zone[0])


# By number: how it feels (ASHRAE 169).
BY_NUMBER = {
    0: "extremely hot",
    1: "very hot",
    2: "hot",
    3: "warm",
    4: "mixed: cold winters, hot summers",
    5: "cool: long cold winters",
    6: "cold",
    7: "very cold",
    8: "subarctic",
}
BY_LETTER = {"A": "moist, inland", "B": "dry", "C": "marine, near the coast"}
