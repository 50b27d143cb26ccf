"""Heat and bags of a section over its grid: U at every cell, and the fill that the attic will really take."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ..base.arrays import Floats
from ..given.section import SectionInput
from ..layers.chart import NO_FILL, Chart
from ..layers.framing import framing_fraction
from ..layers.heat_paths import Boundary, Paths, bare_u, paths
from ..layers.stack import Lying, Stack
from ..layers.strips import Strips
from .site import Site


@dataclass(frozen=True)
class Heat:
    """u and the heat paths at each cell, its area mean over the section with what is kept out at its own R, and R at each cell."""

    u: Floats
    mean: float
    r: Floats
    paths: Paths


@dataclass(frozen=True)
class Laid:
    """What lies over a floor as the heat sees it. u: films and board included, mean over the floor with what is kept out."""

    floor: Boundary
    stack: Stack
    chart: Chart | None

    def paths(self, lying: Lying) -> Paths:
        """The heat paths where it lies so."""
        settled = lying.new_settled_in
        per_in = self.chart.r_per_in(self.stack.fill.r) if self.chart and self.stack.fill.r else 0.0
        new_r = self.chart.thin_r(settled) if self.chart else np.zeros_like(settled)
        return paths(self.floor, lying.layers, settled, new_r, per_in, lying.over_r)

    def u(self, lying: Lying) -> Floats:
        return self.paths(lying).u(self.floor.framing_fraction)


def laid_over(section: SectionInput, boundary: float | None, stack: Stack | None, chart: Chart | None) -> Laid | None:
    """None while board, framing or the fill is not known."""
    if boundary is None or stack is None or (chart is None and stack.fill.r > 0):
        return None
    if section.spacing_in is None or section.joist_depth_in is None:
        return None
    return Laid(Boundary(boundary, framing_fraction(section.spacing_in), section.joist_depth_in), stack, chart)


def whole_u(u_net: float, boundary: float, floor_ft2: float, net_ft2: float) -> float:
    """Mean U of the floor from that of its net area: what is kept out counts bare."""
    return (u_net * net_ft2 + bare_u(boundary) * (floor_ft2 - net_ft2)) / floor_ft2


def section_heat(laid: Laid | None, lying: Lying | None, floor_ft2: float, net_ft2: float) -> Heat | None:
    """U and R at every cell, and the mean with what is kept out counted bare. None while something is not known."""
    if laid is None or lying is None:
        return None
    found = laid.paths(lying)
    u = found.u(laid.floor.framing_fraction)
    boundary = laid.floor.boundary
    return Heat(u, whole_u(float(u.mean()), boundary, floor_ft2, net_ft2), 1 / u - boundary, found)


def u_today(section: SectionInput, site: Site, strips: Strips) -> float | None:
    """Mean U of the floor as it lies today, Btu/h·ft²·°F; None while board or framing is not known."""
    if site.today is None or site.boundary is None:
        return None
    today = Stack(site.today, NO_FILL)
    laid = laid_over(section, site.boundary, today, None)
    if laid is None:
        return None
    u_net = strips.mean(laid.u(today.at(strips.room_in, strips.old_in)))
    return whole_u(u_net, site.boundary, site.floor_ft2, site.net_ft2)
