"""The best way for each section under an aim and limits: a small exact optimisation by HiGHS (handbook §7).

Price is not a sum over sections: each product is rounded up to whole bags once for the job. So the program has, for each
section and way, a yes or no; for each product a whole number of bags; and, where only so many products may ride on the
truck, a yes or no for each of those.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from ..given.book import BookInput
from ..money.cost import edge_lines, pack_price
from ..money.hours import clock_of, crew_of, work_hours
from ..money.quantities import Quantities
from ..schedule.tasks import hours_a_day
from .weighed import Pricing

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
    """None: no limit. most_products: kinds of bag or bundle on the truck. load_share: of what the ceilings may carry; a
    ceiling whose limit nobody knows does not meet it."""

    budget: float | None = None
    most_products: int | None = None
    load_share: float | None = None


class MixProgram:
    """The integer program of one job: columns, in order, are a yes or no for each section and way, whole bags of each
    product, sacks of what is removed, a yes or no for each product on the truck, and days.

    options: open ways per section. rest: what the other sections take; their products ride along.
    """

    def __init__(
        self, options: Mapping[str, Sequence[Option]], rest: Quantities, pricing: Pricing, limits: Limits
    ) -> None:
        share = limits.load_share
        self.sections = tuple(options)
        self.picks = [
            (section, option)
            for section, of_it in options.items()
            for option in of_it
            if share is None or (option.load_share is not None and option.load_share <= share + 1e-9)
        ]
        self.rest, self.pricing, self.limits = rest, pricing, limits
        self.names = sorted({name for _, o in self.picks for name in o.quantities.packs} | set(rest.packs))
        self.bags_at = len(self.picks)
        self.sacks_at = self.bags_at + len(self.names)
        self.rides_at = self.sacks_at + 1
        self.days_at = self.rides_at + len(self.names)
        self.columns = self.days_at + 1
        self.people = crew_of(pricing.book)
        self._rows: list[tuple[np.ndarray, float, float]] = []

    def solve(self, aim: str) -> dict[str, str] | None:
        """Section → way with the least price, hours, weight or depth; None where nothing meets the limits."""
        from scipy.optimize import Bounds, LinearConstraint, milp

        if any(all(s != section for s, _ in self.picks) for section in self.sections):
            return None
        self._rows = []
        self._add_sections()
        self._add_packs()
        self._add_days()
        price = self._price_row()
        self._add_limits(price)
        lines, low, high = zip(*self._rows, strict=True)
        upper = np.full(self.columns, np.inf)
        upper[: self.bags_at] = 1
        upper[self.rides_at : self.days_at] = 1
        least = np.zeros(self.columns)
        least[self.days_at] = 1
        for p, name in enumerate(self.names):
            if self.rest.packs.get(name, 0.0) > 0:
                least[self.rides_at + p] = 1
        found = milp(
            self._aim_row(aim, price),
            constraints=LinearConstraint(np.array(lines), np.array(low), np.array(high)),
            integrality=np.ones(self.columns),
            bounds=Bounds(least, upper),
            options={"time_limit": SECONDS, "mip_rel_gap": 0.0},
        )
        if found.x is None:
            return None
        picked = zip(self.picks, found.x, strict=False)
        return {section: option.way for (section, option), taken in picked if taken > 0.5}

    def _add_limit(self, entries: Mapping[int, float], least: float, most: float) -> None:
        line = np.zeros(self.columns)
        for column, value in entries.items():
            line[column] = value
        self._rows.append((line, least, most))

    def _add_sections(self) -> None:
        """One way for each section."""
        for section in self.sections:
            self._add_limit({i: 1.0 for i, (s, _) in enumerate(self.picks) if s == section}, 1, 1)

    def _add_packs(self) -> None:
        """Enough whole bags of each product, which then rides on the truck, and enough sacks for what is removed."""
        spare = 1 + self.pricing.spare_pct / 100
        for p, name in enumerate(self.names):
            packs = {i: -spare * o.quantities.packs.get(name, 0.0) for i, (_, o) in enumerate(self.picks)}
            self._add_limit(packs | {self.bags_at + p: 1.0}, spare * self.rest.packs.get(name, 0.0) - 1e-9, np.inf)
            for i, (_, option) in enumerate(self.picks):
                if option.quantities.packs.get(name, 0.0) > 0:
                    self._add_limit({i: -1.0, self.rides_at + p: 1.0}, 0, np.inf)
        size = self.pricing.book.rates["removal_bag_ft3"]
        removal = {i: -o.quantities.bagged_ft3 / size for i, (_, o) in enumerate(self.picks)}
        self._add_limit(removal | {self.sacks_at: 1.0}, self.rest.bagged_ft3 / size - 1e-9, np.inf)

    def _clock(self, q: Quantities) -> float:
        return clock_of(work_hours(q, self.pricing.book), self.people)

    def _add_days(self) -> None:
        """Enough days for all hours by the clock, each with its travel. Source: handbook §16; Settled since, second part, 15."""
        rates = self.pricing.book.rates
        hours = {i: -self._clock(o.quantities) for i, (_, o) in enumerate(self.picks)}
        self._add_limit(
            hours | {self.days_at: hours_a_day(rates["travel_hours"])},
            self._clock(self.rest) + rates["setup_hours"] - 1e-9,
            np.inf,
        )

    def _add_limits(self, price: np.ndarray) -> None:
        if self.limits.most_products is not None:
            self._add_limit({self.rides_at + p: 1.0 for p in range(len(self.names))}, 0, self.limits.most_products)
        if self.limits.budget is not None:
            self._add_limit(dict(enumerate(price)), -np.inf, self.limits.budget - self._fixed())

    def _price_row(self) -> np.ndarray:
        """The price as a sum over the columns, what of it is fixed left out."""
        book = self.pricing.book
        price = np.zeros(self.columns)
        for i, (_, option) in enumerate(self.picks):
            price[i] = _direct(option.quantities, book)
        for p, name in enumerate(self.names):
            price[self.bags_at + p] = pack_price(self.pricing.products[name], book) or 0.0
        price[self.sacks_at] = book.prices["removal_bag"]
        price[self.days_at] = book.rates["travel_hours"] * self.people * book.prices["labor_per_person_hour"]
        return price * _factor(book)

    def _fixed(self) -> float:
        """What of the price is the same whatever is picked."""
        book = self.pricing.book
        set_up = book.rates["setup_hours"] * self.people * book.prices["labor_per_person_hour"]
        return (_direct(self.rest, book) + set_up) * _factor(book)

    def _aim_row(self, aim: str, price: np.ndarray) -> np.ndarray:
        if aim == "price":
            return price
        cost = np.zeros(self.columns)
        for i, (_, option) in enumerate(self.picks):
            cost[i] = {
                "hours": self._clock(option.quantities),
                "weight": option.load_psf * option.net_ft2,
                "depth": option.fill_line_in * option.net_ft2,
            }[aim]
        if aim == "hours":
            cost[self.days_at] = self.pricing.book.rates["travel_hours"]
        scale = float(np.abs(cost).max()) / max(1.0, float(np.abs(price).max()))
        return np.asarray(cost + price * scale * TIE)


def _factor(book: BookInput) -> float:
    """From what is paid to the price: overhead on it, the margin a share of the price."""
    return (1 + book.overhead_pct / 100) / (1 - book.margin_pct / 100)


def _direct(q: Quantities, book: BookInput) -> float:
    """Labor, disposal and eave pieces of one section: what is a plain sum over sections."""
    labor = sum(work_hours(q, book).values()) * book.prices["labor_per_person_hour"]
    pieces = q.baffle_pieces * book.prices["baffle_piece"] + q.wind_blocks * book.prices["wind_block"]
    pieces += sum(line.total for line in edge_lines(q, book))
    return labor + pieces + q.removal_lb * book.prices["disposal_per_lb"]
