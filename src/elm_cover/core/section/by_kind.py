"""A section planned by its kind: an open floor, closed bays, or floor that is left out."""

from __future__ import annotations

from ..base.notebook import Notebook
from ..given.section import SectionInput
from ..laying.decided import old_fill_of
from ..laying.site import site_of
from .enclosed_bays import plan_enclosed
from .left_out import plan_left_out
from .open_floor import plan_open_floor
from .record_flags import look_flags
from .result import PlannedSection


def plan_section(section: SectionInput, notes: Notebook) -> PlannedSection:
    """Every figure of one section, the arrays behind them, and what it takes. Whatever needs an unknown stays None."""
    site = site_of(section)
    old = old_fill_of(section, site, notes)
    look_flags(section, old.readings, notes)
    if section.kind == "open_floor":
        return plan_open_floor(section, site, old, notes)
    if section.kind == "left_out":
        return plan_left_out(section, site, old, notes)
    return plan_enclosed(section, site, old, notes)
