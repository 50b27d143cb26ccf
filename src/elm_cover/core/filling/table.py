"""What the fold of a day looks things up in: bands with their quotas, places with their fill line, products, stops."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from .constants import START, Constants


@dataclass(frozen=True, kw_only=True)
class Quota:
    """A band as it is to be filled, in working order. area in ft²; bags: of the field; depth_in: mean new depth off the taper."""

    number: int
    section: str
    product: str
    area_ft2: float
    bags: float
    depth_in: float


@dataclass(frozen=True, kw_only=True)
class ReadPlace:
    """Where a depth is read: a marker by its number within its section, or a place the program picked. fill_in: what the ruler
    is to show, from the ceiling plane; old_in: how much of that is old. bags_per_in: what an inch more takes round it."""

    id: str
    section: str
    marker: int | None
    at_ft: tuple[float, float]
    band: int | None
    old_in: float
    fill_in: float
    tapered: bool
    bags_per_in: float


@dataclass(frozen=True, kw_only=True)
class FilledWith:
    """A product that is blown. on_truck: bags of the load list; minutes: least and most that a bag usually takes."""

    id: str
    name: str
    unit: str
    bag_lb: float
    bags_field: float
    on_truck: float
    minutes: tuple[float, float]


@dataclass(frozen=True, kw_only=True)
class StopStanding:
    """A stop that forbids the start. key: of its item; hazard: its kind. by_crew: doing the item lifts it; else only who clears
    it, named in an entry of its own."""

    key: str
    hazard: str | None
    what: str
    who: str
    why: str
    by_crew: bool


@dataclass(frozen=True, kw_only=True)
class FillTable:
    """Everything the fold looks up. Bands in the order they are filled; none where nothing is blown."""

    bands: tuple[Quota, ...] = ()
    places: tuple[ReadPlace, ...] = ()
    products: tuple[FilledWith, ...] = ()
    stops: tuple[StopStanding, ...] = ()
    sections: Mapping[str, str] = field(default_factory=dict)
    constants: Constants = START
