"""How the work list words amounts (handbook §13)."""

from __future__ import annotations

from ..base.units import eighths

NUMBERS = (
    "No", "One", "Two", "Three", "Four", "Five", "Six", "Seven", "Eight", "Nine", "Ten", "Eleven", "Twelve",
)  # fmt: skip


def size_text(size_in: tuple[float, float]) -> str:
    """A size in inches: “16 × 24 in”."""
    return f"{eighths(size_in[0]).removesuffix(' in')} × {eighths(size_in[1])}"


def counted(count: float, one: str, more: str) -> str:
    """So many of something: “Six recessed lights”, “18 ceiling boxes”; one alone goes by its name."""
    whole = round(count)
    if whole == 1:
        return one
    number = NUMBERS[whole] if 0 <= whole < len(NUMBERS) else f"{whole:,}"
    return f"{number} {more[0].lower()}{more[1:]}"
