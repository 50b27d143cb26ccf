"""Heat through the floor by parallel paths at every point of it (handbook §6, heat through the floor)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ..base.arrays import Floats
from .framing import WOOD_R_PER_IN
from .stack import LayerAt
from .voids import void_shares


@dataclass(frozen=True)
class Boundary:
    """What the paths have in common: B (films and board) in R, framing share of the floor, joist depth in inches."""

    r: float
    framing_fraction: float
    joist_depth_in: float


def cavity_r(
    laid: Sequence[LayerAt], boundary: float, r_new: Floats, new_r_per_in: float, over_r: Floats | float = 0.0
) -> Floats:
    """R between the joists at each point, voids and all, without films and board. r_new: R of the new fill there.

    over_r: of what lies over it all, a foam baffle.

    laid, r_new, over_r: at the same places, shape (places,). Source: handbook §6, cavity and void.
    """
    u = np.zeros_like(r_new)
    for share, bares in void_shares([layer.layer for layer in laid]):
        r = boundary + r_new + over_r
        for layer, bare in zip(laid, bares, strict=True):
            if not bare:
                r = r + layer.r
            elif layer.layer.open:
                r = r + layer.depth_in * new_r_per_in
        u += share / r
    return 1 / u - boundary


@dataclass(frozen=True, eq=False)
class Paths:
    """U along the joists and between them at each point, and between them if nothing were void. Films and board included."""

    joist: Floats
    cavity: Floats
    sound: Floats

    def u(self, framing_fraction: float) -> Floats:
        """FF / R_joist + (1 − FF) / R_cavity at each point.

        Btu/h·ft²·°F, shape (places,). Source: handbook §6.
        """
        return framing_fraction * self.joist + (1 - framing_fraction) * self.cavity


def paths(
    under: Boundary,
    laid: Sequence[LayerAt],
    new_settled_in: Floats,
    r_new: Floats,
    new_r_per_in: float,
    over_r: Floats | float = 0.0,
) -> Paths:
    """The heat paths at each point. Btu/h·ft²·°F. over_r: of what lies over it all, a foam baffle.

    The joist is wood up to its top or to the top of the fill, whichever is lower (wood standing bare above thin fill
    earns nothing), and has above it what lies higher than its top.

    All arrays of shape (places,), thicknesses in inches. Source: handbook §6, parallel paths.
    """
    cavity = under.r + cavity_r(laid, under.r, r_new, new_r_per_in, over_r)
    joist_depth = under.joist_depth_in
    r_above = np.zeros_like(r_new)
    bottom = np.zeros_like(r_new)
    sound = under.r + r_new + over_r
    for layer in laid:
        r_above = r_above + layer.r * _share_above(bottom, layer.depth_in, joist_depth)
        bottom = bottom + layer.depth_in
        sound = sound + layer.r
    r_above = r_above + r_new * _share_above(bottom, new_settled_in, joist_depth)
    wood = WOOD_R_PER_IN * np.minimum(joist_depth, bottom + new_settled_in)
    return Paths(1 / (under.r + wood + r_above + over_r), 1 / cavity, 1 / sound)


def bare_u(boundary: float) -> float:
    """U of ceiling board with nothing on it: a hatch lid without insulation, the ring left clear round a light.

    Btu/h·ft²·°F. Source: handbook §5, B.

    >>> round(bare_u(1.67), 3)
    0.599
    """
    return 1 / boundary


def _share_above(bottom: Floats, thickness: Floats, height: float) -> Floats:
    """How much of a layer lies above a height, 0 to 1; 0 where the layer has no thickness."""
    above = np.clip(bottom + thickness - height, 0.0, thickness)
    return np.divide(above, thickness, out=np.zeros_like(above), where=thickness > 0)
