"""Items that follow from what stands in a section, kind by kind (handbook §13, the work list)."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import replace

from ..hazards.clearances import FILLED_UNDER
from ..hazards.features import FeatureInput
from ..hazards.unknown import unknown_of
from .boards import boards
from .housings import Rule, fan, housing, stack
from .item import Task
from .lights import light
from .openings import opening
from .place import WorkPlace, key_of, task
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
        if feature.count <= 0:
            continue
        found = [] if rule is None else list(rule(place, index, feature))
        yield from found
        if feature.kind == "fan" or not found:
            yield from _to_find_out(place, index, feature)


def _to_find_out(place: WorkPlace, index: int, feature: FeatureInput) -> Iterator[Task]:
    """The open item of what nobody knows yet and no other item stands for. Source: handbook, Settled since, second part, 7."""
    asked = unknown_of(feature)
    if asked is None:
        return
    kind = {"fan": "fan_duct"} | dict.fromkeys(FILLED_UNDER, "platform")
    named = kind.get(feature.kind, "find_out")
    key = key_of(place, named, index)
    yield replace(
        task(place, named, index, feature, asked.item),
        counted="nothing counted yet: enter it in Measure, what stands there",
        why=asked.question,
        row=key,
        asks=True,
        leavable=None if feature.kind == "fan" else True,
    )
