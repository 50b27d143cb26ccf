"""Heat through one floor with what is laid on it, at its cells or its strips (handbook §6)."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ..base.arrays import Floats
from ..given.section import SectionInput
from ..layers.chart import NO_FILL, Chart
from ..layers.framing import framing_fraction
from ..layers.heat_paths import Boundary, Paths, bare_u, paths
from ..layers.stack import Lying, Stack, depth_of
from ..layers.strips import Places
from .build_up import Laid
from .decided import OldFill
from .site import Site


@dataclass(frozen=True, eq=False, kw_only=True)
class Heat:
    """What lies at each place and what it loses; None where something is not known.

    paths, u, r: at each place, films and board in U and off R. mean: U over the section with what is kept out at its own.
    ua_today: Btu/h·°F as it lies today.
    """

    lying: Lying | None = None
    under: Boundary | None = None
    paths: Paths | None = None
    u: Floats | None = None
    r: Floats | None = None
    mean: float | None = None
    ua_today: float | None = None


def heat_of(section: SectionInput, site: Site, old: OldFill, laid: Laid, places: Places | None) -> Heat:
    """Heat of what is laid. places: where it is asked for, None while no roof is known. ua_today is left to the caller.

    Source: handbook §6, area mean of U.
    """
    stack = laid.stack
    if stack is None or places is None:
        return Heat()
    lying = stack.at(places.room_in, _old_under(old, stack, places.old_in), places.dressed)
    under = boundary_of(section, site)
    chart = None if laid.blower is None else laid.blower.chart
    if under is None or (chart is None and stack.fill.r > 0):
        return Heat(lying=lying)
    found = _paths(under, stack, lying, chart)
    u = found.u(under.framing_fraction)
    mean = whole_u(places.mean(u), site, under.r)
    return Heat(lying=lying, under=under, paths=found, u=u, r=1 / u - under.r, mean=mean)


def boundary_of(section: SectionInput, site: Site) -> Boundary | None:
    """Board and framing of the floor; None while one of them is not known."""
    if site.boundary is None or section.spacing_in is None or section.joist_depth_in is None:
        return None
    return Boundary(site.boundary, framing_fraction(section.spacing_in), section.joist_depth_in)


def whole_u(u_net: float, site: Site, boundary: float) -> float:
    """Mean U of the floor from that of its net area: what is kept out counts bare.

    Btu/h·ft²·°F. Source: handbook §6.
    """
    return (u_net * site.net_ft2 + bare_u(boundary) * (site.floor_ft2 - site.net_ft2)) / site.floor_ft2


def u_today(section: SectionInput, site: Site, old: OldFill, places: Places) -> float | None:
    """Mean U of the floor as it lies today, Btu/h·ft²·°F; None while old fill, board or framing is not known.

    Source: handbook §6.
    """
    under = boundary_of(section, site)
    if old.today is None or under is None:
        return None
    stack = Stack(old.today, NO_FILL)
    found = _paths(under, stack, stack.at(places.room_in, places.old_in), None)
    return whole_u(places.mean(found.u(under.framing_fraction)), site, under.r)


def _paths(under: Boundary, stack: Stack, lying: Lying, chart: Chart | None) -> Paths:
    settled = lying.new_settled_in
    per_in = chart.r_per_in(stack.fill.r) if chart and stack.fill.r else 0.0
    new_r = chart.thin_r(settled) if chart else np.zeros_like(settled)
    return paths(under, lying.layers, settled, new_r, per_in, lying.over_r)


def _old_under(old: OldFill, stack: Stack, old_in: Floats | None) -> Floats | None:
    """The old fill's depth as it lies under the new: gone where it is cleared, a little thinner where it is pressed."""
    if old_in is None or old.action == "clear" or not old.today:
        return None
    now, later = depth_of(old.today), depth_of(stack.layers[stack.under_layers :])
    return old_in * (later / now) if now > 0 else old_in
