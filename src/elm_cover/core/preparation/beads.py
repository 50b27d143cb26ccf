"""Beads of foam, caulk and sealant: how much goes into one (handbook §13, the work list, beads)."""

from __future__ import annotations

import math

from .materials import MaterialUse, use

# The widest bead that is caulk; a wider one is gun foam.
CAULK_UP_TO_IN = 0.25
SEAL_IN = 0.25
GAP_IN = 0.375
HOLE_BEAD_IN = 5.0
# Perimeters where no size was taken, inches.
PERIMETER_IN = {"box": 16.0, "boot": 28.0, "fan_housing": 40.0, "light": 22.0}


def bead_in3(diameter_in: float, length_ft: float) -> float:
    """Volume of a bead: π/4 · d² · length. ⅜ in over 1 ft → 1.325 in³.

    diameter_in in inches, length_ft in feet. Source: handbook §13, beads.

    >>> round(bead_in3(0.375, 1.0), 3)
    1.325
    """
    return math.pi / 4 * diameter_in**2 * length_ft * 12


def bead_material(diameter_in: float) -> str:
    """Up to ¼ in caulk, wider ones gun foam.

    Source: handbook §13, beads.

    >>> [bead_material(width) for width in (0.25, 0.375)]
    ['caulk', 'gun_foam']
    """
    return "caulk" if diameter_in <= CAULK_UP_TO_IN else "gun_foam"


def perimeter_in(kind: str, size_in: tuple[float, float] | None) -> float:
    """Round a housing: from its size, else as it usually is.

    Inches. Source: handbook §13, perimeters.
    """
    return PERIMETER_IN[kind] if size_in is None else 2 * (size_in[0] + size_in[1])


def bead(diameter_in: float, length_ft: float) -> MaterialUse:
    """A bead of what that width is made of.

    Inches, feet. Source: handbook §13, beads.
    """
    return use(bead_material(diameter_in), bead_in3(diameter_in, length_ft))
