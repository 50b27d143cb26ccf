"""Edges of a section with their bays, and its vents, read from the job."""

from __future__ import annotations

from collections.abc import Iterable

from ...job import Job
from ...job.document import Vent
from ...job.section import BayMark, Section
from ..base.notebook import Notebook
from ..eaves.bays import Mark
from ..eaves.remedies import remedy_of
from ..eaves.ventilation import NFA_IN2_EACH, NFA_IN2_PER_FT, VentGroup
from ..floor.outline import edge_length_ft
from ..given.section import EdgeInput


def edges_of(job: Job, section: Section) -> tuple[EdgeInput, ...]:
    """Every edge of the outline with what is on record of it."""
    return tuple(
        EdgeInput(
            kind=e.kind,
            heel_in=e.heel_in,
            pitch_in_12=e.pitch_in_12,
            soffit=e.soffit,
            plate_width_in=e.plate_width_in,
            vented_bays=spot_vents(job, section, i),
            marks=tuple(_mark(mark) for mark in e.bays),
            to=e.to,
            remedy=None if e.remedy is None else remedy_of(e.remedy.kind, e.remedy.r_per_in, e.remedy.reach_in),
        )
        for i, e in enumerate(section.edges)
    )


def _mark(mark: BayMark) -> Mark:
    vented = None if mark.soffit is None else mark.soffit == "vented"
    return Mark(mark.place, mark.state, mark.by, vented, mark.baffle)


def _vents_of(job: Job, section: Section) -> Iterable[Vent]:
    for vent in job.vents:
        if vent.section == section.id or (vent.section is None and len(job.sections) == 1):
            yield vent


def edge_place(section: Section, edge: int | str | None) -> int | None:
    """An edge's place in the outline, from its place or its id; None where the section has no such edge."""
    if isinstance(edge, int):
        return edge if edge < len(section.edges) else None
    return next((i for i, e in enumerate(section.edges) if edge is not None and e.id == edge), None)


def spot_vents(job: Job, section: Section, edge: int) -> int | None:
    """How many spot vents are recorded along an edge; None where none is."""
    counts = [
        1 if v.count is None else v.count
        for v in _vents_of(job, section)
        if v.kind == "soffit" and edge_place(section, v.edge) == edge
    ]
    return sum(counts) if counts else None


def vent_groups(job: Job, section: Section, notes: Notebook) -> Iterable[VentGroup]:
    """The section's vents with their net free area; asks for what one lacks."""
    for index, vent in enumerate(job.vents):
        if vent.section is None and len(job.sections) > 1:
            notes.ask("eaves", f"vents[{index}].section", "Over which section is this vent?")
    for vent in _vents_of(job, section):
        position = vent.position or ("low" if vent.kind == "soffit" else "high")
        nfa = vent.nfa_in2
        if nfa is None and vent.kind in NFA_IN2_EACH:
            nfa = NFA_IN2_EACH[vent.kind]
        elif nfa is None:
            place = edge_place(section, vent.edge)
            nfa = None if place is None else NFA_IN2_PER_FT[vent.kind] * edge_length_ft(section.outline_ft, place)
        if nfa is None:
            notes.ask("eaves", f"vents[{job.vents.index(vent)}].nfa_in2", "How much net free area has this vent?")
            continue
        yield VentGroup(position, nfa, 1 if vent.count is None else vent.count, edge_place(section, vent.edge))
