"""What is sealed where it comes through the board: boxes, boots, fans, stacks; and the duct of a fan (handbook §13, the work list)."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator
from dataclasses import replace

from ..base.units import fixed
from ..hazards.features import FeatureInput
from ..preparation.beads import GAP_IN, HOLE_BEAD_IN, SEAL_IN, bead, perimeter_in
from ..preparation.leaks import leak_of
from ..preparation.materials import use
from .item import Task
from .place import WorkPlace, key_of, task

Rule = Callable[[WorkPlace, int, FeatureInput], Iterator[Task]]
FAN_DUCT_START_FT, THROUGH_THE_WALL_FT = 10.0, 2.0


def housing(kind: str, what: str) -> Rule:
    """Boxes, boots and fan housings: a ¼ in bead round each."""

    def rule(place: WorkPlace, index: int, feature: FeatureInput) -> Iterator[Task]:
        around = perimeter_in(kind, feature.size_in) / 12 * feature.count
        yield replace(
            task(place, kind, index, feature, what),
            materials=(bead(SEAL_IN, around),),
            person_hours=place.rate(f"{kind}_hours") * feature.count,
            leak=leak_of(kind, feature.count),
            pieces=(f"bead {fixed(around, 1)} ft",),
        )

    return rule


def fan(place: WorkPlace, index: int, feature: FeatureInput) -> Iterator[Task]:
    """The housing of a fan, and its duct where it does not blow outdoors. Source: handbook §13, fan to outdoors."""
    yield from housing("fan_housing", "Fan housing")(place, index, feature)
    if feature.blows_to not in ("attic", "soffit"):
        return
    key = key_of(place, "fan_duct", index)
    length = place.decided(key).amount or _to_outdoors_ft(place, feature) * feature.count
    yield replace(
        task(place, "fan_duct", index, feature, f"Bath or kitchen fan ends in the {feature.blows_to}"),
        amount=length,
        unit="ft",
        counted="from the fan to the nearest wall, and 2 ft through it"
        if feature.at_ft
        else "10 ft taken: it has no place",
        materials=(use("fan_duct", length), use("duct_sleeve", length), use("vent_hood", feature.count)),
        person_hours=place.rate("fan_duct_hours") * feature.count,
        lifts="fan_into_attic" if feature.blows_to == "attic" else None,
        stop=feature.blows_to == "attic",
        group="safe" if feature.blows_to == "attic" else None,
        pieces=(f"duct {fixed(length)} ft", "hood with damper", "sleeve"),
        row=key,
    )


def _to_outdoors_ft(place: WorkPlace, feature: FeatureInput) -> float:
    """From the fan to the nearest wall of the section and through it, ft."""
    if feature.at_ft is None:
        return FAN_DUCT_START_FT
    x, y = feature.at_ft
    corners = place.section.outline_ft
    nearest = min(_to_wall_ft((x, y), a, b) for a, b in zip(corners, (*corners[1:], corners[0]), strict=True))
    return nearest + THROUGH_THE_WALL_FT


def _to_wall_ft(at: tuple[float, float], a: tuple[float, float], b: tuple[float, float]) -> float:
    run = (b[0] - a[0], b[1] - a[1])
    along = ((at[0] - a[0]) * run[0] + (at[1] - a[1]) * run[1]) / (run[0] ** 2 + run[1] ** 2)
    along = min(1.0, max(0.0, along))
    return math.hypot(at[0] - a[0] - along * run[0], at[1] - a[1] - along * run[1])


def pipe_hole(place: WorkPlace, index: int, feature: FeatureInput, what: str) -> Task:
    """A pipe through the ceiling is a hole like any other. Source: handbook §13, wire and pipe holes."""
    length = HOLE_BEAD_IN / 12 * feature.count
    return replace(
        task(place, "holes", index, feature, what),
        materials=(bead(GAP_IN, length),),
        person_hours=feature.count / place.rate("holes_per_hour"),
        leak=leak_of("hole", feature.count),
        pieces=(f"bead {fixed(length, 1)} ft",),
        row=f"stack/{place.section.id}",
    )


def stack(place: WorkPlace, index: int, feature: FeatureInput) -> Iterator[Task]:
    """A plumbing stack. Source: handbook §13, wire and pipe holes."""
    yield pipe_hole(place, index, feature, "Plumbing stack")
