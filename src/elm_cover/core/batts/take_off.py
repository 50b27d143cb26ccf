"""A layer of batts counted, and what goes through an opening (handbook §7)."""

from __future__ import annotations

from dataclasses import dataclass

from ..base.units import whole_up
from .batt import BattLayer
from .layout import Counted, Course


@dataclass(frozen=True)
class BattTakeOff:
    """One layer laid out. bundles: unrounded. least: no layout needs fewer pieces. waste: share of the pieces opened."""

    product: str
    place: str
    r: float
    thickness_in: float
    pieces: int
    whole: int
    cuts: int
    splits: int
    bundles: float
    covered_ft2: float
    least: int
    waste: float
    offcuts_ft2: float
    scraps_ft2: float
    courses: tuple[Course, ...]


# A batt bends and gives: a piece goes through an opening as wide as itself across, and half as thick as it is.
PIECE_GIVES = 0.5


def take_off(layer: BattLayer, counted: Counted, courses: tuple[Course, ...] = ()) -> BattTakeOff:
    """The counts of one layer, with its cut list where there is one."""
    batt = layer.batt
    whole = sum(counted.whole)
    opened = counted.stock * batt.piece_ft2
    return BattTakeOff(
        layer.product,
        layer.place,
        batt.r,
        batt.thickness_in,
        counted.stock,
        whole,
        len(counted.lengths) - whole,
        int(counted.splits.sum()),
        counted.stock / batt.pieces_per_bundle,
        counted.covered_ft2,
        whole_up(counted.covered_ft2 / batt.piece_ft2),
        1 - counted.covered_ft2 / opened if opened > 0 else 0.0,
        counted.offcuts_ft2,
        counted.scraps_ft2,
        courses,
    )


def passes(size_in: tuple[float, ...], opening_in: tuple[float, float], gives: float = 0.0) -> bool:
    """Whether a box goes through an opening end on: its two smaller sides against the opening's, inches.

    gives: share by which the smallest side can be pressed.
    """
    small, middle = sorted(size_in)[:2]
    narrow, wide = sorted(opening_in)
    return small * (1 - gives) <= narrow and middle <= wide
