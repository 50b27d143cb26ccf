"""What lies under the fill: every hidden thing with two distances from the way in, and how deep (handbook §20)."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass

import numpy as np
import shapely

from ..base.arrays import Floats
from ..floor.grid import cells_at
from ..given.section import SectionInput
from ..hazards.clearances import DECKS
from ..hazards.features import KINDS, FeatureInput
from ..laying.site import Site, site_of
from ..plan.whole_job import Plan
from ..section.result import SectionFields

# What stands out of the fill, or is no thing that one digs for.
NOT_HIDDEN = frozenset(
    {"flue", "chimney", "equipment", "combustion_air", "leak_sign", "platform", "walkway", "storage_floor", "stair", "hatch",
     "post", "window", "gable_vent", "stack", "plumbing_stack"}
)  # fmt: skip
BARE_IN = 0.5


@dataclass(frozen=True, kw_only=True)
class HiddenThing:
    """One thing under the fill of a section: its number on the map, place in ft, how far east and north of the way in (negative:
    west, south), and how deep what lies there is, in.: 0 in a ring that is kept clear (kept)."""

    number: int
    section: str
    what: str
    at_ft: tuple[float, float]
    east_ft: float
    north_ft: float
    depth_in: float
    kept: bool = False


@dataclass(frozen=True, kw_only=True)
class WayIn:
    """Where the distances of a section are measured from: a way in, else a corner of the floor."""

    section: str
    what: str
    at_ft: tuple[float, float]


def ways_in(planned: Plan) -> tuple[WayIn, ...]:
    """One for each section: the first way in that is placed there, else its south-west corner. Source: handbook §20."""
    found = []
    for section in planned.sections:
        placed = [a for a in planned.read.job.accesses if a.at_ft is not None and a.section in (section.id, None)]
        if placed and (placed[0].section == section.id or len(planned.sections) == 1):
            at = placed[0].at_ft or (0.0, 0.0)
            found.append(WayIn(section=section.id, what=(placed[0].kind or "hatch").replace("_", "-"), at_ft=at))
            continue
        outline = planned.fields[section.id].outline_ft
        corner = min(outline, key=lambda p: p[0] + p[1])
        found.append(WayIn(section=section.id, what="south-west corner", at_ft=corner))
    return tuple(found)


def things_under(planned: Plan) -> tuple[HiddenThing, ...]:
    """Everything that the fill hides, numbered by section. Source: handbook §20, buried-things map."""
    from_ = {way.section: way.at_ft for way in ways_in(planned)}
    found: list[HiddenThing] = []
    for plan, given in zip(planned.sections, planned.read.sections, strict=True):
        fields = planned.fields[plan.id]
        if plan.kind != "open_floor" or fields.depth_in is None:
            continue
        x, y = from_[plan.id]
        lies = _Lying(given, fields, site_of(given))
        for what, at in _placed(given.features):
            depth, kept = lies.at(at)
            # What stands in a ring of its own has fill all round it: one looks for it all the same.
            if depth > BARE_IN or (kept and lies.around_in(at) > BARE_IN):
                found.append(
                    HiddenThing(
                        number=len(found) + 1, section=plan.id, what=what, at_ft=at, east_ft=at[0] - x, north_ft=at[1] - y,
                        depth_in=depth, kept=kept,
                    )
                )  # fmt: skip
    return tuple(found)


def unplaced(planned: Plan) -> tuple[str, ...]:
    """What would be on the map and has no place on record, as words: “Recessed light × 6, Attic”. Source: handbook, Settled since,
    second part, 7: nothing recorded leaves the map in silence."""
    several = len(planned.sections) > 1
    found = []
    for plan, given in zip(planned.sections, planned.read.sections, strict=True):
        for feature in given.features:
            if feature.kind in KINDS and feature.kind not in NOT_HIDDEN and feature.count and feature.at_ft is None:
                found.append(f"{_named(feature)}{f', {plan.name or plan.id}' if several else ''}")
    return tuple(found)


class _Lying:
    """What lies at a place of an open floor, in."""

    def __init__(self, given: SectionInput, fields: SectionFields, site: Site) -> None:
        self.fields = fields
        self.kept = [(name, shapely.Polygon(shape)) for name, shape in fields.keep_outs]
        self.filled = [shapely.Polygon(shape) for shape in site.filled_shapes]
        self.joist_in = given.joist_depth_in or 0.0

    def around_in(self, at: tuple[float, float]) -> float:
        """Top of what lies on the nearest floor that nothing is kept from."""
        return self._nearest(at, self.fields.depth_in)

    def at(self, at: tuple[float, float]) -> tuple[float, bool]:
        """How deep it is there, and whether the place is kept from the fill: nothing in a ring, no more than the joists hold under
        boards. Source: handbook, Settled since 1."""
        point = shapely.Point(at)
        inside = [name for name, shape in self.kept if shape.covers(point)]
        if any(name not in DECKS for name in inside):
            return 0.0, True
        if inside:
            old = self.fields.old_in
            lies = sum(layer.depth_in for layer in self.fields.today or ()) if old is None else self._nearest(at, old)
            return min(self.joist_in, lies), False
        around = self.around_in(at)
        if any(shape.covers(point) for shape in self.filled):
            return min(self.joist_in, around), False
        return around, False

    def _nearest(self, at: tuple[float, float], values: Floats | None) -> float:
        (cell,) = cells_at(self.fields.grid, np.array([at]))
        return 0.0 if values is None else float(values[cell])


def _placed(features: Iterable[FeatureInput]) -> Iterator[tuple[str, tuple[float, float]]]:
    """What one may have to dig for, and where: what runs along the floor at both its ends."""
    for feature in features:
        if feature.kind in NOT_HIDDEN or feature.kind not in KINDS or feature.at_ft is None or not feature.count:
            continue
        for at in dict.fromkeys((feature.at_ft, feature.to_ft or feature.at_ft)):
            end = "" if feature.to_ft is None else ", one end" if at == feature.at_ft else ", the other end"
            yield f"{_named(feature)}{end}", at


def _named(feature: FeatureInput) -> str:
    return KINDS[feature.kind].title + (f" × {feature.count}" if feature.count > 1 else "")
