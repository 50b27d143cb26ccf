"""Items that follow from what stands in a section, kind by kind (handbook: the work list)."""

from __future__ import annotations

from collections.abc import Iterator

from .boards import boards
from .housings import Rule, fan, housing, stack
from .item import Task
from .lights import light
from .openings import opening
from .place import WorkPlace
from .runs import duct, pipe
from .shields import combustion_air, equipment_dam, flue_or_chimney
from .ways_in import feature_way_in

RULES: dict[str, Rule] = {
    "chase": opening,
    "drop_soffit": opening,
    "recessed_light": light,
    "box": housing("box", "Ceiling box"),
    "boot": housing("boot", "Duct boot"),
    "fan": fan,
    "stack": stack,
    "plumbing_stack": stack,
    "flue": flue_or_chimney,
    "chimney": flue_or_chimney,
    "duct": duct,
    "pipe": pipe,
    "platform": boards,
    "walkway": boards,
    "storage_floor": boards,
    "combustion_air": combustion_air,
    "equipment": equipment_dam,
    "hatch": feature_way_in,
    "stair": feature_way_in,
}


def feature_tasks(place: WorkPlace) -> Iterator[Task]:
    """Every item that the section's features give. Source: handbook §13, the work list."""
    for index, feature in enumerate(place.section.features):
        rule = RULES.get(feature.kind)
        if rule is not None and feature.count > 0:
            yield from rule(place, index, feature)
