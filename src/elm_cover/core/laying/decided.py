"""What becomes of the old fill as decided, and what clearing it out takes (handbook §5)."""

from __future__ import annotations

import numpy as np

from ..base.arrays import Floats
from ..eaves.roof import RoofField
from ..given.section import SectionInput
from ..layers.stack import depth_of
from ..old_fill.as_it_lies import worth
from ..old_fill.keep_or_clear import Kept, OldFillPlan, Removal, options, propose, removal
from .site import Site


def old_fill_plan(
    section: SectionInput, site: Site, action: str, left: Kept | None, roof: RoofField | None
) -> OldFillPlan | None:
    """What the old fill is worth and what to do with it; None while it is not known."""
    if site.today is None or site.r_existing is None:
        return None
    proposed, reasons = propose(section, site.today)
    taken = removal_here(site, action, None if roof is None else roof.room_in, site.map_in)
    return OldFillPlan(
        action=action,
        decided=section.old_fill is not None or action != "keep",
        proposed=proposed,
        reasons=reasons,
        worth=worth(section, site.today, site.boundary, site.r_existing),
        options=options(site.today, site.boundary, site.r_existing),
        removal=taken,
        under_installed_in=left.under_installed_in if left is not None and left.under_layers else None,
    )


def removal_here(
    site: Site, action: str, room_in: Floats | None, old_in: Floats | None, share: Floats | None = None
) -> Removal | None:
    """What clearing out takes, thin at the eaves; None where it is not cleared.

    room_in, old_in: room under the roof and depth of the old fill at places, None: no roof known, the mean everywhere.
    share: of the floor for each place, None: all alike.
    """
    if action != "clear" or not site.today:
        return None
    depth = old_in if old_in is not None else np.full(1 if room_in is None else room_in.size, depth_of(site.today))
    if room_in is not None:
        depth = np.minimum(depth, room_in)
    mean_in = float(np.average(depth, weights=share))
    return removal(mean_in / 12 * site.net_ft2, site.today, site.net_ft2)
