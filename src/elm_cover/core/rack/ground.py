"""What all ways of insulating one section share: its site, its strips, what lies there today and what it loses."""

from __future__ import annotations

from dataclasses import dataclass

from ..base.notebook import Notebook
from ..eaves.bays import BayRow
from ..eaves.eave import Eave
from ..eaves.remedies import EdgeWork, dressing
from ..eaves.roof import roof_field
from ..given.section import SectionInput
from ..hazards.clearances import BURNS
from ..layers.load import load_limit_psf
from ..layers.strips import Strips, strips_of
from ..laying.edges import eaves_known, edge_work, rows_of
from ..laying.heat import u_today
from ..laying.site import Site, site_of


@dataclass(frozen=True, eq=False)
class Run:
    """One eave: its section, its bays, and the edge it is."""

    eave: Eave
    row: BayRow
    index: int


@dataclass(frozen=True, eq=False)
class Ground:
    """One open floor, ready to be weighed. u_today: mean U as it lies. runs: the tightest first."""

    section: SectionInput
    site: Site
    eaves: dict[int, Eave]
    strips: Strips
    runs: tuple[Run, ...]
    work: EdgeWork
    limit_psf: float | None
    u_today: float | None


def ground_of(section: SectionInput) -> Ground | None:
    """None while roof, old fill, board or framing is not known."""
    quiet = Notebook(section.id)
    site = site_of(section, quiet)
    eaves = eaves_known(section, quiet)
    if eaves is None or site.today is None or site.boundary is None or site.r_existing is None:
        return None
    if section.spacing_in is None or section.joist_depth_in is None:
        return None
    roof = roof_field(section.outline_ft, eaves, site.grid, site.shapes)
    work = edge_work(section)
    strips = strips_of(roof.room_in, site.map_in, dressed=dressing(work, eaves, roof.edge, roof.plane_in))
    limit = None if section.board is None else load_limit_psf(section.board, section.spacing_in)
    return Ground(section, site, eaves, strips, _runs(section, eaves), work, limit, u_today(section, site, strips))


def _runs(section: SectionInput, eaves: dict[int, Eave]) -> tuple[Run, ...]:
    """Every eave with its bays."""
    rows = rows_of(section)
    found = [Run(eave, rows[index], index) for index, eave in eaves.items()]
    return tuple(sorted(found, key=lambda run: run.eave.room_at_plate_in))


def burns(kind: str | None) -> bool:
    """Whether a fill keeps further from warm things than others: the floor's keep-outs differ."""
    return kind in BURNS
