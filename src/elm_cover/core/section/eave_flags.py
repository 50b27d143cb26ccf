"""What is wrong at the eaves of a section, and what to do about it (handbook: eaves)."""

from __future__ import annotations

import numpy as np

from ..base.notebook import Notebook
from ..base.units import eighths, r_value
from ..eaves.baffles import NEAR_IN, clear_width_in, fitting
from ..eaves.bays import NO_AIR, BayRow
from ..eaves.eave import LOW_ROOF_PITCH_IN_12, Eave
from ..eaves.remedies import Remedy
from ..eaves.roof import RoofField
from ..floor.grid import Grid
from ..floor.outline import edge_side
from ..given.section import SectionInput
from ..layers.framing import JOIST_WIDTH_IN
from ..layers.stack import Stack
from .eave_plan import EavePlan

CODE_VENT_GAP_IN = 1.0


def alike(section: SectionInput, known: list[tuple[int, Eave, EavePlan]]) -> list[list[tuple[int, Eave, EavePlan]]]:
    """Eaves with the same section, soffit and remedy together, so that what holds for several is said once."""
    groups: dict[tuple[Eave, str | None, Remedy | None], list[tuple[int, Eave, EavePlan]]] = {}
    for item in known:
        groups.setdefault((item[1], section.edges[item[0]].soffit, section.edges[item[0]].remedy), []).append(item)
    return list(groups.values())


def _name(section: SectionInput, indexes: list[int]) -> str:
    sides = list(dict.fromkeys(edge_side(section.outline_ft, index) for index in indexes))
    joined = sides[0] if len(sides) == 1 else ", ".join(sides[:-1]) + " and " + sides[-1]
    return f"{joined.capitalize()} eave{'s' if len(indexes) > 1 else ''}"


def eave_flags(
    section: SectionInput,
    group: list[tuple[int, Eave, EavePlan]],
    stack: Stack,
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
    half = stack.depth_in / 2
    mended = edge.remedy is not None
    if plan.depth_at_plate_in is not None and 0 <= plan.depth_at_plate_in < half and not mended:
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
        if reach < stack.depth_in:
            notes.flag(
                "full_depth_never_reached",
                "caution",
                f"{name}: the fill line of {eighths(stack.depth_in)} is never reached under this roof; "
                f"there is room for {eighths(reach)} at most.",
                "Pick a product with more R per inch, or lower the target and say so on the card.",
            )
    short = fitting(eave, stack.depth_in, section.settings.baffle)
    if short.short_in > 0 and plan.baffles:
        baffle = section.settings.baffle
        count = short.count
        notes.flag(
            "baffle_too_short",
            "stop",
            f"{name}: {count} piece{'s' if count > 1 else ''} of {eighths(baffle.piece_in)} a bay end{'s' if count == 1 else ''} "
            f"{eighths(short.short_in)} too low for a fill line of {eighths(stack.depth_in)}: the fill would close the channel.",
            f"Take pieces to cover {eighths(short.needed_in)} along the plate and deck, or one more piece a bay, lapped "
            f"{eighths(baffle.lap_in)}."
            if not baffle.foam
            else f"Take pieces to cover {eighths(short.needed_in)}, butted and sealed.",
            "settings.baffle_pieces_most",
        )
    if edge.soffit in NO_AIR and plan.baffles == 0 and section.vented is not False:
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


def bay_flags(section: SectionInput, rows: dict[int, BayRow], notes: Notebook) -> None:
    """What is wrong with the bays as framed and marked."""
    baffle = section.settings.baffle
    spacing = section.spacing_in
    if spacing is None or section.vented is False:
        return
    clear = clear_width_in(spacing)
    if baffle.width_in is not None and baffle.width_in > clear + NEAR_IN and rows:
        notes.flag(
            "baffle_too_wide",
            "stop",
            f"A baffle {eighths(baffle.width_in)} wide does not go into a bay that is {eighths(clear)} clear at {spacing:g} in spacing.",
            f"Take baffles of {eighths(clear)} or less, or leave the width out: then it goes by the spacing.",
            "settings.baffle_width_in",
        )
    if baffle.foam and baffle.thickness_in <= 0 and rows:
        notes.flag(
            "foam_without_thickness",
            "caution",
            "Rigid foam baffles are picked and their thickness is 0.",
            "Give the sheet's thickness, 1 in or more, so that its R and the room it takes are counted.",
            "settings.baffle_thickness_in",
        )
    narrow = {index: row.last_in for index, row in rows.items() if row.last_in is not None and (row.baffles or 0) > 0}
    for width in sorted(set(map(_rounded, narrow.values()))):
        sides = [i for i, last in narrow.items() if _rounded(last) == width]
        notes.flag(
            "narrow_bay",
            "note",
            f"{_name(section, sides)}: {spacing:g} in does not divide the run; the bay at one end is {eighths(width)} wide.",
            f"Cut that baffle to {eighths(max(0.0, width - JOIST_WIDTH_IN))}, or check the run and the spacing.",
        )
    chimneys = [i for i, row in rows.items() if any(b.by == "chimney" and b.state == "blocked" for b in row.bays)]
    if chimneys:
        notes.flag(
            "plug_at_chimney",
            "caution",
            f"{_name(section, chimneys)}: a bay is closed at a chimney.",
            "Close it with metal and mineral wool only; keep what burns, faced batts and foam included, 2 in from masonry, "
            "and at the listed clearance from anything else.",
        )
    for index, row in rows.items():
        beyond = sum(mark.place >= len(row.bays) for mark in section.edges[index].marks)
        if beyond:
            notes.flag(
                "bay_marks_beyond",
                "note",
                f"{_name(section, [index])}: {beyond} marked bay{'s lie' if beyond > 1 else ' lies'} beyond the last of its "
                f"{len(row.bays)} bays and count{'' if beyond > 1 else 's'} for nothing.",
                "The run or the spacing was changed: look at the marked bays again.",
            )
    windy = {i: row for i, row in rows.items() if row.to_wind}
    if windy:
        feet = sum(row.to_wind_ft for row in windy.values())
        count = sum(row.to_wind for row in windy.values())
        notes.flag(
            "plate_to_wind",
            "caution",
            f"{_name(section, list(windy))}: {count} bay{'s are' if count > 1 else ' is'} open to the soffit with nothing before the "
            f"fill: wind blows over {feet:.0f} ft of plate.",
            "Fit a baffle with a wind block in every one, or close it with a batt plug.",
        )


def _rounded(width: float | None) -> float:
    return round((width or 0.0) * 8) / 8
