"""Bags of one floor: by the chart, and what the attic will really take (handbook §7)."""

from __future__ import annotations

from collections.abc import Sequence

import numpy as np
import shapely

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
    weight = float(np.average(_blown_psf(laid, lying, spacing, joist), weights=places.share))
    beneath = _beneath_psf(section, old, laid) * sum(one.area_ft2 for one in site.kept if one.what == "filled")
    return Bags(chart + under, (weight * site.open_ft2 + beneath) / bag_lb + gaps, gaps)


def spread_psf(section: SectionInput, site: Site, old: OldFill, laid: Laid, lying: Lying | None) -> Floats | None:
    """New fill at each cell of the floor's grid, lb/ft²: what field bags are the sum of, place by place. None while that is
    not known.

    lying: what lies at each of the cells. Shape (cells,). Source: handbook §14, ∫ w dA; §7, field bags.
    """
    spacing, joist = section.spacing_in, section.joist_depth_in
    if laid.stack is None or laid.blower is None or lying is None or spacing is None or joist is None:
        return None
    found = _blown_psf(laid, lying, spacing, joist)
    for deck in site.filled_shapes:
        beneath = shapely.intersects_xy(shapely.Polygon(deck), site.grid.x_ft, site.grid.y_ft)
        found[beneath] = _beneath_psf(section, old, laid)
    return found + gaps_psf(laid.stack.layers, laid.stack.fill)


def _blown_psf(laid: Laid, lying: Lying, spacing: float, joist: float) -> Floats:
    """Weight of all that is blown at each place, lb/ft², under lifted batts too."""
    if laid.stack is None or laid.blower is None:
        return np.zeros_like(lying.new_settled_in)
    fraction, chart = framing_fraction(spacing), laid.blower.chart
    weight = _weight(chart, lying.new_settled_in, joist - lying.under_in, fraction)
    if laid.under_psf > 0 and laid.kept is not None:
        # The batts laid back press loose glass below them: it lies thinner, but none of it is lost.
        whole = lying.layers[0].depth_in * laid.kept.under_settled_in / laid.stack.layers[0].depth_in
        weight = weight + _weight(chart, whole, joist, fraction)
    return weight


def gaps_psf(layers: Sequence[Layer], fill: NewFill) -> float:
    """New fill that drops into gaps open from above, lb for each ft² of net floor: v · depth · weight per inch of the row.

    Source: handbook, Settled since 4.
    """
    if fill.settled_in <= 0:
        return 0.0
    return sum(layer.void * layer.depth_in for layer in layers if layer.open) * fill.weight_psf / fill.settled_in


def _beneath_psf(section: SectionInput, old: OldFill, laid: Laid) -> float:
    """New fill that goes beneath boards, lb/ft²: between the joists, up to their tops."""
    beneath = beneath_boards(old, laid)
    if beneath.chart is None or section.joist_depth_in is None or section.spacing_in is None:
        return 0.0
    settled = new_beneath_in(section.joist_depth_in, beneath) * beneath.settles
    return float(beneath.chart.thin_weight_psf(np.array([settled]))[0]) * (1 - framing_fraction(section.spacing_in))


def _weight(chart: Chart, settled: Floats, below_tops: Floats | float, fraction: float) -> Floats:
    """Weight of a layer at each place, lb/ft², less the joists' share of what lies below their tops."""
    below = np.clip(below_tops, 0.0, settled)
    between = np.divide(below, settled, out=np.zeros_like(settled), where=settled > 0)
    found: Floats = chart.thin_weight_psf(settled) * (1 - fraction * between)
    return found
