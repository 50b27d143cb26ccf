"""The eave part of the job sheet in words: which baffles, which bays differ, what is laid over the plate, what is cut from foam."""

from __future__ import annotations

from collections.abc import Iterator
from xml.sax.saxutils import escape

from ..core.baffles import KINDS
from ..core.bays import Bay
from ..core.edge_work import REMEDIES, remedy_of
from ..core.outline import edge_side
from ..core.plan import Plan
from ..core.units import eighths
from ..job import Job

MOST_BAYS_NAMED = 12


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
            said = [
                text
                for text in (_named("blocked", row.bays), _named("to wind", row.bays), _named("by hand", row.bays))
                if text
            ]
            if said:
                end = section.outline_ft[edge]
                yield f"<b>{escape(where)}:</b> {'; '.join(said)}. Counted from the corner at {end[0]:g}, {end[1]:g} ft."
        for edge, one in enumerate(section.edges):
            if one.kind == "eave" and one.remedy is not None:
                remedy = remedy_of(one.remedy.kind, one.remedy.r_per_in, one.remedy.reach_in)
                yield (
                    f"<b>{escape(section.name or section.id)}, {edge_side(section.outline_ft, edge)} eave:</b> "
                    f"{REMEDIES[remedy.kind].title}, {eighths(remedy.reach_in)} in from the plate's edge. {REMEDIES[remedy.kind].mind}"
                )
    if result.foam is not None:
        cuts = ", ".join(f"{c.count} of {eighths(c.width_in)} × {eighths(c.length_in)}" for c in result.foam.cuts)
        yield f"<b>Foam:</b> {result.foam.sheets} sheets of 4 × 8 ft, {eighths(result.foam.thickness_in)} thick; cut {cuts}."


def _named(what: str, bays: tuple[Bay, ...]) -> str:
    """Bays of one sort by their numbers, from 1."""
    found = {
        "blocked": [b for b in bays if b.state == "blocked"],
        "to wind": [b for b in bays if b.to_wind],
        "by hand": [b for b in bays if b.state == "obstructed" and b.baffle],
    }[what]
    if not found:
        return ""
    words = {"blocked": "closed", "to wind": "left open to the wind", "by hand": "cut the baffle round what stands in"}[
        what
    ]
    listed = ", ".join(_bay(bay) for bay in found[:MOST_BAYS_NAMED])
    more = f" and {len(found) - MOST_BAYS_NAMED} more" if len(found) > MOST_BAYS_NAMED else ""
    return f"{words} bay{'' if len(found) == 1 else 's'} {listed}{more}"


def _bay(bay: Bay) -> str:
    return f"{bay.place + 1} ({bay.by.replace('_', ' ')})" if bay.by else str(bay.place + 1)
