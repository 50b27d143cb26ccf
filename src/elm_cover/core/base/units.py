"""How figures are worded in flags and on paper: inches in eighths, R as R-49, always with the unit.

Figures shown are rounded half up (away from zero below it), never half to even; computed figures are not rounded. The
screen words them by the same rule: one table of cases, tests/core/base/tables/rounding.csv, holds both.
"""

from __future__ import annotations

import math

EIGHTHS = ("", "⅛", "¼", "⅜", "½", "⅝", "¾", "⅞")
# Forgives the last digits of a float: 0.35 is a little less than it says, and is shown as 0.4 all the same.
ROUNDING_SLACK = 1e-9
# R is shown whole from here up, in tenths below.
R_WHOLE_FROM = 9.95


def half_up(value: float, digits: int = 0) -> float:
    """The value to so many decimals, halves away from zero: 12.5 → 13, −0.25 → −0.3 with one decimal.

    >>> half_up(2.5)
    3.0
    """
    scale = 10.0**digits
    return math.copysign(math.floor(abs(value) * scale + 0.5 + ROUNDING_SLACK) / scale, value)


def fixed(value: float, digits: int = 0) -> str:
    """The value in words, thousands apart, to so many decimals, half up: 1234.5 → “1,235”. No sign on a nought."""
    shown = f"{half_up(value, digits):,.{digits}f}"
    return shown.removeprefix("-") if not shown.strip("-0.,") else shown


def trimmed(value: float, digits: int) -> str:
    """The same without noughts at its end.

    >>> trimmed(12.5, 2), trimmed(3.0, 2), trimmed(30.0, 0)
    ('12.5', '3', '30')
    """
    shown = fixed(value, digits)
    return shown.rstrip("0").rstrip(".") if digits else shown


def nearest_eighth(value_in: float) -> float:
    """Inches to the nearest eighth, half up: 12.3125 → 12.375.

    >>> nearest_eighth(15.98)
    16.0
    """
    return half_up(value_in * 8) / 8


def eighths(value_in: float) -> str:
    """Inches to the nearest eighth, half up: 16.75 → “16¾ in”, 12.3125 → “12⅜ in”.

    >>> eighths(16.125)
    '16⅛ in'
    """
    count = int(half_up(value_in * 8))
    whole, part = divmod(abs(count), 8)
    sign = "−" if count < 0 else ""
    shown = f"{whole if whole or not part else ''}{EIGHTHS[part]}"
    return f"{sign}{shown} in"


def feet_inches(value_ft: float) -> str:
    """Feet and whole inches, half up: 12.5 → “12 ft 6 in”.

    >>> feet_inches(12.5)
    '12 ft 6 in'
    """
    feet, inches = divmod(int(half_up(value_ft * 12)), 12)
    return f"{feet} ft {inches} in" if inches else f"{feet} ft"


def r_value(r: float) -> str:
    """R to the nearest whole number, half up, except below 9.95 where a tenth matters: R-49, R-6.6.

    >>> r_value(49.0)
    'R-49'
    """
    return f"R-{fixed(r, 1).removesuffix('.0')}" if r < R_WHOLE_FROM else f"R-{fixed(r)}"


def whole_up(value: float) -> int:
    """The next whole number up, forgiving the last digits of a float: ceil(v − 1e-9).

    >>> whole_up(33.0000001)
    34
    """
    return -int(-(value - ROUNDING_SLACK) // 1)


# Words that a container is called by, and many of them.
CONTAINERS = ("bag", "box", "bundle", "can", "length", "pail", "piece", "roll", "set", "sheet", "sleeve", "tub", "tube")


def many(unit: str, amount: float) -> str:
    """What so many of a unit are called: 2 of “bundle of 40 ft²” → bundles of 40 ft²; measures stay as they are."""
    word, _, rest = unit.partition(" ")
    if amount == 1 or word not in CONTAINERS:
        return unit
    plural = f"{word}es" if word.endswith("x") else f"{word}s"
    return f"{plural} {rest}" if rest else plural


def shortened(name: str, most: int = 40) -> str:
    """A name as it stands in a sentence: cut where it is longer than that."""
    return name if len(name) <= most else name[: most - 1].rstrip() + "…"
