"""Demo jobs that are done or nearly: one proved and handed over, one with a short place, one with a leak test half done."""

from __future__ import annotations

import math
import uuid
from collections.abc import Iterator, Mapping, Sequence
from datetime import UTC, date, datetime, time, timedelta
from typing import Any

from ..core.filling import FillTable
from ..core.plan import plan
from ..core.proof import OZ_PER_LB
from ..devices.counter import Practice
from ..devices.gauge import House, PracticeTest
from ..formats.field_pack import field_pack, read_pack
from ..formats.log_file import entry_document, read_entry
from ..job import Job

PROVED, SHORT, HALF_TESTED = "1 Kiln Yard", "5 Orchard Rise", "7 Osier Walk"
# What was issued of the job that is handed over.
HANDED_OVER = ("attic card", "receipt")
SEEDS = {PROVED: 2, SHORT: 5, HALF_TESTED: 7}
HOUSE = {"floor_ft2": 1400.0, "volume_ft3": 11_200.0, "bedrooms": 3}
# Read over the line by so much, in turn, in.
OVER_IN = (0.25, 0.0, 0.375, 0.125)
SHORT_IN = 0.875
HALF_POINTS = 3
TUBE_IN = 4.0
TUBE_FT2 = math.pi / 4 * (TUBE_IN / 12) ** 2

Entry = dict[str, Any]


def done_log(job: Job, today: date) -> list[Entry] | None:
    """The log of one of the three, None of any other: blown in the week before today."""
    at = datetime.combine(today - timedelta(days=4), time(8), UTC)
    if job.name == PROVED:
        return _checked(
            [*_tested(job, at - timedelta(hours=2), ("before",)), *_blown(job, at, None), *_finished(job, at)]
        )
    if job.name == SHORT:
        return _checked(_blown(job, at, SHORT_IN))
    if job.name == HALF_TESTED:
        return _checked(_tested(job, at, ("before", "after"), HALF_POINTS))
    return None


def _checked(entries: list[Entry]) -> list[Entry]:
    return [entry_document(read_entry(entry)) for entry in entries]


def _blown(job: Job, at: datetime, short_in: float | None) -> list[Entry]:
    """A whole day of the practice counter, then every place read again as it was left: topped up, but for one where asked."""
    table = read_pack(field_pack(job))
    seed = SEEDS[str(job.name)]
    counted = list(Practice(table=table, seed=seed, begin=at).entries())
    after = datetime.fromisoformat(counted[-1]["at"])
    return [*counted, *_read(table, seed, after, short_in), *_said(seed, "core", after, _cores(table))]


def _read(table: FillTable, seed: int, after: datetime, short_in: float | None) -> Iterator[Entry]:
    readings = []
    for number, place in enumerate(table.places):
        off = -short_in if short_in is not None and place.marker == 1 else OVER_IN[number % len(OVER_IN)]
        where = {"marker": place.marker} if place.marker else {"at_ft": list(place.at_ft), "random": True}
        depth = round((place.fill_in + off) * 8) / 8
        readings.append(("reading", {"section": place.section, "depth_in": depth, **where}))
    return _said(seed, "ruler", after, readings)


def _cores(table: FillTable) -> list[tuple[str, Mapping[str, Any]]]:
    """A core out of the last band, as heavy as the practice machine blows."""
    if not table.bands:
        return []
    band = table.bands[-1]
    psf = band.bags * table.products[0].bag_lb / band.area_ft2
    ounces = round(OZ_PER_LB * TUBE_FT2 * psf, 2)
    return [("core", {"section": band.section, "diameter_in": TUBE_IN, "depth_in": band.depth_in, "weight_oz": ounces})]


def _finished(job: Job, at: datetime) -> list[Entry]:
    """What a job that is handed over has besides: its list ticked, the house tested again, the burner by who is qualified."""
    items = [item for item in plan(job).work.items if item.group != "extras"]
    ticked = [("work.done", {"key": item.key}) for item in items]
    hours = [("hours", {"kind": "on site", "person_hours": 9.5})]
    evening = at + timedelta(hours=8)
    burner = [("burner.test", {"test": "after", "result": "passed", "by": "M. Odd, heating"})]
    return [
        *_said(SEEDS[PROVED], "list", at - timedelta(hours=1), [*ticked, *hours]),
        *_tested(job, evening, ("after",)),
        *_said(SEEDS[PROVED], "burner", evening + timedelta(minutes=20), burner),
    ]


def _tested(job: Job, at: datetime, tests: tuple[str, ...], last_points: int = 6) -> list[Entry]:
    """Fan tests of the practice gauge; the last of them breaks off after so many points."""
    house = House.of(plan(job).work.items)
    found: list[Entry] = []
    for number, test in enumerate(tests):
        sealed = list(house.leaks) if test == "after" else []
        points = last_points if number == len(tests) - 1 else 6
        begin = at + timedelta(minutes=40 * number)
        made = PracticeTest(
            house=house, test=test, seed=SEEDS[str(job.name)], begin=begin, sealed=sealed, points=points
        )
        found += made.entries()
    return found


def _said(seed: int, device: str, after: datetime, said: Sequence[tuple[str, Mapping[str, Any]]]) -> Iterator[Entry]:
    """Entries of one device, half a minute apart."""
    for number, (kind, value) in enumerate(said, 1):
        yield {
            "id": str(uuid.uuid5(uuid.NAMESPACE_OID, f"demo {seed} {device} {number}")),
            "device": f"demo {device}",
            "seq": number,
            "at": (after + timedelta(seconds=30 * number)).isoformat(),
            "actor": "R. Fenn",
            "kind": kind,
            "value": value,
            "practice": True,
        }
