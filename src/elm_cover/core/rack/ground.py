"""What all ways of insulating one open floor share: its site, its old fill, its strips, what it loses today (handbook §7)."""

from __future__ import annotations

from dataclasses import dataclass

from ..base.notebook import Notebook
from ..given.section import SectionInput
from ..layers.ceiling_load import load_limit_psf
from ..layers.places import Places
from ..laying.decided import OldFill, old_fill_of
from ..laying.edges import ask_for_eaves
from ..laying.heat import boundary_of, u_today
from ..laying.limit import ceiling_limit
from ..laying.site import Site, site_of


@dataclass(frozen=True, eq=False, kw_only=True)
class Ground:
    """One open floor, ready to be weighed. u_today: mean U as it lies. eaves: by their room over the plate, least first."""

    section: SectionInput
    site: Site
    old: OldFill
    strips: Places
    eaves: tuple[int, ...]
    limit_psf: float | None
    u_today: float | None

    @property
    def heel_line_in(self) -> float | None:
        """The least room over a plate, in; None where no eave limits the floor."""
        return max(0.0, (self.site.eaves or {})[self.eaves[0]].room_at_plate_in) if self.eaves else None


def ask_for_ground(section: SectionInput, notes: Notebook) -> None:
    """Asks for what has to be known of a floor before any way can be weighed on it."""
    ask_for_eaves(section, notes)
    ceiling_limit(section, notes)
    old_fill_of(section, site_of(section), notes)


def ground_of(section: SectionInput) -> Ground | None:
    """None while roof, old fill, board or framing is not known."""
    site = site_of(section)
    old = old_fill_of(section, site, Notebook(section.id))
    if site.eaves is None or old.today is None or old.r is None:
        return None
    strips = site.parts(section.outline_ft, old.map_in)
    if strips is None or boundary_of(section, site) is None:
        return None
    spacing, eaves = section.spacing_in, site.eaves
    return Ground(
        section=section,
        site=site,
        old=old,
        strips=strips,
        eaves=tuple(sorted(eaves, key=lambda edge: eaves[edge].room_at_plate_in)),
        limit_psf=None if section.board is None or spacing is None else load_limit_psf(section.board, spacing),
        u_today=u_today(section, site, old, strips),
    )
