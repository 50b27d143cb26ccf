"""plan(job) -> Plan: the one door to the core, and the only place here that reads the job document."""

from __future__ import annotations

from dataclasses import dataclass, field, replace
from typing import Any

from pydantic_core import to_json, to_jsonable_python

from ...job import Job
from ...job.section import Section
from ..base.notebook import Figure, Flag, Notebook, Open
from ..base.units import shortened
from ..eaves.foam_sheets import FoamOrder
from ..from_job.answered import answered
from ..from_job.book import book_input
from ..from_job.look import look_input
from ..from_job.products import product_input
from ..from_job.section import section_input
from ..from_job.work import work_input
from ..given.section import SectionInput
from ..money.cost import Cost
from ..money.quantities import Quantities
from ..money.saving import Saving
from ..section.by_kind import plan_section
from ..section.heat_account import HeatShare, with_lids
from ..section.result import PlannedSection, SectionFields, SectionPlan
from ..section.schools import School, all_schools
from ..work.item import WorkList
from ..work.listing import prepared, work_list
from .changes import Changes, Priced, changes_of
from .look_over import Look, look_over
from .opinions import opinions_here
from .order import OrderLine, foam_of_job, order_lines
from .other_road import OtherRoad, other_road
from .price import explain_cost, job_cost, job_saving
from .totals import Totals, heat_of, told_again, totals_of
from .work_list import JobWork, job_work, lids_save_ua

NOT_TOLD = {"fields", "job_work", "taken"}
LEVELS = ("stop", "caution", "note")


@dataclass(frozen=True, kw_only=True)
class Plan:
    """What plan(job) answers. answered: steps with something on record. taken: by section, None while not known. fields holds the grids behind the figures, for the drawings."""

    sections: tuple[SectionPlan, ...]
    order: tuple[OrderLine, ...]
    totals: Totals
    flags: tuple[Flag, ...]
    open: tuple[Open, ...]
    figures: dict[str, Figure]
    answered: tuple[str, ...]
    look: Look
    heat: tuple[HeatShare, ...]
    cost: Cost | None
    changes: Changes | None
    saving: Saving | None
    opinions: tuple[str, ...]
    other_road: OtherRoad
    schools: tuple[School, ...]
    foam: FoamOrder | None
    work: WorkList
    job_work: JobWork = field(repr=False, compare=False)
    taken: tuple[Quantities | None, ...] = field(repr=False, compare=False)
    fields: dict[str, SectionFields] = field(default_factory=dict, repr=False, compare=False)


def plan(job: Job) -> Plan:
    """The whole plan of a job: figures per section, the order, flags, open questions, and how each figure came about."""
    book = Notebook()
    seen = look_input(job)
    look = look_over(seen, book)
    products = {product.id: product_input(product) for product in job.products}
    inputs: list[SectionInput] = []
    planned: list[PlannedSection] = []
    if not job.sections:
        book.ask("measure", "sections", "Measure the attic: length and width first")
    for index, section in enumerate(job.sections):
        notes = Notebook(section.id, f"sections.{section.id}.")
        _flag_open_to_nowhere(job, section, notes)
        given = section_input(job, index, products, notes)
        inputs.append(given)
        planned.append(plan_section(given, notes))
        book.flags += notes.flags
        named = notes.open if len(job.sections) == 1 else [_named(item, given) for item in notes.open]
        book.open += [item for item in named if all(item.field != other.field for other in book.open)]
        book.figures.update(notes.figures)
    sections = [each.plan for each in planned]
    fields = {each.plan.id: each.fields for each in planned}
    order = order_lines(job, planned, book)
    record, prices = work_input(job), book_input(job)
    work = job_work(inputs, planned, record, prices, look.holes, len(look.hazards_open))
    flags = told_again(sorted(book.flags, key=lambda flag: LEVELS.index(flag.level)))
    taken = [each.quantities for each in planned]
    cost = job_cost(job, taken, prepared(work.tasks, record), products, book)
    by = None
    if cost is not None:
        explain_cost(job, cost, book)
        known = [part for part in taken if part is not None]
        by = Priced(taken=known, products=products, spare_pct=job.settings.spare_pct, book=prices)
    changes = changes_of(work.tasks, record, by)
    if changes is not None:
        work = replace(work, given=replace(work.given, prices={**work.given.prices, **changes.each}))
    return Plan(
        sections=tuple(sections),
        order=order,
        totals=totals_of(planned, order, flags, len(look.hazards_open)),
        flags=flags,
        open=tuple(book.open),
        figures=book.figures,
        answered=answered(job),
        look=look,
        heat=with_lids(heat_of(sections), lids_save_ua(work)),
        cost=cost,
        changes=changes,
        saving=job_saving(job, sections, cost),
        opinions=opinions_here(inputs),
        other_road=other_road(inputs, seen.hazards),
        schools=all_schools(s.schools for s in sections),
        foam=foam_of_job(job, inputs, fields),
        work=work_list(work.tasks, work.given),
        job_work=work,
        taken=tuple(taken),
        fields=fields,
    )


def plan_json(result: Plan) -> dict[str, Any]:
    """The plan as JSON data, nothing rounded; the grids behind it stay out."""
    data: dict[str, Any] = to_jsonable_python(result, exclude=NOT_TOLD)
    return data


def plan_text(result: Plan) -> bytes:
    """The same as text, which is quicker made than by way of the data. What is no number is null."""
    return to_json(result, exclude=NOT_TOLD, inf_nan_mode="null")


def _named(item: Open, section: SectionInput) -> Open:
    """A question of one section among several, with that section's name before it."""
    name = shortened(section.name or section.id)
    own = item.field.startswith((section.path, f"choice.{section.id}"))
    return replace(item, text=f"{name}: {item.text}") if own and not item.text.startswith(name) else item


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
