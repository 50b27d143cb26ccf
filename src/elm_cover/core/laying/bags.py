"""Bags of one floor: by the chart, and what the attic will really take (handbook §7)."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np

from ..base.arrays import Floats
from ..given.section import SectionInput
from ..layers.chart import Chart, NewFill, chart_bags
from ..layers.framing import framing_fraction
from ..layers.layer import Layer
from ..layers.places import Places
from ..layers.stack import Lying
from ..money.quantities import Bags
from .build_up import Laid
from .decided import OldFill
from .heat import beneath_boards
from .kept_floor import new_beneath_in
from .site import Site


def bags_of(
    section: SectionInput, site: Site, old: OldFill, laid: Laid, lying: Lying | None, places: Places | None
) -> Bags:
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
    gaps = site.net_ft2 * gaps_psf(stack.layers, stack.fill) / bag_lb
    if lying is None or places is None or spacing is None or joist is None:
        return Bags(chart + under, gaps=gaps)
    share = places.share
    fraction = framing_fraction(spacing)
    weight = _weight(blower.chart, lying.new_settled_in, joist - lying.under_in, fraction, share)
    if laid.under_psf > 0 and laid.kept is not None:
        # The batts laid back press loose glass below them: it lies thinner, but none of it is lost.
        whole = lying.layers[0].depth_in * laid.kept.under_settled_in / stack.layers[0].depth_in
        weight += _weight(blower.chart, whole, joist, fraction, share)
    beneath = _beneath_lb(section, site, old, laid, fraction)
    return Bags(chart + under, (weight * site.open_ft2 + beneath) / bag_lb + gaps, gaps)


def gaps_psf(layers: Sequence[Layer], fill: NewFill) -> float:
    """New fill that drops into gaps open from above, lb for each ft² of net floor: v · depth · weight per inch of the row.

    Source: handbook, Settled since 4.
    """
    if fill.settled_in <= 0:
        return 0.0
    return sum(layer.void * layer.depth_in for layer in layers if layer.open) * fill.weight_psf / fill.settled_in


def _beneath_lb(section: SectionInput, site: Site, old: OldFill, laid: Laid, fraction: float) -> float:
    """New fill that goes beneath boards, lb: between the joists, up to their tops."""
    area = sum(one.area_ft2 for one in site.kept if one.what == "filled")
    beneath = beneath_boards(old, laid)
    if area <= 0 or beneath.chart is None or section.joist_depth_in is None:
        return 0.0
    settled = new_beneath_in(section.joist_depth_in, beneath) * beneath.settles
    return float(beneath.chart.thin_weight_psf(np.array([settled]))[0]) * (1 - fraction) * area


def _weight(chart: Chart, settled: Floats, below_tops: Floats | float, fraction: float, share: Floats | None) -> float:
    """Mean weight of a layer, lb/ft², less the joists' share of what lies below their tops."""
    below = np.clip(below_tops, 0.0, settled)
    between = np.divide(below, settled, out=np.zeros_like(settled), where=settled > 0)
    return float(np.average(chart.thin_weight_psf(settled) * (1 - fraction * between), weights=share))
