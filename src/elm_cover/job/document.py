"""The job document: one JSON object is the whole job.

Frozen models without input or output. Lengths in inches where the name ends in ``_in`` and in feet where it ends
in ``_ft``; R in h·ft²·°F/Btu. What may be left out and is, means "not known yet".

The parts of one section are in ``job_section``; what is asked of the whole document is here.
"""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from typing import Annotated, Any, Literal, Self

from pydantic import Field, ValidationError, model_validator

from .book import Book
from .choice import Choice, CornerFacts, Settings
from .faults import Fault, JobError, faults_of
from .fields import Count, DocumentModel, Identifier, Name, Number, Slug, Text, Zone
from .firm_card import FirmCard
from .preparation import Preparation
from .product import Product
from .reach import ReachFacts
from .sale import Sale, Trade
from .section import Section, Target
from .survey import Access, ContactLook, ExpectedHole, Hazard, Photo
from .upgrade import upgrade
from .weighing import Weighing


class House(DocumentModel):
    year_built: int | None = Field(None, ge=1500, le=2200, strict=True)
    stories: Number | None = Field(None, gt=0, le=10)
    climate_zone: Zone | None = None
    vented: bool | None = Field(None, strict=True)
    new_construction: bool | None = Field(None, strict=True)
    concerns: tuple[Text, ...] = Field((), max_length=1000)
    high_wind: bool | None = Field(None, strict=True, description="On a coast or where high wind is designed for")
    floor_ft2: Number | None = Field(None, gt=0, le=100_000, description="Conditioned floor of the whole house")
    volume_ft3: Number | None = Field(None, gt=0, le=2_000_000, description="Conditioned volume of the whole house")
    bedrooms: int | None = Field(None, ge=0, le=50, strict=True)


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


class Job(DocumentModel):
    format: Literal["elm-cover.job"]
    version: Literal[1]
    name: Name | None = None
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
    choice: dict[Identifier, Choice] = Field(default_factory=dict, max_length=40)
    book: Book = Book()
    firm: FirmCard = FirmCard()
    weighing: Weighing = Weighing()
    preparation: Preparation = Preparation()
    reach: ReachFacts = ReachFacts()
    sale: Sale = Sale()
    trades: tuple[Trade, ...] = Field((), max_length=40)
    suits: bool | None = Field(
        None, strict=True, description="Whether suits are worn in the attic; left out: where old fill comes out"
    )
    house_rules: dict[Identifier, Slug] = Field(default_factory=dict, max_length=60)

    @model_validator(mode="before")
    @classmethod
    def _of_this_version(cls, document: Any) -> Any:
        return upgrade(document) if isinstance(document, dict) else document

    @model_validator(mode="after")
    def _names_lead_somewhere(self) -> Self:
        faults = [*_too_much(self), *_dangling(self)]
        if faults:
            raise JobError(faults)
        return self


# What one job may hold in all: more of it is no attic, and keeps the program at work for longer than anybody waits.
MOST_IN_ALL = {"corners": 600, "features": 2000, "readings": 5000}


def _too_much(job: Job) -> Iterator[Fault]:
    """What there is too much of in all sections together."""
    counts = {
        "corners": sum(len(s.outline_ft) + sum(len(hole.outline_ft) for hole in s.holes) for s in job.sections),
        "features": sum(len(s.features) for s in job.sections),
        "readings": sum(len(s.readings) for s in job.sections),
    }
    for what, count in counts.items():
        if count > MOST_IN_ALL[what]:
            text = f"{count:,} {what} in all sections together; at most {MOST_IN_ALL[what]:,}"
            yield Fault("sections", f"{text}. Measure a larger house as several jobs")


def framing_of(job: Job) -> dict[str, tuple[str | None, float | None]]:
    """Which way the framing runs and its spacing in inches, by section id: what the drawings need beside the plan."""
    return {section.id: (section.framing.run, section.framing.spacing_in) for section in job.sections}


def section_names(job: Job) -> dict[str, str]:
    """What each section is called, by its id: its name, else the id."""
    return {section.id: section.name or section.id for section in job.sections}


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
    yield from _repeated(job)
    yield from _lost_sections(job)
    yield from _lost_edges(job)
    yield from _lost_choices(job)


def _repeated(job: Job) -> Iterable[Fault]:
    for path in ("hazards", "contact", "holes_expected", "photos", "accesses", "vents", "products", "sections"):
        yield from _repeats(path, (item.id for item in getattr(job, path)))
    yield from _repeats("preparation.added", (item.id for item in job.preparation.added))
    for s, section in enumerate(job.sections):
        for path in ("edges", "holes", "existing", "readings", "features"):
            yield from _repeats(f"sections[{s}].{path}", (item.id for item in getattr(section, path) or ()))


def _known_sections(job: Job) -> str:
    return ", ".join(section.id for section in job.sections) or "none yet"


def _lost_sections(job: Job) -> Iterable[Fault]:
    ids = {section.id for section in job.sections}
    listed = {path: getattr(job, path) for path in ("accesses", "vents", "photos", "contact")}
    for path, items in (listed | {"preparation.added": job.preparation.added}).items():
        for i, item in enumerate(items):
            if item.section is not None and item.section not in ids:
                yield Fault(f"{path}[{i}].section", f"no section “{item.section}”; allowed: {_known_sections(job)}")


def _lost_edges(job: Job) -> Iterable[Fault]:
    sections = {section.id: section for section in job.sections}
    for i, vent in enumerate(job.vents):
        owner = sections.get(vent.section or "")
        if vent.edge is None or owner is None:
            continue
        if isinstance(vent.edge, int) and vent.edge >= len(owner.edges):
            yield Fault(f"vents[{i}].edge", f"edges go from 0 to {len(owner.edges) - 1}")
        if isinstance(vent.edge, str) and all(edge.id != vent.edge for edge in owner.edges):
            yield Fault(f"vents[{i}].edge", f"no edge “{vent.edge}” in the section “{owner.id}”")


def _lost_choices(job: Job) -> Iterable[Fault]:
    ids, products = {section.id for section in job.sections}, {product.id for product in job.products}
    for name, choice in job.choice.items():
        if name not in ids:
            yield Fault(f"choice.{name}", f"no section “{name}”; allowed: {_known_sections(job)}")
        for field in ("product", "between"):
            asked = getattr(choice, field)
            if asked is not None and asked not in products:
                known = ", ".join(product.id for product in job.products) or "none yet"
                yield Fault(f"choice.{name}.{field}", f"no product “{asked}” in this job; allowed: {known}")
