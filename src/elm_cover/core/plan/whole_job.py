"""plan(job) -> Plan: the one door to the core, and the only place here that reads the job document."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any

from pydantic_core import to_jsonable_python

from ...job import Job
from ...job.section import Section
from ..eaves.baffles import FoamCut, FoamOrder, foam_cuts, foam_order
from ..from_job.section import book_input, energy_input, look_input, product_input, section_input
from ..given.look import Look, look_over
from ..given.section import ProductInput, SectionInput
from ..layers.chart import bags_to_order
from ..money.cost import Cost, cost_of
from ..money.quantities import of_section, total
from ..money.saving import Saving, saving
from ..section.heat_account import heat_of
from ..section.open_floor import plan_section
from ..section.result import Figure, Flag, HeatShare, Notebook, Open, OrderLine, School, SectionFields, SectionPlan
from ..section.schools import all_schools
from .opinions import opinions_here
from .other_road import OtherRoad, other_road
from .totals import Totals, totals_of

LEVELS = ("stop", "caution", "note")


@dataclass(frozen=True)
class Plan:
    """What plan(job) answers. fields holds the grids behind the figures, for the drawings."""

    sections: tuple[SectionPlan, ...]
    order: tuple[OrderLine, ...]
    totals: Totals
    flags: tuple[Flag, ...]
    open: tuple[Open, ...]
    figures: dict[str, Figure]
    look: Look
    heat: tuple[HeatShare, ...]
    cost: Cost | None
    saving: Saving | None
    opinions: tuple[str, ...]
    other_road: OtherRoad
    schools: tuple[School, ...]
    foam: FoamOrder | None
    fields: dict[str, SectionFields] = field(default_factory=dict, repr=False, compare=False)


def plan(job: Job) -> Plan:
    """The whole plan of a job: figures per section, the order, flags, open questions, and how each figure came about."""
    book = Notebook()
    seen = look_input(job)
    look = look_over(seen, book)
    products = {product.id: product_input(product) for product in job.products}
    inputs: list[SectionInput] = []
    sections, fields = [], {}
    if not job.sections:
        book.ask("measure", "sections", "Measure the attic: length and width first")
    for index, section in enumerate(job.sections):
        notes = Notebook(section.id, f"sections.{section.id}.")
        _flag_open_to_nowhere(job, section, notes)
        given = section_input(job, index, products, notes)
        planned, behind = plan_section(given, notes)
        inputs.append(given)
        sections.append(planned)
        fields[section.id] = behind
        book.flags += notes.flags
        book.open += [item for item in notes.open if all(item.field != other.field for other in book.open)]
        book.figures.update(notes.figures)
    order = _order(job, sections, book)
    cost = _cost(job, inputs, sections, products)
    if cost is not None:
        _explain_cost(job, cost, book)
    return Plan(
        tuple(sections),
        order,
        totals_of(sections, order, book.flags),
        tuple(sorted(book.flags, key=lambda flag: LEVELS.index(flag.level))),
        tuple(book.open),
        book.figures,
        look,
        heat_of(sections),
        cost,
        _saving(job, sections, cost),
        opinions_here(inputs),
        other_road(inputs, seen.hazards),
        all_schools(s.schools for s in sections),
        _foam(job, inputs, fields),
        fields,
    )


def plan_json(result: Plan) -> dict[str, Any]:
    """The plan as JSON data, nothing rounded; the grids behind it stay out."""
    data: dict[str, Any] = to_jsonable_python(result, exclude={"fields"})
    for figure in data["figures"].values():
        figure["inputs"] = {
            name: {"value": value, "unit": unit}
            for name, (value, unit) in figure["inputs"].items()
            if value is not None
        }
    return data


def _flag_open_to_nowhere(job: Job, section: Section, notes: Notebook) -> None:
    known = {other.id for other in job.sections}
    for to in dict.fromkeys(edge.to for edge in section.edges if edge.kind == "open"):
        if to is not None and to not in known:
            notes.flag(
                "open_to_nowhere",
                "caution",
                f"An edge is open to the section “{to}”, which this job does not have.",
                "Add that section, or dam the edge and set it to what it is.",
            )


def _cost(
    job: Job, inputs: list[SectionInput], sections: list[SectionPlan], products: dict[str, ProductInput]
) -> Cost | None:
    """Price and hours of the job; None while what one of its sections takes is not known."""
    taken = [of_section(given, planned) for given, planned in zip(inputs, sections, strict=True)]
    known = [part for part in taken if part is not None]
    if not known or len(known) < len(taken):
        return None
    return cost_of(total(known), products, job.settings.spare_pct, book_input(job))


def _explain_cost(job: Job, cost: Cost, book: Notebook) -> None:
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


def _saving(job: Job, sections: list[SectionPlan], cost: Cost | None) -> Saving | None:
    """What a year saves, over every section whose heat is known before and after."""
    known = [s for s in sections if s.ua_today is not None and s.ua_after is not None]
    if job.house.climate_zone is None or not known:
        return None
    saved = sum((s.ua_today or 0.0) - (s.ua_after or 0.0) for s in known)
    return saving(saved, job.house.climate_zone, energy_input(job), None if cost is None else cost.price)


def _foam(job: Job, inputs: list[SectionInput], fields: dict[str, SectionFields]) -> FoamOrder | None:
    """Sheets and cuts of foam baffles over all eaves whose length is known."""
    cuts: list[FoamCut] = []
    for section in inputs:
        behind, baffle = fields[section.id], section.settings.baffle
        if not baffle.foam or behind.taper is None or section.spacing_in is None:
            continue
        for edge, row in behind.rows.items():
            if edge in behind.eaves and row.baffles:
                depth = behind.taper.depth_in
                cuts += foam_cuts(behind.eaves[edge], depth, baffle, section.spacing_in, row.baffles)
    return foam_order(cuts, job.settings.baffle_thickness_in)


def _order(job: Job, sections: list[SectionPlan], book: Notebook) -> tuple[OrderLine, ...]:
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
