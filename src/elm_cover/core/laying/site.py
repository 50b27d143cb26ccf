"""The floor of a section with its roof and its edges: what every way of insulating it starts from (handbook §2, §8)."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field, replace

from ..base.arrays import Floats, Points
from ..base.memory import Itself, remembered
from ..base.notebook import Notebook
from ..eaves.bays import BayRow
from ..eaves.eave import Eave
from ..eaves.headroom import headroom
from ..eaves.remedies import EdgeWork, dressing
from ..eaves.roof import RoofField, roof_field
from ..enclosed.shapes import plan_area_ft2
from ..floor.grid import CELL_FT, Grid, cells_without, grid_of, kept_out_ft2
from ..floor.outline import polygon_area_ft2
from ..given.section import SectionInput
from ..hazards.clearances import KeepOut
from ..layers.layer import boundary_r
from ..layers.places import Places
from .edges import eaves_known, edge_work, rows_of
from .kept_floor import KeptFloor, kept_floors

# A site beside its arrays, which are kept where they are made.
SITE_BYTES = 20_000


@dataclass(frozen=True, eq=False, kw_only=True)
class Site:
    """The floor of a section, in ft² and on its grid.

    floor_ft2: the outline less its holes. net_ft2: less what is kept out. kept: the floor that is not as everywhere, by sort.
    boundary: B, None while the board is not known.
    eaves: by edge, None while one of them lacks heel or pitch; of an open floor alone, as are rows, work and roof.
    """

    area_ft2: float
    floor_ft2: float
    net_ft2: float
    placed: tuple[tuple[str, Points], ...]
    shapes: tuple[Points, ...]
    kept: tuple[KeptFloor, ...]
    filled_shapes: tuple[Points, ...]
    grid: Grid
    boundary: float | None
    eaves: Mapping[int, Eave] | None = None
    rows: Mapping[int, BayRow] = field(default_factory=dict)
    work: EdgeWork = field(default_factory=EdgeWork)
    roof: RoofField | None = None

    @property
    def ceiling_ft2(self) -> float:
        """Floor that heat goes through: what comes through it is no ceiling.

        ft². Source: handbook, Settled since 2.
        """
        return self.floor_ft2 - sum(one.area_ft2 for one in self.kept if one.what == "through")

    @property
    def open_ft2(self) -> float:
        """Net floor that is not under boards: where the new fill lies as everywhere, ft²."""
        return max(0.0, self.net_ft2 - sum(one.area_ft2 for one in self.kept if one.what == "filled"))

    @property
    def round_ft2(self) -> float:
        """The same less what curbs stand on, ft²: the floor that heat goes through as everywhere. By the bag it is net floor still.

        Source: handbook, Settled since, second part, 1; §7, net area.
        """
        return max(0.0, self.open_ft2 - sum(one.area_ft2 for one in self.kept if one.what == "rim"))

    def cells(self, old_in: Floats | None) -> Places | None:
        """Every cell of the grid, as it is drawn; None while no roof is known. old_in: depth of the old fill there, inches.

        Source: handbook §6, a map of the R over the floor.
        """
        if self.roof is None or self.eaves is None:
            return None
        work = dressing(self.work, self.eaves, self.roof.edge, self.roof.plane_in)
        return Places(self.roof.room_in, old_in, None, work, self.roof.edge)

    def parts(self, outline: Points, old_in: Floats | None) -> Places | None:
        """The floor by its room under the roof, as its sums are made; None while no roof is known.

        old_in: depth of the old fill at each cell of the grid. Source: handbook §6, area mean.
        """
        if self.eaves is None:
            return None
        if old_in is not None and self.filled_shapes:
            old_in = _map_without(Itself(old_in), outline, self.shapes, self.filled_shapes, self.grid.cell_ft)
        shapes = self.shapes + self.filled_shapes
        found = headroom(outline, self.eaves, shapes, self.grid.cell_ft, old_in)
        work = dressing(self.work, self.eaves, found.edge, found.plane_in)
        return Places(found.room_in, found.old_in, found.share, work, found.edge)


@remembered(lambda found: found.nbytes, lambda old_in, *_: old_in.thing.nbytes)
def _map_without(
    old_in: Itself, outline: Points, shapes: tuple[Points, ...], more: tuple[Points, ...], cell_ft: float
) -> Floats:
    """A map of the old depth without the cells under boards that are filled beneath, the same for the same map."""
    found: Floats = old_in.thing[cells_without(outline, shapes, more, cell_ft)]
    return found


def ask_for_board(section: SectionInput, notes: Notebook) -> None:
    """Asks which board the room has on its side, where that is not known."""
    if section.board is None:
        inside = "the inside of this wall" if section.kind == "knee_wall" else "the ceiling"
        notes.ask("measure", f"{section.path}.ceiling.board", f"Which board is {inside}?")


def site_of(section: SectionInput) -> Site:
    """The section's floor as far as it is known. Source: handbook §7, net area; §8, room under the deck.

    Made from what no choice, target or reading changes, so that an edit of those finds it kept.
    """
    return _site(replace(section, choice=None, target=None, readings=(), layers=None, old_fill=None, features=()))


@remembered(lambda site: SITE_BYTES)
def _site(section: SectionInput) -> Site:
    area = polygon_area_ft2(section.outline_ft)
    placed = tuple((k.name, k.corners_ft) for k in section.keep_outs if k.corners_ft is not None)
    shapes: tuple[Points, ...] = tuple(corners for _, corners in placed) + section.holes
    grid = grid_of(section.outline_ft, shapes, CELL_FT)
    known = Site(
        area_ft2=area,
        floor_ft2=plan_area_ft2(section.outline_ft, section.holes),
        kept=kept_floors(section.outline_ft, section.holes, section.keep_outs, section.filled_decks),
        filled_shapes=tuple(k.corners_ft for k in section.filled_decks if k.corners_ft is not None),
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
