"""A section planned by its kind: an open floor, closed bays, or floor that is left out (handbook §2)."""

from __future__ import annotations

from dataclasses import dataclass

from ..base.memory import Memory
from ..base.notebook import Notebook
from ..given.section import SectionInput
from ..laying.decided import old_fill_of
from ..laying.site import site_of
from .enclosed_bays import plan_enclosed
from .left_out import plan_left_out
from .open_floor import plan_open_floor
from .record_flags import look_flags
from .result import PlannedSection

# What a section's figures, flags and texts hold beside its grids.
TOLD_BYTES = 60_000


@dataclass(frozen=True, eq=False, kw_only=True)
class Told:
    """A section as it was planned, with all that was noted on the way: nobody writes there any more."""

    planned: PlannedSection
    notes: Notebook


_KEPT: Memory[tuple[SectionInput, str], Told] = Memory(lambda told: told.planned.fields.array_bytes + TOLD_BYTES)


def plan_section(section: SectionInput, notes: Notebook) -> PlannedSection:
    """Every figure of one section, the arrays behind them, and what it takes. Whatever needs an unknown stays None.

    A section that is as it was when it was last planned is not planned again.
    """
    told = _KEPT.get((section, notes.prefix), lambda: _with_notes(section, notes.prefix))
    notes.add(told.notes)
    return told.planned


def forget_sections() -> None:
    """Plans every section anew, as on the first day."""
    _KEPT.clear()


def _with_notes(section: SectionInput, prefix: str) -> Told:
    notes = Notebook(section.id, prefix)
    return Told(planned=_planned(section, notes), notes=notes)


def _planned(section: SectionInput, notes: Notebook) -> PlannedSection:
    site = site_of(section)
    old = old_fill_of(section, site, notes)
    look_flags(section, old.readings, notes)
    if section.kind == "open_floor":
        return plan_open_floor(section, site, old, notes)
    if section.kind == "left_out":
        return plan_left_out(section, site, old, notes)
    return plan_enclosed(section, site, old, notes)
