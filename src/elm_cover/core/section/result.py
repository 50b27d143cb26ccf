"""What the plan says: frozen data with the names of the job document's plan output. None means "not known yet" (handbook §2)."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from ..base.arrays import Floats, Points
from ..batts.layout import Layout
from ..batts.take_off import BattTakeOff
from ..eaves.baffles import BaffleInput
from ..eaves.bays import BayRow
from ..eaves.eave import Eave
from ..eaves.remedies import EdgeWork
from ..eaves.roof import RoofField
from ..enclosed.shapes import Enclosed
from ..floor.grid import Grid
from ..given.section import DepthReading, SectionInput
from ..layers.layer import Layer
from ..layers.stack import Stack
from ..laying.at_cells import AtCells
from ..laying.blower import ByInches
from ..laying.decided import OldFill
from ..laying.site import Site
from ..money.quantities import Bags, Quantities
from ..old_fill.keep_or_clear import OldFillPlan
from ..old_fill.readings import ReadingsPlan, usable
from ..target.scale import HeelTest, TargetFigure
from .eave_plan import EavePlan
from .edge_advice import EdgeAdvice
from .heat_account import HeatShare
from .schools import School
from .vents import Ventilation


@dataclass(frozen=True, kw_only=True)
class SectionPlan:
    """Every figure of one section, with the names of the job document's plan output. None: not known yet."""

    id: str
    name: str | None
    kind: str
    area_ft2: float
    net_area_ft2: float | None = None
    depth_existing_in: float | None = None
    r_existing: float | None = None
    r_code: float | None = None
    r_target: float | None = None
    r_needed: float | None = None
    r_needed_by_subtraction: float | None = None
    r_added: float | None = None
    r_nominal: float | None = None
    r_effective: float | None = None
    u_effective: float | None = None
    installed_in: float | None = None
    settled_in: float | None = None
    depth_total_in: float | None = None
    depth_settled_total_in: float | None = None
    load_psf: float | None = None
    load_limit_psf: float | None = None
    bags: Bags = field(default_factory=Bags)
    bag_covers_ft2: float | None = None
    bag_raises_in: float | None = None
    product: str | None = None
    eaves: tuple[EavePlan, ...] = ()
    ventilation: Ventilation = field(default_factory=Ventilation)
    markers: int | None = None
    marker_points_ft: tuple[tuple[float, float], ...] = ()
    surface_ft2: float | None = None
    cavity_depth_in: float | None = None
    volume_ft3: float | None = None
    readings: ReadingsPlan | None = None
    old_fill: OldFillPlan | None = None
    density_pcf: float | None = None
    batts: tuple[BattTakeOff, ...] = ()
    ua_today: float | None = None
    ua_after: float | None = None
    heat: tuple[HeatShare, ...] = ()
    target_scale: tuple[TargetFigure, ...] = ()
    heel_tests: tuple[HeelTest, ...] = ()
    by_inches: ByInches | None = None
    schools: tuple[School, ...] = ()
    edge_advice: tuple[EdgeAdvice, ...] = ()


@dataclass(frozen=True, kw_only=True)
class SectionFields:
    """The arrays behind a section's figures, for the drawings. Not part of the plan's JSON."""

    outline_ft: Points
    edge_kinds: tuple[str, ...]
    plate_widths_in: tuple[float, ...]
    keep_outs: tuple[tuple[str, Points], ...]
    grid: Grid
    roof: RoofField | None = None
    eaves: Mapping[int, Eave] = field(default_factory=dict)
    today: tuple[Layer, ...] | None = None
    stack: Stack | None = None
    cells: AtCells | None = None
    holes: tuple[Points, ...] = ()
    readings: tuple[DepthReading, ...] = ()
    old_in: Floats | None = None
    enclosed: Enclosed | None = None
    batts: tuple[Layout, ...] = ()
    rows: Mapping[int, BayRow] = field(default_factory=dict)
    work: EdgeWork = field(default_factory=EdgeWork)
    baffle: BaffleInput = field(default_factory=BaffleInput)

    @property
    def depth_in(self) -> Floats | None:
        """Top of all that lies at each cell, in; None where that is not known."""
        return None if self.cells is None else self.cells.depth_in

    @property
    def r(self) -> Floats | None:
        """R at each cell, h·ft²·°F/Btu; None where that is not known."""
        return None if self.cells is None else self.cells.r

    @property
    def array_bytes(self) -> int:
        """What the arrays hold once all are made, bytes."""
        grid, roof = self.grid, self.roof
        arrays = [grid.x_ft, grid.y_ft, grid.column, grid.row, self.old_in]
        arrays += [] if roof is None else [roof.room_in, roof.plane_in, roof.edge]
        drawn = 0 if self.cells is None else self.cells.array_bytes
        return drawn + sum(array.nbytes for array in arrays if array is not None)


@dataclass(frozen=True, eq=False, kw_only=True)
class PlannedSection:
    """One section planned: its figures, the arrays behind them, and what it takes, None while that is not known."""

    plan: SectionPlan
    fields: SectionFields
    quantities: Quantities | None


def fields_of(section: SectionInput, site: Site, old: OldFill) -> SectionFields:
    """The fields that a section of any kind has."""
    return SectionFields(
        outline_ft=section.outline_ft,
        edge_kinds=tuple(edge.kind or "unsaid" for edge in section.edges),
        plate_widths_in=tuple(edge.plate_width_in for edge in section.edges),
        keep_outs=site.placed,
        grid=site.grid,
        today=old.today,
        holes=section.holes,
        readings=usable(section.readings, section.outline_ft),
        old_in=old.map_in,
    )
