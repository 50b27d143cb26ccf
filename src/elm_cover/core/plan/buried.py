"""What lies under the fill: every hidden thing with two distances from the way in, and how deep (handbook §20)."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass

import numpy as np

from ...job import Job
from ..base.notebook import Notebook
from ..from_job.features import feature_inputs
from ..hazards.features import KINDS, FeatureInput
from .bands_told import cells_at
from .whole_job import Plan

# What stands out of the fill, or is no thing that one digs for.
NOT_HIDDEN = frozenset(
    {"flue", "chimney", "equipment", "combustion_air", "leak_sign", "platform", "walkway", "storage_floor", "stair", "hatch",
     "post", "window", "gable_vent", "stack", "plumbing_stack"}
)  # fmt: skip
BARE_IN = 0.5


@dataclass(frozen=True, kw_only=True)
class HiddenThing:
    """One thing under the fill of a section: its number on the map, place in ft, how far east and north of the way in (negative:
    west, south), and how deep the fill lies there, in."""

    number: int
    section: str
    what: str
    at_ft: tuple[float, float]
    east_ft: float
    north_ft: float
    depth_in: float


@dataclass(frozen=True, kw_only=True)
class WayIn:
    """Where the distances of a section are measured from: a way in, else a corner of the floor."""

    section: str
    what: str
    at_ft: tuple[float, float]


def ways_in(job: Job, planned: Plan) -> tuple[WayIn, ...]:
    """One for each section: the first way in that is placed there, else its south-west corner. Source: handbook §20."""
    found = []
    for section in planned.sections:
        placed = [a for a in job.accesses if a.at_ft is not None and a.section in (section.id, None)]
        if placed and (placed[0].section == section.id or len(planned.sections) == 1):
            at = placed[0].at_ft or (0.0, 0.0)
            found.append(WayIn(section=section.id, what=(placed[0].kind or "hatch").replace("_", "-"), at_ft=at))
            continue
        outline = planned.fields[section.id].outline_ft
        corner = min(outline, key=lambda p: p[0] + p[1])
        found.append(WayIn(section=section.id, what="south-west corner", at_ft=corner))
    return tuple(found)


def buried(job: Job, planned: Plan) -> tuple[HiddenThing, ...]:
    """Everything that the fill hides, numbered by section. Source: handbook §20, buried-things map."""
    from_ = {way.section: way.at_ft for way in ways_in(job, planned)}
    found: list[HiddenThing] = []
    for index, plan in enumerate(planned.sections):
        fields = planned.fields[plan.id]
        if plan.kind != "open_floor" or fields.depth_in is None:
            continue
        x, y = from_[plan.id]
        for what, at in _placed(feature_inputs(job, index, Notebook())):
            (cell,) = cells_at(fields.grid, np.array([at]))
            depth = float(fields.depth_in[cell])
            if depth > BARE_IN:
                found.append(
                    HiddenThing(
                        number=len(found) + 1, section=plan.id, what=what, at_ft=at, east_ft=at[0] - x, north_ft=at[1] - y,
                        depth_in=depth,
                    )
                )  # fmt: skip
    return tuple(found)


def _placed(features: Iterable[FeatureInput]) -> Iterator[tuple[str, tuple[float, float]]]:
    """What one may have to dig for, and where: what runs along the floor at both its ends."""
    for feature in features:
        if feature.kind in NOT_HIDDEN or feature.at_ft is None:
            continue
        many = f" × {feature.count}" if feature.count > 1 else ""
        for at in dict.fromkeys((feature.at_ft, feature.to_ft or feature.at_ft)):
            end = "" if feature.to_ft is None else ", one end" if at == feature.at_ft else ", the other end"
            yield f"{KINDS[feature.kind].title}{many}{end}", at
