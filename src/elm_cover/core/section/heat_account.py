"""Where a floor's heat goes, and what mending each would gain: a plain account that adds up (handbook: heat through the floor)."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass

import numpy as np

from ..base.arrays import Floats
from ..hazards.clearances import KeepOut
from ..layers.heat_paths import Paths, bare_u
from ..laying.heat import Laid


@dataclass(frozen=True)
class HeatShare:
    """One way the heat goes. ua: Btu/h·°F. gain_ua: what mending it would save, None where nothing here mends it."""

    what: str
    title: str
    ua: float
    share: float
    gain_ua: float | None = None
    mended: str | None = None


TITLES = {
    "field": "between the joists, at full depth",
    "wood": "through the joists or chords",
    "voids": "where old fill does not touch",
    "eave_strip": "the thin strip at the eaves",
    "hatch": "hatch and stair",
    "kept_clear": "kept clear: lights, flues, platforms",
    "slopes_walls": "slopes, walls and closed bays",
}
MENDED_BY = {
    "voids": "with the old fill re-laid, lifted or cleared",
    "eave_strip": "with full depth out to the plate: denser fill or foam at the edge, a raised heel on new work",
    "hatch": "with the lid insulated to the R round it",
    "kept_clear": "with platforms raised and filled under, and rated covers over lights",
}


def account(
    laid: Laid,
    found: Paths,
    room_in: Floats,
    share: Floats | None,
    floor_ft2: float,
    net_ft2: float,
    hatch_ft2: float,
) -> dict[str, tuple[float, float | None]]:
    """UA by where it goes and what mending would gain, Btu/h·°F, for one floor.

    found: the heat paths at each place. share: of the net floor for each, None: all alike. Sums to the mean U × floor_ft2. A place is of the eave strip where the room
    is less than the fill line.
    """
    if share is None:
        share = np.full(room_in.size, 1 / room_in.size)
    fraction = laid.floor.framing_fraction
    area = share * net_ft2
    wood = float(np.sum(fraction * (found.joist - found.cavity) * area))
    voids = float(np.sum((found.cavity - found.sound) * area))
    thin = room_in < laid.stack.depth_in - 1e-9
    full = found.sound[~thin]
    u_full = float(np.average(full, weights=share[~thin])) if full.size and share[~thin].sum() > 0 else None
    total = float(np.sum(found.sound * area))
    strip = 0.0 if u_full is None else float(np.sum((found.sound[thin] - u_full) * area[thin]))
    bare = bare_u(laid.floor.boundary)
    kept = max(0.0, floor_ft2 - net_ft2 - hatch_ft2)
    hatch = min(hatch_ft2, floor_ft2 - net_ft2)
    round_it = u_full if u_full is not None else float(found.sound @ share)
    return {
        "field": (total - strip, None),
        "wood": (wood, None),
        "voids": (voids, voids),
        "eave_strip": (strip, strip),
        "hatch": (hatch * bare, hatch * (bare - round_it)),
        "kept_clear": (kept * bare, kept * (bare - round_it)),
    }


def hatch_ft2(keep_outs: Iterable[KeepOut]) -> float:
    """Floor under hatches and stairs, ft²."""
    return sum(k.area_ft2 for k in keep_outs if k.name in ("hatch", "stair"))


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
