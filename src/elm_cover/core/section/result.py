"""What the plan says: frozen data with the names of the job document's plan output. None means "not known yet"."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any

from ..batts.layout import Course, Layout
from ..eaves.baffles import BaffleInput
from ..eaves.bays import BayRow
from ..eaves.eave import Eave
from ..eaves.remedies import EdgeWork
from ..eaves.roof import RoofField
from ..eaves.ventilation import Condition, VentsToAdd
from ..enclosed.shapes import Enclosed
from ..floor.outline import Floats, Grid, Points
from ..layers.layer import OldLayer
from ..layers.stack import Taper
from ..old_fill.readings import DepthReading, ReadingsPlan
from ..target.scale import HeelTest, TargetFigure


@dataclass(frozen=True)
class Flag:
    """Something to act on. level: stop, caution or note. A stop never withholds a figure. field: where it is set right."""

    code: str
    level: str
    section: str | None
    text: str
    what_to_do: str
    field: str | None = None


@dataclass(frozen=True)
class Open:
    """A question not answered yet, and the step and field where it is asked."""

    step: str
    field: str
    text: str


@dataclass(frozen=True)
class Figure:
    """A figure that can be opened: how it came about. inputs: name → (value, unit)."""

    value: float | None
    unit: str
    formula: str
    inputs: dict[str, tuple[Any, str]]
    source: str


@dataclass(frozen=True)
class Bags:
    chart: float | None = None
    field: float | None = None


@dataclass(frozen=True)
class EavePlan:
    """One eave. bays: all; blocked, obstructed, solid (soffit): of them. baffles: bays that get one; by_hand: of them, cut
    round what stands there. pieces: bought. wind_blocks: pieces of their own. plugs: bays closed by a piece of batt.
    to_wind: bays open to the soffit with nothing before the fill. channel_in2: what the channels let through.
    remedy_ft3: what fills the room over the plate instead of the fill, over the run.
    """

    edge: int
    run_ft: float
    bays: int | None = None
    baffles: int | None = None
    pieces_per_bay: int | None = None
    pieces: int | None = None
    baffle_length_in: float | None = None
    closed_leg_in: float | None = None
    full_depth_at_in: float | None = None
    depth_at_plate_in: float | None = None
    r_at_plate: float | None = None
    depth_over_plate_mean_in: float | None = None
    r_over_plate_mean: float | None = None
    room_at_plate_in: float | None = None
    extra_ua: float | None = None
    blocked: int = 0
    obstructed: int = 0
    solid: int = 0
    without_air: int = 0
    to_wind: int = 0
    to_wind_ft: float = 0.0
    by_hand: int = 0
    wind_blocks: int | None = None
    plugs: int = 0
    staples: int | None = None
    channel_in2: float | None = None
    last_bay_in: float | None = None
    baffle_width_in: float | None = None
    remedy_ft3: float | None = None


@dataclass(frozen=True)
class Ventilation:
    """low_in2, high_in2: None while no vent is recorded. low_works_in2: what of the low vents the channels let through.

    to_add: empty where nothing is missing or cannot be told. wrong_cure: why more vents would be the wrong thing now.
    """

    required_in2: float | None = None
    low_in2: float | None = None
    high_in2: float | None = None
    ratio: int | None = None
    channels_in2: float | None = None
    low_works_in2: float | None = None
    high_share: float | None = None
    balance: str | None = None
    conditions: tuple[Condition, ...] = ()
    to_add: tuple[VentsToAdd, ...] = ()
    wrong_cure: str | None = None


@dataclass(frozen=True)
class School:
    """What one school of baffles comes to. baffles, pieces: None while it is not known which bays are vented."""

    rule: str
    title: str
    baffles: int | None
    pieces: int | None
    plugs: int
    without_air: int
    to_wind: int
    to_wind_ft: float


@dataclass(frozen=True)
class EdgeAdvice:
    """An edge or a roof that has no channel of air: what may and may not be done, and who has to design it."""

    kind: str
    title: str
    may: tuple[str, ...]
    may_not: tuple[str, ...]
    designed_by_others: bool


@dataclass(frozen=True)
class WorthStep:
    """What the old fill is worth after one more defect is counted; layer: place in the list, or None for all."""

    layer: int | None
    what: str
    r: float
    change: float


@dataclass(frozen=True)
class OldFillOption:
    """keep, relay, lift or clear: R of the old fill alone afterwards."""

    action: str
    r_old: float | None
    text: str


@dataclass(frozen=True)
class Removal:
    """What a clear-out takes."""

    volume_ft3: float
    bags: float
    hours: float
    weight_lb: float


@dataclass(frozen=True)
class OldFillPlan:
    """What to do with the old fill: as decided (or kept while undecided), and what the record speaks for."""

    action: str
    decided: bool
    proposed: str
    reasons: tuple[str, ...]
    worth: tuple[WorthStep, ...]
    options: tuple[OldFillOption, ...]
    removal: Removal | None = None
    under_installed_in: float | None = None


@dataclass(frozen=True)
class HeatShare:
    """One way the heat goes. ua: Btu/h·°F. gain_ua: what mending it would save, None where nothing here mends it."""

    what: str
    title: str
    ua: float
    share: float
    gain_ua: float | None = None
    mended: str | None = None


@dataclass(frozen=True)
class ByInches:
    """The habit of taking old inches off the target's inches, and its error. bags_short: against the chart's bags here.

    target_in: installed inches the chart asks for the whole target; left_in: less the old depth; r_reached with that.
    """

    target_in: float
    old_in: float
    left_in: float
    bags: float
    bags_short: float
    r_reached: float
    r_target: float


@dataclass(frozen=True)
class BattTakeOff:
    """One layer laid out. bundles: unrounded. least: no layout needs fewer pieces. waste: share of the pieces opened."""

    product: str
    place: str
    r: float
    thickness_in: float
    pieces: int
    whole: int
    cuts: int
    splits: int
    bundles: float
    covered_ft2: float
    least: int
    waste: float
    offcuts_ft2: float
    scraps_ft2: float
    courses: tuple[Course, ...]


@dataclass(frozen=True)
class SectionPlan:
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
    bags: Bags = Bags()
    bag_covers_ft2: float | None = None
    product: str | None = None
    eaves: tuple[EavePlan, ...] = ()
    ventilation: Ventilation = Ventilation()
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


@dataclass(frozen=True)
class OrderLine:
    """What to order of one product: bags of loose fill, or bundles of batts (then the counts are of bundles)."""

    product: str
    bags_chart: float
    bags_field: float | None
    bags_order: int
    unit: str = "bags"
    pieces: int | None = None


@dataclass(frozen=True)
class SectionFields:
    """The arrays behind a section's figures, for the drawings. Not part of the plan's JSON."""

    outline_ft: Points
    edge_kinds: tuple[str, ...]
    plate_widths_in: tuple[float, ...]
    keep_outs: tuple[tuple[str, Points], ...]
    grid: Grid
    roof: RoofField | None
    eaves: dict[int, Eave]
    today: tuple[OldLayer, ...] | None
    taper: Taper | None
    depth_in: Floats | None
    r: Floats | None
    holes: tuple[Points, ...] = ()
    readings: tuple[DepthReading, ...] = ()
    old_in: Floats | None = None
    enclosed: Enclosed | None = None
    batts: tuple[Layout, ...] = ()
    rows: dict[int, BayRow] = field(default_factory=dict)
    work: EdgeWork = field(default_factory=EdgeWork)
    baffle: BaffleInput = field(default_factory=BaffleInput)


class Notebook:
    """Gathers flags, open questions and figures while one section is planned."""

    def __init__(self, section: str | None = None, prefix: str = "") -> None:
        self.section = section
        self.prefix = prefix
        self.flags: list[Flag] = []
        self.open: list[Open] = []
        self.figures: dict[str, Figure] = {}

    def flag(self, code: str, level: str, text: str, what_to_do: str, field: str | None = None) -> None:
        self.flags.append(Flag(code, level, self.section, text, what_to_do, field))

    def ask(self, step: str, field: str, text: str) -> None:
        if all(item.field != field for item in self.open):
            self.open.append(Open(step, field, text))

    def figure(
        self, name: str, value: float | None, unit: str, formula: str, source: str, **inputs: tuple[Any, str]
    ) -> None:
        if value is not None:
            self.figures[self.prefix + name] = Figure(value, unit, formula, inputs, source)
