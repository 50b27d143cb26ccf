"""What a firm keeps from job to job: its price book, rules, products, usual answers, and what it works with."""

from __future__ import annotations

from pydantic import Field

from .book import Book
from .crew import USUAL_KIT, Crew, KitLine, StockLine, Truck
from .fields import DocumentModel, Identifier, Number, Slug, TargetR, Text
from .firm_card import FirmCard
from .product import Product
from .usual import Usual


class TargetRule(DocumentModel):
    """A named rule for the R to reach: a utility's program, a contract, a house rule."""

    name: Text = Field(min_length=1, max_length=120)
    r: TargetR
    note: Text = ""


class Firm(DocumentModel):
    book: Book = Book()
    house_rules: dict[Identifier, Slug] = Field(default_factory=dict, max_length=60)
    target_rules: tuple[TargetRule, ...] = Field((), max_length=60)
    products: tuple[Product, ...] = Field((), max_length=200)
    usual: Usual = Usual()
    card: FirmCard = FirmCard()
    kit: tuple[KitLine, ...] = Field(USUAL_KIT, max_length=1000)
    truck: Truck = Truck()
    crews: tuple[Crew, ...] = Field((), max_length=40)
    stock: tuple[StockLine, ...] = Field((), max_length=1000)
    latitude: Number = Field(
        41.0, ge=-66, le=66, description="Where the firm works, degrees north: how high the sun stands"
    )
    light_roofs: bool = Field(False, strict=True, description="Most roofs here are light: less heat in the attic")
