"""Hazards on record as items: who clears them, which of them an item of the crew's cures (handbook: what stops the job)."""

from __future__ import annotations

from collections.abc import Iterable, Iterator

from ..given.book import BookInput
from ..given.work import HazardRecord, WorkInput
from ..hazards.stops import BLOCKING_STATUSES, stop_for
from ..preparation.materials import use
from .item import Task

# Judged by the hour of the day, not by the list.
BY_THE_HOUR = ("heat",)
# Who clears what the crew does not.
TRADES = {
    "vermiculite": "licensed abatement firm",
    "suspect_material": "qualified tester",
    "knob_and_tube": "licensed electrician",
    "unsafe_wiring": "licensed electrician",
    "roof_leak": "roofer",
    "damaged_framing": "carpenter or engineer",
    "single_wall_vent": "licensed heating trade",
    "atmospheric_burner": "qualified heating trade",
    "combustion_air": "heating trade",
    "attic_moisture": "qualified person",
}
# Hazards that the crew itself sees to, by the kind of item that does it.
BY_CREW = {"no_safe_way": "way_to_move", "animals": "screen", "no_co_alarm": "co_alarm"}
# Hazards that an item made of a feature cures, where there is one: lights, shields, fans.
BY_FEATURE = ("non_ic_light", "unshielded_flue", "fan_into_attic")
SCREEN_FT2 = 2.0
WHO_ELSE = "qualified person"


def who_clears(kind: str) -> str:
    """Who clears a hazard: the crew, or which trade.

    Source: handbook §3, who clears it.
    """
    return "crew" if kind in BY_CREW or kind in BY_FEATURE else TRADES.get(kind, WHO_ELSE)


def hazard_tasks(record: WorkInput, lifted: Iterable[str], book: BookInput) -> Iterator[Task]:
    """An item for every hazard that is or was on record. lifted: hazards that an item of a feature cures already.

    Source: handbook §13, hazard to clear; §3.
    """
    cured = frozenset(lifted)
    for hazard in record.hazards:
        if hazard.kind in BY_THE_HOUR or hazard.status in (None, "absent"):
            continue
        if hazard.status in BLOCKING_STATUSES and hazard.kind in cured:
            continue
        yield _task(hazard, book)


def _task(hazard: HazardRecord, book: BookInput) -> Task:
    stop = stop_for(hazard.kind)
    cleared = hazard.status == "cleared"
    kind = BY_CREW.get(hazard.kind, "hazard")
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
        who=who_clears(hazard.kind),
        why=f"{hazard.status or ''}: blocks {stop.blocks}.".capitalize(),
        cautions=(stop.caution,),
        pieces=(stop.cleared_by,),
        lifts=hazard.kind,
        group="safe" if who_clears(hazard.kind) == "crew" else "trades",
        row=hazard.key,
        stop=not cleared,
        leavable=False,
        done_by=(hazard.cleared_by or "nobody named") if cleared else None,
        done_on=hazard.cleared_on if cleared else None,
    )
