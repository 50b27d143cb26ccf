"""The lists that the screens offer to pick from, as the core has them."""

from __future__ import annotations

from pydantic import BaseModel

from ...core.eaves import BaffleKind, RemedyKind, VentSize
from ...core.hazards import FeatureKind, Stop
from ...core.money import Fuel
from ...core.plan import Opinion
from ...core.preparation import MaterialKind
from ...core.target import CodeLine
from ...core.work import WorkKind
from ...job.book import Book
from ...job.choice import CornerFacts, Settings
from ...job.product import Product


class ProductList(BaseModel):
    products: list[Product]


class ZoneLine(BaseModel):
    zone: str
    description: str


class Titled(BaseModel):
    """A word of the job document, and how it reads in a list."""

    value: str
    title: str


class FillCondition(Titled):
    """A condition of old fill and what is left of its R."""

    multiplier: float


class MethodLine(Titled):
    """A method and what it lays. batts_only: nothing is blown. between: a batt between the joists comes first."""

    batts_only: bool
    between: bool


class AddedLine(Titled):
    """A kind of item that is put on the list by hand, with the unit it is counted in."""

    unit: str


class ChoiceLists(BaseModel):
    """What the screens offer to pick from, with the core's defaults beside it: settings, corner, book as a job without
    any of its own has them."""

    zones: list[ZoneLine]
    editions: list[str]
    code_table: dict[str, list[CodeLine]]
    contact_void_pct: dict[str, float]
    tented_void_pct: float
    r_per_in: dict[str, float]
    materials: list[Titled]
    conditions: list[FillCondition]
    methods: list[MethodLine]
    joist_width_in: float
    vent_nfa_in2: dict[str, float]
    settings: Settings
    corner: CornerFacts
    hazards: dict[str, Stop]
    standing_cautions: list[str]
    features: dict[str, FeatureKind]
    flues: dict[str, str]
    concerns: list[str]
    fuels: dict[str, Fuel]
    book: Book
    opinions: list[Opinion]
    baffle_kinds: dict[str, BaffleKind]
    remedies: dict[str, RemedyKind]
    vent_sizes: list[VentSize]
    wind_assumption: str
    work_kinds: dict[str, WorkKind]
    added_kinds: list[AddedLine]
    preparation_materials: dict[str, MaterialKind]
