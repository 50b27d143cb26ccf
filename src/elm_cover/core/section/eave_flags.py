"""What is wrong at the eaves of a section, and what to do about it (handbook §8). One function for each thing to say."""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping, Sequence
from dataclasses import dataclass

import numpy as np

from ..base.memory import Itself, remembered
from ..base.notebook import Notebook
from ..base.units import eighths, fixed, nearest_eighth, r_value
from ..eaves.baffles import NEAR_IN, fitting
from ..eaves.bays import NO_AIR, BayRow
from ..eaves.eave import LOW_ROOF_PITCH_IN_12, STANDS_ABOVE_FILL_IN, Eave
from ..eaves.remedies import Remedy
from ..floor.outline import edge_side
from ..given.section import EdgeInput, SectionInput
from ..layers.framing import JOIST_WIDTH_IN, clear_bay_in
from ..laying.site import Site
from .eave_plan import EavePlan

CODE_VENT_GAP_IN = 1.0
# A chute that is longer than its pieces reach by no more than this is worth a word: a little less saves a piece in each bay.
JUST_OVER_IN = 2.0


@dataclass(frozen=True, eq=False, kw_only=True)
class Alike:
    """Eaves with the same section, soffit and remedy, so that what holds for several is said once. plan: of the first."""

    section: SectionInput
    site: Site
    indexes: tuple[int, ...]
    eave: Eave
    edge: EdgeInput
    plan: EavePlan
    depth_in: float

    @property
    def name(self) -> str:
        return _name(self.section, self.indexes)

    @property
    def vented(self) -> bool:
        return self.section.vented is not False

    def at(self, field: str) -> str:
        """Path of a field of the first of these eaves."""
        return f"{self.section.path}.edges[{self.indexes[0]}].{field}"


def flag_eaves(section: SectionInput, site: Site, plans: Sequence[EavePlan], depth_in: float, notes: Notebook) -> None:
    """Enters what is wrong at the eaves whose section is known, with a fill line of depth_in."""
    groups: dict[tuple[Eave, str | None, Remedy | None], list[EavePlan]] = {}
    for plan in plans:
        eave, edge = (site.eaves or {}).get(plan.edge), section.edges[plan.edge]
        if eave is not None:
            groups.setdefault((eave, edge.soffit, edge.remedy), []).append(plan)
    for (eave, _, _), alike in groups.items():
        indexes = tuple(plan.edge for plan in alike)
        said = Alike(
            section=section,
            site=site,
            indexes=indexes,
            eave=eave,
            edge=section.edges[indexes[0]],
            plan=alike[0],
            depth_in=depth_in,
        )
        for rule in EAVE_RULES:
            rule(said, notes)


def _low_roof(here: Alike, notes: Notebook) -> None:
    if here.eave.pitch_in_12 < LOW_ROOF_PITCH_IN_12:
        notes.flag(
            "low_roof",
            "caution",
            f"{here.name}: pitch {here.eave.pitch_in_12:g} in 12 is a low roof; the fill tapers far into the floor.",
            "Low roofs need a design by a licensed person: channel, vapor control and drying.",
            here.at("pitch_in_12"),
        )


def _vent_gap_lost(here: Alike, notes: Notebook) -> None:
    eave = here.eave
    if eave.room_at_plate_in >= 0 or not here.vented:
        return
    least = eave.heel_in - eave.room_at_plate_in
    notes.flag(
        "vent_gap_lost",
        "stop",
        f"{here.name}: a heel of {eighths(eave.heel_in)} cannot hold the vent gap of {eighths(eave.vent_gap_in)} over the plate; "
        f"that takes {eighths(least)}.",
        "Set a smaller gap (1 in is the model code's least), measure the heel again, or raise the heel on new work.",
        here.at("heel_in"),
    )


def _chute_just_over(here: Alike, notes: Notebook) -> None:
    """A chute a little longer than its pieces reach: what that costs, and what saves it. Source: handbook §8, pieces per bay."""
    plan, fit = here.plan, fitting(here.eave, here.depth_in, here.section.settings.baffle)
    over = fit.needed_in - ((fit.count - 2) * (fit.piece_in - fit.lap_in) + fit.piece_in)
    if fit.count < 2 or over > JUST_OVER_IN or not plan.baffles or plan.pieces != plan.baffles * fit.count:
        return
    lower = over * math.sin(here.eave.angle)
    stands = STANDS_ABOVE_FILL_IN - lower
    reach = "1 piece reaches" if fit.count == 2 else f"{fit.count - 1} pieces reach"
    notes.flag(
        "chute_just_over",
        "note",
        f"{here.name}: the chute of {eighths(fit.needed_in)} is {eighths(over)} longer than {reach}: {plan.pieces} pieces "
        f"instead of {plan.baffles * (fit.count - 1)} at each such eave.",
        f"A fill line {eighths(lower)} lower saves them, or a chute that ends {eighths(stands)} above the fill instead of "
        f"{eighths(STANDS_ABOVE_FILL_IN)}: it still stands above it; check the local rule.",
        here.at("heel_in"),
    )


def _plate_starved(here: Alike, notes: Notebook) -> None:
    plan = here.plan
    if here.edge.remedy is not None or plan.depth_at_plate_in is None:
        return
    if not 0 <= plan.depth_at_plate_in < here.depth_in / 2:
        return
    shown = "" if plan.r_at_plate is None else f", {r_value(plan.r_at_plate)}"
    notes.flag(
        "plate_starved",
        "caution",
        f"{here.name}: only {eighths(plan.depth_at_plate_in)} of insulation fits over the plate{shown}; "
        f"full depth begins {eighths(plan.full_depth_at_in or 0.0)} from its outer edge.",
        "Fit baffles with wind blocks, then a denser fill at the edge, or foam or rigid board over the plate below the chute.",
        here.at("remedy"),
    )


def _full_depth_never_reached(here: Alike, notes: Notebook) -> None:
    roof = here.site.roof
    if roof is None:
        return
    most_in = _most_room_in(Itself(roof), here.indexes)
    if most_in is None:
        return
    reach = most_in + here.eave.slope * here.site.grid.cell_ft * 6
    if reach < here.depth_in:
        notes.flag(
            "full_depth_never_reached",
            "caution",
            f"{here.name}: the fill line of {eighths(here.depth_in)} is never reached under this roof; "
            f"there is room for {eighths(reach)} at most.",
            "Pick a product with more R per inch, or lower the target and say so on the card.",
            here.at("pitch_in_12"),
        )


@remembered(lambda _: 8, lambda roof, _: roof.thing.array_bytes)
def _most_room_in(roof: Itself, indexes: tuple[int, ...]) -> float | None:
    """The most room that these eaves leave at any cell; None where they limit none. No depth changes it."""
    governed = np.isin(roof.thing.edge, indexes)
    return float(roof.thing.room_in[governed].max()) if governed.any() else None


def _baffle_too_short(here: Alike, notes: Notebook) -> None:
    baffle = here.section.settings.baffle
    fitted = fitting(here.eave, here.depth_in, baffle)
    if fitted.short_in <= 0 or not here.plan.baffles:
        return
    count, needed = fitted.count, eighths(fitted.needed_in)
    lapped = f"Take pieces to cover {needed} along the plate and deck, or one more piece a bay, lapped {eighths(baffle.lap_in)}."
    notes.flag(
        "baffle_too_short",
        "stop",
        f"{here.name}: {count} piece{'s' if count > 1 else ''} of {eighths(baffle.piece_in)} a bay end{'s' if count == 1 else ''} "
        f"{eighths(fitted.short_in)} too low for a fill line of {eighths(here.depth_in)}: the fill would close the channel.",
        f"Take pieces to cover {needed}, butted and sealed." if baffle.foam else lapped,
        "settings.baffle_pieces_most",
    )


def _no_intake(here: Alike, notes: Notebook) -> None:
    if here.edge.soffit in NO_AIR and here.plan.baffles == 0 and here.vented:
        notes.flag(
            "no_intake",
            "caution",
            f"{here.name}: no air comes in at this soffit, so no baffles are counted here.",
            "Open or clear the soffit and set it to continuous or spot, or give the run its air another way.",
            here.at("soffit"),
        )


EAVE_RULES: tuple[Callable[[Alike, Notebook], None], ...] = (
    _low_roof,
    _vent_gap_lost,
    _chute_just_over,
    _plate_starved,
    _full_depth_never_reached,
    _baffle_too_short,
    _no_intake,
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
            "settings.vent_gap_in",
        )


@dataclass(frozen=True, eq=False)
class Bays:
    """The bays of a section's eaves with the spacing that they go by, inches."""

    section: SectionInput
    rows: Mapping[int, BayRow]
    spacing_in: float


def bay_flags(section: SectionInput, rows: Mapping[int, BayRow], notes: Notebook) -> None:
    """What is wrong with the bays as framed and marked."""
    if section.spacing_in is None or section.vented is False:
        return
    bays = Bays(section, rows, section.spacing_in)
    for rule in BAY_RULES:
        rule(bays, notes)


def _baffle_too_wide(bays: Bays, notes: Notebook) -> None:
    baffle, clear = bays.section.settings.baffle, clear_bay_in(bays.spacing_in)
    if baffle.width_in is not None and baffle.width_in > clear + NEAR_IN and bays.rows:
        notes.flag(
            "baffle_too_wide",
            "stop",
            f"A baffle {eighths(baffle.width_in)} wide does not go into a bay that is {eighths(clear)} clear at "
            f"{bays.spacing_in:g} in spacing.",
            f"Take baffles of {eighths(clear)} or less, or leave the width out: then it goes by the spacing.",
            "settings.baffle_width_in",
        )


def _foam_without_thickness(bays: Bays, notes: Notebook) -> None:
    baffle = bays.section.settings.baffle
    if baffle.foam and baffle.thickness_in <= 0 and bays.rows:
        notes.flag(
            "foam_without_thickness",
            "caution",
            "Rigid foam baffles are picked and their thickness is 0.",
            "Give the sheet's thickness, 1 in or more, so that its R and the room it takes are counted.",
            "settings.baffle_thickness_in",
        )


def _narrow_bay(bays: Bays, notes: Notebook) -> None:
    narrow = {i: row.last_in for i, row in bays.rows.items() if row.last_in is not None and (row.baffles or 0) > 0}
    for width in sorted(set(map(nearest_eighth, narrow.values()))):
        sides = [i for i, last in narrow.items() if nearest_eighth(last) == width]
        notes.flag(
            "narrow_bay",
            "note",
            f"{_name(bays.section, sides)}: {bays.spacing_in:g} in does not divide the run; the bay at one end is "
            f"{eighths(width)} wide.",
            f"Cut that baffle to {eighths(max(0.0, width - JOIST_WIDTH_IN))}, or check the run and the spacing.",
            f"{bays.section.path}.framing.spacing_in",
        )


def _plug_at_chimney(bays: Bays, notes: Notebook) -> None:
    chimneys = [i for i, row in bays.rows.items() if any(b.by == "chimney" and b.state == "blocked" for b in row.bays)]
    if chimneys:
        notes.flag(
            "plug_at_chimney",
            "caution",
            f"{_name(bays.section, chimneys)}: a bay is closed at a chimney.",
            "Close it with metal and mineral wool only; keep what burns, faced batts and foam included, 2 in from masonry, "
            "and at the listed clearance from anything else.",
            f"{bays.section.path}.edges[{chimneys[0]}].bays",
        )


def _marks_beyond(bays: Bays, notes: Notebook) -> None:
    for index, row in bays.rows.items():
        beyond = sum(mark.place >= len(row.bays) for mark in bays.section.edges[index].marks)
        if beyond:
            notes.flag(
                "bay_marks_beyond",
                "note",
                f"{_name(bays.section, [index])}: {beyond} marked bay{'s lie' if beyond > 1 else ' lies'} beyond the last of its "
                f"{len(row.bays)} bays and count{'' if beyond > 1 else 's'} for nothing.",
                "The run or the spacing was changed: look at the marked bays again.",
                f"{bays.section.path}.edges[{index}].bays",
            )


def _plate_to_wind(bays: Bays, notes: Notebook) -> None:
    windy = {i: row for i, row in bays.rows.items() if row.to_wind}
    if not windy:
        return
    feet = sum(row.to_wind_ft for row in windy.values())
    count = sum(row.to_wind for row in windy.values())
    notes.flag(
        "plate_to_wind",
        "caution",
        f"{_name(bays.section, list(windy))}: {count} bay{'s are' if count > 1 else ' is'} open to the soffit with nothing "
        f"before the fill: wind blows over {fixed(feet)} ft of plate.",
        "Fit a baffle with a wind block in every one, or close it with a batt plug.",
        f"{bays.section.path}.edges[{next(iter(windy))}].bays",
    )


BAY_RULES: tuple[Callable[[Bays, Notebook], None], ...] = (
    _baffle_too_wide,
    _foam_without_thickness,
    _narrow_bay,
    _plug_at_chimney,
    _marks_beyond,
    _plate_to_wind,
)


def _name(section: SectionInput, indexes: Sequence[int]) -> str:
    sides = list(dict.fromkeys(edge_side(section.outline_ft, index) for index in indexes))
    joined = sides[0] if len(sides) == 1 else ", ".join(sides[:-1]) + " and " + sides[-1]
    return f"{joined.capitalize()} eave{'s' if len(indexes) > 1 else ''}"
