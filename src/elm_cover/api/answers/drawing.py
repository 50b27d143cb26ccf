"""What the drawings are made of."""

from __future__ import annotations

from typing import Literal

from pydantic import BaseModel

Point = tuple[float, float]


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
    """version: what is drawn here, for who asks again."""

    id: str
    version: str
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


class ItemShape(BaseModel):
    role: Literal[
        "ceiling", "old_fill", "new_fill", "top", "framing", "plate", "plug", "curb", "lid", "hot", "metal", "light", "cover",
        "board", "deck_board", "duct",
    ]  # fmt: skip
    closed: bool
    points: list[Point]


class ItemCut(BaseModel):
    """What an item of the work list does where it stands; box_in: left, low, right, high."""

    section: str
    title: str
    shapes: list[ItemShape]
    dimensions: list[DrawnDimension]
    box_in: tuple[float, float, float, float]


class HouseShape(BaseModel):
    """A shape of the whole house's cut, and the section that it is of."""

    section: str
    role: str
    closed: bool
    points: list[Point]


class HousePart(BaseModel):
    """What is written of a section on the line. at_in: its middle; wrong: the worst that is said of it."""

    section: str
    name: str
    kind: str
    at_in: Point
    r_now: float | None
    r_done: float | None
    fill_in: float | None
    level: Literal["stop", "caution"] | None
    wrong: str | None


class HouseCut(BaseModel):
    """Every section on the cut's line at its true height; box_in: left, low, right, high."""

    from_ft: Point
    to_ft: Point
    shapes: list[HouseShape]
    parts: list[HousePart]
    box_in: tuple[float, float, float, float]
    missing: list[str]


class Drawing(BaseModel):
    """order: every section, by id. sections: those of them whose drawing the asker does not have."""

    order: list[str]
    sections: list[DrawnSection]
    cut: DrawnCut | None
    enclosed_cut: EnclosedCut | None
    house: HouseCut | None = None
    item: ItemCut | None = None
