"""The job's open floors ready to be weighed, and what has to be known before (handbook §7)."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

from ..base.notebook import Notebook, Open
from ..from_job.read import ReadJob
from ..given.section import SectionInput
from ..money.quantities import Quantities, total
from ..plan.look_over import look_over
from ..plan.price import saved_ua
from ..rack.candidate import steps
from ..rack.ground import Ground, ask_for_ground, ground_of
from ..rack.weighed import Pricing, Rest
from ..section.by_kind import plan_section
from ..section.result import PlannedSection
from ..target.by_basis import target_of
from ..target.tables import retrofit_r
from .rack_work import RackWork, rack_work


@dataclass(frozen=True, eq=False, kw_only=True)
class Floors:
    """The job's open floors ready to be weighed, by whether the fill burns: keep-outs differ. rest: what the sections
    take that are no open floor. names: of all sections. work: what the work list brings to each."""

    grounds: dict[bool, tuple[Ground, ...]]
    rest: Rest
    names: dict[str, str]
    work: RackWork


def floors_ready(read: ReadJob, pricing: Pricing) -> Floors | tuple[Open, ...]:
    """The open floors, or what has to be known before anything can be weighed on them."""
    burns = read.kept_clear(True)
    open_floors = [section for section in burns if section.kind == "open_floor"]
    burning = _grounds(open_floors, [])
    others = _grounds([section for section in read.kept_clear(False) if section.kind == "open_floor"], burning)
    missing = _missing(open_floors, burning)
    if missing:
        return missing
    ready = [ground for ground in burning if ground is not None]
    closed = _others_planned(burns)
    work = rack_work(ready, closed, read.work, pricing.book, look_over(read.look, Notebook()).holes)
    return Floors(
        work=work,
        grounds={
            True: tuple(ready),
            False: tuple(ground for ground in others if ground is not None),
        },
        rest=_rest(closed, work.constant, pricing),
        names=dict(read.work.names),
    )


def _grounds(sections: Iterable[SectionInput], known: Sequence[Ground | None]) -> list[Ground | None]:
    """The floors, taken from those known where nothing keeps clear of one fill more than of another."""
    alike = {(ground.section.id, ground.section.keep_outs): ground for ground in known if ground is not None}
    return [alike.get((section.id, section.keep_outs)) or ground_of(section) for section in sections]


def _missing(sections: Sequence[SectionInput], grounds: Sequence[Ground | None]) -> tuple[Open, ...]:
    """What has to be known before anything can be weighed: the questions of those floors that are open, each once."""
    if not sections:
        text = "There is no open floor to weigh ways for: set a section's kind to open floor in Measure."
        return (Open("measure", "sections", text),)
    lacking: dict[str, Open] = {}
    for section, ground in zip(sections, grounds, strict=True):
        asked = Notebook(section.id)
        if ground is None:
            ask_for_ground(section, asked)
        else:
            target_of(section, ground.old.r, ground.old.depth_in).ask(asked)
        name = f"{section.name or section.id}: " if len(sections) > 1 else ""
        for item in asked.open:
            shared = not item.field.startswith("sections")
            lacking.setdefault(item.field, Open(item.step, item.field, item.text if shared else name + item.text))
    return tuple(lacking.values())


def steps_wanted(grounds: Iterable[Ground]) -> tuple[float | None, ...]:
    """Target R to weigh at: those set, what the codes ask for, what a retrofit does. Source: handbook §4."""
    targets, codes, retrofits = [], [], []
    for ground in grounds:
        section, old = ground.section, ground.old
        target = target_of(section, old.r, old.depth_in)
        targets += [] if target.r is None else [target.r]
        codes += [] if target.code_r is None else [target.code_r]
        if section.zone is not None and old.r is not None and not section.new_construction:
            retrofits.append(retrofit_r(section.zone, old.depth_in or 0.0, old.r))
    return steps(targets, sorted(set(codes)), [max(retrofits)] if retrofits else [])


def _others_planned(sections: Sequence[SectionInput]) -> list[tuple[SectionInput, PlannedSection]]:
    """The sections that are no open floor, planned as they are chosen."""
    return [
        (section, plan_section(section, Notebook(section.id, f"sections.{section.id}.")))
        for section in sections
        if section.kind != "open_floor"
    ]


def _rest(others: Sequence[tuple[SectionInput, PlannedSection]], work: Quantities, pricing: Pricing) -> Rest:
    """What slopes, walls and closed bays take and save as they are chosen, and what the work list takes for every way."""
    planned = [each for _, each in others if each.plan.kind != "left_out"]
    taken = {
        each.plan.id: each.quantities
        for each in planned
        if each.quantities is not None and pricing.cost(each.quantities) is not None
    }
    return Rest(
        quantities=total([*taken.values(), work]),
        saved_ua=saved_ua([each.plan for each in planned]),
        counted=tuple(taken),
        uncounted=tuple(each.plan.id for each in planned if each.plan.id not in taken),
    )
