"""Framing in the attic floor: how much of it is wood, and what wood is worth (handbook §6, heat through the floor)."""

from __future__ import annotations

JOIST_WIDTH_IN = 1.5
BLOCKING_SHARE = 0.0075
WOOD_R_PER_IN = 1.25


def framing_fraction(spacing_in: float) -> float:
    """Share of the floor that is framing: 1.5 / spacing + 0.0075, so 0.10 at 16 in and 0.07 at 24 in.

    spacing_in: joists or chords on center, inches. Source: handbook, heat through the floor.

    >>> [round(framing_fraction(spacing), 4) for spacing in (16.0, 24.0)]
    [0.1013, 0.07]
    """
    return JOIST_WIDTH_IN / spacing_in + BLOCKING_SHARE


def clear_bay_in(spacing_in: float) -> float:
    """Open width between two joists, rafters or trusses, in: spacing − 1½, never below 0. spacing_in: on center.

    Source: handbook §8, the channels; §7, batts snug in the bay.

    >>> clear_bay_in(24.0)
    22.5
    """
    return max(0.0, spacing_in - JOIST_WIDTH_IN)
