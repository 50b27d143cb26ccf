"""What a log comes to when it is walked: days, bands, products, depths read, what waits for a word (handbook §17)."""

from __future__ import annotations

from dataclasses import dataclass, field
from typing import Any

from ..log.standing import Ignored, Standing


@dataclass(kw_only=True)
class DayRun:
    """A day as it was begun, and ended if it was. under_stops: keys that still stood at its start. hopper in bags.

    joined: starts of other devices that came to the same day. after_stop: bags that went in after a stop was put in, or of which
    nobody said that they went in before it. clock: how its time was found where the device's clock did not tell it.
    """

    entry: str
    at: str
    at_s: float
    by: str
    value: dict[str, Any]
    device: str = ""
    under_stops: list[str] = field(default_factory=list)
    joined: list[str] = field(default_factory=list)
    ended_at: str | None = None
    end_entry: str | None = None
    paused_s: float | None = None
    hopper_start: float | None = None
    hopper_end: float | None = None
    bags: float = 0.0
    spoilt: float = 0.0
    after_stop: float = 0.0
    practice: bool = False
    clock: str | None = None


@dataclass(kw_only=True)
class ProductRun:
    """Bags of one product. hopper: level at the first start, with what was changed between days, and now. base: bags in the attic
    when a band was left last; points: floor covered, ft², and the bags in it, as each band was left."""

    bags_in: float = 0.0
    hopper_start: float | None = None
    hopper_now: float | None = None
    base: float = 0.0
    last_left: int | None = None
    counted_at_s: list[float] = field(default_factory=list)
    points: list[tuple[float, float]] = field(default_factory=list)
    evaluations: list[str] = field(default_factory=list)

    @property
    def in_attic(self) -> float:
        """h₀ + in − h₁, in bags. Source: handbook §17."""
        return (self.hopper_start or 0.0) + self.bags_in - (self.hopper_now or 0.0)


@dataclass(kw_only=True)
class BandRun:
    """A band: bags counted while it was filled, how much of that lies in the attic once it was left, whether it is done.

    none: somebody said that it takes none; its quota is wanted no more.
    """

    bags: float = 0.0
    in_attic: float | None = None
    done: bool = False
    none: bool = False


@dataclass(frozen=True, kw_only=True)
class DepthRead:
    """A depth read, from the ceiling plane. place: of the table, where it is one of its places. fill_in: what the plan wants there;
    new_in: how much of it is new, None in the taper."""

    entry: str
    section: str
    depth_in: float
    place: str | None
    at_ft: tuple[float, float] | None
    band: int | None
    fill_in: float | None
    new_in: float | None
    random: bool
    by: str
    at: str


@dataclass(frozen=True, kw_only=True)
class Asked:
    """Said by a device that does not hold the count: it waits for somebody to say whether it counts. bags: of a bag or a level."""

    entry: str
    kind: str
    device: str
    by: str
    at: str
    bags: float
    band: int | None


@dataclass(kw_only=True)
class Walked:
    """All that the entries come to. open_band: the one being filled; holder: the device that counts; latest: of every place the
    latest reading; log: what counts of it, and in which order; practice: none of its days is real."""

    bands: dict[int, BandRun] = field(default_factory=dict)
    products: dict[str, ProductRun] = field(default_factory=dict)
    days: list[DayRun] = field(default_factory=list)
    readings: list[DepthRead] = field(default_factory=list)
    latest: dict[object, DepthRead] = field(default_factory=dict)
    log: Standing = field(default_factory=lambda: Standing((), (), ()))
    asked: list[Asked] = field(default_factory=list)
    ignored: list[Ignored] = field(default_factory=list)
    refused: list[Ignored] = field(default_factory=list)
    causes: dict[str, str] = field(default_factory=dict)
    cores: list[dict[str, Any]] = field(default_factory=list)
    contacts: dict[str, str] = field(default_factory=dict)
    done: set[str] = field(default_factory=set)
    cleared: set[str] = field(default_factory=set)
    halted: list[str] = field(default_factory=list)
    open_band: int | None = None
    holder: str | None = None
    product: str | None = None
    practice: bool = False

    @property
    def day(self) -> DayRun | None:
        """The day that is open; None before the first start and after an end."""
        return self.days[-1] if self.days and self.days[-1].ended_at is None else None
