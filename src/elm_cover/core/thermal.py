"""Heat through the floor by parallel paths at every point of it (handbook: heat through the floor)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from .existing import OldLayer, void_paths
from .framing import WOOD_R_PER_IN

Floats = NDArray[np.float64]


@dataclass(frozen=True)
class Floor:
    """What the paths have in common: B in R, framing share of the floor, joist depth in inches."""

    boundary: float
    framing_fraction: float
    joist_depth_in: float


def cavity_r(
    layers: Sequence[OldLayer], boundary: float, old_share: Floats, r_new: Floats, new_r_per_in: float
) -> Floats:
    """R between the joists at each point, voids and all, without films and board.

    old_share: how much of the old depth has room at the point, 0 to 1. r_new: R of the new fill there.
    """
    u = np.zeros_like(r_new)
    for path in void_paths(layers):
        r_old = old_share * (path.r_old + path.open_depth_in * new_r_per_in)
        u += path.share / (boundary + r_old + r_new)
    return 1 / u - boundary


def u_factor(
    floor: Floor,
    layers: Sequence[OldLayer],
    old_share: Floats,
    new_settled_in: Floats,
    r_new: Floats,
    new_r_per_in: float,
) -> Floats:
    """U at each point: FF / R_joist + (1 − FF) · mean of the cavity paths. Btu/h·ft²·°F, films and board included.

    The joist is wood up to its top or to the top of the fill, whichever is lower (wood standing bare above thin fill
    earns nothing), and has above it what lies higher than its top.
    """
    cavity = floor.boundary + cavity_r(layers, floor.boundary, old_share, r_new, new_r_per_in)
    joist_depth = floor.joist_depth_in
    depth = sum(layer.depth_in for layer in layers) * old_share
    r_above = np.zeros_like(r_new)
    bottom = np.zeros_like(r_new)
    for layer in layers:
        thickness = layer.depth_in * old_share
        r_above += layer.r * old_share * _share_above(bottom, thickness, joist_depth)
        bottom = bottom + thickness
    r_above += r_new * _share_above(bottom, new_settled_in, joist_depth)
    wood = WOOD_R_PER_IN * np.minimum(joist_depth, depth + new_settled_in)
    fraction = floor.framing_fraction
    return fraction / (floor.boundary + wood + r_above) + (1 - fraction) / cavity


def bare_u(boundary: float) -> float:
    """U of ceiling board with nothing on it: a hatch lid without insulation, the ring left clear round a light."""
    return 1 / boundary


def _share_above(bottom: Floats, thickness: Floats, height: float) -> Floats:
    """How much of a layer lies above a height, 0 to 1; 0 where the layer has no thickness."""
    above = np.clip(bottom + thickness - height, 0.0, thickness)
    return np.divide(above, thickness, out=np.zeros_like(above), where=thickness > 0)
