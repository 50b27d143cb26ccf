"""Bags of one floor: by the chart, and what the attic will really take (handbook §7)."""

from __future__ import annotations

import numpy as np

from ..base.arrays import Floats
from ..given.section import SectionInput
from ..layers.chart import chart_bags
from ..layers.framing import framing_fraction
from ..layers.stack import Lying, Stack
from ..money.quantities import Bags
from .blower import Blower


def section_bags(
    section: SectionInput,
    net_ft2: float,
    stack: Stack | None,
    blower: Blower | None,
    lying: Lying | None,
    under_psf: float,
    share: Floats | None = None,
) -> Bags:
    """Chart bags and field bags, unrounded.

    under_psf: fill blown under lifted batts, lb/ft². share: of the floor for each place lying speaks of; None: all alike.
    """
    if stack is None or blower is None:
        return Bags()
    bag_lb = blower.chart.bag_lb
    chart = chart_bags(net_ft2, stack.fill, bag_lb)
    framing = section.spacing_in is not None and section.joist_depth_in is not None
    if section.settings.deduct_framing:
        if not framing:
            return Bags()
        if stack.depth_in <= (section.joist_depth_in or 0.0):
            chart *= 1 - framing_fraction(section.spacing_in or 0.0)
    under = net_ft2 * under_psf / bag_lb
    if lying is None or section.spacing_in is None or section.joist_depth_in is None:
        return Bags(chart + under)
    fraction = framing_fraction(section.spacing_in)
    settled = lying.new_settled_in
    below = np.clip(section.joist_depth_in - lying.under_in, 0.0, settled)
    between = np.divide(below, settled, out=np.zeros_like(settled), where=settled > 0)
    weight = float(np.average(blower.chart.thin_weight_psf(settled) * (1 - fraction * between), weights=share))
    if under_psf > 0:
        fresh = lying.layers[0].depth_in
        below = np.clip(section.joist_depth_in, 0.0, fresh)
        between = np.divide(below, fresh, out=np.zeros_like(fresh), where=fresh > 0)
        weight += float(np.average(blower.chart.thin_weight_psf(fresh) * (1 - fraction * between), weights=share))
    return Bags(chart + under, weight * net_ft2 / bag_lb)
