"""What the record of a section says by itself: readings to look at again, features that stop work, bays that must not be filled (handbook §3)."""

from __future__ import annotations

from ..base.notebook import Notebook
from ..base.units import eighths
from ..enclosed.shapes import CHANNEL_IN
from ..given.section import SectionInput
from ..hazards.features import findings
from ..hazards.unknown import unknown_of
from ..old_fill.readings import ReadingsPlan


def look_flags(section: SectionInput, readings: ReadingsPlan | None, notes: Notebook) -> None:
    """Flags and questions that need no plan."""
    if readings is not None:
        _reading_flags(section, readings, notes)
    for found in findings(section.features, section.cleared | section.blocked_by):
        notes.flag(found.code, found.level, found.text, found.what_to_do, f"{section.path}.features")
    for number, feature in enumerate(section.features):
        asked = unknown_of(feature)
        if asked is not None:
            notes.ask("measure", f"{section.path}.features[{number}].{asked.field}", asked.question)
    if section.kind == "sloped_bays":
        _slope(section, notes)
    elif section.kind == "knee_wall":
        _wall(section, notes)
    elif section.kind == "netted_cavity":
        _cavity(section, notes)
    elif section.kind == "left_out":
        notes.flag(
            "left_out",
            "note",
            f"{_name(section)} has no room below: left out of area, bags and heat.",
            "Its border with the house is a wall to close: the joist bays over that wall need sealed blocks.",
        )


def _name(section: SectionInput) -> str:
    return section.name or section.id


def _reading_flags(section: SectionInput, readings: ReadingsPlan, notes: Notebook) -> None:
    at = f"{section.path}.readings"
    if readings.mapped:
        mean = readings.map_mean_in if readings.map_mean_in is not None else readings.mean_in
        notes.flag(
            "readings_map",
            "note",
            f"The old depth is mapped from {readings.mapped} readings by {readings.method}: {eighths(mean)} in the mean, "
            f"{eighths(readings.least_in)} to {eighths(readings.most_in)}.",
            "The fill line is level, so the new fill is thicker over the low spots.",
            at,
        )
    else:
        notes.flag(
            "readings_mean",
            "note",
            f"The old depth is taken as the mean of {readings.count} readings without a place, {eighths(readings.mean_in)}, everywhere.",
            "Tap the readings on the floor, so that the plan sees where it is low.",
            at,
        )
    for index in readings.outside:
        place = section.readings[index].at_ft
        where = "" if place is None else f" at {place[0]:g}, {place[1]:g} ft"
        notes.flag(
            "reading_outside",
            "caution",
            f"A reading of {eighths(section.readings[index].depth_in)}{where} lies outside the outline and is not used.",
            "Move it onto the floor, or take it away.",
            f"{at}[{index}].at_ft",
        )
    if readings.mapped and readings.unplaced:
        notes.flag(
            "reading_unplaced",
            "note",
            f"{len(readings.unplaced)} readings have no place and are not in the map.",
            "Place them on the floor, or take them away.",
            at,
        )
    middle = sorted(reading.depth_in for reading in section.readings)[len(section.readings) // 2]
    for index in readings.outliers:
        notes.flag(
            "reading_odd",
            "caution",
            f"A reading of {eighths(section.readings[index].depth_in)} among {eighths(middle)}: typo or drift?",
            "Measure there again; say it is right, or mend it.",
            f"{at}[{index}].depth_in",
        )


def _slope(section: SectionInput, notes: Notebook) -> None:
    slope = section.slope
    at = f"{section.path}.slope"
    if slope is None or slope.rafter_depth_in is None:
        notes.ask("measure", f"{at}.rafter_depth_in", f"{_name(section)}: how deep are the rafters?")
    if slope is None or slope.pitch_in_12 is None:
        notes.ask("measure", f"{at}.pitch_in_12", f"{_name(section)}: what is the slope's pitch?")
    if slope is None or slope.channel_in is None:
        notes.ask(
            "measure", f"{at}.channel_in", f"{_name(section)}: how deep is the air channel under the deck, or none?"
        )
    elif slope.channel_in < CHANNEL_IN:
        notes.flag(
            "unvented_slope",
            "stop",
            f"{_name(section)}: without a 1 in channel from soffit to the vent above, the slope is an unvented assembly.",
            "Keep a channel of 1 in or more, or have an unvented assembly designed by a licensed person.",
            f"{at}.channel_in",
        )
    _spacing(section, notes)


def _wall(section: SectionInput, notes: Notebook) -> None:
    wall = section.wall
    at = f"{section.path}.wall"
    if wall is None or wall.height_ft is None:
        notes.ask("measure", f"{at}.height_ft", f"{_name(section)}: how high is the wall?")
    if wall is None or wall.stud_depth_in is None:
        notes.ask("measure", f"{at}.stud_depth_in", f"{_name(section)}: how deep are its studs?")
    if wall is None or wall.backed is None:
        notes.ask("measure", f"{at}.backed", f"{_name(section)}: is its attic side backed by an air barrier?")
    elif not wall.backed:
        notes.flag(
            "wall_not_backed",
            "caution",
            f"{_name(section)}: the attic side has no air barrier, so attic air moves through its insulation.",
            "Fill between the framing, wrap or board the attic side, seal its edges and close the floor bays under it.",
            f"{at}.backed",
        )
    _spacing(section, notes)


def _cavity(section: SectionInput, notes: Notebook) -> None:
    cavity = section.cavity
    at = f"{section.path}.cavity"
    if cavity is None or cavity.cover is None:
        notes.ask("measure", f"{at}.cover", f"{_name(section)}: are the bays closed by a net or by a floor?")
    if cavity is None or cavity.depth_in is None:
        notes.ask("measure", f"{at}.depth_in", f"{_name(section)}: how deep are the bays under it?")
    if cavity is not None and cavity.cover == "net" and section.joist_depth_in is None:
        notes.ask("measure", f"{section.path}.framing.depth_in", "How deep are the joists or bottom chords?")
    _spacing(section, notes)


def _spacing(section: SectionInput, notes: Notebook) -> None:
    if section.spacing_in is None:
        notes.ask("measure", f"{section.path}.framing.spacing_in", "How far apart are the joists or chords, on center?")
