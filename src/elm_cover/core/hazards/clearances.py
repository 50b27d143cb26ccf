"""What the fill must keep clear of, and the floor that this takes (handbook §9, preparation, clearances).

Clearances hold unless the listing says otherwise; a listed clearance that was recorded goes before the usual one.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

from ..base.arrays import Points
from ..floor.outline import box_ft
from .features import KINDS, FeatureInput

LIGHT_CLEARANCE_IN = 3.0
WARM_CLEARANCE_IN = 3.0
CHIMNEY_CLEARANCE_IN = 2.0
# Double-wall gas vent usually 1 in; oil vent and factory-built wood chimney usually 2 in; unknown: 3 in and ask. A
# single-wall vent is a stop; meanwhile it is kept as clear as an unknown one. Plastic pipe of a sealed burner: none.
FLUE_CLEARANCE_IN = {
    "double_wall_gas": 1.0,
    "oil": 2.0,
    "factory_wood": 2.0,
    "single_wall": 3.0,
    "plastic": 0.0,
    "unknown": 3.0,
}
WALKWAY_IN = 24.0
# What carries boards: the floor under them counts at what is really there.
FILLED_UNDER = ("platform", "walkway", "storage_floor")
DECKS = (*FILLED_UNDER, "equipment")
LIDS = ("hatch", "stair")
# What comes up through the ceiling: its own footprint is none.
THROUGH = ("chimney", "flue")
DECK_IN = 0.75


@dataclass(frozen=True)
class KeepOut:
    """One kind of thing kept clear: its box with the clearance, inches, where it stands (or None) and how many.

    own_in: its own box without the clearance. lid_r, deck_in: of a lid, of boards; None: not on record. filled: fill goes
    beneath its boards, so that it takes no floor from it.
    """

    name: str
    size_in: tuple[float, float]
    at_ft: tuple[float, float] | None
    count: int = 1
    corners: Points | None = None
    own_in: tuple[float, float] | None = None
    lid_r: float | None = None
    deck_in: float | None = None
    filled: bool = False

    @property
    def corners_ft(self) -> Points | None:
        """Where it lies, ft; None where it is only counted."""
        if self.corners is not None:
            return self.corners
        return None if self.at_ft is None else box_ft(self.at_ft, self.size_in)

    @property
    def area_ft2(self) -> float:
        """Of all of them together, ft²; for those that are only counted."""
        return self.count * self.size_in[0] * self.size_in[1] / 144


def clearance_in(feature: FeatureInput, burns: bool) -> float | None:
    """How far the fill stays away all round, inches; None where the feature takes no floor.

    burns: whether the fill does; one that is not picked yet is taken as one that burns.

    Source: handbook §9, clearances.
    """
    kind = feature.kind
    listed = feature.clearance_in
    if kind == "recessed_light":
        return None if feature.rating == "ic" else LIGHT_CLEARANCE_IN
    if kind in ("fan", "warm_device"):
        return WARM_CLEARANCE_IN if burns else None
    if kind == "flue":
        usual = FLUE_CLEARANCE_IN[feature.flue or "unknown"]
        return listed if listed is not None else usual
    if kind == "chimney":
        return listed if listed is not None else CHIMNEY_CLEARANCE_IN
    if kind in FILLED_UNDER:
        return 0.0  # filled under or not: keep_out_of tells them apart
    if kind in ("stair", "hatch", "equipment", "combustion_air"):
        return 0.0
    return None


def keep_out_of(feature: FeatureInput, burns: bool) -> KeepOut | None:
    """The keep-out of a feature; None where it takes no floor (IC lights, stacks, boxes, wires). What is filled under is
    marked: it takes none from the fill, but holds no more than its framing is deep.

    The clear space is taken as a box round the thing. A chimney, platform or stair without a size takes nothing yet.

    Source: handbook §7, net area; §9, clearances.
    """
    clear = clearance_in(feature, burns)
    if clear is None or feature.count == 0:
        return None
    known = KINDS.get(feature.kind)
    found: KeepOut | None
    if known and known.shape == "run":
        found = _strip(feature)
    else:
        size = feature.size_in or (known.usual_in if known else None)
        if size is None:
            return None
        around = (size[0] + 2 * clear, size[1] + 2 * clear)
        found = KeepOut(feature.kind, around, feature.at_ft, feature.count, own_in=size)
    if found is None:
        return None
    filled = feature.kind in FILLED_UNDER and feature.filled_under is True
    return replace(found, lid_r=feature.lid_r, deck_in=feature.deck_in, filled=filled)


def _strip(feature: FeatureInput) -> KeepOut | None:
    """A walkway that is not filled under: a strip from end to end, 24 in wide unless its width was taken."""
    if feature.at_ft is None or feature.to_ft is None:
        return None
    (x0, y0), (x1, y1) = feature.at_ft, feature.to_ft
    length = math.hypot(x1 - x0, y1 - y0)
    if length == 0:
        return None
    wide = (feature.size_in[0] if feature.size_in else WALKWAY_IN) / 24
    nx, ny = -(y1 - y0) / length * wide, (x1 - x0) / length * wide
    corners = ((x0 + nx, y0 + ny), (x1 + nx, y1 + ny), (x1 - nx, y1 - ny), (x0 - nx, y0 - ny))
    return KeepOut(feature.kind, (length * 12, wide * 24), feature.at_ft, feature.count, corners)
