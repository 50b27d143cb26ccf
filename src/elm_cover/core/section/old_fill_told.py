"""What the old fill is worth and what to do with it, told from what was decided (handbook §5)."""

from __future__ import annotations

from ..given.section import SectionInput
from ..laying.decided import OldFill
from ..laying.site import Site
from ..old_fill.as_it_lies import worth
from ..old_fill.keep_or_clear import Kept, OldFillPlan, Removal, options, propose


def old_fill_told(
    section: SectionInput, site: Site, old: OldFill, kept: Kept | None, removed: Removal | None
) -> OldFillPlan | None:
    """None while the old fill or its R is not known. removed: what clearing it out takes, where it is cleared."""
    if old.today is None or old.r is None:
        return None
    proposed, reasons = propose(section, old.today)
    return OldFillPlan(
        action=old.action,
        decided=old.decided,
        proposed=proposed,
        reasons=reasons,
        worth=worth(section, old.today, site.boundary, old.r),
        options=options(old.today, site.boundary, old.r),
        removal=removed,
        under_installed_in=kept.under_installed_in if kept is not None and kept.under_layers else None,
    )
