"""A log walked from its first entry to its last: bags by band, what is covered, depths read, days begun and ended.

Nothing is judged here: that is run.py. The phone walks its entries the same way (field/walk.ts); a test holds the two equal.
Source: handbook §17; design §5, log.
"""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass, field
from typing import Any

from ..log.entry import Entry
from ..log.fold import Ignored, standing
from .table import FillTable, ReadPlace, StopStanding

# An answer to «do these bags count?»: its question is this and the id of the entry.
BAG_QUESTION = "bag:"


@dataclass(kw_only=True)
class DayRun:
    """A day as it was begun, and ended if it was. under_stops: keys that still stood at its start. hopper in bags."""

    entry: str
    at: str
    at_s: float
    by: str
    value: dict[str, Any]
    under_stops: list[str] = field(default_factory=list)
    ended_at: str | None = None
    paused_s: float | None = None
    hopper_start: float | None = None
    hopper_end: float | None = None
    bags: float = 0.0
    spoilt: float = 0.0


@dataclass(kw_only=True)
class ProductRun:
    """Bags of one product. hopper: levels at the first start and now. covered: bags in the attic as each band was left."""

    bags_in: float = 0.0
    hopper_start: float | None = None
    hopper_now: float | None = None
    at_leave: float | None = None
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
    """A band: bags counted while it was filled, how much of that lies in the attic once it was left, whether it is done."""

    bags: float = 0.0
    in_attic: float | None = None
    done: bool = False


@dataclass(frozen=True, kw_only=True)
class DepthRead:
    """A depth read, from the ceiling plane. place: of the table, where it is one of its places."""

    entry: str
    section: str
    depth_in: float
    place: str | None
    at_ft: tuple[float, float] | None
    band: int | None
    new_in: float | None
    random: bool
    by: str
    at: str


@dataclass(frozen=True, kw_only=True)
class Asked:
    """A bag counted by a device that does not hold the count: it waits for somebody to say whether it counts."""

    entry: str
    device: str
    by: str
    at: str
    bags: float
    band: int | None


@dataclass(kw_only=True)
class Walked:
    """All that the entries come to. open_band: the one being filled; holder: the device that counts; latest: of every place the
    latest reading, those at no known place all; stood: the entries that count."""

    bands: dict[int, BandRun] = field(default_factory=dict)
    products: dict[str, ProductRun] = field(default_factory=dict)
    days: list[DayRun] = field(default_factory=list)
    readings: list[DepthRead] = field(default_factory=list)
    latest: dict[str, DepthRead] = field(default_factory=dict)
    stood: tuple[Entry, ...] = ()
    asked: list[Asked] = field(default_factory=list)
    ignored: list[Ignored] = field(default_factory=list)
    refused: list[Ignored] = field(default_factory=list)
    causes: dict[str, str] = field(default_factory=dict)
    cores: list[dict[str, Any]] = field(default_factory=list)
    contacts: dict[str, str] = field(default_factory=dict)
    done: set[str] = field(default_factory=set)
    cleared: set[str] = field(default_factory=set)
    open_band: int | None = None
    holder: str | None = None
    product: str | None = None

    @property
    def day(self) -> DayRun | None:
        """The day that is open; None before the first start and after an end."""
        return self.days[-1] if self.days and self.days[-1].ended_at is None else None


def stops_left(stops: Iterable[StopStanding], done: set[str], cleared: set[str]) -> list[StopStanding]:
    """The stops that still stand. Source: design §5, a stop that an item of the list cures; hazard.cleared."""
    return [
        stop
        for stop in stops
        if not (stop.by_crew and stop.key in done) and stop.key not in cleared and stop.hazard not in cleared
    ]


class Walker:
    """Takes entries one after the other. evaluate: called whenever the verdict may change, with the product it is about."""

    def __init__(self, table: FillTable, evaluate: Any) -> None:
        self.table, self.evaluate = table, evaluate
        self.at = Walked()
        self.quotas = {band.number: band for band in table.bands}
        self.places: dict[str, ReadPlace] = {place.id: place for place in table.places}
        for band in table.bands:
            self.at.bands[band.number] = BandRun()
        for product in table.products:
            self.at.products[product.id] = ProductRun()
        self.at.product = table.products[0].id if len(table.products) == 1 else None
        self.takes = {
            "day.start": self._start, "day.end": self._end, "day.pause": self._pause, "day.go": self._go,
            "band.enter": self._enter, "band.leave": self._leave, "bag.in": self._bag, "hopper": self._hopper,
            "reading": self._reading, "count.take": self._take, "bag.spoilt": self._spoilt,
        }  # fmt: skip

    def walk(self, entries: Iterable[Entry]) -> Walked:
        """The whole log."""
        stood = standing(entries)
        self.at.ignored += stood.ignored
        self.at.stood = stood.entries
        self.voided = set(stood.taken_back)
        self.confirmed: dict[str, bool] = {}
        for entry in stood.entries:
            if entry.kind == "answer" and str(entry.value["question"]).startswith(BAG_QUESTION):
                self.confirmed[str(entry.value["question"])[len(BAG_QUESTION) :]] = entry.value["text"] == "yes"
        for entry in stood.entries:
            self._one(entry)
        return self.at

    def _one(self, entry: Entry) -> None:
        at, value = self.at, entry.value
        at.contacts[entry.device] = entry.at
        if entry.kind in self.takes:
            why = self.takes[entry.kind](entry)
            if why is not None:
                at.refused.append(Ignored(entry.id, why))
        elif entry.kind == "work.done":
            at.done.add(value["key"])
        elif entry.kind == "work.left":
            at.done.discard(value["key"])
        elif entry.kind == "hazard.cleared":
            at.cleared.add(value["hazard"])
        elif entry.kind == "cause.checked":
            at.causes[value["cause"]] = entry.at
        elif entry.kind == "core":
            at.cores.append({**value, "entry": entry.id, "at": entry.at})

    def _start(self, entry: Entry) -> str | None:
        at = self.at
        if at.day is not None:
            at.day.ended_at = entry.at  # nobody ended it: the next start does
        product = entry.value.get("product")
        if product in at.products:
            at.product = product
        elif at.product is None:
            # Nobody said which: it is that of the band that comes first.
            at.product = next((q.product for q in self.table.bands if not at.bands[q.number].done), None)
        stood = [stop.key for stop in stops_left(self.table.stops, at.done, at.cleared)]
        began = DayRun(
            entry=entry.id, at=entry.at, at_s=_s(entry), by=entry.actor, value=dict(entry.value), under_stops=stood
        )
        at.days.append(began)
        at.holder = at.holder or entry.device
        if product is not None and product not in at.products:
            return f"the plan blows no “{product}”; the day counts, its bags with what the band is planned with"
        return None

    def _end(self, entry: Entry) -> str | None:
        day = self.at.day
        if day is None:
            return "no day is open that could end"
        day.ended_at = entry.at
        return None

    def _pause(self, entry: Entry) -> str | None:
        if self.at.day is None:
            return "no day is open that could pause"
        self.at.day.paused_s = _s(entry)
        return None

    def _go(self, entry: Entry) -> str | None:
        day = self.at.day
        if day is None or day.paused_s is None:
            return "nothing is paused"
        # A pause is no time that a bag took.
        away = _s(entry) - day.paused_s
        for run in self.at.products.values():
            run.counted_at_s = [when + away for when in run.counted_at_s]
        day.paused_s = None
        return None

    def _enter(self, entry: Entry) -> str | None:
        number = entry.value["band"]
        why = self._no_such_band(entry)
        if why is not None:
            return why
        if self.at.open_band == number:
            return None
        if self.at.open_band is not None:
            self._left(self.at.open_band)
        band = self.at.bands[number]
        # Done again: it is not covered until it is left once more.
        band.done = False
        self.at.open_band = number
        self.at.product = self.quotas[number].product
        return None

    def _leave(self, entry: Entry) -> str | None:
        number = entry.value["band"]
        why = self._no_such_band(entry)
        if why is not None:
            return why
        if self.at.open_band not in (None, number):
            return f"band {number} is not the one being filled; that is {self.at.open_band}"
        self._left(number)
        self.at.open_band = None
        return None

    def _no_such_band(self, entry: Entry) -> str | None:
        """Why the band that an entry names is none of this plan; None where it is one."""
        number, section = entry.value["band"], entry.value["section"]
        if number not in self.quotas:
            return f"there is no band {number} in this plan"
        if self.quotas[number].section != section:
            return f"band {number} is not in the section “{section}”: is this the pack of another job, or an older one?"
        return None

    def _left(self, number: int) -> None:
        band, quota = self.at.bands[number], self.quotas[number]
        run = self.at.products[quota.product]
        band.done = True
        band.in_attic = (band.in_attic or 0.0) + run.in_attic - (run.at_leave or 0.0)
        run.at_leave = run.in_attic
        run.last_left = number
        covered = sum(
            q.area_ft2 for q in self.table.bands if q.product == quota.product and self.at.bands[q.number].done
        )
        run.points.append((covered, run.in_attic))
        self.evaluate(self.at, quota.product)

    def _bag(self, entry: Entry) -> str | None:
        at, bags = self.at, float(entry.value["bags"])
        number = entry.band if entry.band is not None else at.open_band
        if entry.band is not None and entry.band not in self.quotas:
            return f"there is no band {entry.band} in this plan"
        if entry.day in self.voided:
            at.ignored.append(Ignored(entry.id, "the day it belongs to was taken back"))
            return None
        at.holder = at.holder or entry.device
        if entry.device != at.holder:
            said = self.confirmed.get(entry.id)
            if said is None:
                at.asked.append(
                    Asked(entry=entry.id, device=entry.device, by=entry.actor, at=entry.at, bags=bags, band=number)
                )
            if not said:
                return None
        product = self.quotas[number].product if number is not None else at.product
        if product is None:
            return "which product it was is not said: enter the band first"
        run = at.products[product]
        run.bags_in += bags
        run.counted_at_s.append(_s(entry))
        if number is not None:
            at.bands[number].bags += bags
        if at.day is not None:
            at.day.bags += bags
        return None

    def _hopper(self, entry: Entry) -> str | None:
        at, level = self.at, float(entry.value["bags"])
        if at.product is None:
            return "which product it was is not said: enter the band first"
        run = at.products[at.product]
        if run.hopper_start is None and run.bags_in == 0:
            run.hopper_start = level
        if at.day is not None:
            at.day.hopper_start = level if at.day.hopper_start is None and at.day.bags == 0 else at.day.hopper_start
            at.day.hopper_end = level
        just_left = run.at_leave == run.in_attic and at.open_band is None
        run.hopper_now = level
        if just_left:
            self._read_late(at.product, run)
        return None

    def _read_late(self, product: str, run: ProductRun) -> None:
        """The level was read just after the band was left: that is the level at its end."""
        change = run.in_attic - (run.at_leave or 0.0)
        if change == 0:
            return
        run.at_leave = run.in_attic
        covered, _ = run.points[-1]
        run.points[-1] = (covered, run.in_attic)
        if run.last_left is not None:
            band = self.at.bands[run.last_left]
            band.in_attic = (band.in_attic or 0.0) + change
        self.evaluate(self.at, product)

    def _reading(self, entry: Entry) -> str | None:
        value = entry.value
        section, marker, at_ft = value["section"], value.get("marker"), value.get("at_ft")
        if section not in self.table.sections:
            return f"there is no section “{section}” in this plan"
        place = self._place(section, marker, at_ft)
        if marker is not None and place is None:
            return f"there is no marker {marker} in {self.table.sections[section]}"
        band = place.band if place is not None else entry.band if entry.band is not None else self.at.open_band
        read = DepthRead(
            entry=entry.id,
            section=section,
            depth_in=value["depth_in"],
            place=None if place is None else place.id,
            at_ft=place.at_ft if place is not None else None if at_ft is None else (at_ft[0], at_ft[1]),
            band=band if band in self.quotas else None,
            new_in=None if place is None or place.tapered else value["depth_in"] - place.old_in,
            random=bool(value.get("random")),
            by=entry.actor,
            at=entry.at,
        )
        self.at.readings.append(read)
        # Source: handbook §19, the new reading replaces it.
        self.at.latest[read.place or read.entry] = read
        if place is not None and place.band is not None and self.at.bands[place.band].done:
            self.evaluate(self.at, self.quotas[place.band].product)
        return None

    def _place(self, section: str, marker: int | None, at_ft: Any) -> ReadPlace | None:
        for place in self.table.places:
            if place.section != section:
                continue
            if marker is not None and place.marker == marker:
                return place
            if marker is None and at_ft is not None and tuple(at_ft) == tuple(place.at_ft):
                return place
        return None

    def _take(self, entry: Entry) -> str | None:
        self.at.holder = entry.device
        return None

    def _spoilt(self, entry: Entry) -> str | None:
        if self.at.day is not None:
            self.at.day.spoilt += entry.value["bags"]
        return None


def _s(entry: Entry) -> float:
    return entry.at_s + entry.offset_s
