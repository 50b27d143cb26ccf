"""Recessed lights: a rated cover, a box, another light, or as they are with their ring kept clear (handbook §13, the work list)."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from ..base.units import fixed
from ..hazards.features import FeatureInput
from ..preparation.beads import SEAL_IN, bead, perimeter_in
from ..preparation.leaks import Leak, leak_of
from ..preparation.materials import use
from .item import Task
from .place import CurePlan, WorkPlace, chosen, key_of, task

# A box over a light stands 3 in clear of it all round and above.
LIGHT_IN, BOX_CLEAR_IN = 8.0, 3.0
RATINGS = {"ic": "rated for contact", "non_ic": "not rated", "unknown": "rating not known", None: "rating not known"}


def light(place: WorkPlace, index: int, feature: FeatureInput) -> Iterator[Task]:
    """A light by its rating and the house rule. Source: handbook §13, recessed light."""
    rated = feature.rating == "ic"
    open_leak = leak_of("light", feature.count)
    kept = Leak(open_leak.before, open_leak.before)
    around = perimeter_in("light", feature.size_in) / 12
    side = (max(feature.size_in) if feature.size_in else LIGHT_IN) + 2 * BOX_CLEAR_IN
    box_ft2 = (side * side + 4 * side * (LIGHT_IN + BOX_CLEAR_IN)) / 144
    n = feature.count
    ways = (
        CurePlan(
            cure="cover",
            title="a rated cover, sealed to the board",
            materials=(use("light_cover", n), bead(SEAL_IN, around * n)),
            person_hours=place.rate("light_cover_hours") * n,
            leak=open_leak,
            sizes=(("light", LIGHT_IN), ("box", LIGHT_IN + 2), ("line", place.line_in)),
            pieces=(f"{n:g} covers" if n > 1 else "cover", f"bead {fixed(around * n, 1)} ft"),
        ),
        CurePlan(
            cure="box",
            title="a box of gypsum, 3 in clear all round and above",
            materials=(use("gypsum", box_ft2 * n), bead(SEAL_IN, 4 * side / 12 * n)),
            person_hours=place.rate("light_box_hours") * n,
            leak=open_leak,
            sizes=(("light", LIGHT_IN), ("box", side), ("clear", BOX_CLEAR_IN), ("line", place.line_in)),
            pieces=(f"gypsum {fixed(box_ft2 * n, 1)} ft²", f"bead {fixed(4 * side / 12 * n, 1)} ft", "no fill on top"),
        ),
        CurePlan(
            cure="replace",
            title="a sealed light rated for contact, by an electrician",
            leak=open_leak,
            who="electrician",
            pieces=("by a licensed electrician",),
        ),
        CurePlan(
            cure="as_it_is",
            title="as it is" if rated else "as it is: 3 in clear all round, nothing over it",
            person_hours=place.rate("light_as_it_is_hours") * n,
            leak=kept,
            sizes=(("light", LIGHT_IN), ("ring", 0.0 if rated else BOX_CLEAR_IN), ("line", place.line_in)),
            pieces=("nothing",) if rated else ("ring of 3 in kept clear",),
        ),
    )
    start = "cover" if not rated or place.record.cover_every_light else "as_it_is"
    key = key_of(place, "light", index)
    rating = RATINGS[feature.rating]
    bare = replace(task(place, "light", index, feature, f"Recessed light, {rating}"), leavable=rated)
    picked = chosen(bare, ways, place.decided(key).cure, start, place.book)
    lifts = None if rated else "non_ic_light"
    yield replace(picked, row=f"light/{place.section.id}/{rating}/{picked.cure}", lifts=lifts)
