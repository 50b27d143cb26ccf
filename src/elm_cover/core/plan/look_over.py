"""The look over the whole job: hazards, ways in, contact, holes to find (handbook §3)."""

from __future__ import annotations

import math
from dataclasses import dataclass

import shapely

from ..base.arrays import Points
from ..base.memory import remembered
from ..base.notebook import Flag, Notebook
from ..base.units import fixed
from ..floor.outline import contains
from ..given.look import HoleToFind, LookInput
from ..hazards.features import holes_to_find
from ..hazards.stops import BLOCKING_STATUSES, STOPS, stop_for
from ..layers.poor_contact import CURES, Place, places

OVERLAP_FT2 = 0.25
SAME_SPOT_FT = 1.0
# Why the visit was asked for; the first question on site.
CONCERNS = (
    "Cold rooms",
    "Hot rooms",
    "High bills",
    "Ice at the eaves",
    "Dust",
    "Smells",
    "A remodel",
    "Sale or inspection",
)


@dataclass(frozen=True, kw_only=True)
class ClearedByLog:
    """A hazard that the log says was cleared in writing: by whom, on which day, how. kind: of the hazard."""

    kind: str
    by: str
    on: str
    how: str


@dataclass(frozen=True)
class Look:
    """What is still to look at, and what blocks the start of the install. cleared: what the log says was cleared."""

    hazards_open: tuple[str, ...]
    blocks_install: tuple[str, ...]
    contact: tuple[Place, ...]
    holes: tuple[HoleToFind, ...]
    cleared: tuple[ClearedByLog, ...] = ()


def look_over(seen: LookInput, book: Notebook) -> Look:
    """Goes over the record of the whole job; enters flags and questions."""
    _hazard_flags(seen, book)
    answered = {hazard.kind for hazard in seen.hazards if hazard.status is not None}
    hazards_open = tuple(kind for kind in STOPS if kind not in answered)
    if hazards_open:
        text = f"{len(hazards_open)} of {len(STOPS)} hazards are not looked for yet; unanswered is not absent"
        book.ask("look_over", "hazards", text)
    contact = places(seen.sections, seen.stories)
    _contact_flags(seen, contact, book)
    holes = _holes(seen, book)
    _accesses(seen, book)
    _overlaps(seen, book)
    blocks = tuple(f"{stop_for(h.kind).title}, {h.status}" for h in seen.hazards if h.status in BLOCKING_STATUSES)
    return Look(hazards_open, blocks, contact, holes)


def _hazard_flags(seen: LookInput, book: Notebook) -> None:
    for index, hazard in enumerate(seen.hazards):
        stop = stop_for(hazard.kind)
        if hazard.status in BLOCKING_STATUSES:
            text = f"{stop.title}, {hazard.status}: blocks {stop.blocks}."
            book.flag(hazard.kind, "stop", text, stop.cleared_by, f"hazards[{index}]")
        elif hazard.status == "cleared" and not (hazard.cleared_by and hazard.cleared_on):
            book.flag(
                "cleared_by_nobody",
                "caution",
                f"{stop.title} is recorded as cleared, but not by whom and when.",
                "Enter who cleared it, on which day and how.",
                f"hazards[{index}].cleared",
            )


def _contact_flags(seen: LookInput, contact: tuple[Place, ...], book: Notebook) -> None:
    names = {section.id: section.name for section in seen.sections}
    titles = {(place.place, place.section): place.title for place in contact}
    answered = {(look.place, look.section) for look in seen.contact if look.found is not None}
    missing = [place for place in contact if (place.place, place.section) not in answered]
    if missing and seen.sections:
        text = f"{len(missing)} places where poor contact hides are not looked at yet: {missing[0].title.lower()} first"
        book.ask("measure", "contact", text)
    for index, look in enumerate(seen.contact):
        if look.found == "apart":
            title = titles.get((look.place, look.section), look.place.replace("_", " ").capitalize())
            where = f" ({names[look.section]})" if look.section in names else ""
            text = f"{title}{where}: insulation and ceiling part company here."
            book.flags.append(Flag("contact_lost", "caution", look.section, text, CURES, f"contact[{index}]"))


def _holes(seen: LookInput, book: Notebook) -> tuple[HoleToFind, ...]:
    recorded = {(hole.trade, hole.what): hole for hole in seen.holes}
    found = []
    for trade, what, counted in holes_to_find(seen.features, seen.stories):
        given = recorded.pop((trade, what), None)
        expected = given.expected if given is not None and given.expected is not None else counted
        found.append(HoleToFind(trade, what, expected, given.found if given else None))
    found += recorded.values()
    for hole in found:
        if hole.expected is not None and hole.found is not None and hole.found < hole.expected:
            book.flag(
                "holes_missing",
                "caution",
                f"{hole.what.capitalize()}: {hole.found} of {hole.expected} found.",
                "Look for the rest before they are buried; each is a leak.",
                "holes_expected",
            )
    return tuple(found)


def _accesses(seen: LookInput, book: Notebook) -> None:
    if seen.sections and not seen.accesses:
        book.ask("look_over", "accesses", "Where is the way in, and how large is its opening?")
    outlines = {section.id: section.outline_ft for section in seen.sections}
    placed: list[tuple[int, tuple[float, float]]] = []
    for index, (section, at_ft) in enumerate(seen.accesses):
        if at_ft is None:
            book.ask(
                "look_over", f"accesses[{index}].at_ft", f"Where is way in {index + 1}, from the west and south walls?"
            )
            continue
        twin = next((other for other, there in placed if math.dist(there, at_ft) < SAME_SPOT_FT), None)
        if twin is not None:
            book.flag(
                "access_twice",
                "caution",
                f"Ways in {twin + 1} and {index + 1} stand on one spot.",
                "Is it one way in recorded twice? Take one away, or move it to where it is.",
                f"accesses[{index}].at_ft",
            )
        placed.append((index, at_ft))
        known = [outlines[section]] if section in outlines else list(outlines.values())
        if not any(contains(outline, (at_ft,))[0] for outline in known):
            where = f"the section “{section}”" if section in outlines else "every section"
            book.flag(
                "access_outside",
                "caution",
                f"The way in at {at_ft[0]:g}, {at_ft[1]:g} ft lies outside {where}.",
                "Move it onto the floor, or name the section it opens into.",
                f"accesses[{index}].at_ft",
            )


@remembered()
def _shared_ft2(one: Points, other: Points) -> float:
    """Floor that two outlines share, ft²."""
    return float(shapely.Polygon(one).intersection(shapely.Polygon(other)).area)


def _overlaps(seen: LookInput, book: Notebook) -> None:
    for i, section in enumerate(seen.sections):
        for other in seen.sections[:i]:
            if "knee_wall" in (section.kind, other.kind):  # upright: its plan is a line beside another floor
                continue
            area = _shared_ft2(section.outline_ft, other.outline_ft)
            if area > OVERLAP_FT2:
                book.flag(
                    "sections_overlap",
                    "caution",
                    f"{section.name} lies over {other.name} by {fixed(area, 1)} ft²: that floor is counted twice.",
                    "Move a corner, or join the two sections.",
                    f"sections[{i}].outline_ft",
                )
