"""The hose from the machine to the farthest stand: how much is needed, and what would change that (handbook §14)."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from ..base.arrays import Integers
from .crawl_floor import CrawlFloor
from .way import Entrance, Way, way_over

# How deep a throw reaches, start values, ft. Source: handbook §14, throw.
THROW_FT = {"small": 8.0, "truck": 12.0}
USUAL_MACHINE = "small"
SLACK = 1.1
# How many places are tried for a second way in.
TRIED = 16
# Less than this gained is no advice, ft.
LEAST_GAIN_FT = 1.0
ROOF_CAUTION = "A roofer opens and flashes it; fall protection on the roof."


@dataclass(frozen=True)
class HoseAdvice:
    """Something that can be changed, and what it would bring: brings_ft less hose; None where it cannot be said."""

    what: str
    text: str
    brings_ft: float | None


@dataclass(frozen=True, kw_only=True)
class Hose:
    """None: not known. label_least_ft: what the product's label asks for; machine_most_ft: what the machine carries."""

    needed_ft: float | None
    label_least_ft: float | None
    machine_most_ft: float | None
    fits: bool | None
    advice: tuple[HoseAdvice, ...] = ()


@dataclass(frozen=True)
class Door:
    """A wall through which a hose could come in, by its middle: of a gable."""

    text: str
    at_ft: tuple[float, float]
    room: int


def hose_ft(to_house_ft: float, up_ft: float, longest_way_ft: float, throw_ft: float) -> float:
    """From machine to house, up and in, the longest way less one throw, and 10 % slack. 40, 15, 38, 8 → 93.5.

    ft. Source: handbook §14, hose.

    >>> round(hose_ft(50.0, 20.0, 60.0, 12.0), 1)
    129.8
    """
    return (to_house_ft + up_ft + max(0.0, longest_way_ft - throw_ft)) * SLACK


@dataclass(frozen=True, kw_only=True)
class HoseAsked:
    """What the hose is reckoned from, ft; None: not known."""

    to_house_ft: float | None
    up_ft: float | None
    throw_ft: float
    label_least_ft: float | None
    machine_most_ft: float | None


def hose(asked: HoseAsked, floor: CrawlFloor, way: Way, entrances: Sequence[Entrance], doors: Sequence[Door]) -> Hose:
    """How much hose, whether that is right for label and machine, and what to change where it is not. Source: handbook §14."""
    least, most = asked.label_least_ft, asked.machine_most_ft
    if asked.to_house_ft is None or asked.up_ft is None or not np.isfinite(way.crawl_ft).any():
        return Hose(needed_ft=None, label_least_ft=least, machine_most_ft=most, fits=None)
    needed = hose_ft(asked.to_house_ft, asked.up_ft, way.longest_ft, asked.throw_ft)
    advice: list[HoseAdvice] = []
    if least is not None and needed < least:
        text = f"The label asks for {least:g} ft of hose at least: lay {least - needed:.0f} ft more in wide loops on the ground."
        advice.append(HoseAdvice("longer", text, None))
    if most is not None and needed > most:
        advice += _shorter(asked, needed - most, floor, way, entrances, doors)
    known = least is not None or most is not None
    fits = (least is None or needed >= least) and (most is None or needed <= most)
    return Hose(
        needed_ft=needed,
        label_least_ft=least,
        machine_most_ft=most,
        fits=fits if known else None,
        advice=tuple(advice),
    )


def _shorter(
    asked: HoseAsked, over_ft: float, floor: CrawlFloor, way: Way, entrances: Sequence[Entrance], doors: Sequence[Door]
) -> list[HoseAdvice]:
    """What makes the hose shorter, and by how much. Source: handbook §14, too long."""

    def gained(entrance: Entrance) -> float:
        longest = way_over(floor, [*entrances, entrance]).longest_ft
        return SLACK * (max(0.0, way.longest_ft - asked.throw_ft) - max(0.0, longest - asked.throw_ft))

    found = []
    nearer = over_ft / SLACK
    if asked.to_house_ft is not None and nearer <= asked.to_house_ft:
        text = f"Set the machine {nearer:.0f} ft nearer to the house."
        found.append(HoseAdvice("machine_nearer", text, over_ft))
    ways = [(gained(Entrance(place)), place) for place in _places(floor, way)]
    if ways:
        gain, (x, y) = max(ways)
        if gain >= LEAST_GAIN_FT:
            text = f"A second way in at {x:.0f}, {y:.0f} ft from the west and south."
            found.append(HoseAdvice("second_way_in", text, gain))
            text = f"A roof vent opening cut for the hose at {x:.0f}, {y:.0f} ft. {ROOF_CAUTION}"
            found.append(HoseAdvice("roof_vent", text, gain))
    through = [(gained(Entrance(door.at_ft, door.room)), i) for i, door in enumerate(doors)]
    if through:
        gain, i = max(through)
        if gain >= LEAST_GAIN_FT:
            found.append(HoseAdvice("gable", doors[i].text, gain))
    return sorted(found, key=lambda one: -(one.brings_ft or 0.0))


def _places(floor: CrawlFloor, way: Way) -> list[tuple[float, float]]:
    """Places worth a second way in: farther off than half the longest way, spread over that floor."""
    far: Integers = np.flatnonzero(np.isfinite(way.crawl_ft) & (way.crawl_ft >= way.longest_ft / 2))
    if far.size == 0:
        return []
    order = far[np.argsort(way.crawl_ft[far], kind="stable")]
    picked = order[np.unique(np.linspace(0, order.size - 1, TRIED).astype(int))]
    return [(float(floor.x_ft[node]), float(floor.y_ft[node])) for node in picked]
