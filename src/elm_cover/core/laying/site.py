"""The floor of a section with its roof and its edges: what every way of insulating it starts from (handbook §2, §8)."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from ..base.arrays import Points
from ..eaves.bays import BayRow
from ..eaves.eave import Eave
from ..eaves.remedies import EdgeWork, dressing
from ..eaves.roof import RoofField, roof_field
from ..enclosed.shapes import plan_area_ft2
from ..floor.grid import Grid, grid_of, kept_out_ft2
from ..floor.outline import polygon_area_ft2
from ..given.section import SectionInput
from ..hazards.clearances import KeepOut
from ..layers.dressing import Dressing
from ..layers.layer import boundary_r
from .edges import eaves_known, edge_work, rows_of


@dataclass(frozen=True, eq=False, kw_only=True)
class Site:
    """The floor of a section, in ft² and on its grid.

    floor_ft2: the outline less its holes. net_ft2: less what is kept out. boundary: B, None while the board is not known.
    eaves: by edge, None while one of them lacks heel or pitch; of an open floor alone, as are rows, work and roof.
    """

    area_ft2: float
    floor_ft2: float
    net_ft2: float
    placed: tuple[tuple[str, Points], ...]
    shapes: tuple[Points, ...]
    grid: Grid
    boundary: float | None
    eaves: Mapping[int, Eave] | None = None
    rows: Mapping[int, BayRow] = field(default_factory=dict)
    work: EdgeWork = field(default_factory=EdgeWork)
    roof: RoofField | None = None

    @property
    def dressed(self) -> Dressing | None:
        """The work at the edge, at each cell; None where there is none, or no roof known."""
        if self.roof is None or self.eaves is None:
            return None
        return dressing(self.work, self.eaves, self.roof.edge, self.roof.plane_in)


def site_of(section: SectionInput) -> Site:
    """The section's floor as far as it is known. Source: handbook §7, net area; §8, room under the deck."""
    area = polygon_area_ft2(section.outline_ft)
    placed = tuple((k.name, k.corners_ft) for k in section.keep_outs if k.corners_ft is not None)
    shapes: tuple[Points, ...] = tuple(corners for _, corners in placed) + section.holes
    grid = grid_of(section.outline_ft, shapes)
    known = Site(
        area_ft2=area,
        floor_ft2=plan_area_ft2(section.outline_ft, section.holes),
        net_ft2=_net_area(section.outline_ft, area, shapes, section.keep_outs),
        placed=placed,
        shapes=shapes,
        grid=grid,
        boundary=None if section.board is None else boundary_r(section.board),
    )
    if section.kind != "open_floor":
        return known
    eaves = eaves_known(section)
    roof = None if eaves is None else roof_field(section.outline_ft, eaves, grid, shapes)
    return Site(**{**vars(known), "eaves": eaves, "rows": rows_of(section), "work": edge_work(section), "roof": roof})


def _net_area(outline: Points, area: float, shapes: tuple[Points, ...], keep_outs: tuple[KeepOut, ...]) -> float:
    counted = sum(k.area_ft2 for k in keep_outs if k.corners_ft is None)
    return max(0.0, area - kept_out_ft2(outline, shapes) - counted)
