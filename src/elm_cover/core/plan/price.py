"""Price, hours and saving of the whole job (handbook §10, §12)."""

from __future__ import annotations

from collections.abc import Sequence

from ..base.notebook import Notebook
from ..from_job.read import ReadJob
from ..money.cost import Cost, cost_of, pack_price
from ..money.quantities import Quantities, total
from ..money.saving import Saving, yearly_saving
from ..section.result import SectionPlan


def job_cost(
    read: ReadJob,
    taken: Sequence[Quantities | None],
    preparation: Quantities,
    notes: Notebook,
) -> Cost | None:
    """Price and hours of the job; None while what one of its sections takes is not known, or what a product costs, which
    it asks for. taken: by section; preparation: what the work list takes beside that."""
    known = [part for part in taken if part is not None]
    used = {name for part in known for name in part.packs}
    for index, product in enumerate(read.products.values()):
        if product.id in used and pack_price(product, read.book) is None:
            unit = "bag" if product.chart else "bundle"
            notes.ask("choose", f"products[{index}].price", f"What does a {unit} of {product.name} cost?")
    if not known or len(known) < len(taken):
        return None
    return cost_of(total([*known, preparation]), read.products, read.job.settings.spare_pct, read.book)


def explain_cost(read: ReadJob, cost: Cost, book: Notebook) -> None:
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
        margin=(read.job.book.margin_pct, "% of the price"),
    )
    book.figure(
        "cost.hours",
        cost.hours,
        "h",
        "the machine's own hours + the other person-hours / crew, travel each day",
        "start rates, ± 40 %; by the work list and the plan",
        person_hours=(cost.person_hours, "h"),
        crew=(read.job.book.rates.crew, "people"),
        days=(cost.days, "days"),
        **{
            line.what.lower().replace(": ", "_").replace(" ", "_"): (line.amount, "h")
            for line in cost.lines
            if line.group == "labor"
        },
    )


def saved_ua(sections: Sequence[SectionPlan]) -> float | None:
    """UA saved over the sections that have heat, Btu/h·°F; None while that of one of them is not known.

    Source: handbook §12, ΔUA.
    """
    warm = [s for s in sections if s.kind != "left_out"]
    if any(s.ua_today is None or s.ua_after is None for s in warm):
        return None
    return sum((s.ua_today or 0.0) - (s.ua_after or 0.0) for s in warm)


def job_saving(read: ReadJob, sections: Sequence[SectionPlan], cost: Cost | None) -> Saving | None:
    """What a year saves, over all sections; None while the heat of one of them is not known before or after."""
    saved = saved_ua(sections)
    zone = read.job.house.climate_zone
    if zone is None or saved is None or all(s.kind == "left_out" for s in sections):
        return None
    return yearly_saving(saved, zone, read.energy, None if cost is None else cost.price)
