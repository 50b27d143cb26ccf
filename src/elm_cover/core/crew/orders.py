"""What the jobs of a stretch of days need together, less what is on hand: what to order, and what runs short by when (handbook §15)."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from datetime import date

from ..base.units import many, whole_up
from ..plan.whole_job import Plan
from ..preparation.materials import MATERIALS
from ..work.item import DONE, WorkList
from ..work.listing import materials_of


@dataclass(frozen=True)
class Need:
    """So much of a product or material for one job, unrounded, spare and waste in it; unit: what it comes in."""

    what: str
    title: str
    unit: str
    amount: float


@dataclass(frozen=True)
class OnHand:
    """What is in stock, and whom it comes from."""

    amount: float
    supplier: str = ""


@dataclass(frozen=True, kw_only=True)
class OrderedLine:
    """What the jobs need of one thing: needed unrounded, on_hand, order in whole containers. short_on: the first day on which what
    is on hand is not enough; None: it is enough. jobs: names of those that need it."""

    what: str
    title: str
    unit: str
    needed: float
    on_hand: float
    order: int
    short_on: date | None
    supplier: str
    jobs: tuple[str, ...]


def needs_of(planned: Plan, work: WorkList, out: Mapping[str, float] | None = None) -> tuple[Need, ...]:
    """Bags, bundles, eave pieces and materials of a job, before any rounding. out: what went onto its truck already.

    Source: handbook §15, one rounding per product and delivery.
    """
    spare = 1 + planned.read.job.settings.spare_pct / 100
    found = [
        Need(line.product, line.name, line.unit, (line.bags_chart + line.bags_gaps) * spare) for line in planned.order
    ]
    pieces = sum(each.baffle_pieces for each in planned.taken if each is not None)
    if planned.foam is not None:
        found.append(Need("foam_sheets", "Rigid foam for baffles", "sheets", float(planned.foam.sheets)))
    elif pieces:
        found.append(Need("baffles", "Baffles", "pieces", pieces * spare))
    blocks = sum(each.wind_blocks for each in planned.taken if each is not None)
    if blocks:
        found.append(Need("wind_blocks", "Wind blocks and plugs", "pieces", blocks * spare))
    for need in materials_of(item for item in work.items if item.state != DONE):
        kind = MATERIALS[need.what]
        found.append(Need(need.what, need.title, many(need.container, 2), need.amount * kind.waste / kind.holds))
    left = [replace(need, amount=need.amount - (out or {}).get(need.what, 0.0)) for need in found]
    return tuple(need for need in left if need.amount > 1e-9)


def week_order(
    jobs: Iterable[tuple[date, str, Sequence[Need]]], stock: Mapping[str, OnHand]
) -> tuple[OrderedLine, ...]:
    """What to order for jobs, each with its day and its name: needs summed, less stock, rounded up once.

    37.4 and 20.3 bags with 10 on hand → 48. Source: handbook §15, week's order.
    """
    listed = sorted(jobs, key=lambda one: (one[0], one[1]))
    summed: dict[str, list[tuple[date, str, Need]]] = {}
    for day, name, needs in listed:
        for need in needs:
            summed.setdefault(need.what, []).append((day, name, need))
    found = []
    for what, parts in summed.items():
        held = stock.get(what, OnHand(0.0))
        total = sum(need.amount for _, _, need in parts)
        used, short = 0.0, None
        for day, _, need in parts:
            used += need.amount
            if short is None and used > held.amount + 1e-9:
                short = day
        first = parts[0][2]
        found.append(
            OrderedLine(
                what=what,
                title=first.title,
                unit=first.unit,
                needed=total,
                on_hand=held.amount,
                order=max(0, whole_up(total - held.amount)),
                short_on=short,
                supplier=held.supplier,
                jobs=tuple(dict.fromkeys(name for _, name, _ in parts)),
            )
        )
    return tuple(sorted(found, key=lambda line: (line.supplier, line.short_on or date.max, line.title)))
