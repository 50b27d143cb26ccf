"""Fill for enclosed bays, by volume and density (handbook §7, blown fill, enclosed bays).

    bags = area × depth × (1 − 1.5/spacing) × density / bag weight

Level bays under a net or a floor take the settled attic density. Sloped or upright bays are filled dense, or it slumps.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ..layers.chart import Chart
from ..layers.framing import WOOD_R_PER_IN, framing_fraction
from ..layers.heat_paths import Boundary, paths
from ..layers.kinds import kind_of
from ..layers.layer import Layer
from ..layers.stack import LayerAt, depth_of
from ..layers.voids import r_with
from .shapes import Enclosed


@dataclass(frozen=True)
class EnclosedFill:
    """What an enclosed section takes: depth of new fill in inches, density in lb/ft³, bags unrounded, and its R and U.

    bags: in the room over what lies there; gaps: in its gaps that are open from above. beyond_in: how much deeper the fill
    is than the chart's last row, whose R is claimed. r_nominal: None while the board is not known that voids ask for.
    u: Btu/h·ft²·°F of the whole surface by parallel paths, films and board included; None while the board is not known.
    """

    depth_in: float
    density_pcf: float
    bags: float
    gaps: float
    r_added: float
    r_nominal: float | None
    u: float | None
    beyond_in: float = 0.0


def density_for(kind: str | None, level: bool, depth_in: float, chart: Chart, given_pcf: float | None) -> float | None:
    """Density to fill at, lb/ft³: as given, by the chart where the bays are level, else the start value of its kind.

    depth_in: of the new fill, inches. Source: handbook §7, enclosed bays; Settled since, second part, 3.
    """
    if given_pcf is not None:
        return given_pcf
    if not level:
        return kind_of(kind).dense_pcf
    within = min(max(depth_in, chart.rows[0].settled_in), chart.rows[-1].settled_in)
    return float(12 * chart.thin_weight_psf(np.array([within]))[0] / within)


def enclosed_fill(
    enclosed: Enclosed,
    spacing_in: float,
    lies: Sequence[Layer],
    chart: Chart,
    density_pcf: float,
    boundary: float | None,
) -> EnclosedFill:
    """The fill of an enclosed section over what lies in it. Its R is the chart's at that depth, never more than its last row.

    lies: old layers that stay, voids and all. Source: handbook §7, enclosed bays; Settled since 4, 6 and 7.
    """
    old_in = depth_of(lies)
    depth = max(0.0, enclosed.depth_in - old_in)
    r_new = float(chart.thin_r(np.array([depth]))[0])
    open_in = sum(layer.void * layer.depth_in for layer in lies if layer.open)
    below = enclosed.volume_ft3(spacing_in) - enclosed.volume_ft3(spacing_in, old_in)
    gaps = below * open_in / old_in if old_in > 0 else 0.0
    known = boundary is not None or not any(layer.void > 0 for layer in lies)
    r = r_with(lies, boundary, r_new, chart.r_per_in(r_new)) if known else None
    u = None
    if boundary is not None:
        u = enclosed_u(enclosed, spacing_in, boundary, lies, EnclosedNew(depth, r_new, chart.r_per_in(r_new)))
    return EnclosedFill(
        depth_in=depth,
        density_pcf=density_pcf,
        bags=enclosed.volume_ft3(spacing_in, old_in) * density_pcf / chart.bag_lb,
        gaps=gaps * density_pcf / chart.bag_lb,
        r_added=r_new,
        r_nominal=r,
        u=u,
        beyond_in=max(0.0, depth - chart.rows[-1].settled_in),
    )


@dataclass(frozen=True)
class EnclosedNew:
    """New fill in closed bays: its depth in inches, its R, and R per inch for gaps below."""

    depth_in: float = 0.0
    r: float = 0.0
    r_per_in: float = 0.0


def enclosed_u(
    enclosed: Enclosed, spacing_in: float, boundary: float, lies: Sequence[Layer], new: EnclosedNew
) -> float:
    """U of enclosed bays with what lies in them, films and board included; wood as deep as the framing, which reaches the
    cover, but for a net that hangs above it.

    Btu/h·ft²·°F; spacing_in on center. Source: handbook §6, parallel paths; Settled since 6 and 7; second part, 2.
    """
    fraction = framing_fraction(spacing_in)
    if math.isinf(enclosed.wood_in):
        r = r_with(lies, boundary, new.r, new.r_per_in)
        wood_in = enclosed.framing_in
        if enclosed.channel_in > 0:  # wood standing in the vent channel earns nothing
            wood_in = min(wood_in, depth_of(lies) + new.depth_in)
        return fraction / (boundary + WOOD_R_PER_IN * wood_in) + (1 - fraction) / (boundary + r)
    one = np.ones(1)
    lying = [LayerAt(layer, one * layer.depth_in, one * layer.r) for layer in lies]
    under = Boundary(boundary, fraction, enclosed.wood_in)
    return float(paths(under, lying, one * new.depth_in, one * new.r, new.r_per_in).u(fraction)[0])
