"""Hazards on record as items: who clears them, which of them an item of the crew's cures (handbook §3, what stops the job)."""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from ..given.book import BookInput
from ..given.work import HazardRecord, WorkInput
from ..hazards.stops import BLOCKING_STATUSES, CREW, stop_for
from ..preparation.materials import use
from .item import Task

SCREEN_FT2 = 2.0


def who_clears(kind: str) -> str:
    """Who clears a hazard: the crew, or which trade.

    Source: handbook §3, who clears it.

    >>> [who_clears(kind) for kind in ("knob_and_tube", "animals")]
    ['licensed electrician', 'crew']
    """
    return stop_for(kind).who


def hazard_tasks(record: WorkInput, lifted: Iterable[str], book: BookInput) -> Iterator[Task]:
    """An item for every hazard that is or was on record. lifted: hazards that an item of a feature cures already.

    Source: handbook §13, hazard to clear; §3.
    """
    cured = frozenset(lifted)
    for hazard in record.hazards:
        if "by the hour" in stop_for(hazard.kind).marks or hazard.status in (None, "absent"):
            continue
        if hazard.status in BLOCKING_STATUSES and hazard.kind in cured:
            continue
        yield _task(hazard, book)


def _task(hazard: HazardRecord, book: BookInput) -> Task:
    stop = stop_for(hazard.kind)
    cleared = hazard.status == "cleared"
    kind = stop.by_item or "hazard"
    materials = {"co_alarm": (use("co_alarm", 1),), "screen": (use("screen", SCREEN_FT2),)}.get(kind, ())
    hours = {"co_alarm": book.work["alarm_hours"], "screen": book.work["screen_hours"]}.get(kind, 0.0)
    return Task(
        key=hazard.key,
        kind=kind,
        what=stop.title,
        amount=SCREEN_FT2 if kind == "screen" else 1,
        unit="ft²" if kind == "screen" else "pieces",
        materials=() if cleared else materials,
        person_hours=0.0 if cleared else hours,
        who=stop.who,
        why=f"{hazard.status or ''}: blocks {stop.blocks}.".capitalize(),
        cautions=(stop.caution,),
        pieces=(stop.cleared_by,),
        lifts=hazard.kind,
        group="safe" if stop.who == CREW else "trades",
        row=hazard.key,
        stop=not cleared,
        leavable=False,
        done_by=(hazard.cleared_by or "nobody named") if cleared else None,
        done_on=hazard.cleared_on if cleared else None,
    )
