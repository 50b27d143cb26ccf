"""What an item of the list costs, overhead and margin in it, as the price book does (handbook §10, cost)."""

from __future__ import annotations

from collections.abc import Iterable

from ..given.book import BookInput
from ..money.cost import price_of
from ..preparation.materials import MaterialUse, share_price


def item_price(materials: Iterable[MaterialUse], person_hours: float, book: BookInput) -> float:
    """Price of one item: its share of the containers it takes, its labor, overhead and margin.

    In the book's currency. Source: handbook §10, cost; §13, the work list.
    """
    material = sum(share_price(use.what, use.amount, book.materials) for use in materials)
    return price_of(material + person_hours * book.prices["labor_per_person_hour"], book)
