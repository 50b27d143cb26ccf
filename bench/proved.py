"""A long day: 5,000 entries and 500 readings of the bench's attic, folded and proved."""

from __future__ import annotations

import time
from typing import Any

from bench.attic import attic_document
from elm_cover.core.done import filled_job, prove
from elm_cover.core.filling.run import run_of
from elm_cover.core.log.entry import Entry
from elm_cover.job import read_job

ENTRIES, READINGS = 5_000, 500


def fold_and_proof_s() -> tuple[float, float]:
    """What the fold takes and what the proof takes with the plan made already, s: the least of three runs."""
    document = attic_document(3000, sections=5)
    document["accesses"] = [{"id": "h", "kind": "hatch", "at_ft": [10, 10], "opening_in": [24, 30]}]
    job = read_job(document)
    filled = filled_job(job)
    planned, table = filled.planned, filled.table
    entries: list[Entry] = []

    def say(kind: str, value: dict[str, Any]) -> None:
        number = len(entries)
        entries.append(Entry(f"{number:06}", "p", number, 60.0 * number, "crew", kind, value))

    say("day.start", {"revision": 1})
    each = max(1, (ENTRIES - READINGS) // max(1, len(table.bands)) - 2)
    for band in table.bands:
        say("band.enter", {"section": band.section, "band": band.number})
        for _ in range(each):
            say("bag.in", {"bags": 1})
        say("band.leave", {"section": band.section, "band": band.number})
    for i in range(READINGS):
        place = table.places[i % len(table.places)]
        where = {"marker": place.marker} if place.marker else {"at_ft": list(place.at_ft), "random": True}
        say("reading", {"section": place.section, "depth_in": place.fill_in, **where})
    folded, proved = [], []
    for _ in range(3):
        begun = time.perf_counter()
        run_of(table, entries)
        folded.append(time.perf_counter() - begun)
        begun = time.perf_counter()
        prove(planned, table, entries)
        proved.append(time.perf_counter() - begun)
    return min(folded), min(proved)
