"""Fill for enclosed bays, by volume and density (handbook: blown fill, enclosed bays).

    bags = area × depth × (1 − 1.5/spacing) × density / bag weight

Level bays under a net or a floor take the settled attic density. Sloped or upright bays are filled dense, or it slumps.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ..layers.chart import Chart
from ..layers.framing import WOOD_R_PER_IN, framing_fraction
from ..layers.kinds import kind_of
from .shapes import Enclosed


@dataclass(frozen=True)
class EnclosedFill:
    """What an enclosed section takes: depth of new fill in inches, density in lb/ft³, bags unrounded, and its R and U.

    u: Btu/h·ft²·°F of the whole surface by parallel paths, films and board included; None while the board is not known.
    """

    depth_in: float
    density_pcf: float
    bags: float
    r_added: float
    r_nominal: float
    u: float | None


def density_for(kind: str | None, level: bool, depth_in: float, chart: Chart, given_pcf: float | None) -> float | None:
    """Density to fill at, lb/ft³: as given, by the chart where the bays are level, else the start value of its kind.

    depth_in in inches. Source: handbook §7, enclosed bays.
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
    old_depth_in: float,
    r_old: float,
    chart: Chart,
    density_pcf: float,
    boundary: float | None,
) -> EnclosedFill:
    """The fill of an enclosed section over what lies in it. Its R per inch is the chart's at that depth, never more.

    Source: handbook, enclosed bays; heat by parallel paths as for the floor, wood as deep as the framing.
    """
    depth = max(0.0, enclosed.depth_in - old_depth_in)
    share = depth / enclosed.depth_in if enclosed.depth_in > 0 else 0.0
    volume = enclosed.volume_ft3(spacing_in) * share
    r_new = float(chart.thin_r(np.array([depth]))[0])
    u = None if boundary is None else enclosed_u(enclosed, spacing_in, boundary, r_old + r_new)
    return EnclosedFill(depth, density_pcf, volume * density_pcf / chart.bag_lb, r_new, r_old + r_new, u)


def enclosed_u(enclosed: Enclosed, spacing_in: float, boundary: float, r: float) -> float:
    """U of enclosed bays that hold so much R, films and board included, wood as deep as the framing.

    Btu/h·ft²·°F; spacing_in on center. Source: handbook §6, parallel paths.
    """
    fraction = framing_fraction(spacing_in)
    return fraction / (boundary + WOOD_R_PER_IN * enclosed.framing_in) + (1 - fraction) / (boundary + r)
