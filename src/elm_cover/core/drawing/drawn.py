"""What drawings are made of, as data: feet on the floor, inches in the cut; every point is (along, up) or (east, north) (handbook §2, §8)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

Spot = Sequence[float]
Spots = Sequence[Spot]


@dataclass(frozen=True, kw_only=True)
class Shape:
    """A shape of a cut by what it stands for; polygons close themselves, lines do not. points in in."""

    role: str
    closed: bool
    points: Spots


@dataclass(frozen=True, kw_only=True)
class HouseShape(Shape):
    """A shape of the whole house's cut, and the section that it is of."""

    section: str


@dataclass(frozen=True, kw_only=True)
class Dimension:
    """A measure in in. between two points; without them one of the whole, of which only a part is drawn."""

    name: str
    value_in: float
    from_in: Spot | None
    to_in: Spot | None


@dataclass(frozen=True, kw_only=True)
class EaveShown:
    """An eave that a cut ends on."""

    heel_in: float
    pitch_in_12: float
    room_at_plate_in: float
    vent_gap_in: float


@dataclass(frozen=True, kw_only=True)
class BayCut:
    """The bay that is cut at an eave."""

    place: int
    state: str
    baffle: bool | None
    plug: bool
    to_wind: bool


@dataclass(frozen=True, kw_only=True)
class CutEnd:
    """The edge that a cut ends on. stretch: how much the cut stretches what lies square to it."""

    edge: int
    side: str
    s_in: float
    direction: int
    stretch: float
    plate_width_in: float
    eave: EaveShown | None
    bay: BayCut | None


@dataclass(frozen=True, kw_only=True)
class CutMaterials:
    """What lies in the cut, from below."""

    old: Sequence[str | None]
    batts: Sequence[str | None]


@dataclass(frozen=True, kw_only=True)
class DrawnCut:
    """The cut of an open floor; the depths beside its ruler in in., None while not known."""

    section: str
    from_ft: Spot
    to_ft: Spot
    length_in: float
    shapes: Sequence[Shape]
    ends: Sequence[CutEnd]
    materials: CutMaterials
    old_in: float | None
    batts_in: float | None
    fill_line_in: float | None
    installed_in: float | None
    settled_in: float | None


@dataclass(frozen=True, kw_only=True)
class EnclosedCut:
    """The cut of a section that is no open floor; box_in: left, low, right, high."""

    section: str
    shapes: Sequence[Shape]
    dimensions: Sequence[Dimension]
    box_in: Sequence[float]


@dataclass(frozen=True, kw_only=True)
class ItemCut:
    """What an item of the work list does where it stands; box_in: left, low, right, high."""

    section: str
    title: str
    shapes: Sequence[Shape]
    dimensions: Sequence[Dimension]
    box_in: Sequence[float]


@dataclass(frozen=True, kw_only=True)
class HousePart:
    """What is written of a section on the line. at_in: its middle; wrong: the worst that is said of it, of that level."""

    section: str
    name: str
    kind: str
    at_in: Spot
    r_now: float | None
    r_done: float | None
    fill_in: float | None
    level: str | None
    wrong: str | None


@dataclass(frozen=True, kw_only=True)
class HouseCut:
    """Every section on the cut's line at its true height; box_in: left, low, right, high."""

    from_ft: Spot
    to_ft: Spot
    shapes: Sequence[HouseShape]
    parts: Sequence[HousePart]
    box_in: Sequence[float]
    missing: Sequence[str]


@dataclass(frozen=True, kw_only=True)
class Edge:
    """A wall of a section from above."""

    index: int
    is_eave: bool
    kind: str
    side: str
    length_ft: float
    from_ft: Spot
    to_ft: Spot


@dataclass(frozen=True, kw_only=True)
class OldDrawn:
    """The old fill's map, packed, its range in in., and what counts as full of it."""

    old_in: str | None
    old_range_in: Spot | None
    old_full_in: float | None


@dataclass(frozen=True, kw_only=True)
class PackedGrid:
    """Depth and R over a floor, packed (see packed.py)."""

    origin_ft: Spot
    cell_ft: float
    columns: int
    rows: int
    per_unit: int
    outside: int
    depth_in: str | None
    depth_range_in: Spot | None
    r: str | None
    r_range: Spot | None
    old_in: str | None
    old_range_in: Spot | None
    old_full_in: float | None


@dataclass(frozen=True, kw_only=True)
class DrawnBay:
    """A bay of an eave: its stretch of the run in in., its mark on the Floor in ft, and what is in it."""

    place: int
    from_in: float
    to_in: float
    from_ft: Spot
    to_ft: Spot
    state: str
    by: str | None
    vented: bool | None
    baffle: bool | None
    plug: bool
    to_wind: bool


@dataclass(frozen=True, kw_only=True)
class DrawnRun:
    """An eave run unrolled. reads_backward: drawn from the first of its ends to the second, its last bay comes first."""

    edge: int
    side: str
    run_ft: float
    ends: Sequence[str]
    reads_backward: bool
    cut_from_ft: Spot
    cut_to_ft: Spot
    bays: Sequence[DrawnBay]


@dataclass(frozen=True, kw_only=True)
class DrawnKeepOut:
    """Floor that is kept from the fill."""

    name: str
    corners_ft: Spots


@dataclass(frozen=True, kw_only=True)
class DrawnHeight:
    """A line of equal room for insulation."""

    room_in: float
    points_ft: Spots


@dataclass(frozen=True, kw_only=True)
class Snap:
    """Lines of the framing, across the axis, that a corner may snap to."""

    axis: str
    origin_ft: float
    step_ft: float


@dataclass(frozen=True, kw_only=True)
class DrawnPiece:
    """A piece of batt, by its place in the laying order."""

    order: int
    course: int
    whole: bool
    corners_ft: Spots


@dataclass(frozen=True, kw_only=True)
class DrawnBatts:
    """A layer of batts, piece by piece."""

    place: str
    product: str
    pieces: Sequence[DrawnPiece]


@dataclass(frozen=True, kw_only=True)
class DrawnSection:
    """A section from above, in ft."""

    id: str
    outline_ft: Spots
    edges: Sequence[Edge]
    kind: str
    holes_ft: Sequence[Spots]
    heights: Sequence[DrawnHeight]
    snap: Snap | None
    grid: PackedGrid | None
    joists_ft: Sequence[Spots]
    runs: Sequence[DrawnRun]
    keep_outs: Sequence[DrawnKeepOut]
    markers_ft: Spots
    batts: Sequence[DrawnBatts]


@dataclass(frozen=True, kw_only=True)
class Drawing:
    """What Floor, Cut, paper and files draw of a plan: its sections from above, and the cut that was asked for."""

    sections: Sequence[DrawnSection]
    cut: DrawnCut | None
    enclosed_cut: EnclosedCut | None
    house: HouseCut | None
    item: ItemCut | None


@dataclass(frozen=True, kw_only=True)
class Outline:
    """A section on the shelf: its corners in ft, and which of its edges are eaves."""

    outline_ft: Spots
    eaves: Sequence[int]
    kind: str


@dataclass(frozen=True, kw_only=True)
class BandDrawn:
    """A band from above, ft: its rings, outer ones first; label_room_ft: from its number's place to the nearest edge."""

    number: int
    by_hand: bool
    rings_ft: Sequence[Spots]
    label_ft: Spot
    label_room_ft: float
    stands_ft: Spots


@dataclass(frozen=True, kw_only=True)
class ReachedSection:
    """Bands of a section, and where one crawls or only reaches."""

    section: str
    bands: Sequence[BandDrawn]
    crawl_ft: Sequence[Spots]
    reach_ft: Sequence[Spots]


@dataclass(frozen=True, kw_only=True)
class ReachDrawing:
    """What to draw of a reach, in ft: its sections, and the way to each band."""

    sections: Sequence[ReachedSection]
    ways_ft: Sequence[Spots]
