"""One section of the attic in the job document: its outline, edges, ceiling, framing and what lies in it."""

from __future__ import annotations

from typing import Literal, Self

from pydantic import Field, model_validator
from shapely import Polygon

from .job_fields import Corner, Count, DocumentModel, Fault, Identifier, JobError, Number, Positive, Slug, TargetR, Text

Material = Literal[
    "cellulose_loose",
    "glass_loose",
    "mineral_wool_loose",
    "wood_fiber_loose",
    "unknown_loose",
    "glass_batt",
    "mineral_wool_batt",
]
AREA_LIMITS_FT2 = (1.0, 20_000.0)


class Edge(DocumentModel):
    """Edge i runs from corner i to the next. Heel, pitch, soffit and plate are read where it is an eave."""

    id: Identifier | None = None
    kind: Literal["eave", "gable", "open", "knee_wall", "step"]
    heel_in: Number | None = Field(None, ge=0, le=120)
    pitch_in_12: Number | None = Field(None, gt=0, le=24)
    soffit: Literal["continuous", "spot", "none", "blocked"] | None = None
    plate_width_in: Number = Field(3.5, gt=0, le=24)
    to: Identifier | None = None


class Ceiling(DocumentModel):
    board: Literal["gypsum_1_2", "gypsum_1_2_sag", "gypsum_5_8", "gypsum_3_8", "plaster", "other"] | None = None
    vapor_retarder: Literal["none", "class_1", "class_2", "class_3"] | None = None


class Framing(DocumentModel):
    kind: Literal["joist", "truss"] | None = None
    run: Literal["x", "y"] | None = None
    spacing_in: Number | None = Field(None, ge=8, le=48)
    depth_in: Number | None = Field(None, ge=1.5, le=24)


class ExistingLayer(DocumentModel):
    """A layer of old fill, listed from the ceiling up. ``r`` is its sound R; left out, depth times the default."""

    id: Identifier | None = None
    material: Material | None = None
    depth_in: Number | None = Field(None, ge=0, le=48)
    r: Number | None = Field(None, ge=0, le=200)
    void_pct: Number = Field(0.0, ge=0, le=100)
    voids: Literal["under", "open"] = "under"
    condition: Literal["sound", "dusty", "matted", "wet", "fouled"] = "sound"
    density_pcf: Number | None = Field(None, gt=0, le=200)
    facing: Literal["none", "down", "up"] | None = None


class Reading(DocumentModel):
    id: Identifier | None = None
    at_ft: tuple[Corner, Corner] | None = None
    depth_in: Number = Field(ge=0, le=96)


class Feature(DocumentModel):
    """Something that stands in the attic: placed, or just counted. ``size_in`` is a box, or one diameter twice."""

    id: Identifier | None = None
    kind: Slug
    rating: Literal["ic", "non_ic", "unknown"] | None = None
    at_ft: tuple[Corner, Corner] | None = None
    size_in: tuple[Positive, Positive] | None = None
    count: Count | None = None


class Target(DocumentModel):
    """What R to reach, for the job or for one section. ``r`` is read only where basis is custom."""

    basis: Literal["code", "retrofit", "custom"] | None = None
    edition: Literal["2009", "2012", "2015", "2018", "2021", "2024"] | None = None
    r: TargetR | None = None
    name: Text | None = None
    raised_heel: bool = Field(False, strict=True)


class Section(DocumentModel):
    id: Identifier
    name: Text | None = None
    kind: Literal["open_floor", "sloped_bays", "knee_wall", "netted_cavity", "left_out"] = "open_floor"
    outline_ft: tuple[tuple[Corner, Corner], ...] = Field(min_length=3, max_length=200)
    edges: tuple[Edge, ...] = Field(max_length=200)
    ceiling: Ceiling = Ceiling()
    framing: Framing = Framing()
    existing: tuple[ExistingLayer, ...] | None = Field(None, max_length=20)
    readings: tuple[Reading, ...] = Field((), max_length=5000)
    features: tuple[Feature, ...] = Field((), max_length=5000)
    target: Target | None = None

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
        return self
