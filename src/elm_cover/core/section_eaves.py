"""The eaves of one section: baffles, lengths, what lies over the plate, and what the thin strip costs."""

from __future__ import annotations

import numpy as np

from .eaves import LOW_ROOF_PITCH_IN_12, Eave, bays, bays_with_baffle
from .outline import Grid, edge_length_ft, edge_side
from .result import EavePlan, Notebook
from .roof import RoofField
from .section_fill import Blower
from .section_input import SectionInput
from .taper import Taper
from .thermal import Floats, cavity_r
from .units import eighths, r_value

PLATE_SAMPLES = 64
CODE_VENT_GAP_IN = 1.0


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
            edge.heel_in, edge.pitch_in_12, section.settings.vent_gap_in, section.settings.baffle_thickness_in
        )
    return known if complete else None


def baffles_of(section: SectionInput, edge_index: int, bay_count: int | None) -> int | None:
    """How many bays of an eave get a baffle; None while it is not known which are vented, 0 where the attic is unvented."""
    if section.vented is False:
        return 0
    if bay_count is None:
        return None
    edge = section.edges[edge_index]
    return bays_with_baffle(section.settings.baffle_rule, edge.soffit, bay_count, edge.vented_bays)


def eave_plan(
    section: SectionInput,
    edge_index: int,
    eave: Eave | None,
    taper: Taper | None,
    blower: Blower | None,
    boundary: float | None,
    notes: Notebook,
) -> EavePlan:
    """One eave's figures, as far as they are known."""
    edge = section.edges[edge_index]
    run_ft = edge_length_ft(section.outline_ft, edge_index)
    bay_count = None if section.spacing_in is None else bays(run_ft, section.spacing_in)
    baffles = baffles_of(section, edge_index, bay_count)
    if baffles is None and bay_count is not None:
        notes.ask("eaves", f"{section.path}.edges[{edge_index}].soffit", "Which bays of this run are vented?")
    if eave is None or taper is None:
        return EavePlan(edge_index, run_ft, bay_count, baffles)
    depth = taper.depth_in
    pieces = eave.pieces_per_bay(depth, section.settings.integral_wind_block)
    plate_r, mean_depth, mean_r = over_the_plate(eave, taper, blower, boundary, edge.plate_width_in)
    return EavePlan(
        edge_index,
        run_ft,
        bay_count,
        baffles,
        pieces,
        None if baffles is None else baffles * pieces,
        eave.baffle_length_in(depth),
        eave.closed_leg_in(depth),
        eave.full_depth_at_in(depth),
        min(depth, eave.room_in(0.0)),
        plate_r,
        mean_depth,
        mean_r,
        eave.room_at_plate_in,
    )


def over_the_plate(
    eave: Eave,
    taper: Taper,
    blower: Blower | None,
    boundary: float | None,
    plate_width_in: float,
    samples: int = PLATE_SAMPLES,
) -> tuple[float | None, float, float | None]:
    """R at x = 0, then mean depth and R over the plate's width (R of the mean U)."""
    x = np.concatenate([[0.0], (np.arange(samples) + 0.5) * plate_width_in / samples])
    room = np.maximum(0.0, eave.room_at_plate_in + x * eave.slope)
    mean_depth = float(np.minimum(taper.depth_in, room)[1:].mean())
    if boundary is None or (blower is None and taper.fill.r > 0):
        return None, mean_depth, None
    lying = taper.at(room)
    new_r = blower.chart.thin_r(lying.new_settled_in) if blower else np.zeros_like(room)
    per_in = blower.chart.r_per_in(taper.fill.r) if blower and taper.fill.r else 0.0
    r = cavity_r(lying.layers, boundary, new_r, per_in)
    return float(r[0]), mean_depth, float(1 / np.mean(1 / (boundary + r[1:])) - boundary)


def alike(section: SectionInput, known: list[tuple[int, Eave, EavePlan]]) -> list[list[tuple[int, Eave, EavePlan]]]:
    """Eaves with the same section and soffit together, so that what holds for several is said once."""
    groups: dict[tuple[Eave, str | None], list[tuple[int, Eave, EavePlan]]] = {}
    for item in known:
        groups.setdefault((item[1], section.edges[item[0]].soffit), []).append(item)
    return list(groups.values())


def _name(section: SectionInput, indexes: list[int]) -> str:
    sides = list(dict.fromkeys(edge_side(section.outline_ft, index) for index in indexes))
    joined = sides[0] if len(sides) == 1 else ", ".join(sides[:-1]) + " and " + sides[-1]
    return f"{joined.capitalize()} eave{'s' if len(indexes) > 1 else ''}"


def eave_flags(
    section: SectionInput,
    group: list[tuple[int, Eave, EavePlan]],
    taper: Taper,
    roof: RoofField,
    grid: Grid,
    notes: Notebook,
) -> None:
    """What is wrong at eaves that are alike, and what to do about it."""
    index, eave, plan = group[0]
    indexes = [i for i, _, _ in group]
    name = _name(section, indexes)
    edge = section.edges[index]
    if eave.pitch_in_12 < LOW_ROOF_PITCH_IN_12:
        notes.flag(
            "low_roof",
            "caution",
            f"{name}: pitch {eave.pitch_in_12:g} in 12 is a low roof; the fill tapers far into the floor.",
            "Low roofs need a design by a licensed person: channel, vapor control and drying.",
        )
    if eave.room_at_plate_in < 0 and section.vented is not False:
        least = eave.heel_in - eave.room_at_plate_in
        notes.flag(
            "vent_gap_lost",
            "stop",
            f"{name}: a heel of {eighths(eave.heel_in)} cannot hold the vent gap of {eighths(eave.vent_gap_in)} over the plate; "
            f"that takes {eighths(least)}.",
            "Set a smaller gap (1 in is the model code's least), measure the heel again, or raise the heel on new work.",
        )
    half = taper.depth_in / 2
    if plan.depth_at_plate_in is not None and 0 <= plan.depth_at_plate_in < half:
        shown = "" if plan.r_at_plate is None else f", {r_value(plan.r_at_plate)}"
        notes.flag(
            "plate_starved",
            "caution",
            f"{name}: only {eighths(plan.depth_at_plate_in)} of insulation fits over the plate{shown}; "
            f"full depth begins {eighths(plan.full_depth_at_in or 0.0)} from its outer edge.",
            "Fit baffles with wind blocks, then a denser fill at the edge, or foam or rigid board over the plate below the chute.",
        )
    governed = np.isin(roof.edge, indexes)
    if governed.any():
        reach = float(roof.room_in[governed].max()) + eave.slope * grid.cell_ft * 6
        if reach < taper.depth_in:
            notes.flag(
                "full_depth_never_reached",
                "caution",
                f"{name}: the fill line of {eighths(taper.depth_in)} is never reached under this roof; "
                f"there is room for {eighths(reach)} at most.",
                "Pick a product with more R per inch, or lower the target and say so on the card.",
            )
    if edge.soffit in ("none", "blocked") and section.vented is not False:
        notes.flag(
            "no_intake",
            "caution",
            f"{name}: no air comes in at this soffit, so no baffles are counted here.",
            "Open or clear the soffit and set it to continuous or spot, or give the run its air another way.",
        )


def gap_flag(section: SectionInput, notes: Notebook) -> None:
    """The vent gap against the model code's least."""
    gap = section.settings.vent_gap_in
    if gap < CODE_VENT_GAP_IN and section.vented is not False and any(e.kind == "eave" for e in section.edges):
        notes.flag(
            "vent_gap_small",
            "caution",
            f"The vent gap is set to {eighths(gap)}; the model code asks for 1 in.",
            "Set 1 in or more; 1½ to 2 in is good practice.",
        )


def thin_strip_ua(u: Floats, roof: RoofField, grid: Grid, index: int, taper: Taper) -> float | None:
    """What the thin strip costs: Σ (U − U at full depth) over the cells this eave limits, Btu/h·°F."""
    full = u[roof.room_in >= taper.depth_in]
    if full.size == 0:
        return None
    here = (roof.edge == index) & (roof.room_in < taper.depth_in)
    return float(np.sum(u[here] - full.min()) * grid.cell_ft**2)
