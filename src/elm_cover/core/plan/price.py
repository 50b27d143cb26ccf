"""Price, hours and saving of the whole job (handbook §10, §12)."""

from __future__ import annotations

from collections.abc import Mapping, Sequence

from ...job import Job
from ..base.notebook import Notebook
from ..from_job.book import book_input, energy_input
from ..given.product import ProductInput
from ..money.cost import Cost, cost_of
from ..money.quantities import Quantities, total
from ..money.saving import Saving, yearly_saving
from ..section.result import SectionPlan


def job_cost(job: Job, taken: Sequence[Quantities | None], products: Mapping[str, ProductInput]) -> Cost | None:
    """Price and hours of the job; None while what one of its sections takes is not known. taken: by section."""
    known = [part for part in taken if part is not None]
    if not known or len(known) < len(taken):
        return None
    return cost_of(total(known), products, job.settings.spare_pct, book_input(job))


def explain_cost(job: Job, cost: Cost, book: Notebook) -> None:
    """Enters how price and hours came about."""
    money = cost.currency
    book.figure(
        "cost.price",
        cost.price,
        money,
        "(material + labor + disposal + overhead) / (1 − margin)",
        "the price book: made-up start values until they are yours",
        material=(cost.material, money),
        labor=(cost.labor, money),
        disposal=(cost.disposal, money),
        overhead=(cost.overhead, money),
        margin=(job.book.margin_pct, "% of the price"),
    )
    book.figure(
        "cost.hours",
        cost.hours,
        "h",
        "person-hours / crew",
        "start rates, ± 40 %; preparation not in them",
        person_hours=(cost.person_hours, "h"),
        crew=(job.book.rates.crew, "people"),
        **{line.what.lower().replace(" ", "_"): (line.amount, "h") for line in cost.lines if line.group == "labor"},
    )


def job_saving(job: Job, sections: list[SectionPlan], cost: Cost | None) -> Saving | None:
    """What a year saves, over every section whose heat is known before and after."""
    known = [s for s in sections if s.ua_today is not None and s.ua_after is not None]
    if job.house.climate_zone is None or not known:
        return None
    saved = sum((s.ua_today or 0.0) - (s.ua_after or 0.0) for s in known)
    return yearly_saving(saved, job.house.climate_zone, energy_input(job), None if cost is None else cost.price)
