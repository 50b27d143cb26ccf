"""The eave part of the job sheet in words: which baffles, which bays differ, what is laid over the plate, what is cut from foam."""

from __future__ import annotations

from collections.abc import Callable, Iterator, Sequence

from ..core.base.units import eighths
from ..core.drawing import read_direction
from ..core.eaves import KINDS, REMEDIES, Bay, remedy_of
from ..core.floor import edge_side
from ..core.plan import Plan
from ..job import Job
from .lettering import marked

MOST_BAYS_NAMED = 12
SORTS: dict[str, tuple[Callable[[Bay], bool], str]] = {
    "blocked": (lambda bay: bay.state == "blocked", "closed"),
    "to wind": (lambda bay: bay.to_wind, "left open to the wind"),
    "by hand": (lambda bay: bay.state == "obstructed" and bay.baffle is True, "cut the baffle round what stands in"),
}


def eave_lines(job: Job, result: Plan) -> Iterator[str]:
    """Lines for the sheet, marked up and escaped."""
    settings = job.settings
    width = next((e.baffle_width_in for s in result.sections for e in s.eaves if e.baffle_width_in), None)
    wide = "" if width is None else f", {eighths(width)} wide"
    block = (
        "a piece of its own"
        if settings.wind_block == "separate" or settings.baffle_kind == "rigid_foam"
        else "bent from it"
    )
    yield (
        f"<b>Baffles:</b> {KINDS[settings.baffle_kind].title}{wide}, {settings.baffle_rule.replace('_', ' ')}; "
        f"{eighths(settings.vent_gap_in)} of air under the deck; wind block {block}."
    )
    for section in job.sections:
        rows = result.fields[section.id].rows
        for edge, row in rows.items():
            where = f"{section.name or section.id}, {edge_side(section.outline_ft, edge)} eave"
            (end, _), backward = read_direction(section.outline_ft, edge)
            numbered = list(enumerate(reversed(row.bays) if backward else row.bays, start=1))
            said = [text for what in SORTS if (text := _named(what, numbered))]
            if said:
                yield f"<b>{marked(where)}:</b> {'; '.join(said)}. Counted from the {end}."
        for edge, one in enumerate(section.edges):
            if one.kind == "eave" and one.remedy is not None:
                remedy = remedy_of(one.remedy.kind, one.remedy.r_per_in, one.remedy.reach_in)
                yield (
                    f"<b>{marked(section.name or section.id)}, {edge_side(section.outline_ft, edge)} eave:</b> "
                    f"{REMEDIES[remedy.kind].title}, {eighths(remedy.reach_in)} in from the plate's edge. {REMEDIES[remedy.kind].mind}"
                )
    if result.foam is not None:
        cuts = ", ".join(f"{c.count} of {eighths(c.width_in)} × {eighths(c.length_in)}" for c in result.foam.cuts)
        yield f"<b>Foam:</b> {result.foam.sheets} sheets of 4 × 8 ft, {eighths(result.foam.thickness_in)} thick; cut {cuts}."


def _named(what: str, numbered: Sequence[tuple[int, Bay]]) -> str:
    """Bays of one sort by their numbers, as the strip on screen counts them."""
    belongs, words = SORTS[what]
    found = [(number, bay) for number, bay in numbered if belongs(bay)]
    if not found:
        return ""
    listed = ", ".join(
        f"{number} ({bay.by.replace('_', ' ')})" if bay.by else str(number) for number, bay in found[:MOST_BAYS_NAMED]
    )
    more = f" and {len(found) - MOST_BAYS_NAMED} more" if len(found) > MOST_BAYS_NAMED else ""
    return f"{words} bay{'' if len(found) == 1 else 's'} {listed}{more}"
