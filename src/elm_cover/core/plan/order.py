"""What to order over the whole job: bags, bundles, sheets of foam; one rounding each (handbook §7)."""

from __future__ import annotations

from dataclasses import dataclass

from ...job import Job
from ..base.notebook import Notebook
from ..eaves.foam_sheets import FoamCut, FoamOrder, foam_cuts, foam_order
from ..given.section import SectionInput
from ..money.quantities import bags_to_order
from ..section.result import SectionFields, SectionPlan


@dataclass(frozen=True)
class OrderLine:
    """What to order of one product: bags of loose fill, or bundles of batts (then the counts are of bundles)."""

    product: str
    bags_chart: float
    bags_field: float | None
    bags_order: int
    unit: str = "bags"
    pieces: int | None = None


def foam_of_job(job: Job, inputs: list[SectionInput], fields: dict[str, SectionFields]) -> FoamOrder | None:
    """Sheets and cuts of foam baffles over all eaves whose length is known."""
    cuts: list[FoamCut] = []
    for section in inputs:
        behind, baffle = fields[section.id], section.settings.baffle
        if not baffle.foam or behind.stack is None or section.spacing_in is None:
            continue
        for edge, row in behind.rows.items():
            if edge in behind.eaves and row.baffles:
                depth = behind.stack.depth_in
                cuts += foam_cuts(behind.eaves[edge], depth, baffle, section.spacing_in, row.baffles)
    return foam_order(cuts, job.settings.baffle_thickness_in)


def order_lines(job: Job, sections: list[SectionPlan], book: Notebook) -> tuple[OrderLine, ...]:
    """Bags and bundles by product over the whole job: one rounding each, at the end."""
    lines = []
    for product in job.products:
        blown = [s for s in sections if s.product == product.id and s.bags.chart is not None] if product.chart else []
        laid = [layer for s in sections for layer in s.batts if layer.product == product.id]
        if not blown and not laid:
            continue
        chart = sum(s.bags.chart or 0.0 for s in blown) + sum(layer.bundles for layer in laid)
        known = [s.bags.field for s in blown if s.bags.field is not None]
        field = sum(known) + sum(layer.bundles for layer in laid) if len(known) == len(blown) else None
        order = bags_to_order(chart, job.settings.spare_pct)
        unit = "bundles" if laid else "bags"
        lines.append(OrderLine(product.id, chart, field, order, unit, sum(la.pieces for la in laid) if laid else None))
        book.figure(
            f"order.{product.id}.bags_order",
            order,
            unit,
            f"ceil(Σ {'bundles by layout' if laid else 'chart bags'} × (1 + spare))",
            "one rounding, at the end",
            **{"bundles_by_layout" if laid else "chart_bags": (chart, unit)},
            spare=(job.settings.spare_pct, "%"),
        )
    return tuple(lines)
