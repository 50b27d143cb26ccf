"""The best way for each section under an aim and limits: a small exact optimisation by HiGHS.

Price is not a sum over sections: each product is rounded up to whole bags once for the job. So the program has, for each
section and way, a yes or no; for each product a whole number of bags; and, where only so many products may ride on the
truck, a yes or no for each of those.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from ..given.book import BookInput
from ..given.product import ProductInput
from ..money.cost import edge_lines, pack_price, work_hours
from ..money.quantities import Quantities

AIMS = ("price", "hours", "weight", "depth")
SECONDS = 5.0
# So that among equals the cheaper is taken: this share of the price counts beside any other aim.
TIE = 1e-5


@dataclass(frozen=True)
class Option:
    """One way for one section. load_share: of the ceiling's limit, None where none is known."""

    way: str
    quantities: Quantities
    load_psf: float
    load_share: float | None
    fill_line_in: float
    net_ft2: float


@dataclass(frozen=True)
class Limits:
    """None: no limit. most_products: kinds of bag or bundle on the truck. load_share: of what the ceilings may carry."""

    budget: float | None = None
    most_products: int | None = None
    load_share: float | None = None


def best_mix(
    options: Mapping[str, Sequence[Option]],
    rest: Quantities,
    products: Mapping[str, ProductInput],
    spare_pct: float,
    book: BookInput,
    aim: str,
    limits: Limits,
) -> dict[str, str] | None:
    """Section → way with the least price, hours, weight or depth; None where nothing meets the limits.

    options: open ways per section. rest: what the other sections take; their products ride along.
    """
    from scipy.optimize import Bounds, LinearConstraint, milp

    picks = [
        (section, option)
        for section, of_it in options.items()
        for option in of_it
        if limits.load_share is None or option.load_share is None or option.load_share <= limits.load_share + 1e-9
    ]
    if any(all(s != section for s, _ in picks) for section in options):
        return None
    names = sorted({name for _, o in picks for name in o.quantities.packs} | set(rest.packs))
    sacks = len(names)
    count = len(picks)
    columns = count + len(names) + 1 + len(names)
    spare = 1 + spare_pct / 100
    rows: list[np.ndarray] = []
    low: list[float] = []
    high: list[float] = []

    def row(entries: Mapping[int, float], least: float, most: float) -> None:
        line = np.zeros(columns)
        for column, value in entries.items():
            line[column] = value
        rows.append(line)
        low.append(least)
        high.append(most)

    for section in options:
        row({i: 1.0 for i, (s, _) in enumerate(picks) if s == section}, 1, 1)
    for p, name in enumerate(names):
        packs = {i: -spare * o.quantities.packs.get(name, 0.0) for i, (_, o) in enumerate(picks)}
        row(packs | {count + p: 1.0}, spare * rest.packs.get(name, 0.0) - 1e-9, np.inf)
        for i, (_, o) in enumerate(picks):
            if o.quantities.packs.get(name, 0.0) > 0:
                row({i: -1.0, count + sacks + 1 + p: 1.0}, 0, np.inf)
    size = book.rates["removal_bag_ft3"]
    removal = {i: -o.quantities.removal_ft3 / size for i, (_, o) in enumerate(picks)}
    row(removal | {count + sacks: 1.0}, rest.removal_ft3 / size - 1e-9, np.inf)
    if limits.most_products is not None:
        row({count + sacks + 1 + p: 1.0 for p in range(len(names))}, 0, limits.most_products)
    price, fixed = _price_row(picks, names, rest, products, book, columns, count)
    if limits.budget is not None:
        row(dict(enumerate(price)), -np.inf, limits.budget - fixed)
    cost = _aim_row(picks, aim, price, book, columns)
    upper = np.full(columns, np.inf)
    upper[:count] = 1
    upper[count + sacks + 1 :] = 1
    least = np.zeros(columns)
    for p, name in enumerate(names):
        if rest.packs.get(name, 0.0) > 0:
            least[count + sacks + 1 + p] = 1
    found = milp(
        cost,
        constraints=LinearConstraint(np.array(rows), np.array(low), np.array(high)),
        integrality=np.ones(columns),
        bounds=Bounds(least, upper),
        options={"time_limit": SECONDS, "mip_rel_gap": 0.0},
    )
    if found.x is None:
        return None
    return {section: option.way for (section, option), taken in zip(picks, found.x, strict=False) if taken > 0.5}


def _price_row(
    picks: Sequence[tuple[str, Option]],
    names: Sequence[str],
    rest: Quantities,
    products: Mapping[str, ProductInput],
    book: BookInput,
    columns: int,
    count: int,
) -> tuple[np.ndarray, float]:
    """The price as a sum over the columns, and what of it is fixed."""
    factor = (1 + book.overhead_pct / 100) / (1 - book.margin_pct / 100)
    price = np.zeros(columns)
    for i, (_, option) in enumerate(picks):
        price[i] = _direct(option.quantities, book)
    for p, name in enumerate(names):
        price[count + p] = pack_price(products[name], book)
    price[count + len(names)] = book.prices["removal_bag"]
    set_up = book.rates["setup_hours"] * book.rates["crew"] * book.prices["labor_per_person_hour"]
    return price * factor, (_direct(rest, book) + set_up) * factor


def _direct(q: Quantities, book: BookInput) -> float:
    """Labor, disposal and eave pieces of one section: what is a plain sum over sections."""
    labor = sum(work_hours(q, book).values()) * book.prices["labor_per_person_hour"]
    pieces = q.baffle_pieces * book.prices["baffle_piece"] + q.wind_blocks * book.prices["wind_block"]
    pieces += sum(line.total for line in edge_lines(q, book))
    return labor + pieces + q.removal_lb * book.prices["disposal_per_lb"]


def _aim_row(
    picks: Sequence[tuple[str, Option]], aim: str, price: np.ndarray, book: BookInput, columns: int
) -> np.ndarray:
    if aim == "price":
        return price
    cost = np.zeros(columns)
    for i, (_, option) in enumerate(picks):
        cost[i] = {
            "hours": sum(work_hours(option.quantities, book).values()),
            "weight": option.load_psf * option.net_ft2,
            "depth": option.fill_line_in * option.net_ft2,
        }[aim]
    scale = float(np.abs(cost).max()) / max(1.0, float(np.abs(price).max()))
    return np.asarray(cost + price * scale * TIE)
