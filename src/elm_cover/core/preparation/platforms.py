"""A platform raised on framing, so that fill goes beneath it (handbook §13, the work list, raised platform)."""

from __future__ import annotations

from dataclasses import dataclass
from itertools import combinations_with_replacement

from ..base.units import whole_up
from .lumber import LUMBER_IN, LUMBER_LB_PER_FT, Members

USUAL_SPACING_IN = 16.0
# What ¾ in deck weighs, start value, lb/ft².
DECK_PSF = 2.2


@dataclass(frozen=True)
class Frame:
    """Framing under a raised deck: layers from below, each (lumber height in, members, their length ft); lumber in feet."""

    layers: tuple[tuple[float, int, float], ...]
    deck_ft2: float

    @property
    def height_in(self) -> float:
        return sum(height for height, _, _ in self.layers)

    @property
    def load_psf(self) -> float:
        """What frame and deck put on the joists beneath them, lb/ft², before anything stands on it.

        Source: handbook §13, raised platform; start values.
        """
        lumber = sum(count * length * LUMBER_LB_PER_FT[height] for height, count, length in self.layers)
        return lumber / self.deck_ft2 + DECK_PSF

    @property
    def members(self) -> tuple[Members, ...]:
        return tuple(Members(*layer) for layer in self.layers)


def lumber_for(height_in: float) -> tuple[float, ...] | None:
    """The lumber for a frame of that height: the lowest single one that reaches it, else the lowest two crossed.

    Inches; None where two of the largest do not reach. 9 in → (9.25,); 12.6 in → (3.5, 9.25).
    Source: handbook §13, raised platform.

    >>> lumber_for(12.0)
    (3.5, 9.25)
    """
    single = next((one for one in LUMBER_IN if one >= height_in - 1e-9), None)
    if single is not None:
        return (single,)
    pairs = [pair for pair in combinations_with_replacement(LUMBER_IN, 2) if sum(pair) >= height_in - 1e-9]
    return min(pairs, key=lambda pair: (sum(pair), -pair[1]), default=None)


def frame(size_ft: tuple[float, float], height_in: float, spacing_in: float = USUAL_SPACING_IN) -> Frame | None:
    """Framing of a deck: members = ceil(length / spacing) + 1, one layer across or two crossed.

    height_in: fill line − joist depth, at least; None where no lumber reaches it. Source: handbook §13, raised platform.
    """
    lumber = lumber_for(height_in)
    if lumber is None:
        return None
    long_ft, wide_ft = max(size_ft), min(size_ft)
    ways = ((long_ft, wide_ft), (wide_ft, long_ft))
    layers = tuple(
        (height, whole_up(along * 12 / spacing_in) + 1, across)
        for height, (along, across) in zip(lumber, ways, strict=False)
    )
    return Frame(layers, long_ft * wide_ft)
