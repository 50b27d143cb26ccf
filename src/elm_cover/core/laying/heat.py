"""Heat through one floor with what is laid on it, at its cells or its strips (handbook §6)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ..base.arrays import Floats
from ..base.memory import Itself, remembered
from ..given.section import SectionInput
from ..layers.chart import NO_FILL, Chart
from ..layers.framing import framing_fraction
from ..layers.heat_paths import Boundary, Paths, paths
from ..layers.layer import Layer
from ..layers.places import Places
from ..layers.stack import Lying, Stack, depth_of
from .build_up import Laid
from .decided import OldFill
from .kept_floor import Beneath, KeptFloor, kept_u
from .site import Site


@dataclass(frozen=True, eq=False, kw_only=True)
class Heat:
    """What lies at each place and what it loses; None where something is not known.

    paths, u, r: at each place, films and board in U and off R. kept: U of each sort of floor that is not as everywhere. mean:
    U over the section with those at their own. ua_today: Btu/h·°F as it lies today.
    """

    lying: Lying | None = None
    under: Boundary | None = None
    paths: Paths | None = None
    u: Floats | None = None
    r: Floats | None = None
    kept: tuple[tuple[KeptFloor, float], ...] = ()
    mean: float | None = None
    ua_today: float | None = None


def heat_of(section: SectionInput, site: Site, old: OldFill, laid: Laid, places: Places | None) -> Heat:
    """Heat of what is laid. places: where it is asked for, None while no roof is known. ua_today is left to the caller.

    Source: handbook §6, area mean of U.
    """
    stack, lying = laid.stack, lying_of(old, laid, places)
    if stack is None or places is None or lying is None:
        return Heat()
    under = boundary_of(section, site)
    chart = None if laid.blower is None else laid.blower.chart
    if under is None or (chart is None and stack.fill.r > 0):
        return Heat(lying=lying)
    found = _paths(under, stack, lying, chart)
    u = found.u(under.framing_fraction)
    beneath = beneath_boards(old, laid)
    kept = tuple((one, kept_u(one, under, beneath, stack.depth_in)) for one in site.kept if one.what != "through")
    mean = whole_u(places.mean(u), site, kept)
    return Heat(lying=lying, under=under, paths=found, u=u, r=1 / u - under.r, kept=kept, mean=mean)


def lying_of(old: OldFill, laid: Laid, places: Places | None) -> Lying | None:
    """What lies at each of the places; None while nothing is laid, or no roof is known.

    Source: handbook §8, old(x), new_installed(x).
    """
    if laid.stack is None or places is None:
        return None
    return laid.stack.at(places.room_in, old_under(old, laid.stack, places.old_in), places.dressed)


def beneath_boards(old: OldFill, laid: Laid) -> Beneath:
    """What lies beneath boards with what is laid round them: old fill stays as it lies there, unless all of it is cleared.

    Source: handbook, Settled since 1.
    """
    layers = () if old.action == "clear" else old.today or ()
    stack, chart = laid.stack, None if laid.blower is None else laid.blower.chart
    if stack is None or chart is None or stack.fill.installed_in <= 0:
        return Beneath(layers)
    settles = stack.fill.settled_in / stack.fill.installed_in
    return Beneath(layers, stack.depth_in, chart, chart.r_per_in(stack.fill.r), settles)


def boundary_of(section: SectionInput, site: Site) -> Boundary | None:
    """Board and framing of the floor; None while one of them is not known."""
    if site.boundary is None or section.spacing_in is None or section.joist_depth_in is None:
        return None
    return Boundary(site.boundary, framing_fraction(section.spacing_in), section.joist_depth_in)


def whole_u(u_open: float, site: Site, kept: Sequence[tuple[KeptFloor, float]]) -> float:
    """Mean U of the ceiling from that of the floor where fill lies as everywhere, and that of each sort of the rest.

    Btu/h·ft²·°F. Source: handbook §6; Settled since 1 and 2.
    """
    rest = sum(u * one.area_ft2 for one, u in kept)
    ceiling = site.round_ft2 + sum(one.area_ft2 for one, _ in kept)
    return u_open if ceiling <= 0 else (u_open * site.round_ft2 + rest) / ceiling


def u_today(section: SectionInput, site: Site, old: OldFill, places: Places) -> float | None:
    """Mean U of the floor as it lies today, Btu/h·ft²·°F; None while old fill, board or framing is not known.

    Source: handbook §6.
    """
    under = boundary_of(section, site)
    if old.today is None or under is None:
        return None
    old_in, share = (None if array is None else Itself(array) for array in (places.old_in, places.share))
    return _u_today(under, old.today, Itself(site), Itself(places.room_in), old_in, share)


# What lies today is asked again with every depth of what is laid over it.
@remembered(lambda _: 8, lambda _, __, site, room_in, *___: site.thing.grid.array_bytes + 3 * room_in.thing.nbytes)
def _u_today(
    under: Boundary,
    today: tuple[Layer, ...],
    site: Itself,
    room_in: Itself,
    old_in: Itself | None,
    share: Itself | None,
) -> float:
    places = Places(room_in.thing, None if old_in is None else old_in.thing, None if share is None else share.thing)
    stack = Stack(today, NO_FILL)
    found = _paths(under, stack, stack.at(places.room_in, places.old_in), None)
    depth = depth_of(today)
    kept = [(one, kept_u(one, under, Beneath(today), depth)) for one in site.thing.kept if one.what != "through"]
    return whole_u(places.mean(found.u(under.framing_fraction)), site.thing, kept)


def _paths(under: Boundary, stack: Stack, lying: Lying, chart: Chart | None) -> Paths:
    settled = lying.new_settled_in
    per_in = chart.r_per_in(stack.fill.r) if chart and stack.fill.r else 0.0
    new_r = chart.thin_r(settled) if chart else np.zeros_like(settled)
    return paths(under, lying.layers, settled, new_r, per_in, lying.over_r)


def old_under(old: OldFill, stack: Stack, old_in: Floats | None) -> Floats | None:
    """The old fill's depth as it lies under the new, in, shape as the map's: None where it is cleared, a little thinner where it
    is pressed. Source: handbook §8, old(x)."""
    if old_in is None or old.action == "clear" or not old.today:
        return None
    return stack.map_under(old.today, old_in)
