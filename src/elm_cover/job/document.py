"""The job document: one JSON object is the whole job.

Frozen models without input or output. Lengths in inches where the name ends in ``_in`` and in feet where it ends
in ``_ft``; R in h·ft²·°F/Btu. What may be left out and is, means "not known yet".

The parts of one section are in ``job_section``; what is asked of the whole document is here.
"""

from __future__ import annotations

from collections.abc import Iterable
from typing import Annotated, Any, Literal, Self

from pydantic import Field, ValidationError, model_validator

from .book import Book
from .fields import Count, DocumentModel, Fault, Identifier, JobError, Number, Slug, Text, Zone, faults_of
from .product import Product
from .section import Section, Target
from .survey import Access, ContactLook, ExpectedHole, Hazard, Photo
from .weighing import Weighing

FORMAT = "elm-cover.job"
VERSION = 1


class House(DocumentModel):
    year_built: int | None = Field(None, ge=1500, le=2200, strict=True)
    stories: Number | None = Field(None, gt=0, le=10)
    climate_zone: Zone | None = None
    vented: bool | None = Field(None, strict=True)
    new_construction: bool | None = Field(None, strict=True)
    concerns: tuple[Text, ...] = ()
    high_wind: bool | None = Field(None, strict=True, description="On a coast or where high wind is designed for")


# Places move when a corner is put in; ids stay with their edge. Both are read, the screens write ids.
EdgePlace = Annotated[int, Field(ge=0, lt=200, strict=True)]
EdgeName = EdgePlace | Identifier


class Vent(DocumentModel):
    id: Identifier | None = None
    kind: Literal["soffit", "ridge", "roof", "gable"]
    position: Literal["low", "high"] | None = None
    section: Identifier | None = None
    edge: EdgeName | None = Field(None, description="An edge by its place in the outline, or by its id")
    nfa_in2: Number | None = Field(None, ge=0, le=1_000_000)
    count: Count | None = None


class Settings(DocumentModel):
    vent_gap_in: Number = Field(1.5, ge=0, le=12)
    baffle_thickness_in: Number = Field(0.0, ge=0, le=12)
    baffle_rule: Literal["every_bay", "vented_bays", "alternate"] = "every_bay"
    wind_block: Literal["integral", "separate"] = "integral"
    baffle_kind: Literal["thin_chute", "card", "rigid_foam"] = "thin_chute"
    baffle_r_per_in: Number = Field(5.0, gt=0, le=10, description="Of rigid foam cut on site")
    baffle_width_in: Number | None = Field(None, gt=0, le=48, description="Left out: as wide as the bay is clear")
    baffle_piece_in: Number = Field(48.0, ge=12, le=120)
    baffle_pieces_most: int | None = Field(
        None, ge=1, le=20, strict=True, description="Pieces at hand for a bay; left out: as many as it takes"
    )
    staples_per_piece: int = Field(6, ge=0, le=100, strict=True)
    wind_washing: bool = Field(False, strict=True)
    chart_rule: Literal["next_row", "interpolate"] = "next_row"
    spare_pct: Number = Field(3.0, ge=0, le=100)
    deduct_framing: bool = Field(False, strict=True)


class CornerFacts(DocumentModel):
    """What the cold corner is judged by. Left out: the start values of the climate zone."""

    room_f: Number = Field(70.0, ge=40, le=100)
    room_humidity_pct: Number | None = Field(None, ge=1, le=99)
    design_f: Number | None = Field(None, ge=-80, le=100, description="The 99 % design temperature outdoors")
    coldest_month_f: Number | None = Field(None, ge=-80, le=100, description="Mean of the coldest month outdoors")
    wall_r: Number = Field(13.0, ge=0.5, le=100, description="Of what fills the wall under the plate")


class Depth(DocumentModel):
    """How deep: by the target, or by a new installed thickness the user set."""

    by: Literal["target", "installed_in"] = "target"
    value_in: Number | None = Field(None, ge=0, le=100)

    @model_validator(mode="after")
    def _value_where_set(self) -> Self:
        if self.by == "installed_in" and self.value_in is None:
            raise ValueError("value_in is needed where by is installed_in: inches of new fill, 0 to 100")
        return self


class Choice(DocumentModel):
    method: Literal[
        "top_up",
        "lift_and_fill",
        "clear_and_blow",
        "batts_across",
        "batts_between_and_across",
        "batts_between_blown_cap",
        "enclosed_fill",
    ] = "top_up"
    product: Identifier | None = None
    depth: Depth = Depth()
    between: Identifier | None = Field(None, description="The batt laid between the joists first")
    layers: int | None = Field(None, ge=1, le=3, strict=True, description="Layers across; left out: by the target")
    density_pcf: Number | None = Field(None, gt=0, le=10, description="Of enclosed fill; left out: by its kind")


class Job(DocumentModel):
    format: Literal["elm-cover.job"]
    version: Literal[1]
    name: Text | None = None
    address: Text | None = None
    house: House = House()
    hazards: tuple[Hazard, ...] = Field((), max_length=200)
    contact: tuple[ContactLook, ...] = Field((), max_length=500)
    holes_expected: tuple[ExpectedHole, ...] = Field((), max_length=200)
    photos: tuple[Photo, ...] = Field((), max_length=500)
    target: Target | None = None
    accesses: tuple[Access, ...] = Field((), max_length=100)
    vents: tuple[Vent, ...] = Field((), max_length=1000)
    settings: Settings = Settings()
    corner: CornerFacts = CornerFacts()
    products: tuple[Product, ...] = Field((), max_length=200)
    sections: tuple[Section, ...] = Field((), max_length=40)
    choice: dict[Identifier, Choice] = Field(default_factory=dict)
    book: Book = Book()
    weighing: Weighing = Weighing()
    house_rules: dict[Identifier, Slug] = Field(default_factory=dict, max_length=60)

    @model_validator(mode="before")
    @classmethod
    def _of_this_version(cls, document: Any) -> Any:
        return upgrade(document) if isinstance(document, dict) else document

    @model_validator(mode="after")
    def _names_lead_somewhere(self) -> Self:
        faults = list(_dangling(self))
        if faults:
            raise JobError(faults)
        return self


def framing_of(job: Job) -> dict[str, tuple[str | None, float | None]]:
    """Which way the framing runs and its spacing in inches, by section id: what the drawings need beside the plan."""
    return {section.id: (section.framing.run, section.framing.spacing_in) for section in job.sections}


def upgrade(document: dict[str, Any]) -> dict[str, Any]:
    """The document in today's version: a chain of pure steps, one per version. There is only version 1 so far.

    Raises JobError where the document comes from a newer program.
    """
    version = document.get("version")
    if isinstance(version, int) and not isinstance(version, bool) and version > VERSION:
        raise JobError(
            [Fault("version", f"is {version}, made by a newer Elm Cover; this one reads up to version {VERSION}")]
        )
    return document


def read_job(document: Any) -> Job:
    """The job in a parsed JSON document. Raises JobError with every fault found, each naming its field."""
    if not isinstance(document, dict):
        raise JobError([Fault("", "a job is one JSON object")])
    try:
        return Job.model_validate(document)
    except ValidationError as error:
        raise JobError(faults_of(error)) from error


def job_schema() -> dict[str, Any]:
    """JSON Schema (2020-12) of the job document."""
    schema = Job.model_json_schema()
    return {"$schema": "https://json-schema.org/draft/2020-12/schema", **schema, "title": "Elm Cover job, version 1"}


def _repeats(path: str, ids: Iterable[str | None]) -> Iterable[Fault]:
    seen: set[str] = set()
    for index, name in enumerate(ids):
        if name is not None and name in seen:
            yield Fault(f"{path}[{index}].id", f"“{name}” is used twice; ids are unique")
        seen.add(name or "")


def _dangling(job: Job) -> Iterable[Fault]:
    """Repeated ids, and names of sections, edges or products that the job does not have."""
    sections = {section.id: section for section in job.sections}
    products = {product.id: product for product in job.products}
    known_sections = ", ".join(sections) or "none yet"
    for path in ("hazards", "contact", "holes_expected", "photos", "accesses", "vents", "products", "sections"):
        yield from _repeats(path, (item.id for item in getattr(job, path)))
    for s, section in enumerate(job.sections):
        for path in ("edges", "holes", "existing", "readings", "features"):
            yield from _repeats(f"sections[{s}].{path}", (item.id for item in getattr(section, path) or ()))
    for path in ("accesses", "vents", "photos", "contact"):
        for i, item in enumerate(getattr(job, path)):
            if item.section is not None and item.section not in sections:
                yield Fault(f"{path}[{i}].section", f"no section “{item.section}”; allowed: {known_sections}")
    for i, vent in enumerate(job.vents):
        owner = sections.get(vent.section or "")
        if vent.edge is None or owner is None:
            continue
        if isinstance(vent.edge, int) and vent.edge >= len(owner.edges):
            yield Fault(f"vents[{i}].edge", f"edges go from 0 to {len(owner.edges) - 1}")
        if isinstance(vent.edge, str) and all(edge.id != vent.edge for edge in owner.edges):
            yield Fault(f"vents[{i}].edge", f"no edge “{vent.edge}” in the section “{owner.id}”")
    for name, choice in job.choice.items():
        if name not in sections:
            yield Fault(f"choice.{name}", f"no section “{name}”; allowed: {known_sections}")
        for field in ("product", "between"):
            asked = getattr(choice, field)
            if asked is not None and asked not in products:
                known = ", ".join(products) or "none yet"
                yield Fault(f"choice.{name}.{field}", f"no product “{asked}” in this job; allowed: {known}")
