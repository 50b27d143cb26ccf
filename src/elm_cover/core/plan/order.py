"""What to order over the whole job: bags, bundles, sheets of foam; one rounding each (handbook §7)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from ..base.notebook import Notebook
from ..eaves.foam_sheets import FoamCut, FoamOrder, foam_cuts, foam_order
from ..from_job.read import ReadJob
from ..money.quantities import bags_to_order
from ..section.result import PlannedSection


@dataclass(frozen=True, kw_only=True)
class OrderLine:
    """What to order of one product, over the sections whose quantities are known: bags of loose fill, or bundles of batts
    (then the counts are of bundles). bags_gaps: for gaps of the old fill that are open from above, beside bags_chart."""

    product: str
    name: str
    bags_gaps: float
    bags_chart: float
    bags_field: float | None
    bags_order: int
    unit: str
    pieces: int | None


def foam_of_job(read: ReadJob, planned: Sequence[PlannedSection]) -> FoamOrder | None:
    """Sheets and cuts of foam baffles over all eaves whose length is known."""
    cuts: list[FoamCut] = []
    for section, each in zip(read.sections, planned, strict=True):
        behind, baffle = each.fields, section.settings.baffle
        if not baffle.foam or behind.stack is None or section.spacing_in is None:
            continue
        for edge, row in behind.rows.items():
            if edge in behind.eaves and row.baffles:
                depth = behind.stack.depth_in
                cuts += foam_cuts(behind.eaves[edge], depth, baffle, section.spacing_in, row.baffles)
    return foam_order(cuts, read.job.settings.baffle_thickness_in)


def order_lines(read: ReadJob, planned: Sequence[PlannedSection], book: Notebook) -> tuple[OrderLine, ...]:
    """Bags and bundles by product over the whole job: one rounding each, at the end."""
    lines = []
    counted = [(each.plan, each.quantities) for each in planned if each.quantities is not None]
    for product in read.products.values():
        parts = [(s, q.packs[product.id]) for s, q in counted if product.id in q.packs]
        if not parts:
            continue
        wanted = sum(packs for _, packs in parts)
        gaps = sum(s.bags.gaps for s, _ in parts) if product.chart is not None else 0.0
        if product.chart is None:
            field: float | None = wanted
        else:
            known = [s.bags.field for s, _ in parts if s.bags.field is not None]
            field = sum(known) if len(known) == len(parts) else None
        order = bags_to_order(wanted, read.job.settings.spare_pct)
        laid = [layer for s, _ in parts for layer in s.batts if layer.product == product.id]
        unit = "bags" if product.chart else "bundles"
        lines.append(
            OrderLine(
                product=product.id,
                name=product.name,
                bags_gaps=gaps,
                bags_chart=wanted - gaps,
                bags_field=field,
                bags_order=order,
                unit=unit,
                pieces=sum(la.pieces for la in laid) if laid else None,
            )
        )
        book.figure(
            f"order.{product.id}.bags_order",
            order,
            unit,
            f"ceil(Σ {'bundles by layout' if laid else 'chart bags and gaps below'} × (1 + spare))"
            if laid or gaps
            else "ceil(Σ chart bags × (1 + spare))",
            "one rounding, at the end",
            **{"bundles_by_layout" if laid else "chart_bags": (wanted - gaps, unit)},
            **({"gaps_below": (gaps, unit)} if gaps else {}),
            spare=(read.job.settings.spare_pct, "%"),
        )
    return tuple(lines)
