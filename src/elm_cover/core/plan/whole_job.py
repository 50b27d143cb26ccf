"""plan(job) -> Plan: the whole plan of a job, from one reading of it (handbook §2)."""

from __future__ import annotations

from dataclasses import dataclass, field, replace
from functools import cached_property
from typing import Any

from pydantic_core import to_json, to_jsonable_python

from ...job import Job
from ...job.section import Section
from ..base.notebook import Figure, Flag, Notebook, Open
from ..base.units import shortened
from ..eaves.foam_sheets import FoamOrder
from ..from_job.read import ReadJob
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

NOT_TOLD = {"job_work", "planned", "read"}
LEVELS = ("stop", "caution", "note")


@dataclass(frozen=True, kw_only=True)
class Plan:
    """What plan(job) answers. answered: steps with something on record. Not told: read, the job as it was read; planned, its
    sections with the grids behind them."""

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
    read: ReadJob = field(repr=False, compare=False)
    planned: tuple[PlannedSection, ...] = field(repr=False, compare=False)

    @property
    def taken(self) -> tuple[Quantities | None, ...]:
        """What each section takes; None while not known."""
        return tuple(each.quantities for each in self.planned)

    @cached_property
    def fields(self) -> dict[str, SectionFields]:
        """The arrays behind the figures, by section, for the drawings."""
        return {each.plan.id: each.fields for each in self.planned}


def plan(job: Job) -> Plan:
    """The whole plan of a job: figures per section, the order, flags, open questions, and how each figure came about."""
    return plan_read(ReadJob.of(job))


def plan_read(read: ReadJob) -> Plan:
    """The same of a job that was read already."""
    job, book = read.job, Notebook()
    look = look_over(read.look, book)
    planned: list[PlannedSection] = []
    if not job.sections:
        book.ask("measure", "sections", "Measure the attic: length and width first")
    for section, given, asked in zip(job.sections, read.sections, read.notes, strict=True):
        notes = Notebook(section.id, asked.prefix)
        _flag_open_to_nowhere(job, section, notes)
        notes.add(asked)
        planned.append(plan_section(given, notes))
        book.flags += notes.flags
        named = notes.open if len(job.sections) == 1 else [_named(item, given) for item in notes.open]
        book.open += [item for item in named if all(item.field != other.field for other in book.open)]
        book.figures.update(notes.figures)
    sections = [each.plan for each in planned]
    order = order_lines(read, planned, book)
    record, prices = read.work, read.book
    work = job_work(read.sections, planned, record, prices, look.holes, len(look.hazards_open))
    flags = told_again(sorted(book.flags, key=lambda flag: LEVELS.index(flag.level)))
    taken = [each.quantities for each in planned]
    cost = job_cost(read, taken, prepared(work.tasks, record), book)
    by = None
    if cost is not None:
        explain_cost(read, cost, book)
        known = [part for part in taken if part is not None]
        by = Priced(taken=known, products=read.products, spare_pct=job.settings.spare_pct, book=prices)
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
        answered=read.answered,
        look=look,
        heat=with_lids(heat_of(sections), lids_save_ua(work)),
        cost=cost,
        changes=changes,
        saving=job_saving(read, sections, cost),
        opinions=opinions_here(read.sections),
        other_road=other_road(read.sections, read.look.hazards),
        schools=all_schools(s.schools for s in sections),
        foam=foam_of_job(read, planned),
        work=work_list(work.tasks, work.given),
        job_work=work,
        read=read,
        planned=tuple(planned),
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
