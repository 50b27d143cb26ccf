"""Batts in rafter bays, walls and closed cavities: re-cut to the bay, in as many layers as it holds (handbook §7)."""

from __future__ import annotations

import math
from dataclasses import dataclass

from ..base.units import ROUNDING_SLACK, whole_up
from ..batts.batt import BattProduct
from ..batts.cutting import cut_courses
from ..batts.layout import LEAST_CUT_IN
from ..batts.rules import MOST_LAYERS, SNUG_WIDER_IN
from ..batts.take_off import BattTakeOff
from ..enclosed.shapes import Enclosed
from ..layers.framing import clear_bay_in
from ..layers.layer import compressed_r

PLACE = "bays"


@dataclass(frozen=True)
class BayBatts:
    """Layers of one batt in every bay: how deep they lie and their R together. pressed: thinner than they are made."""

    layers: int
    depth_in: float
    r: float
    pressed: bool
    take_off: BattTakeOff


def layers_that_fit(batt: BattProduct, room_in: float) -> int:
    """Whole layers of a batt that a bay so deep holds uncompressed, one at least.

    Inches. Source: handbook §7, snug, not squeezed.
    """
    return min(MOST_LAYERS, max(1, math.floor(room_in / batt.thickness_in + ROUNDING_SLACK)))


def bay_batts(
    enclosed: Enclosed, spacing_in: float, old_in: float, product: str, batt: BattProduct, layers: int | None
) -> BayBatts | None:
    """The batts over what lies in the bays; None where no room is left. layers: as set, None for as many as fit.

    A layer with less room than its thickness is pressed and its R falls with it. Each bay is one course as long as the bay,
    cut from pieces with offcuts reused; a batt wider than the bay is ripped. spacing_in on center, old_in: depth of what
    stays. Source: handbook §5, compression; §7, take-off.
    """
    room = enclosed.depth_in - old_in
    if room <= ROUNDING_SLACK:
        return None
    count = layers or layers_that_fit(batt, room)
    each = min(batt.thickness_in, room / count)
    clear = clear_bay_in(spacing_in)
    bays = whole_up(enclosed.length_ft * 12 / spacing_in)
    bay_in = 12 * enclosed.surface_ft2 / enclosed.length_ft
    cuts = cut_courses([bay_in] * bays, batt.length_in, LEAST_CUT_IN)
    pieces = [length for run in cuts.runs for length, _ in run]
    ripped = batt.width_in > clear + SNUG_WIDER_IN
    whole = 0 if ripped else sum(length >= batt.length_in - ROUNDING_SLACK for length in pieces)
    stock = cuts.stock * count
    covered = count * bays * bay_in * clear / 144
    opened = stock * batt.piece_ft2
    return BayBatts(
        layers=count,
        depth_in=each * count,
        r=count * compressed_r(batt.r, batt.thickness_in, each),
        pressed=each < batt.thickness_in - ROUNDING_SLACK,
        take_off=BattTakeOff(
            product=product,
            place=PLACE,
            r=batt.r,
            thickness_in=each,
            pieces=stock,
            whole=whole * count,
            cuts=(len(pieces) - whole) * count,
            splits=0,
            bundles=stock / batt.pieces_per_bundle,
            covered_ft2=covered,
            least=whole_up(count * bays * bay_in / batt.length_in),
            waste=max(0.0, 1 - covered / opened),
            offcuts_ft2=max(0.0, opened - covered),
            scraps_ft2=0.0,
            courses=(),
        ),
    )
