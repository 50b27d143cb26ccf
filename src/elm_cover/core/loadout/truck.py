"""A truck and how often it has to go (handbook §15)."""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass

# From the cab to the door: what is needed last goes in first. Source: handbook §15.
PLACES = {"front": "front", "middle": "middle", "rear": "rear", "door": "by the door", "cab": "cab"}


@dataclass(frozen=True)
class TruckInput:
    """What a truck takes, lb, and its box inside, ft. usable: share of the box that a load really fills."""

    name: str
    payload_lb: float
    length_ft: float
    width_ft: float
    height_ft: float
    usable: float

    @property
    def ft3(self) -> float:
        """What the box takes, ft³. Source: handbook §15, truck limits from the firm."""
        return self.length_ft * self.width_ft * self.height_ft * self.usable


@dataclass(frozen=True, kw_only=True)
class LoadItem:
    """Something that goes along. what: the key that ticks go by. amount in unit, whole containers; lb and ft3 of all of it; None
    while nobody knows. place: in the truck; step: of the work it is used at. planned: field need before rounding and spare."""

    what: str
    title: str
    amount: float
    unit: str
    lb: float | None
    ft3: float | None
    place: str
    step: str
    counted: str
    planned: float | None = None


@dataclass(frozen=True)
class Stowed:
    """Length of the box that what lies at a place takes, from the front, ft."""

    place: str
    from_ft: float
    to_ft: float
    lb: float


def trips(lb: float, ft3: float, truck: TruckInput) -> int:
    """How often the truck goes: by weight or by volume, whichever is more; once at least. 5,000 lb of 4,000 → 2.

    Source: handbook §15, more than one trip is said.
    """
    return max(1, math.ceil(lb / truck.payload_lb - 1e-9), math.ceil(ft3 / truck.ft3 - 1e-9))


def stowed(items: Iterable[LoadItem], truck: TruckInput, count: int) -> tuple[Stowed, ...]:
    """How a load fills the box from the front, each place as long as its volume asks for; of several trips, one of them.

    Source: handbook §15, last needed goes in first.
    """
    listed: Sequence[LoadItem] = [item for item in items if item.place != "cab"]
    area = truck.width_ft * truck.height_ft * truck.usable
    found, at = [], 0.0
    for place in PLACES:
        here = [item for item in listed if item.place == place]
        length = sum(item.ft3 or 0.0 for item in here) / count / area
        if length > 0:
            found.append(Stowed(place, at, at + length, sum(item.lb or 0.0 for item in here) / count))
            at += length
    return tuple(found)
