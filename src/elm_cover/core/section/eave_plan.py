"""The eaves of one section: baffles, lengths, what lies over the plate, and what the thin strip costs."""

from __future__ import annotations

from dataclasses import replace

import numpy as np

from ..eaves.baffles import BaffleInput, fitting
from ..eaves.bays import BayRow, bay_row
from ..eaves.eave import Eave
from ..eaves.remedies import Dressing, EdgeWork, Remedy, remedy_ft3_per_ft
from ..eaves.roof import RoofField
from ..floor.outline import Grid, edge_length_ft, edge_side
from ..given.section import SectionInput
from ..layers.heat_paths import Floats, cavity_r
from ..layers.stack import Taper
from ..laying.blower import Blower
from .result import EavePlan, Notebook

PLATE_SAMPLES = 64


def eave_sections(section: SectionInput, notes: Notebook) -> dict[int, Eave] | None:
    """Heel and pitch of every eave; None while one of them lacks either."""
    known: dict[int, Eave] = {}
    complete = True
    for index, edge in enumerate(section.edges):
        if edge.kind != "eave":
            continue
        at = f"{section.path}.edges[{index}]"
        if edge.heel_in is None:
            notes.ask(
                "measure", f"{at}.heel_in", f"How high is the heel at the {edge_side(section.outline_ft, index)} eave?"
            )
        if edge.pitch_in_12 is None:
            notes.ask(
                "measure",
                f"{at}.pitch_in_12",
                f"What is the roof's pitch over the {edge_side(section.outline_ft, index)} eave?",
            )
        if edge.heel_in is None or edge.pitch_in_12 is None:
            complete = False
            continue
        known[index] = Eave(
            edge.heel_in, edge.pitch_in_12, section.settings.vent_gap_in, section.settings.baffle.thickness_in
        )
    return known if complete else None


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


def wind_blocks(baffles: int, baffle: BaffleInput) -> int:
    """Wind blocks that are pieces of their own; 0 where they are bent from the baffle."""
    return 0 if baffle.integral else baffles


def eave_plan(
    section: SectionInput,
    edge_index: int,
    row: BayRow | None,
    eave: Eave | None,
    taper: Taper | None,
    blower: Blower | None,
    boundary: float | None,
    notes: Notebook,
) -> EavePlan:
    """One eave's figures, as far as they are known."""
    edge = section.edges[edge_index]
    run_ft = edge_length_ft(section.outline_ft, edge_index)
    settings = section.settings
    plan = EavePlan(edge_index, run_ft, baffles=0 if section.vented is False else None)
    if row is not None:
        plan = _with_bays(plan, row, section)
        if row.baffles is None:
            notes.ask("eaves", f"{section.path}.edges[{edge_index}].soffit", "Which bays of this run are vented?")
    if eave is None or taper is None:
        return plan
    depth = taper.depth_in
    fitted = fitting(eave, depth, settings.baffle)
    pieces = fitted.count
    plate_r, mean_depth, mean_r = over_the_plate(
        eave, taper, blower, boundary, edge.plate_width_in, PLATE_SAMPLES, edge.remedy, settings.baffle.r
    )
    blocks = None if plan.baffles is None else wind_blocks(plan.baffles, settings.baffle)
    bought = None if plan.baffles is None else plan.baffles * pieces
    return replace(
        plan,
        pieces_per_bay=pieces,
        pieces=bought,
        wind_blocks=blocks,
        staples=None if bought is None or blocks is None else (bought + blocks) * settings.baffle.staples_per_piece,
        baffle_length_in=eave.baffle_length_in(depth),
        closed_leg_in=eave.closed_leg_in(depth),
        full_depth_at_in=eave.full_depth_at_in(depth),
        depth_at_plate_in=min(depth, eave.room_in(0.0)),
        r_at_plate=plate_r,
        depth_over_plate_mean_in=mean_depth,
        r_over_plate_mean=mean_r,
        room_at_plate_in=eave.room_at_plate_in,
        remedy_ft3=None if edge.remedy is None else remedy_ft3_per_ft(eave, edge.remedy, depth) * run_ft,
    )


def _with_bays(plan: EavePlan, row: BayRow, section: SectionInput) -> EavePlan:
    """The eave with what its bays come to."""
    return replace(
        plan,
        bays=len(row.bays),
        baffles=row.baffles,
        blocked=row.state_count("blocked"),
        obstructed=row.state_count("obstructed"),
        solid=row.solid,
        plugs=row.plugs,
        without_air=row.without_air,
        to_wind=row.to_wind,
        to_wind_ft=row.to_wind_ft,
        by_hand=row.by_hand,
        channel_in2=None if row.baffles is None else row.channel_in2(section.settings.vent_gap_in),
        last_bay_in=row.last_in,
        baffle_width_in=section.settings.baffle.fitted_width_in(row.spacing_in),
    )


def over_the_plate(
    eave: Eave,
    taper: Taper,
    blower: Blower | None,
    boundary: float | None,
    plate_width_in: float,
    samples: int = PLATE_SAMPLES,
    remedy: Remedy | None = None,
    foam_r: float = 0.0,
) -> tuple[float | None, float, float | None]:
    """R at x = 0, then mean depth and R over the plate's width (R of the mean U), with what is done at the edge."""
    x = np.concatenate([[0.0], (np.arange(samples) + 0.5) * plate_width_in / samples])
    room = np.maximum(0.0, eave.room_at_plate_in + x * eave.slope)
    mean_depth = float(np.minimum(taper.depth_in, room)[1:].mean())
    if boundary is None or (blower is None and taper.fill.r > 0):
        return None, mean_depth, None
    per_in = np.zeros_like(x) if remedy is None else np.where(x < remedy.reach_in, remedy.r_per_in, 0.0)
    dressed = None
    if remedy is not None or foam_r > 0:
        dressed = Dressing(np.full_like(x, foam_r * np.cos(eave.angle)), per_in)
    lying = taper.at(room, None, dressed)
    new_r = blower.chart.thin_r(lying.new_settled_in) if blower else np.zeros_like(room)
    new_per_in = blower.chart.r_per_in(taper.fill.r) if blower and taper.fill.r else 0.0
    r = cavity_r(lying.layers, boundary, new_r, new_per_in, lying.over_r)
    return float(r[0]), mean_depth, float(1 / np.mean(1 / (boundary + r[1:])) - boundary)


def thin_strip_ua(u: Floats, roof: RoofField, grid: Grid, index: int, taper: Taper) -> float | None:
    """What the thin strip costs: Σ (U − U at full depth) over the cells this eave limits, Btu/h·°F."""
    full = u[roof.room_in >= taper.depth_in]
    if full.size == 0:
        return None
    here = (roof.edge == index) & (roof.room_in < taper.depth_in)
    return float(np.sum(u[here] - full.min()) * grid.cell_ft**2)
