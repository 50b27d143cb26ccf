"""The practice counter: it blows a field pack with the practice machine and speaks the open protocol, entry by entry.

Stand-in for any bag counter: one JSON object a line, as `POST /api/jobs/ID/log` takes them (docs/devices.md).
"""

from __future__ import annotations

import json
import random
import time
import urllib.error
import urllib.request
import uuid
from collections.abc import Callable, Iterator, Mapping, Sequence
from dataclasses import dataclass, field
from datetime import datetime, timedelta
from typing import Any

from ..core.base.units import nearest_eighth
from ..core.filling import FillTable, bags_by_section
from .machine import Machine, Settings

ACTOR = "practice"
DEVICE = "practice counter"
HOPPER_BAGS = 0.5
BETWEEN_BANDS_S = 180
BATCH = 100
SLOW_S = 20


class UnreachableError(RuntimeError):
    """The program did not take what was sent; the message says why."""


@dataclass(kw_only=True)
class Practice:
    """A day that the practice machine blows. until_bags: it stops there, in the middle of the day; None: to the end.

    begin: when the day starts, with its zone. Same table, seed and settings: the same entries, ids among them.
    """

    table: FillTable
    seed: int
    begin: datetime
    revision: int = 1
    settings: Settings = field(default_factory=Settings)
    until_bags: int | None = None

    def entries(self) -> Iterator[dict[str, Any]]:
        """Every entry of the day, in order. Source: handbook §18, it speaks the same protocol as any bag counter."""
        self._chance = random.Random(self.seed)
        self._seq, self._at_s, self._bags = 0, 0.0, 0
        # One machine blows the day: glass, where any of it is.
        sorts = {product.feeds_as for product in self.table.products}
        machine = Machine("glass" if "glass" in sorts else "cellulose", self.seed, self.settings)
        level = HOPPER_BAGS
        yield self._say("day.start", {"revision": self.revision, "bags": bags_by_section(self.table)})
        yield self._say("hopper", {"bags": HOPPER_BAGS})
        at = self.settings
        yield self._say("setting", {"speed": at.speed, "gate": at.gate, "air": at.air})
        for band in self.table.bands:
            product = next(p for p in self.table.products if p.id == band.product)
            yield self._say("band.enter", {"section": band.section, "band": band.number})
            # Fill that goes beneath what was lifted shows no depth: it is blown by its weight.
            depth, goal = 0.0, band.depth_in or 1.0
            while depth < goal - 1e-9 and band.bags > 0:
                minute = machine.minute()
                rise = goal * minute.fed_lb / (band.bags * product.bag_lb) * minute.fluff
                # The last minute of a band is as long as it takes.
                share = min(1.0, (goal - depth) / rise) if rise > 0 else 1.0
                self._at_s += 60 * share
                depth += rise * share
                level -= share * minute.fed_lb / product.bag_lb
                # The next bag goes in before the hopper runs empty.
                while level < 0:
                    level += 1
                    self._bags += 1
                    yield self._say("bag.in", {"bags": 1}, band=band.number)
                    if self.until_bags is not None and self._bags >= self.until_bags:
                        return
            yield from self._band_ended(band.number, band.section, depth / goal, level, machine)
        yield self._say("day.end", {})

    def _band_ended(
        self, number: int, section: str, share: float, level: float, machine: Machine
    ) -> Iterator[dict[str, Any]]:
        """The hopper's level to the quarter; then the markers of the band are read."""
        yield self._say("hopper", {"bags": round(level * 4) / 4})
        yield self._say("band.leave", {"section": section, "band": number})
        for place in self.table.places:
            if place.band == number and place.marker is not None and not place.tapered:
                true = place.old_in + (place.fill_in - place.old_in) * share
                self._at_s += 20
                read = nearest_eighth(machine.read_in(true))
                yield self._say("reading", {"section": section, "marker": place.marker, "depth_in": read})
        self._at_s += BETWEEN_BANDS_S

    def _say(self, kind: str, value: dict[str, Any], **more: Any) -> dict[str, Any]:
        self._seq += 1
        at = self.begin + timedelta(seconds=self._at_s)
        return {
            "id": str(uuid.UUID(int=self._chance.getrandbits(128), version=4)),
            "device": DEVICE,
            "seq": self._seq,
            "at": at.isoformat(),
            "actor": ACTOR,
            "kind": kind,
            "value": value,
            "practice": True,
            **more,
        }


def in_real_time(
    entries: Iterator[dict[str, Any]], speed: float, send: Callable[[dict[str, Any]], None],
    wait: Callable[[float], None] = time.sleep,
) -> int:  # fmt: skip
    """Hands each entry over when it is due, so many times quicker than it happens. How many there were."""
    before: datetime | None = None
    count = 0
    for entry in entries:
        at = datetime.fromisoformat(entry["at"])
        if before is not None and speed > 0:
            wait(max(0.0, (at - before).total_seconds() / speed))
        before = at
        send(entry)
        count += 1
    return count


def post(
    address: str, job: str, entries: Sequence[Mapping[str, Any]], token: str | None = None
) -> list[dict[str, Any]]:
    """Sends entries as any device does; each answered. Raises UnreachableError."""
    headers = {"Content-Type": "application/json", **({"Authorization": f"Bearer {token}"} if token else {})}
    body = json.dumps({"entries": list(entries)}).encode()
    asked = urllib.request.Request(f"{address}/api/jobs/{job}/log", body, headers, method="POST")
    try:
        with urllib.request.urlopen(asked, timeout=SLOW_S) as answer:
            told: list[dict[str, Any]] = json.load(answer)["answers"]
            return told
    except urllib.error.HTTPError as error:
        raise UnreachableError(f"refused with {error.code}: {error.read(2000).decode(errors='replace')}") from error
    except (OSError, ValueError) as error:
        raise UnreachableError(f"{address} does not answer: {error}") from error
