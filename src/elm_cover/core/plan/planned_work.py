"""Items of the work list that the plan counts already: clear-out, baffles, blocks, batts; and markers, map, photos (handbook §13)."""

from __future__ import annotations

from collections.abc import Iterator, Mapping, Sequence

from ..base.units import fixed, shortened
from ..given.book import BookInput
from ..money.cost import price_of
from ..money.hours import work_hours
from ..money.quantities import Quantities
from ..section.result import PlannedSection
from ..work.closing import house_closing_tasks, marker_task
from ..work.item import Task

# Of the kinds of work that the price counts, those done before the fill, by the item that they are.
COUNTED = {
    "clear_out": ("clearing out",),
    "baffles": ("fitting baffles",),
    "wind_blocks": ("fitting wind blocks",),
    "over_plate": ("filling over the plates",),
    "batts": ("laying batts",),
}


def planned_tasks(planned: Sequence[PlannedSection], names: Mapping[str, str], book: BookInput) -> Iterator[Task]:
    """Those of every section whose quantities are known. Source: handbook §13, priced once."""
    several = len(planned) > 1
    for each in planned:
        if each.quantities is not None:
            name = f" in {shortened(names.get(each.plan.id, each.plan.id))}" if several else ""
            yield from _counted(each.plan.id, name, each.quantities, book)
    for each in planned:
        if each.plan.markers:
            name = shortened(names.get(each.plan.id, each.plan.id)) if several else ""
            yield marker_task(each.plan.id, name, each.plan.markers, book)
    if planned:
        yield from house_closing_tasks(book)


def planned_prices(planned: Sequence[PlannedSection], book: BookInput) -> dict[str, float]:
    """What the items that the plan counts cost, overhead and margin in it, by key. Source: handbook §10, cost."""
    found = {}
    prices = book.prices
    wage = prices["labor_per_person_hour"]
    for each in planned:
        q = each.quantities
        if q is None:
            continue
        hours = work_hours(q, book)
        sacks = q.bagged_ft3 / book.rates["removal_bag_ft3"]
        direct = {
            "clear_out": sacks * prices["removal_bag"] + q.removal_lb * prices["disposal_per_lb"],
            "baffles": q.baffle_pieces * prices["baffle_piece"],
            "wind_blocks": q.wind_blocks * prices["wind_block"],
            "over_plate": sum(ft3 * prices[f"{kind}_per_ft3"] for kind, ft3 in q.edge_ft3.items()),
        }
        for kind, material in direct.items():
            labor = sum(hours.get(name, 0.0) for name in COUNTED[kind]) * wage
            found[f"{kind}:{each.plan.id}"] = price_of(material + labor, book)
    return found


def _by_hand(q: Quantities) -> str:
    """What is done with batts, new ones or those that lie there."""
    if not q.handled_ft2:
        return "Batts to lay"
    return "Batts to lay, old ones too" if q.batt_ft2 else "Old batts to lift or re-lay"


def _counted(section: str, name: str, q: Quantities, book: BookInput) -> Iterator[Task]:
    hours = work_hours(q, book)
    amounts = {
        "clear_out": (q.bagged_ft3, "ft³", "Old fill out"),
        "baffles": (float(q.baffles), "baffles", "Baffles"),
        "wind_blocks": (float(q.wind_blocks), "blocks", "Wind blocks and plugs"),
        "over_plate": (q.edge_ft, "ft", "Over the plates"),
        "batts": (q.batt_ft2 + q.handled_ft2, "ft²", _by_hand(q)),
    }
    for kind, (amount, unit, title) in amounts.items():
        if amount > 0:
            yield Task(
                key=f"{kind}:{section}", kind=kind, section=section, what=f"{title}{name}", amount=amount, unit=unit,
                counted="as planned", person_hours=sum(hours.get(work, 0.0) for work in COUNTED[kind]),
                pieces=(f"{fixed(amount)} {unit}",), row=f"{kind}:{section}", counted_elsewhere=True,
            )  # fmt: skip
