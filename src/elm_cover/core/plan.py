"""plan(job) -> Plan: the one door to the core, and the only module here that reads the job document."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, field
from typing import Any

from pydantic_core import to_jsonable_python

from ..job import Choice, Job, Vent
from ..job_product import Product
from ..job_section import Section, Target
from .coverage import Chart, Row, bags_to_order
from .hazards import BLOCKING_STATUSES, stop_for
from .keep_outs import KNOWN_KINDS, KeepOut, keep_out_of
from .outline import edge_length_ft
from .result import Figure, Flag, Notebook, Open, OrderLine, SectionFields, SectionPlan
from .section import plan_section
from .section_input import (
    ChoiceInput,
    EdgeInput,
    LayerInput,
    ProductInput,
    SectionInput,
    SettingsInput,
    TargetInput,
)
from .totals import Totals, totals_of
from .ventilation import NFA_IN2_EACH, NFA_IN2_PER_FT, VentGroup

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
    fields: dict[str, SectionFields] = field(default_factory=dict, repr=False, compare=False)


def plan(job: Job) -> Plan:
    """The whole plan of a job: figures per section, the order, flags, open questions, and how each figure came about."""
    book = Notebook()
    for flag in _hazard_flags(job):
        book.flags.append(flag)
    products = {product.id: _product(product) for product in job.products}
    sections, fields = [], {}
    if not job.sections:
        book.ask("measure", "sections", "Measure the attic: length and width first")
    for index, section in enumerate(job.sections):
        notes = Notebook(section.id, f"sections.{section.id}.")
        _flag_open_to_nowhere(job, section, notes)
        planned, behind = plan_section(_section(job, index, section, products, notes), notes)
        sections.append(planned)
        fields[section.id] = behind
        book.flags += notes.flags
        book.open += [item for item in notes.open if all(item.field != other.field for other in book.open)]
        book.figures.update(notes.figures)
    order = _order(job, sections, book)
    return Plan(
        tuple(sections),
        order,
        totals_of(sections, order, book.flags),
        tuple(sorted(book.flags, key=lambda flag: LEVELS.index(flag.level))),
        tuple(book.open),
        book.figures,
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


def _hazard_flags(job: Job) -> Iterable[Flag]:
    for hazard in job.hazards:
        if hazard.status in BLOCKING_STATUSES:
            stop = stop_for(hazard.kind)
            text = f"{stop.title}, {hazard.status}: blocks {stop.blocks}."
            yield Flag(hazard.kind, "stop", None, text, stop.cleared_by)


def _product(product: Product) -> ProductInput:
    chart = None
    if product.chart and product.bag_lb:
        rows = tuple(Row(row.r, row.installed_in, row.settled_in, row.coverage_ft2) for row in product.chart)
        chart = Chart(rows, product.bag_lb)
    return ProductInput(product.id, product.name or product.id, product.kind, chart)


def _section(
    job: Job, index: int, section: Section, products: dict[str, ProductInput], notes: Notebook
) -> SectionInput:
    settings = job.settings
    choice = job.choice.get(section.id)
    return SectionInput(
        id=section.id,
        name=section.name,
        kind=section.kind,
        path=f"sections[{index}]",
        outline_ft=section.outline_ft,
        edges=tuple(
            EdgeInput(e.kind, e.heel_in, e.pitch_in_12, e.soffit, e.plate_width_in, _spots(job, section, i))
            for i, e in enumerate(section.edges)
        ),
        board=section.ceiling.board,
        retarder=section.ceiling.vapor_retarder,
        spacing_in=section.framing.spacing_in,
        joist_depth_in=section.framing.depth_in,
        layers=None
        if section.existing is None
        else tuple(
            LayerInput(
                la.material, la.depth_in, la.r, la.void_pct / 100, la.voids == "open", la.condition, la.density_pcf
            )
            for la in section.existing
        ),
        readings_in=tuple(reading.depth_in for reading in section.readings),
        keep_outs=tuple(_keep_outs(job, section, notes)),
        target=_target(section.target or job.target),
        zone=job.house.climate_zone,
        vented=job.house.vented,
        vents=tuple(_vents(job, section, notes)),
        settings=SettingsInput(
            settings.vent_gap_in,
            settings.baffle_thickness_in,
            settings.baffle_rule,
            settings.wind_block == "integral",
            settings.chart_rule == "interpolate",
            settings.deduct_framing,
        ),
        choice=None if choice is None else _choice(choice, products),
    )


def _choice(choice: Choice, products: dict[str, ProductInput]) -> ChoiceInput:
    by_depth = choice.depth.by == "installed_in"
    return ChoiceInput(choice.method, products.get(choice.product or ""), choice.depth.value_in if by_depth else None)


def _target(target: Target | None) -> TargetInput | None:
    return None if target is None else TargetInput(target.basis, target.edition, target.r, target.raised_heel)


def _keep_outs(job: Job, section: Section, notes: Notebook) -> Iterable[KeepOut]:
    for index, access in enumerate(job.accesses):
        if access.section != section.id and not (access.section is None and len(job.sections) == 1):
            continue
        if access.opening_in is None:
            notes.ask("look_over", f"accesses[{index}].opening_in", "How large is the opening of the hatch?")
        else:
            yield KeepOut("hatch", access.opening_in, access.at_ft)
    for feature in section.features:
        if feature.kind not in KNOWN_KINDS:
            notes.flag(
                "unknown_feature",
                "note",
                f"“{feature.kind}” is not a kind of feature known here; it takes no floor from the fill.",
                "Check the spelling, or count its area by hand.",
            )
        kept = keep_out_of(
            feature.kind, feature.rating, feature.at_ft, feature.size_in, 1 if feature.count is None else feature.count
        )
        if kept is not None:
            yield kept


def _vents_of(job: Job, section: Section) -> Iterable[Vent]:
    for vent in job.vents:
        if vent.section == section.id or (vent.section is None and len(job.sections) == 1):
            yield vent


def _spots(job: Job, section: Section, edge: int) -> int | None:
    """How many spot vents are recorded along an edge; None where none is."""
    counts = [
        1 if v.count is None else v.count for v in _vents_of(job, section) if v.kind == "soffit" and v.edge == edge
    ]
    return sum(counts) if counts else None


def _vents(job: Job, section: Section, notes: Notebook) -> Iterable[VentGroup]:
    for index, vent in enumerate(job.vents):
        if vent.section is None and len(job.sections) > 1:
            notes.ask("eaves", f"vents[{index}].section", "Over which section is this vent?")
    for vent in _vents_of(job, section):
        position = vent.position or ("low" if vent.kind == "soffit" else "high")
        nfa = vent.nfa_in2
        if nfa is None and vent.kind in NFA_IN2_EACH:
            nfa = NFA_IN2_EACH[vent.kind]
        elif nfa is None and vent.edge is not None:
            nfa = NFA_IN2_PER_FT[vent.kind] * edge_length_ft(section.outline_ft, vent.edge)
        if nfa is None:
            notes.ask("eaves", f"vents[{job.vents.index(vent)}].nfa_in2", "How much net free area has this vent?")
            continue
        yield VentGroup(position, nfa, 1 if vent.count is None else vent.count)


def _order(job: Job, sections: list[SectionPlan], book: Notebook) -> tuple[OrderLine, ...]:
    """Bags by product over the whole job: one rounding each, at the end."""
    lines = []
    for product in job.products:
        used = [s for s in sections if s.product == product.id and s.bags.chart is not None]
        if not used:
            continue
        chart = sum(s.bags.chart or 0.0 for s in used)
        known = [s.bags.field for s in used if s.bags.field is not None]
        field = sum(known) if len(known) == len(used) else None
        order = bags_to_order(chart, job.settings.spare_pct)
        lines.append(OrderLine(product.id, chart, field, order))
        book.figure(
            f"order.{product.id}.bags_order",
            order,
            "bags",
            "ceil(Σ chart bags × (1 + spare))",
            "one rounding, at the end",
            chart_bags=(chart, "bags"),
            spare=(job.settings.spare_pct, "%"),
        )
    return tuple(lines)
