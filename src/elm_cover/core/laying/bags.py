"""Bags of one floor: by the chart, and what the attic will really take (handbook §7)."""

from __future__ import annotations

import numpy as np

from ..base.arrays import Floats
from ..given.section import SectionInput
from ..layers.chart import Chart, chart_bags
from ..layers.framing import framing_fraction
from ..layers.stack import Lying
from ..layers.strips import Places
from ..money.quantities import Bags
from .build_up import Laid
from .site import Site


def bags_of(section: SectionInput, site: Site, laid: Laid, lying: Lying | None, places: Places | None) -> Bags:
    """Chart bags and field bags, unrounded; field bags None while roof or framing is not known.

    lying: what lies at each of the places. Source: handbook §7, chart bags, field bags.
    """
    stack, blower = laid.stack, laid.blower
    if stack is None or blower is None:
        return Bags()
    bag_lb = blower.chart.bag_lb
    chart = chart_bags(site.net_ft2, stack.fill, bag_lb)
    spacing, joist = section.spacing_in, section.joist_depth_in
    if section.settings.deduct_framing:
        if spacing is None or joist is None:
            return Bags()
        if stack.depth_in <= joist:
            chart *= 1 - framing_fraction(spacing)
    under = site.net_ft2 * laid.under_psf / bag_lb
    if lying is None or places is None or spacing is None or joist is None:
        return Bags(chart + under)
    share = places.share
    fraction = framing_fraction(spacing)
    weight = _weight(blower.chart, lying.new_settled_in, joist - lying.under_in, fraction, share)
    if laid.under_psf > 0:
        weight += _weight(blower.chart, lying.layers[0].depth_in, joist, fraction, share)
    return Bags(chart + under, weight * site.net_ft2 / bag_lb)


def _weight(chart: Chart, settled: Floats, below_tops: Floats | float, fraction: float, share: Floats | None) -> float:
    """Mean weight of a layer, lb/ft², less the joists' share of what lies below their tops."""
    below = np.clip(below_tops, 0.0, settled)
    between = np.divide(below, settled, out=np.zeros_like(settled), where=settled > 0)
    return float(np.average(chart.thin_weight_psf(settled) * (1 - fraction * between), weights=share))
