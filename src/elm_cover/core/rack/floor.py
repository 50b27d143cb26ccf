"""What all ways of insulating one section share: its site, its strips, what lies there today and what it loses."""

from __future__ import annotations

from dataclasses import dataclass

from ..eaves import Eave, bays
from ..keep_outs import BURNS
from ..load import load_limit_psf
from ..outline import edge_length_ft
from ..result import Notebook
from ..roof import roof_field
from ..section_eaves import baffles_of, eave_sections
from ..section_heat import u_today
from ..section_input import SectionInput
from ..site import Site, site_of
from ..strips import Strips, strips_of


@dataclass(frozen=True, eq=False)
class Floor:
    """One open floor, ready to be weighed. u_today: mean U as it lies.

    runs: eave, its baffles, its plate's width in inches; the tightest first.
    """

    section: SectionInput
    site: Site
    eaves: dict[int, Eave]
    strips: Strips
    runs: tuple[tuple[Eave, int, float], ...]
    limit_psf: float | None
    u_today: float | None


def floor_of(section: SectionInput) -> Floor | None:
    """None while roof, old fill, board or framing is not known."""
    quiet = Notebook(section.id)
    site = site_of(section, quiet)
    eaves = eave_sections(section, quiet)
    if eaves is None or site.today is None or site.boundary is None or site.r_existing is None:
        return None
    if section.spacing_in is None or section.joist_depth_in is None:
        return None
    room = roof_field(section.outline_ft, eaves, site.grid, site.shapes).room_in
    strips = strips_of(room, site.map_in)
    limit = None if section.board is None else load_limit_psf(section.board, section.spacing_in)
    return Floor(section, site, eaves, strips, _runs(section, eaves), limit, u_today(section, site, strips))


def _runs(section: SectionInput, eaves: dict[int, Eave]) -> tuple[tuple[Eave, int, float], ...]:
    """Every eave with the baffles that it gets; none while it is not known which bays are vented."""
    found = []
    for index, eave in eaves.items():
        count = bays(edge_length_ft(section.outline_ft, index), section.spacing_in or 0.0)
        found.append((eave, baffles_of(section, index, count) or 0, section.edges[index].plate_width_in))
    return tuple(sorted(found, key=lambda run: run[0].room_at_plate_in))


def burns(kind: str | None) -> bool:
    """Whether a fill keeps further from warm things than others: the floor's keep-outs differ."""
    return kind in BURNS
