"""How figures are worded in flags and on paper: inches in eighths, R as R-49, always with the unit."""

from __future__ import annotations

EIGHTHS = ("", "⅛", "¼", "⅜", "½", "⅝", "¾", "⅞")
ROUNDING_SLACK = 1e-9


def eighths(value_in: float) -> str:
    """Inches to the nearest eighth: 16.75 → “16¾ in”."""
    count = round(value_in * 8)
    whole, part = divmod(abs(count), 8)
    sign = "−" if count < 0 else ""
    shown = f"{whole if whole or not part else ''}{EIGHTHS[part]}"
    return f"{sign}{shown} in"


def feet_inches(value_ft: float) -> str:
    """Feet and whole inches: 12.5 → “12 ft 6 in”."""
    feet, inches = divmod(round(value_ft * 12), 12)
    return f"{feet} ft {inches} in" if inches else f"{feet} ft"


def r_value(r: float) -> str:
    """R to the nearest whole number, except below 10 where a tenth matters: R-49, R-6.6."""
    return f"R-{r:.1f}".removesuffix(".0") if r < 9.95 else f"R-{r:.0f}"


def whole_up(value: float) -> int:
    """The next whole number up, forgiving the last digits of a float: ceil(v − 1e-9)."""
    return -int(-(value - ROUNDING_SLACK) // 1)
