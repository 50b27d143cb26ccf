"""A layer of batts counted, and what goes through an opening (handbook §7)."""

from __future__ import annotations

from dataclasses import dataclass

from ..base.units import whole_up
from .batt import BattLayer
from .layout import Counted, Course


@dataclass(frozen=True, kw_only=True)
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
    """The counts of one layer, with its cut list where there is one.

    Source: handbook §7, bundles and waste against the lower bound.
    """
    batt = layer.batt
    whole = sum(counted.whole)
    opened = counted.stock * batt.piece_ft2
    return BattTakeOff(
        product=layer.product,
        place=layer.place,
        r=batt.r,
        thickness_in=batt.thickness_in,
        pieces=counted.stock,
        whole=whole,
        cuts=len(counted.lengths) - whole,
        splits=int(counted.splits.sum()),
        bundles=counted.stock / batt.pieces_per_bundle,
        covered_ft2=counted.covered_ft2,
        least=whole_up(counted.covered_ft2 / batt.piece_ft2),
        waste=1 - counted.covered_ft2 / opened if opened > 0 else 0.0,
        offcuts_ft2=counted.offcuts_ft2,
        scraps_ft2=counted.scraps_ft2,
        courses=courses,
    )


def passes(size_in: tuple[float, ...], opening_in: tuple[float, float], gives: float = 0.0) -> bool:
    """Whether a box goes through an opening end on: its two smaller sides against the opening's, inches.

    gives: share by which the smallest side can be pressed.

    Source: handbook §7, each piece and each bundle must go through the opening.
    """
    small, middle = sorted(size_in)[:2]
    narrow, wide = sorted(opening_in)
    return small * (1 - gives) <= narrow and middle <= wide
