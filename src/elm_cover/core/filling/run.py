"""A day's run judged: verdict, forecast, pace, places that are short (handbook §17)."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from itertools import pairwise

from ..log.entry import Entry
from ..log.standing import Ignored, Standing
from .forecast import Forecast, forecast
from .measure import RowLack, missing
from .safety import safety_left
from .shortage import Short, shortages
from .table import FillTable, Quota, SafetyOpen
from .verdict import Verdict, verdict
from .walk import Walker
from .walked import BandRun, ProductRun, Walked

# What is said of bags alone and of depths read is one word when two evaluations are compared.
ALIKE = {"fewer": "light", "more": "heavy", "leaning_fewer": "leaning_light", "leaning_more": "leaning_heavy"}
LONGEST_BAG_S = 3600.0
HEAVY = ("heavy", "more", "leaning_heavy", "leaning_more")


@dataclass(frozen=True, kw_only=True)
class RunsOut:
    """The fill on the truck does not reach to the end: after which bag, and how many more are wanted."""

    after_bag: float
    short: float


@dataclass(frozen=True, kw_only=True)
class BandTold:
    """A band with its quota and what went into it. in_attic: when it was left; lies: what lies in it now."""

    number: int
    section: str
    product: str
    quota: float
    area_ft2: float
    bags: float
    in_attic: float | None
    lies: float
    done: bool
    open: bool
    none: bool
    bays: tuple[int, int] | None


@dataclass(frozen=True, kw_only=True)
class ProductTold:
    """One product's run. said: the verdict that two evaluations in a row agreed on, as last said; verdict: of now."""

    product: str
    bags_in: float
    in_attic: float
    hopper_start: float | None
    hopper_now: float | None
    planned: float
    covered_bags: float
    covered_ft2: float
    said: str | None
    verdict: Verdict | None
    forecast: Forecast | None
    pace_min_per_bag: float | None
    pace_said: str | None
    points: tuple[tuple[float, float], ...]
    on_truck: float
    runs_out: RunsOut | None


@dataclass(frozen=True, kw_only=True)
class Run:
    """All that a log says of the fill. missing: what keeps sections that are all done from their row; safety: open work that
    keeps somebody safe. heavy_and_short: places are short where the bags are in: both are said together."""

    products: tuple[ProductTold, ...]
    bands: tuple[BandTold, ...]
    short: tuple[Short, ...]
    missing: tuple[RowLack, ...]
    safety: tuple[SafetyOpen, ...]
    walked: Walked

    @property
    def heavy_and_short(self) -> bool:
        """Source: handbook §17, heavy; «Settled since, second part» 11."""
        product_of = {band.number: band.product for band in self.bands}
        heavy = {
            one.product for one in self.products if one.said in HEAVY or (one.verdict and one.verdict.word in HEAVY)
        }
        return any(product_of.get(one.band or 0) in heavy for one in self.short)

    @property
    def refused(self) -> list[Ignored]:
        """Entries that do not go with the table, and why."""
        return self.walked.refused


def run_of(table: FillTable, entries: Iterable[Entry] | Standing) -> Run:
    """What the log comes to with a table of bands and places. Source: handbook §17."""
    quotas = {band.number: band for band in table.bands}

    def evaluate(walked: Walked, product: str) -> None:
        found = _verdict(table, quotas, walked, product)
        if found is not None:
            walked.products[product].evaluations.append(ALIKE.get(found.word, found.word))

    walked = Walker(table, evaluate).walk(entries)
    bands = tuple(_band(band, walked.bands[band.number], walked) for band in table.bands)
    lies = {band.number: band.lies for band in bands}
    return Run(
        products=tuple(_product(table, quotas, walked, one.id) for one in table.products),
        bands=bands,
        short=shortages(table, walked),
        missing=tuple(missing(table, lies, {b.number: b.done for b in bands}, {b.number: b.none for b in bands})),
        safety=tuple(safety_left(table.safety, walked.done, walked.cleared)),
        walked=walked,
    )


def _covered(quotas: Mapping[int, Quota], walked: Walked, product: str) -> list[Quota]:
    """Bands that are done; one that takes none wants no bags, so that it says nothing."""
    return [q for q in _wanted(quotas, walked, product) if walked.bands[q.number].done]


def _wanted(quotas: Mapping[int, Quota], walked: Walked, product: str) -> list[Quota]:
    return [q for q in quotas.values() if q.product == product and not walked.bands[q.number].none]


def _lying(walked: Walked, bands: Iterable[Quota]) -> float:
    """Bags that lie in bands, as each was left."""
    return sum(walked.bands[q.number].in_attic or 0.0 for q in bands)


def _verdict(table: FillTable, quotas: Mapping[int, Quota], walked: Walked, product: str) -> Verdict | None:
    """None before least_bags are in, or while nothing is covered."""
    covered = _covered(quotas, walked, product)
    planned = sum(q.bags for q in covered)
    # Where fill goes beneath what was lifted, nothing of it shows: it has bags and no depth.
    seen = [q for q in covered if q.depth_in > 0]
    area = sum(q.area_ft2 for q in seen)
    bags = _lying(walked, covered)
    if bags < table.constants.least_bags or planned <= 0 or area <= 0:
        return None
    depth = sum(q.depth_in * q.area_ft2 for q in seen) / area
    numbers = {q.number for q in seen}
    read = [r.new_in for r in walked.latest.values() if r.band in numbers and r.new_in is not None and r.new_in > 0]
    return verdict(bags, planned, depth, read, table.constants)


def _product(table: FillTable, quotas: Mapping[int, Quota], walked: Walked, product: str) -> ProductTold:
    given = next(one for one in table.products if one.id == product)
    run, covered = walked.products[product], _covered(quotas, walked, product)
    every = _wanted(quotas, walked, product)
    planned = sum(q.bags for q in covered)
    total = sum(q.bags for q in every)
    coming = (
        forecast(
            max(0.0, _lying(walked, covered)), planned, total, len(covered), len(every) - len(covered), table.constants
        )
        if every
        else None
    )
    pace = _pace(run, table.constants.pace_bags)
    slow = pace is not None and pace > given.minutes[1]
    fast = pace is not None and pace < given.minutes[0]
    short = 0.0 if coming is None else coming.mean - given.on_truck
    return ProductTold(
        product=product,
        bags_in=run.bags_in,
        in_attic=run.in_attic,
        hopper_start=run.hopper_start,
        hopper_now=run.hopper_now,
        planned=total,
        covered_bags=planned,
        covered_ft2=sum(q.area_ft2 for q in covered),
        said=said_of(run.evaluations, table.constants.agree),
        verdict=_verdict(table, quotas, walked, product),
        forecast=coming,
        pace_min_per_bag=pace,
        pace_said="fast" if fast else "slow" if slow else None,
        points=tuple(run.points),
        on_truck=given.on_truck,
        runs_out=RunsOut(after_bag=given.on_truck, short=short) if short > 0 else None,
    )


def said_of(evaluations: list[str], agree: int) -> str | None:
    """The last word that so many evaluations in a row agreed on. Source: handbook §17, said only when two agree."""
    for end in range(len(evaluations), agree - 1, -1):
        if len(set(evaluations[end - agree : end])) == 1:
            return evaluations[end - 1]
    return None


def _pace(run: ProductRun, most: int) -> float | None:
    """Minutes a bag over the last ones. A clock that jumped, or a break nobody said, is no time that a bag took."""
    times = run.counted_at_s
    steps = [b - a for a, b in pairwise(times) if 0 < b - a < LONGEST_BAG_S][-most:]
    return sum(steps) / len(steps) / 60 if steps else None


def _band(quota: Quota, band: BandRun, walked: Walked) -> BandTold:
    lies = band.bags if band.in_attic is None else band.in_attic
    if walked.open_band == quota.number:
        run = walked.products[quota.product]
        lies = (band.in_attic or 0.0) + run.in_attic - run.base
    return BandTold(
        number=quota.number,
        section=quota.section,
        product=quota.product,
        quota=quota.bags,
        area_ft2=quota.area_ft2,
        bags=band.bags,
        in_attic=band.in_attic,
        lies=lies,
        done=band.done,
        open=walked.open_band == quota.number,
        none=band.none,
        bays=quota.bays,
    )
