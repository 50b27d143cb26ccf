"""What changes after the offer cost: the job's price with one less the price without it (handbook §10; decision 0020)."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass, replace

from ..given.book import BookInput
from ..given.product import ProductInput
from ..given.work import WorkInput
from ..hazards.stops import CREW
from ..money.cost import cost_of
from ..money.quantities import Quantities, total
from ..work.item import Task
from ..work.listing import prepared

ASKED, YES, NO = "asked", "yes", "no"


@dataclass(frozen=True, kw_only=True)
class Changes:
    """Changes found after the offer. each: by its item's key, the job's price with it less without it, beside what was agreed;
    asked, agreed: of all that are asked for, and of all that were said yes to, together. In the book's currency. Whole containers
    are shared, so the parts can come to more than the sum."""

    each: Mapping[str, float]
    asked: float
    agreed: float


@dataclass(frozen=True, eq=False, kw_only=True)
class Priced:
    """What a job is priced by beside its preparation."""

    taken: Sequence[Quantities]
    products: Mapping[str, ProductInput]
    spare_pct: float
    book: BookInput


def changes_of(tasks: Sequence[Task], record: WorkInput, by: Priced | None) -> Changes | None:
    """None where nothing was found after the offer, or while the job has no price. by: None: it has none yet.

    Source: handbook «Settled since, second part» 15, a change is charged the job's price with it less without it.
    """
    changed = [task for task in tasks if task.change is not None and task.who == CREW]
    if by is None or not changed:
        return None
    known: dict[frozenset[str], float | None] = {}

    def price(keys: frozenset[str]) -> float | None:
        if keys not in known:
            said = [
                task if task.change is None else replace(task, change=YES if task.key in keys else NO) for task in tasks
            ]
            cost = cost_of(total([*by.taken, prepared(said, record)]), by.products, by.spare_pct, by.book)
            known[keys] = None if cost is None else cost.price
        return known[keys]

    def more(with_it: frozenset[str], without: frozenset[str]) -> float:
        dear, cheap = price(with_it), price(without)
        return 0.0 if dear is None or cheap is None else dear - cheap

    agreed = frozenset(task.key for task in changed if task.change == YES)
    asked = frozenset(task.key for task in changed if task.change == ASKED)
    if price(agreed) is None:
        return None
    return Changes(
        each={task.key: more(agreed | {task.key}, agreed - {task.key}) for task in changed},
        asked=more(agreed | asked, agreed),
        agreed=more(agreed, frozenset()),
    )
