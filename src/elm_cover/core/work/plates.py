"""Top plates of the walls below, and the holes that should be there (handbook §13, the work list)."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence

from ..base.units import fixed
from ..floor.outline import polygon_area_ft2
from ..given.look import HoleToFind
from ..given.work import WorkInput
from ..hazards.features import KINDS
from ..preparation.beads import GAP_IN, HOLE_BEAD_IN, bead
from ..preparation.leaks import leak_of
from .item import Task
from .place import WorkPlace
from .words import counted

# Where no wall was drawn and no length typed: walls below for each ft² of floor.
PLATE_FT_PER_FT2 = 0.12
# What the features on record have as items of their own.
FROM_FEATURES = frozenset(kind.holes for kind in KINDS.values() if kind.holes)


def plate_length_ft(place: WorkPlace) -> tuple[float, str]:
    """Length of the walls under a section, ft, and how it came about: typed, drawn, or 0.12 ft for each ft² of floor.

    Source: handbook §13, top-plate seams.
    """
    keys = place.keys
    if keys.plate_length_ft is not None:
        return keys.plate_length_ft, "as typed"
    if keys.plates_ft:
        lines = keys.plates_ft
        return sum(math.dist(line[0], line[1]) for line in lines), f"{len(lines)} walls as drawn"
    area = polygon_area_ft2(place.section.outline_ft)
    return (
        area * PLATE_FT_PER_FT2,
        f"{PLATE_FT_PER_FT2:g} ft for each of {fixed(area)} ft² of floor: measure or draw the walls",
    )


def plate_tasks(place: WorkPlace) -> Iterator[Task]:
    """The seams of the plates under an open floor. Source: handbook §13, top-plate seams."""
    if place.section.kind != "open_floor":
        return
    key = f"plates:{place.section.id}"
    length, how = plate_length_ft(place)
    asked = place.decided(key).amount
    if asked is not None:
        length, how = asked, "as decided"
    if length <= 0:
        return
    corners = place.section.outline_ft
    drawn = place.keys.plates_ft
    at = drawn[0] if drawn else corners
    yield Task(
        key=key,
        kind="plates",
        section=place.section.id,
        at_ft=(sum(p[0] for p in at) / len(at), sum(p[1] for p in at) / len(at)),
        what=f"Top plates, {fixed(length)} ft",
        amount=length,
        unit="ft",
        counted=how,
        materials=(bead(GAP_IN, 2 * length),),
        person_hours=length / place.rate("plates_ft_per_hour"),
        leak=leak_of("plates", length),
        pieces=(f"bead {fixed(2 * length)} ft",),
        row=key,
    )


def hole_tasks(holes: Sequence[HoleToFind], record: WorkInput, per_hour: float) -> Iterator[Task]:
    """Holes that should be there and are no feature on record. Source: handbook §13, wire and pipe holes."""
    for hole in holes:
        if (hole.trade, hole.what) in FROM_FEATURES:
            continue
        key = record.holes.get((hole.trade, hole.what)) or f"holes:{hole.trade}:{hole.what.replace(' ', '_')}"
        count = record.decided(key).amount
        if count is None:
            count = max(hole.expected or 0, hole.found or 0)
        if count <= 0:
            continue
        length = HOLE_BEAD_IN / 12 * count
        yield Task(
            key=key,
            kind="holes",
            what=counted(count, "Hole", "Holes") + f": {hole.what}",
            amount=count,
            unit="holes",
            counted="as many as should be there",
            materials=(bead(GAP_IN, length),),
            person_hours=count / per_hour,
            leak=leak_of("hole", count),
            pieces=(f"bead {fixed(length, 1)} ft",),
            row=key,
        )
