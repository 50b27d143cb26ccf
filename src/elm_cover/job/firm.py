"""What a firm keeps from job to job: its price book, house rules, target rules, products and usual answers."""

from __future__ import annotations

from pydantic import Field

from .book import Book
from .fields import DocumentModel, Identifier, Slug, TargetR, Text
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
