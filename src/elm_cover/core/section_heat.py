"""Heat and bags of a section over its grid: U at every cell, and the fill that the attic will really take."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from .coverage import chart_bags
from .framing import framing_fraction
from .result import Bags
from .section_fill import Blower
from .section_input import SectionInput
from .taper import Lying, Taper
from .thermal import Floats, Floor, bare_u, u_factor


@dataclass(frozen=True)
class Heat:
    """u at each cell, its area mean over the section with what is kept out at its own R, and R at each cell."""

    u: Floats
    mean: float
    r: Floats


def section_heat(
    section: SectionInput,
    boundary: float | None,
    taper: Taper | None,
    blower: Blower | None,
    lying: Lying | None,
    floor_ft2: float,
    net_ft2: float,
) -> Heat | None:
    """U and R at every cell, and the mean with what is kept out counted bare. None while something is not known."""
    if boundary is None or taper is None or lying is None or (blower is None and taper.fill.r > 0):
        return None
    if section.spacing_in is None or section.joist_depth_in is None:
        return None
    floor = Floor(boundary, framing_fraction(section.spacing_in), section.joist_depth_in)
    settled = lying.new_settled_in
    per_in = blower.chart.r_per_in(taper.fill.r) if blower and taper.fill.r else 0.0
    new_r = blower.chart.thin_r(settled) if blower else np.zeros_like(settled)
    u = u_factor(floor, lying.layers, settled, new_r, per_in)
    mean = (float(u.mean()) * net_ft2 + bare_u(boundary) * (floor_ft2 - net_ft2)) / floor_ft2
    return Heat(u, mean, 1 / u - boundary)


def section_bags(
    section: SectionInput,
    net_ft2: float,
    taper: Taper | None,
    blower: Blower | None,
    lying: Lying | None,
    under_psf: float,
) -> Bags:
    """Chart bags and field bags, unrounded; under_psf: fill blown under lifted batts, lb/ft²."""
    if taper is None or blower is None:
        return Bags()
    bag_lb = blower.chart.bag_lb
    chart = chart_bags(net_ft2, taper.fill, bag_lb)
    framing = section.spacing_in is not None and section.joist_depth_in is not None
    if section.settings.deduct_framing:
        if not framing:
            return Bags()
        if taper.depth_in <= (section.joist_depth_in or 0.0):
            chart *= 1 - framing_fraction(section.spacing_in or 0.0)
    under = net_ft2 * under_psf / bag_lb
    if lying is None or section.spacing_in is None or section.joist_depth_in is None:
        return Bags(chart + under)
    fraction = framing_fraction(section.spacing_in)
    settled = lying.new_settled_in
    below = np.clip(section.joist_depth_in - lying.under_in, 0.0, settled)
    between = np.divide(below, settled, out=np.zeros_like(settled), where=settled > 0)
    weight = float((blower.chart.thin_weight_psf(settled) * (1 - fraction * between)).mean())
    if under_psf > 0:
        fresh = lying.layers[0].depth_in
        below = np.clip(section.joist_depth_in, 0.0, fresh)
        between = np.divide(below, fresh, out=np.zeros_like(fresh), where=fresh > 0)
        weight += float((blower.chart.thin_weight_psf(fresh) * (1 - fraction * between)).mean())
    return Bags(chart + under, weight * net_ft2 / bag_lb)
