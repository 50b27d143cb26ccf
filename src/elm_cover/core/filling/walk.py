"""A log walked from its first entry to its last: bags by band, what is covered, depths read, days begun and ended.

Nothing is judged here: that is run.py. The phone walks its entries the same way (field/walk.ts); a test holds the two equal.
Source: handbook §17 and «Settled since, second part» 10 to 14; design §5, log.
"""

from __future__ import annotations

import math
from collections.abc import Callable, Iterable
from typing import Any

from ..log.entry import Entry
from ..log.kinds import WAITING
from ..log.standing import Ignored, Standing, corrected_s, standing
from ..log.standing import joins as joins_day
from ..log.words import BAG_QUESTION
from .spots import Spots
from .stops import stops_at, stops_left
from .table import FillTable
from .walked import Asked, BandRun, DayRun, DepthRead, ProductRun, Walked

# Devices of the office are named so: who starts a day there does not take the count by it.
DESK = "desk"
# A band that nobody left is done where it has its bags, to the half. Source: handbook, «Settled since, second part» 10.
HAS_ITS_BAGS = 0.5


class Walker:
    """Takes entries one after the other. evaluate: called whenever the verdict may change, with the product it is about."""

    def __init__(self, table: FillTable, evaluate: Callable[[Walked, str], None]) -> None:
        self.table, self.evaluate = table, evaluate
        self.at = Walked()
        self.quotas = {band.number: band for band in table.bands}
        self.spots = Spots(table)
        for band in table.bands:
            self.at.bands[band.number] = BandRun()
        for product in table.products:
            self.at.products[product.id] = ProductRun()
        self.at.product = table.products[0].id if len(table.products) == 1 else None
        self.confirmed: dict[str, bool] = {}
        self.begun: Entry | None = None
        # Whether a level of the hopper was read in the day that is open.
        self.level_said = False
        self.takes = {
            "day.start": self._start, "day.end": self._end, "day.pause": self._pause, "day.go": self._go,
            "band.enter": self._enter, "band.leave": self._leave, "bag.in": self._bag, "hopper": self._hopper,
            "reading": self._reading, "count.take": self._take, "bag.spoilt": self._spoilt,
        }  # fmt: skip

    def walk(self, entries: Iterable[Entry] | Standing) -> Walked:
        """The whole log."""
        stood, at = standing(entries), self.at
        at.ignored += stood.ignored
        at.log, at.practice = stood, stood.practice
        for entry in stood.entries:
            if entry.kind == "answer" and str(entry.value["question"]).startswith(BAG_QUESTION):
                one = str(entry.value["question"])[len(BAG_QUESTION) :]
                for id_ in (*([one] if one else []), *entry.value.get("of", ())):
                    self.confirmed[id_] = entry.value["text"] == "yes"
        for entry in stood.entries:
            self._one(entry)
        if at.day is not None:
            at.halted = [stop.key for stop in stops_left(self.table.stops, at.done, at.cleared)]
        return at

    def _one(self, entry: Entry) -> None:
        at, value = self.at, entry.value
        at.contacts[entry.device] = entry.at
        if entry.kind in self.takes:
            why = None if self._waits(entry) else self.takes[entry.kind](entry)
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

    def _waits(self, entry: Entry) -> bool:
        """Whether it moves the day and comes from a device that does not hold the count, and nobody said that it counts."""
        at = self.at
        if entry.kind not in WAITING:
            return False
        if at.holder is None and entry.kind == "bag.in":
            at.holder = entry.device
        if at.holder in (None, entry.device):
            return False
        said = self.confirmed.get(entry.id)
        if said is None:
            band = entry.value.get("band", entry.band if entry.band is not None else at.open_band)
            at.asked.append(
                Asked(
                    entry=entry.id, kind=entry.kind, device=entry.device, by=entry.actor, at=entry.at,
                    bags=float(entry.value.get("bags", 0.0)), band=band,
                )
            )  # fmt: skip
        return not said

    def _start(self, entry: Entry) -> str | None:
        at = self.at
        if at.day is not None and self.begun is not None and joins_day(self.begun, entry):
            at.day.joined.append(entry.id)
            return None
        if at.day is not None:
            at.day.ended_at = entry.at  # nobody ended it: the next start does
        product = entry.value.get("product")
        if product in at.products:
            at.product = product
        elif at.product is None:
            # Nobody said which: it is that of the band that comes first.
            at.product = next((q.product for q in self.table.bands if not at.bands[q.number].done), None)
        stood = stops_at(self.table, corrected_s(entry), entry.value.get("revision"), at.done, at.cleared)
        self.begun = entry
        at.days.append(
            DayRun(
                entry=entry.id, at=entry.at, at_s=corrected_s(entry), by=entry.actor, value=dict(entry.value),
                device=entry.device, under_stops=[stop.key for stop in stood], practice=entry.practice, clock=entry.clock,
                hopper_start=None if at.product is None else at.products[at.product].hopper_now,
                hopper_end=None if at.product is None else at.products[at.product].hopper_now,
            )
        )  # fmt: skip
        self.level_said = False
        # Nobody holds it who did on another day; at the desk whoever counts first will.
        at.holder = None if entry.device.startswith(DESK) else entry.device
        named = {one["key"] for one in entry.value.get("despite") or ()}
        if any(stop.key in named for stop in stood):
            return "a stop is not lifted by a name and a reason: it stood when this day began"
        if product is not None and product not in at.products:
            return f"the plan blows no “{product}”; the day counts, its bags with what the band is planned with"
        return None

    def _end(self, entry: Entry) -> str | None:
        day = self.at.day
        if day is None:
            return "no day is open that could end"
        day.ended_at, day.end_entry = entry.at, entry.id
        return None

    def _pause(self, entry: Entry) -> str | None:
        if self.at.day is None:
            return "no day is open that could pause"
        self.at.day.paused_s = corrected_s(entry)
        return None

    def _go(self, entry: Entry) -> str | None:
        day = self.at.day
        if day is None or day.paused_s is None:
            return "nothing is paused"
        # A pause is no time that a bag took.
        away = corrected_s(entry) - day.paused_s
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
            # Nobody said how it was left: it is done where it has its bags.
            before = self.at.open_band
            self._left(before, self.at.bands[before].bags >= self.quotas[before].bags - HAS_ITS_BAGS)
        band = self.at.bands[number]
        # Done again: it is not covered until it is left once more.
        band.done = band.none = False
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
        none = bool(entry.value.get("none"))
        self._left(number, none or entry.value.get("done") is not False, none)
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

    def _left(self, number: int, done: bool, none: bool = False) -> None:
        """What came in since a band was left last lies in this one. Source: handbook §17, covered; «Settled since» 10."""
        band, quota = self.at.bands[number], self.quotas[number]
        run = self.at.products[quota.product]
        band.done, band.none = done, none
        band.in_attic = (band.in_attic or 0.0) + run.in_attic - run.base
        run.base = run.in_attic
        run.last_left = number
        run.points.append(self._covered(quota.product))
        self.evaluate(self.at, quota.product)

    def _covered(self, product: str) -> tuple[float, float]:
        """Floor covered, ft², and the bags that lie in it."""
        mine = [q for q in self.table.bands if q.product == product and self.at.bands[q.number].done]
        return sum(q.area_ft2 for q in mine), sum(self.at.bands[q.number].in_attic or 0.0 for q in mine)

    def _bag(self, entry: Entry) -> str | None:
        at, bags = self.at, float(entry.value["bags"])
        number = entry.band if entry.band is not None else at.open_band
        if entry.band is not None and entry.band not in self.quotas:
            return f"there is no band {entry.band} in this plan"
        product = self.quotas[number].product if number is not None else at.product
        if product is None:
            return "which product it was is not said: enter the band first"
        run = at.products[product]
        run.bags_in += bags
        run.counted_at_s.append(corrected_s(entry))
        if number is not None:
            at.bands[number].bags += bags
        if at.day is not None:
            at.day.bags += bags
            if entry.value.get("before_stop") is not True and stops_at(
                self.table, corrected_s(entry), None, at.done, at.cleared
            ):
                at.day.after_stop += bags
        return None

    def _hopper(self, entry: Entry) -> str | None:
        at, level = self.at, float(entry.value["bags"])
        if at.product is None:
            return "which product it was is not said: enter the band first"
        run, day = at.products[at.product], at.day
        if day is not None and day.bags == 0 and not self.level_said:
            # What was put in or taken out since the last level was read is no fill in the attic.
            run.hopper_start = level if run.hopper_start is None else run.hopper_start + level - (run.hopper_now or 0.0)
            day.hopper_start = level
            self.level_said = True
        elif run.hopper_start is None and run.bags_in == 0:
            run.hopper_start = level
        if day is not None:
            day.hopper_end = level
        just_left = run.last_left is not None and run.base == run.in_attic and at.open_band is None
        run.hopper_now = level
        if just_left:
            self._read_late(at.product, run)
        return None

    def _read_late(self, product: str, run: ProductRun) -> None:
        """The level was read just after the band was left: that is the level at its end."""
        change = run.in_attic - run.base
        if change == 0 or run.last_left is None:
            return
        run.base = run.in_attic
        band = self.at.bands[run.last_left]
        band.in_attic = (band.in_attic or 0.0) + change
        run.points[-1] = self._covered(product)
        self.evaluate(self.at, product)

    def _reading(self, entry: Entry) -> str | None:
        value = entry.value
        section, marker, at_ft = value["section"], value.get("marker"), value.get("at_ft")
        if section not in self.table.sections:
            return f"there is no section “{section}” in this plan"
        name = self.table.sections[section]
        if marker is not None:
            spot = self.spots.marker(section, marker)
            if spot is None:
                return f"there is no marker {marker} in {name}"
        else:
            x, y = at_ft or (0.0, 0.0)
            spot = self.spots.spot(section, (x, y))
            if spot is None:
                return f"the reading at {_ft(x)}, {_ft(y)} ft lies on no floor of {name} that this plan fills"
        band = spot.band if spot.band in self.quotas else None
        read = DepthRead(
            entry=entry.id,
            section=section,
            depth_in=value["depth_in"],
            place=spot.place,
            at_ft=spot.at_ft,
            band=band,
            fill_in=spot.fill_in,
            new_in=None if spot.tapered else value["depth_in"] - spot.old_in,
            random=bool(value.get("random")),
            by=entry.actor,
            at=entry.at,
        )
        self.at.readings.append(read)
        # Source: handbook §19, the new reading replaces it.
        self.at.latest[read.place or (section, spot.at_ft)] = read
        if band is not None and self.at.bands[band].done:
            self.evaluate(self.at, self.quotas[band].product)
        return None

    def _take(self, entry: Entry) -> str | None:
        self.at.holder = entry.device
        return None

    def _spoilt(self, entry: Entry) -> str | None:
        if self.at.day is not None:
            self.at.day.spoilt += entry.value["bags"]
        return None


def _ft(value: Any) -> str:
    """A length as both folds write it: to the hundredth, without zeros at its end."""
    return f"{math.floor(value * 100 + 0.5) / 100:.2f}".rstrip("0").rstrip(".")
