"""One section of the attic in the job document: its outline, edges, ceiling, framing and what lies in it."""

from __future__ import annotations

from collections.abc import Iterator
from typing import Literal, Self

from pydantic import Field, model_validator
from shapely import Polygon

from .faults import Fault, JobError
from .fields import Corner, Count, DocumentModel, Identifier, LidR, Name, Number, Positive, Slug, TargetR, Text

Material = Literal[
    "cellulose_loose",
    "glass_loose",
    "mineral_wool_loose",
    "wood_fiber_loose",
    "unknown_loose",
    "glass_batt",
    "mineral_wool_batt",
]
Soffit = Literal["continuous", "spot", "none", "blocked"]
Board = Literal["gypsum_1_2", "gypsum_1_2_sag", "gypsum_5_8", "gypsum_3_8", "plaster", "other"]
FramingKind = Literal["joist", "truss"]
Edition = Literal["2009", "2012", "2015", "2018", "2021", "2024"]
AREA_LIMITS_FT2 = (1.0, 20_000.0)
SLACK_FT = 0.01


class BayMark(DocumentModel):
    """What is particular about one bay of an eave; bays without a mark are as the edge's soffit and the school say.

    place: counted from 0 at the corner where the edge begins. state: blocked lets no air through, obstructed takes a
    baffle cut round what stands there. soffit: of this bay. baffle: ticked or unticked by hand, whatever the school.
    """

    place: int = Field(ge=0, lt=3000, strict=True)
    state: Literal["open", "blocked", "obstructed"] = "open"
    by: Literal["truss_member", "duct", "gable_return", "chimney", "other"] | None = None
    soffit: Literal["vented", "solid"] | None = None
    baffle: bool | None = Field(None, strict=True)


class EdgeRemedy(DocumentModel):
    """What fills the room over the plate under the chute instead of the fill; left out figures: start values of its kind."""

    kind: Literal["dense_batt", "rigid_board", "sprayed_foam"]
    r_per_in: Number | None = Field(None, gt=0, le=10)
    reach_in: Number | None = Field(None, gt=0, le=120)


class Edge(DocumentModel):
    """Edge i runs from corner i to the next. Heel, pitch, soffit, plate and bays are read where it is an eave.

    kind left out: nobody has said yet what this wall is, as after a walk round it with the tape.
    """

    id: Identifier | None = None
    kind: Literal["eave", "gable", "open", "knee_wall", "step"] | None = None
    heel_in: Number | None = Field(None, ge=0, le=120)
    pitch_in_12: Number | None = Field(None, gt=0, le=24)
    soffit: Soffit | None = None
    plate_width_in: Number = Field(3.5, gt=0, le=24)
    to: Identifier | None = None
    bays: tuple[BayMark, ...] = Field((), max_length=3000)
    remedy: EdgeRemedy | None = None

    @model_validator(mode="after")
    def _each_bay_once(self) -> Self:
        seen: set[int] = set()
        for index, mark in enumerate(self.bays):
            if mark.place in seen:
                raise JobError([Fault(f"bays[{index}].place", f"bay {mark.place} is marked twice; once is allowed")])
            seen.add(mark.place)
        return self


class Ceiling(DocumentModel):
    board: Board | None = None
    vapor_retarder: Literal["none", "class_1", "class_2", "class_3"] | None = None


class Framing(DocumentModel):
    kind: FramingKind | None = None
    run: Literal["x", "y"] | None = None
    spacing_in: Number | None = Field(None, ge=8, le=48)
    depth_in: Number | None = Field(None, ge=1.5, le=24)


class ExistingLayer(DocumentModel):
    """A layer of old fill, listed from the ceiling up. ``r`` is its sound R; left out, depth times the default.

    label_in: the thickness that r was printed for, where the layer lies thinner than that now: it is compressed. ends_closed:
    the air beneath what does not touch is closed at the eaves and round openings.
    """

    id: Identifier | None = None
    material: Material | None = None
    depth_in: Number | None = Field(None, ge=0, le=48)
    r: Number | None = Field(None, ge=0, le=200)
    void_pct: Number = Field(0.0, ge=0, le=100)
    voids: Literal["under", "open"] = "under"
    condition: Literal["sound", "dusty", "matted", "wet", "fouled"] = "sound"
    density_pcf: Number | None = Field(None, gt=0, le=200)
    label_in: Number | None = Field(None, gt=0, le=48)
    facing: Literal["none", "down", "up"] | None = None
    ends_closed: bool | None = Field(None, strict=True)


class Reading(DocumentModel):
    """Total depth of the old fill at a point. checked: a reading that stands out was looked at again and is right."""

    id: Identifier | None = None
    at_ft: tuple[Corner, Corner] | None = None
    depth_in: Number = Field(ge=0, le=96)
    checked: bool = Field(False, strict=True)


class Feature(DocumentModel):
    """Something that stands in the attic: placed, or just counted. ``size_in`` is a box, or one diameter twice.

    to_ft: the far end of what runs along the floor. flue, blows_to, shielded, clearance_in (as listed), filled_under,
    deck_in (thickness of the boards), lid_r and duct_r are read where the kind asks for them.
    """

    id: Identifier | None = None
    kind: Slug
    rating: Literal["ic", "non_ic", "unknown"] | None = None
    at_ft: tuple[Corner, Corner] | None = None
    to_ft: tuple[Corner, Corner] | None = None
    size_in: tuple[Positive, Positive] | None = None
    count: Count | None = None
    flue: Literal["double_wall_gas", "oil", "factory_wood", "single_wall", "plastic", "unknown"] | None = None
    blows_to: Literal["outdoors", "attic", "soffit", "unknown"] | None = None
    shielded: bool | None = Field(None, strict=True)
    clearance_in: Number | None = Field(None, ge=0, le=48)
    filled_under: bool | None = Field(None, strict=True)
    deck_in: Number | None = Field(None, gt=0, le=6)
    lid_r: LidR | None = None
    duct_r: Number | None = Field(None, ge=0, le=50)
    note: Text = ""


class Hole(DocumentModel):
    """Floor that is not there: a stairwell, a chimney shaft, a light well."""

    id: Identifier | None = None
    kind: Literal["stairwell", "chimney", "shaft", "other"] = "other"
    outline_ft: tuple[tuple[Corner, Corner], ...] = Field(min_length=3, max_length=60)


class Slope(DocumentModel):
    """Enclosed rafter bays: the outline is their plan. channel_in: air kept open under the deck, or 0."""

    rafter_depth_in: Number | None = Field(None, ge=1.5, le=24)
    pitch_in_12: Number | None = Field(None, gt=0, le=24)
    channel_in: Number | None = Field(None, ge=0, le=6)


class Wall(DocumentModel):
    """An upright section: a knee wall along the outline's longest side, or a shaft all round it, unless a length is given."""

    of: Literal["knee_wall", "skylight_shaft"] = "knee_wall"
    height_ft: Number | None = Field(None, gt=0, le=40)
    length_ft: Number | None = Field(None, gt=0, le=1000)
    stud_depth_in: Number | None = Field(None, ge=1.5, le=24)
    backed: bool | None = Field(None, strict=True)


class Cavity(DocumentModel):
    """Bays under a net or a floor: closed on top at that depth."""

    cover: Literal["net", "floor"] | None = None
    depth_in: Number | None = Field(None, ge=1.5, le=48)


class Target(DocumentModel):
    """What R to reach, for the job or for one section. ``r`` is read only where basis is custom."""

    basis: Literal["code", "retrofit", "custom"] | None = None
    edition: Edition | None = None
    r: TargetR | None = None
    name: Name | None = None
    raised_heel: bool = Field(False, strict=True)


class Section(DocumentModel):
    """plates_ft: walls below, drawn as lines over the floor; plate_length_ft: or their length in all, which goes before them."""

    id: Identifier
    name: Name | None = None
    kind: Literal["open_floor", "sloped_bays", "knee_wall", "netted_cavity", "left_out"] = "open_floor"
    outline_ft: tuple[tuple[Corner, Corner], ...] = Field(min_length=3, max_length=200)
    holes: tuple[Hole, ...] = Field((), max_length=50)
    slope: Slope | None = None
    wall: Wall | None = None
    cavity: Cavity | None = None
    left_out_over: Literal["garage", "porch", "other"] | None = None
    edges: tuple[Edge, ...] = Field(max_length=200)
    ceiling: Ceiling = Ceiling()
    framing: Framing = Framing()
    existing: tuple[ExistingLayer, ...] | None = Field(None, max_length=20)
    readings: tuple[Reading, ...] = Field((), max_length=5000)
    features: tuple[Feature, ...] = Field((), max_length=5000)
    plates_ft: tuple[tuple[tuple[Corner, Corner], tuple[Corner, Corner]], ...] = Field((), max_length=500)
    plate_length_ft: Number | None = Field(None, ge=0, le=10_000)
    target: Target | None = None
    old_fill: Literal["keep", "relay", "lift", "clear"] | None = None

    @model_validator(mode="after")
    def _closes_as_one_floor(self) -> Self:
        if len(self.edges) != len(self.outline_ft):
            raise JobError(
                [Fault("edges", f"one per corner of the outline: {len(self.outline_ft)} needed, not {len(self.edges)}")]
            )
        polygon = Polygon(self.outline_ft)
        if not polygon.is_valid or not polygon.exterior.is_simple:
            raise JobError(
                [Fault("outline_ft", "must be a simple polygon: no crossing or touching walls, no repeated corners")]
            )
        least, most = AREA_LIMITS_FT2
        if not least <= polygon.area <= most:
            raise JobError(
                [Fault("outline_ft", f"must enclose {least:g} to {most:,.0f} ft², not {polygon.area:,.1f} ft²")]
            )
        if any(a == b for a, b in zip(self.outline_ft, (*self.outline_ft[1:], self.outline_ft[0]), strict=True)):
            raise JobError([Fault("outline_ft", "a corner is given twice in a row; leave one out")])
        faults = list(_hole_faults(polygon, self.holes))
        if faults:
            raise JobError(faults)
        return self


def _hole_faults(floor: Polygon, holes: tuple[Hole, ...]) -> Iterator[Fault]:
    """Holes must be simple, lie on the floor and leave some of it, and not overlap."""
    placed: list[Polygon] = []
    for index, hole in enumerate(holes):
        at = f"holes[{index}].outline_ft"
        shape = Polygon(hole.outline_ft)
        if not shape.is_valid or shape.area <= 0:
            yield Fault(at, "must be a simple polygon: no crossing or touching sides, no repeated corners")
        elif not floor.buffer(SLACK_FT).contains(shape):
            yield Fault(at, "must lie inside the section's outline")
        elif any(shape.intersection(other).area > SLACK_FT for other in placed):
            yield Fault(at, "overlaps another hole; draw them as one")
        else:
            placed.append(shape)
    if sum(shape.area for shape in placed) > floor.area - AREA_LIMITS_FT2[0]:
        yield Fault("holes", "leave no floor; leave at least 1 ft²")
