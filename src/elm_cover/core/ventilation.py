"""Vent area: what the attic needs against what its vents give (handbook: vent area)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

# Net free area to start from: per foot of run, or each. The vent's own label replaces it.
NFA_IN2_PER_FT = {"soffit": 9.0, "ridge": 18.0}
NFA_IN2_EACH = {"roof": 50.0, "gable": 80.0}
HIGH_SHARE = (0.40, 0.50)
COLD_ZONES = (6, 7, 8)


@dataclass(frozen=True)
class VentGroup:
    """Vents of one kind in one place. nfa_in2 each; position low or high."""

    position: str
    nfa_in2: float
    count: int


@dataclass(frozen=True)
class VentArea:
    """Required and provided net free area, in². low and high are None while no vent is recorded. ratio: 150 or 300."""

    required_in2: float
    low_in2: float | None
    high_in2: float | None
    ratio: int


def vent_area(area_ft2: float, vents: Sequence[VentGroup], zone: int | None, retarder: str | None) -> VentArea:
    """Required NFA = 144 · area / 150, or / 300 where 40–50 % of it is high and, in zones 6–8, a class I or II retarder.

    area_ft2: the whole outline. zone: climate zone number or None. Source: model code, as in the handbook.
    """
    low = sum(v.nfa_in2 * v.count for v in vents if v.position == "low") if vents else None
    high = sum(v.nfa_in2 * v.count for v in vents if v.position == "high") if vents else None
    ratio = 150
    total = (low or 0.0) + (high or 0.0)
    if total > 0 and zone is not None:
        balanced = HIGH_SHARE[0] <= (high or 0.0) / total <= HIGH_SHARE[1]
        dry = zone not in COLD_ZONES or retarder in ("class_1", "class_2")
        ratio = 300 if balanced and dry else 150
    return VentArea(144 * area_ft2 / ratio, low, high, ratio)
