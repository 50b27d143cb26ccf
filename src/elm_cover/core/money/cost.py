"""Hours and price of a job from what it takes, by the price and rate book (handbook §10, load-out, cost and schedule)."""

from __future__ import annotations

import math
from collections.abc import Mapping
from dataclasses import dataclass, replace

from ..eaves.remedies import REMEDIES
from ..given.book import BookInput
from ..given.product import ProductInput
from ..preparation.materials import MATERIALS, containers
from .hours import job_hours
from .quantities import Quantities, bags_to_order


@dataclass(frozen=True)
class CostLine:
    """One line of the price: what, how many of which unit, at how much each.

    book_price: name of the book's price that a product goes by; None where it has its own, and on other lines.
    """

    what: str
    group: str
    amount: float
    unit: str
    each: float
    total: float
    book_price: str | None = None


@dataclass(frozen=True, kw_only=True)
class Cost:
    """Price of a job. hours: by the clock with the crew, over so many days; person_hours: all of them together.

    price = (material + labor + disposal + overhead) / (1 − margin), so that the margin is a share of the price.
    """

    currency: str
    lines: tuple[CostLine, ...]
    material: float
    labor: float
    disposal: float
    overhead: float
    margin: float
    price: float
    price_per_ft2: float | None
    person_hours: float
    hours: float
    days: int


def book_price_of(product: ProductInput) -> str | None:
    """Name of the book's price that the product goes by; None where it has its own."""
    if product.price is not None:
        return None
    return f"{product.kind}_per_lb" if product.chart is not None else f"{product.kind}_per_ft2_r"


def pack_price(product: ProductInput, book: BookInput) -> float | None:
    """Price of one bag or bundle: the product's own, else the book's for its kind; None where neither is known.

    In the book's currency. Source: handbook §10, price book.
    """
    by = book_price_of(product)
    if by is None:
        return product.price
    each = book.prices.get(by)
    if each is None:
        return None
    if product.chart is not None:
        return product.chart.bag_lb * each
    return None if product.batt is None else product.batt.bundle_ft2 * product.batt.r * each


def cost_of(q: Quantities, products: Mapping[str, ProductInput], spare_pct: float, book: BookInput) -> Cost | None:
    """What the job costs and how long it takes; None while the price of one of its products is not known.

    In the book's currency and hours. Source: handbook §10, cost.
    """
    lines = []
    for name, packs in q.packs.items():
        product = products[name]
        count = bags_to_order(packs, spare_pct)
        unit = "bags" if product.chart is not None else "bundles"
        each = pack_price(product, book)
        if each is None:
            return None
        line = _line(product.name, "material", count, unit, each)
        lines.append(replace(line, book_price=book_price_of(product)))
    lines.append(_line("Baffles", "material", q.baffle_pieces, "pieces", book.prices["baffle_piece"]))
    lines.append(_line("Wind blocks", "material", q.wind_blocks, "pieces", book.prices["wind_block"]))
    lines += edge_lines(q, book)
    lines += preparation_lines(q, book)
    sacks = math.ceil(q.bagged_ft3 / book.rates["removal_bag_ft3"] - 1e-9)
    lines.append(_line("Removal bags", "material", sacks, "bags", book.prices["removal_bag"]))
    lines.append(_line("Disposal", "disposal", q.removal_lb, "lb", book.prices["disposal_per_lb"]))
    taken, wage = job_hours(q, book), book.prices["labor_per_person_hour"]
    lines += [_line(what.capitalize(), "labor", hours, "person-hours", wage) for what, hours in taken.person.items()]
    lines = [line for line in lines if line.amount > 0]
    of = {group: sum(la.total for la in lines if la.group == group) for group in ("material", "labor", "disposal")}
    direct = sum(of.values())
    overhead = direct * book.overhead_pct / 100
    price = price_of(direct, book)
    return Cost(
        currency=book.currency,
        lines=tuple(lines),
        material=of["material"],
        labor=of["labor"],
        disposal=of["disposal"],
        overhead=overhead,
        margin=price - direct - overhead,
        price=price,
        price_per_ft2=price / q.area_ft2 if q.area_ft2 > 0 else None,
        person_hours=taken.total,
        hours=taken.clock,
        days=taken.days,
    )


def edge_lines(q: Quantities, book: BookInput) -> list[CostLine]:
    """What fills the room over the plates, by kind.

    In the book's currency, volumes in ft³. Source: handbook §10.
    """
    return [
        _line(REMEDIES[kind].title.capitalize(), "material", ft3, "ft³", book.prices[f"{kind}_per_ft3"])
        for kind, ft3 in q.edge_ft3.items()
    ]


def price_of(direct: float, book: BookInput) -> float:
    """(direct cost + overhead) / (1 − margin), so that the margin is a share of the price.

    In the book's currency. Source: handbook §10, cost.
    """
    return direct * (1 + book.overhead_pct / 100) / (1 - book.margin_pct / 100)


def preparation_lines(q: Quantities, book: BookInput) -> list[CostLine]:
    """What preparation is done with: whole containers, one rounding a material over everything that is taken.

    In the book's currency. Source: handbook §13, beads.
    """
    return [
        _line(kind.title, "material", containers(what, q.prepared[what]), kind.container, book.materials[what])
        for what, kind in MATERIALS.items()
        if q.prepared.get(what)
    ]


def _line(what: str, group: str, amount: float, unit: str, each: float) -> CostLine:
    return CostLine(what, group, amount, unit, each, amount * each)
