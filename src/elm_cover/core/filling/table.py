"""What the fold of a day looks things up in: bands with their quotas, places with their fill line, products, stops (handbook §17)."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field

from .constants import START, Constants


@dataclass(frozen=True, kw_only=True)
class Quota:
    """A band as it is to be filled, in working order. area in ft²; bags: of the field; depth_in: mean new depth off the taper.
    bags_per_in: what an inch more takes over all of it. bays: of closed bays, the first and the last that it takes."""

    number: int
    section: str
    product: str
    area_ft2: float
    bags: float
    depth_in: float
    bags_per_in: float = 0.0
    bays: tuple[int, int] | None = None


@dataclass(frozen=True, kw_only=True)
class ReadPlace:
    """Where a depth is read: a marker by its number within its section, or a place the program picked. fill_in: what the ruler
    is to show, from the ceiling plane; old_in: how much of that is old."""

    id: str
    section: str
    marker: int | None
    at_ft: tuple[float, float]
    band: int | None
    old_in: float
    fill_in: float
    tapered: bool


@dataclass(frozen=True, kw_only=True)
class FloorCells:
    """A section's floor as a coarse lattice, so that a depth read anywhere finds its band and what is planned there.

    Row by row from the low corner at origin_ft, columns to a row; cell_ft: side of a cell. band: 0 off the floor. old_in, fill_in:
    as of a ReadPlace; tapered: its cells are 1.
    """

    section: str
    origin_ft: tuple[float, float]
    cell_ft: float
    columns: int
    band: tuple[int, ...]
    old_in: tuple[float, ...]
    fill_in: tuple[float, ...]
    tapered: tuple[int, ...]


@dataclass(frozen=True, kw_only=True)
class FilledWith:
    """A product that is blown. on_truck: bags of the load list; minutes: least and most that a bag usually takes;
    feeds_as: as which sort of fill it goes through the machine."""

    id: str
    name: str
    unit: str
    bag_lb: float
    bags_field: float
    on_truck: float
    minutes: tuple[float, float]
    feeds_as: str


@dataclass(frozen=True, kw_only=True)
class RowWanted:
    """The R that a section is planned to prove with the bags of its bands. closed: closed bays, by volume and density."""

    section: str
    product: str
    r: float
    closed: bool = False


@dataclass(frozen=True, kw_only=True)
class StopStanding:
    """A stop that forbids the start. key: of its item; hazard: its kind. by_crew: doing the item lifts it; else only who clears
    it, named in an entry of its own. since_s, until_s: when it came into the record and when an edit took it out again, s since
    1970; None: as long as the table's revision, and still."""

    key: str
    hazard: str | None
    what: str
    who: str
    why: str
    by_crew: bool
    since_s: float | None = None
    until_s: float | None = None


@dataclass(frozen=True, kw_only=True)
class SafetyOpen:
    """Work that keeps somebody safe and is not done by the survey: a day that begins in spite of it is begun by name and reason.
    key: of its item; HAZARDS for what nobody looked for."""

    key: str
    group: str
    what: str
    who: str


HAZARDS = "hazards"


@dataclass(frozen=True, kw_only=True)
class FillTable:
    """Everything the fold looks up. Bands in the order they are filled; none where nothing is blown. revision: of the job that it
    was made from, None where it was made from a file. past_stops: those that stand no more, by which earlier days are judged."""

    bands: tuple[Quota, ...] = ()
    places: tuple[ReadPlace, ...] = ()
    products: tuple[FilledWith, ...] = ()
    stops: tuple[StopStanding, ...] = ()
    past_stops: tuple[StopStanding, ...] = ()
    safety: tuple[SafetyOpen, ...] = ()
    floors: tuple[FloorCells, ...] = ()
    rows: tuple[RowWanted, ...] = ()
    revision: int | None = None
    sections: Mapping[str, str] = field(default_factory=dict)
    constants: Constants = START


def bags_by_section(table: FillTable) -> dict[str, float]:
    """Field bags of each section that is blown: what a day's start tells, so that its bands stay."""
    found: dict[str, float] = {}
    for band in table.bands:
        if band.bags > 0:
            found[band.section] = found.get(band.section, 0.0) + band.bags
    return found
