"""What gates what in the work list (handbook §13, order of work; what stops the job)."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from typing import NamedTuple

from ..hazards.stops import EVERYTHING, stop_for
from .item import AS_IT_IS, DONE, GONE, LEFT
from .kinds import GROUPS

EVERY_GROUP = tuple(group for group in GROUPS if group not in ("safe", "trades", "extras"))
# What is done on the bare ceiling, after the old fill is out.
AFTER_CLEARING = ("leaks", "shields", "eaves", "dams")
BEFORE_CLOSING = ("leaks", "shields", "eaves", "dams")
SETTLED = (DONE, LEFT, AS_IT_IS, GONE)


class Standing(NamedTuple):
    """What of an item its gates go by. lifts: the hazard that it cures."""

    key: str
    group: str
    section: str | None
    state: str
    lifts: str | None


@dataclass(frozen=True)
class Gates:
    """By the key of an item: what it waits for, and what waits for it."""

    waits: Mapping[str, tuple[str, ...]]
    gates: Mapping[str, list[str]]


def gates_of(items: Sequence[Standing]) -> Gates:
    """What each waits for and is waited for by; what is done or left out is waited for no more.

    Source: handbook §13, each item says what gates it and what it gates.
    """
    standing = [item for item in items if item.state not in SETTLED]
    stops = [item for item in standing if item.lifts is not None and item.group in ("safe", "trades")]
    clearing = [item for item in standing if item.group == "clear_out"]
    open_work = [item for item in standing if item.group in BEFORE_CLOSING]
    waits: dict[str, tuple[str, ...]] = {}
    gates: dict[str, list[str]] = {}
    for item in standing:
        keys = _waits(item, stops, clearing, open_work)
        if keys:
            waits[item.key] = tuple(keys)
            for key in keys:
                gates.setdefault(key, []).append(item.key)
    return Gates(waits, gates)


def groups_gated(hazard: str) -> tuple[str, ...]:
    """Groups of the work list that wait for a hazard to be cleared. Source: handbook §3, what it blocks; §13, gates."""
    gates = stop_for(hazard).gates
    return EVERY_GROUP if gates == EVERYTHING else gates


def _waits(
    item: Standing, stops: Sequence[Standing], clearing: Sequence[Standing], open_work: Sequence[Standing]
) -> list[str]:
    found = [stop.key for stop in stops if item.group in groups_gated(stop.lifts or "")]
    if item.group in AFTER_CLEARING:
        found += [other.key for other in clearing if _same_place(item, other)]
    if item.group == "close":
        found += [other.key for other in clearing if _same_place(item, other)]
        found += [other.key for other in open_work if _same_place(item, other)]
    return found


def _same_place(item: Standing, other: Standing) -> bool:
    """Whether both are of one section; what is of the whole house is of every section."""
    return item.section is None or other.section is None or item.section == other.section
