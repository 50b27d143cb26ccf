"""Where a floor's heat goes, and what mending each would gain: a plain account that adds up (handbook §6, heat through the floor)."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass, replace

import numpy as np

from ..layers.places import Places
from ..laying.build_up import Laid
from ..laying.heat import Heat
from ..laying.site import Site


@dataclass(frozen=True)
class HeatShare:
    """One way the heat goes. ua: Btu/h·°F. gain_ua: what mending it would save, None where nothing here mends it.
    planned_ua: of that, what the work list does already; None where it does nothing about it."""

    what: str
    title: str
    ua: float
    share: float
    gain_ua: float | None = None
    mended: str | None = None
    planned_ua: float | None = None


TITLES = {
    "field": "between the joists, at full depth",
    "wood": "through the joists or chords",
    "voids": "where old fill does not touch",
    "eave_strip": "the thin strip at the eaves",
    "hatch": "hatch and stair",
    "boards": "under platforms, walkways and boards",
    "kept_clear": "kept clear: lights, flues, chimneys",
    "slopes_walls": "slopes, walls and closed bays",
}
MENDED_BY = {
    "voids": "with the old fill re-laid, lifted or cleared",
    "eave_strip": "with full depth out to the plate: denser fill or foam at the edge, a raised heel on new work",
    "hatch": "with the lid insulated to the R round it",
    "boards": "with boards raised to the depth and filled under",
    "kept_clear": "with rated covers over lights; what the listing keeps clear of a flue stays clear",
}


SORTS = {"lid": "hatch", "rim": "hatch", "boards": "boards", "filled": "boards", "clear": "kept_clear"}


def account(site: Site, laid: Laid, heat: Heat, places: Places) -> dict[str, tuple[float, float | None]] | None:
    """UA by where it goes and what mending would gain, Btu/h·°F, for one floor; None while its heat is not known.

    Sums to the mean U × ceiling_ft2. A place is of the eave strip where the room is less than the fill line.
    """
    paths, under, stack = heat.paths, heat.under, laid.stack
    if paths is None or under is None or stack is None:
        return None
    room_in = places.room_in
    share = np.full(room_in.size, 1 / room_in.size) if places.share is None else places.share
    area = share * site.round_ft2
    wood = float(np.sum(under.framing_fraction * (paths.joist - paths.cavity) * area))
    voids = float(np.sum((paths.cavity - paths.sound) * area))
    thin = room_in < stack.depth_in - 1e-9
    full = paths.sound[~thin]
    u_full = float(np.average(full, weights=share[~thin])) if full.size and share[~thin].sum() > 0 else None
    total = float(np.sum(paths.sound * area))
    strip = 0.0 if u_full is None else float(np.sum((paths.sound[thin] - u_full) * area[thin]))
    round_it = u_full if u_full is not None else float(paths.sound @ share)
    rest: dict[str, tuple[float, float | None]] = {}
    for one, u in heat.kept:
        lost, gained = rest.get(SORTS[one.what], (0.0, 0.0))
        more = max(0.0, u - round_it) * one.area_ft2
        rest[SORTS[one.what]] = (lost + u * one.area_ft2, (gained or 0.0) + more)
    return {
        "field": (total - strip, None),
        "wood": (wood, None),
        "voids": (voids, voids),
        "eave_strip": (strip, strip),
        **rest,
    }


def with_lids(heat: Iterable[HeatShare], saved_ua: float) -> tuple[HeatShare, ...]:
    """The account with what the lids of the work list will save of it, never more than there is to gain.

    Btu/h·°F. Source: handbook §13, lid: counted at its own R.
    """
    return tuple(
        replace(share, planned_ua=min(saved_ua, share.gain_ua or 0.0))
        if share.what == "hatch" and saved_ua > 0
        else share
        for share in heat
    )


def shares(accounts: Iterable[Mapping[str, tuple[float, float | None]]]) -> tuple[HeatShare, ...]:
    """The accounts of all sections together, largest first; what is next to nothing is left out."""
    ua: dict[str, float] = {}
    gain: dict[str, float] = {}
    for one in accounts:
        for what, (lost, gained) in one.items():
            ua[what] = ua.get(what, 0.0) + lost
            if gained is not None:
                gain[what] = gain.get(what, 0.0) + gained
    total = sum(ua.values())
    if total <= 0:
        return ()
    kept = [what for what in ua if abs(ua[what]) / total >= 0.001]
    return tuple(
        HeatShare(what, TITLES[what], ua[what], ua[what] / total, gain.get(what), MENDED_BY.get(what))
        for what in sorted(kept, key=lambda w: -ua[w])
    )
