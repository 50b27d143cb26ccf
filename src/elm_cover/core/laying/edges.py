"""The eaves of one floor as far as they are known: their section, their bays, the work at the edge (handbook §8)."""

from __future__ import annotations

from collections.abc import Mapping

from ..base.notebook import Notebook
from ..eaves.bays import BayRow, bay_row
from ..eaves.eave import Eave
from ..eaves.remedies import EdgeWork
from ..floor.outline import edge_length_ft, edge_side
from ..given.section import SectionInput


def eaves_known(section: SectionInput) -> dict[int, Eave] | None:
    """Heel and pitch of every eave; None while one of them lacks either, or while a wall may be one."""
    known: dict[int, Eave] = {}
    for index, edge in enumerate(section.edges):
        if edge.kind is None:
            return None
        if edge.kind != "eave":
            continue
        if edge.heel_in is None or edge.pitch_in_12 is None:
            return None
        settings = section.settings
        known[index] = Eave(edge.heel_in, edge.pitch_in_12, settings.vent_gap_in, settings.baffle.thickness_in)
    return known


def ask_for_eaves(section: SectionInput, notes: Notebook) -> None:
    """Asks which walls are eaves, and for the heel and the pitch that an eave lacks."""
    if any(edge.kind is None for edge in section.edges):
        notes.ask("measure", f"{section.path}.edges", "Which walls are eaves?")
    for index, edge in enumerate(section.edges):
        if edge.kind != "eave":
            continue
        at, side = f"{section.path}.edges[{index}]", edge_side(section.outline_ft, index)
        if edge.heel_in is None:
            notes.ask("measure", f"{at}.heel_in", f"How high is the heel at the {side} eave?")
        if edge.pitch_in_12 is None:
            notes.ask("measure", f"{at}.pitch_in_12", f"What is the roof's pitch over the {side} eave?")


def ask_for_bays(section: SectionInput, rows: Mapping[int, BayRow], notes: Notebook) -> None:
    """Asks which bays of a run are vented, where the school goes by that."""
    for index, row in rows.items():
        if row.baffles is None:
            notes.ask("eaves", f"{section.path}.edges[{index}].soffit", "Which bays of this run are vented?")


def edge_work(section: SectionInput) -> EdgeWork:
    """What is done at the section's edges beside the fill."""
    return EdgeWork(
        section.settings.baffle.r,
        tuple((i, e.remedy) for i, e in enumerate(section.edges) if e.kind == "eave" and e.remedy is not None),
    )


def row_of(section: SectionInput, edge_index: int, school: str | None = None) -> BayRow | None:
    """The bays of an eave, by the school of the job or another; None while the spacing is not known."""
    if section.spacing_in is None:
        return None
    edge = section.edges[edge_index]
    return bay_row(
        edge_length_ft(section.outline_ft, edge_index),
        section.spacing_in,
        edge.soffit,
        school or section.settings.baffle_rule,
        edge.marks,
        edge.vented_bays,
        section.vented is not False,
    )


def rows_of(section: SectionInput) -> dict[int, BayRow]:
    """The bays of every eave, by edge."""
    found = {i: row_of(section, i) for i, edge in enumerate(section.edges) if edge.kind == "eave"}
    return {i: row for i, row in found.items() if row is not None}
