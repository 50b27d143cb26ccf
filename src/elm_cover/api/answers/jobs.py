"""What the routes take and answer, for validation and for the OpenAPI document."""

from __future__ import annotations

from typing import Any, Literal

from pydantic import BaseModel, ConfigDict, Field

from ...core.base.notebook import Flag, Open
from ...core.climate.temperatures import Climate
from ...core.eaves.foam_sheets import FoamOrder
from ...core.money.cost import Cost
from ...core.money.saving import Saving
from ...core.plan.eave_corners import EaveCorner
from ...core.plan.look_over import Look
from ...core.plan.order import OrderLine
from ...core.plan.other_road import OtherRoad
from ...core.plan.totals import Totals
from ...core.rack.result import Mix, StepUp, Way
from ...core.section.heat_account import HeatShare
from ...core.section.result import SectionPlan
from ...core.section.schools import School
from ...job import Job
from ...job.fields import Corner

Point = tuple[float, float]


class JobPath(BaseModel):
    job_id: str = Field(max_length=64)


class RevisionPath(JobPath):
    number: int = Field(ge=1, le=10_000_000)


class BinQuery(BaseModel):
    bin: bool = False


class SaveQuery(BaseModel):
    reason: Literal["save", "step", "kept over another"] = "save"


class PaperQuery(BaseModel):
    """Which paper; for an eave detail also which eave, else the first."""

    kind: Literal["job sheet", "offer", "eave detail"] = "job sheet"
    section: str | None = Field(None, max_length=80)
    edge: int | None = Field(None, ge=0, lt=200)


class IfMatch(BaseModel):
    if_match: str | None = Field(None, alias="If-Match", description="The ETag of the version this one was made from")


class Headline(BaseModel):
    """A job on the shelf: its drawing and headline figures, all from the core."""

    name: str | None = None
    address: str | None = None
    totals: Totals
    thumbnail: list[dict[str, Any]]


class JobLine(BaseModel):
    id: str
    saved_at: str
    deleted_at: str | None = None
    headline: Headline | None = None


class JobList(BaseModel):
    jobs: list[JobLine]


class StoredJobAnswer(BaseModel):
    id: str
    revision: int
    saved_at: str
    document: dict[str, Any]


class RevisionLine(BaseModel):
    number: int
    reason: str
    actor: str
    started_at: str
    saved_at: str
    brought_from: int | None


class RevisionList(BaseModel):
    revisions: list[RevisionLine]


class RevisionAnswer(BaseModel):
    number: int
    document: dict[str, Any]


class PaperAnswer(BaseModel):
    number: int
    revision: int
    url: str


class CutAsked(BaseModel):
    """Where to cut: a line over a section's floor, or the section alone for across its middle."""

    model_config = ConfigDict(extra="forbid")
    section: str = Field(max_length=80)
    from_ft: tuple[Corner, Corner] | None = None
    to_ft: tuple[Corner, Corner] | None = None


class PlanAsked(BaseModel):
    model_config = ConfigDict(extra="forbid")
    job: Job
    cut: CutAsked | None = None


class FigureInput(BaseModel):
    value: float | str | None
    unit: str


class FigureAnswer(BaseModel):
    value: float | None
    unit: str
    formula: str
    inputs: dict[str, FigureInput]
    source: str


class RackAsked(BaseModel):
    """The job; its own products are weighed beside those that ship. mix: also find the best mix under its limits."""

    model_config = ConfigDict(extra="forbid")
    job: Job
    mix: Literal["price", "hours", "weight", "depth"] | None = None


class RackAnswer(BaseModel):
    ways: list[Way]
    picked: str | None
    steps_r: list[float]
    missing: list[str]
    mix: Mix | None
    step_up: StepUp | None
    nothing_open: list[str]
    weighed: int


class CornersAsked(BaseModel):
    model_config = ConfigDict(extra="forbid")
    job: Job


class CornersAnswer(BaseModel):
    """Every eave solved in two dimensions; alike ones once."""

    climate: Climate | None
    dew_point_f: float | None
    wall_r: float
    corners: list[EaveCorner]
    missing: list[str]


class PlanFigures(BaseModel):
    sections: list[SectionPlan]
    order: list[OrderLine]
    totals: Totals
    flags: list[Flag]
    open: list[Open]
    figures: dict[str, FigureAnswer]
    look: Look
    heat: list[HeatShare]
    cost: Cost | None
    saving: Saving | None
    opinions: list[str]
    other_road: OtherRoad
    schools: list[School]
    foam: FoamOrder | None


class DrawnEdge(BaseModel):
    index: int
    is_eave: bool
    kind: str
    side: str
    length_ft: float
    from_ft: Point
    to_ft: Point


class DrawnGrid(BaseModel):
    origin_ft: Point
    cell_ft: float
    columns: int
    rows: int
    per_unit: float
    outside: int
    depth_in: str | None
    depth_range_in: Point | None
    r: str | None
    r_range: Point | None
    old_in: str | None
    old_range_in: Point | None
    old_full_in: float | None


class DrawnBay(BaseModel):
    """A bay of an eave: its stretch of the run in inches, its mark on the Floor in feet, and what is in it."""

    place: int
    from_in: float
    to_in: float
    from_ft: Point
    to_ft: Point
    state: Literal["open", "blocked", "obstructed"]
    by: str | None
    vented: bool | None
    baffle: bool | None
    plug: bool
    to_wind: bool


class DrawnRun(BaseModel):
    """An eave run unrolled. reads_backward: drawn from the first of its ends to the second, its last bay comes first."""

    edge: int
    side: str
    run_ft: float
    ends: tuple[str, str]
    reads_backward: bool
    cut_from_ft: Point
    cut_to_ft: Point
    bays: list[DrawnBay]


class DrawnKeepOut(BaseModel):
    name: str
    corners_ft: list[Point]


class DrawnHeight(BaseModel):
    """A line of equal room for insulation."""

    room_in: float
    points_ft: list[Point]


class DrawnSnap(BaseModel):
    """Lines of the framing, across the axis, that a corner may snap to."""

    axis: Literal["x", "y"]
    origin_ft: float
    step_ft: float


class DrawnPiece(BaseModel):
    """A piece of batt, by its place in the laying order."""

    order: int
    course: int
    whole: bool
    corners_ft: list[Point]


class DrawnBatts(BaseModel):
    place: str
    product: str
    pieces: list[DrawnPiece]


class DrawnSection(BaseModel):
    id: str
    kind: str
    outline_ft: list[Point]
    holes_ft: list[list[Point]]
    heights: list[DrawnHeight]
    snap: DrawnSnap | None
    edges: list[DrawnEdge]
    grid: DrawnGrid | None
    joists_ft: list[tuple[Point, Point]]
    runs: list[DrawnRun]
    keep_outs: list[DrawnKeepOut]
    markers_ft: list[Point]
    batts: list[DrawnBatts]


class DrawnShape(BaseModel):
    role: Literal[
        "ceiling",
        "old_fill",
        "batt",
        "new_fill",
        "settled",
        "top",
        "baffle",
        "air",
        "deck",
        "plate",
        "soffit",
        "remedy",
        "foam",
        "plug",
        "lap",
    ]
    closed: bool
    points: list[Point]


class EaveShown(BaseModel):
    heel_in: float
    pitch_in_12: float
    room_at_plate_in: float
    vent_gap_in: float


class BayCut(BaseModel):
    """The bay that is cut at an eave."""

    place: int
    state: str
    baffle: bool | None
    plug: bool
    to_wind: bool


class CutEnd(BaseModel):
    edge: int
    side: str
    s_in: float
    direction: int
    stretch: float
    plate_width_in: float
    eave: EaveShown | None
    bay: BayCut | None


class CutMaterials(BaseModel):
    old: list[str | None]
    batts: list[str | None]


class DrawnCut(BaseModel):
    section: str
    from_ft: Point
    to_ft: Point
    length_in: float
    shapes: list[DrawnShape]
    ends: list[CutEnd]
    materials: CutMaterials
    old_in: float | None
    batts_in: float | None
    fill_line_in: float | None
    installed_in: float | None
    settled_in: float | None


class DrawnDimension(BaseModel):
    name: str
    value_in: float
    from_in: Point | None
    to_in: Point | None


class EnclosedShape(BaseModel):
    role: Literal["ceiling", "cavity", "deck", "air", "backing", "plate", "floor", "net", "cold"]
    closed: bool
    points: list[Point]


class EnclosedCut(BaseModel):
    """The cut of a section that is no open floor; box_in: left, low, right, high."""

    section: str
    shapes: list[EnclosedShape]
    dimensions: list[DrawnDimension]
    box_in: tuple[float, float, float, float]


class Drawing(BaseModel):
    sections: list[DrawnSection]
    cut: DrawnCut | None
    enclosed_cut: EnclosedCut | None


class PlanAnswer(BaseModel):
    plan: PlanFigures
    drawing: Drawing
