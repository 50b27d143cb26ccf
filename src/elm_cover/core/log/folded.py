"""What a log comes to: the same whatever order its entries arrived in, and however often (handbook §13)."""

from __future__ import annotations

import math
from collections.abc import Iterable
from dataclasses import dataclass, field
from typing import Any

from .entry import Entry
from .first_day import Cut, cut_of
from .standing import START, Ignored, Standing, standing

# What is said of an item: of these the last word holds.
MARKS = ("work.done", "work.left")
MOVES = ("load.out", "load.back")


@dataclass(frozen=True)
class Mark:
    """Who marked an item, and when by a corrected clock. amount, reason: as far as they were said."""

    by: str
    at: str
    entry: str
    amount: float | None = None
    reason: str | None = None


@dataclass(frozen=True)
class Said:
    """A note or a photo. of: the item it is of. text: the words, or the photo's file."""

    entry: str
    by: str
    at: str
    text: str
    of: str | None = None


@dataclass(frozen=True)
class Moved:
    """Something that went onto the truck (load.out) or came back (load.back), by the entry that said it."""

    entry: str
    kind: str
    what: str
    amount: float
    by: str
    at: str


@dataclass(frozen=True)
class FoundMore:
    """Something to do that nobody had on the list: what the entry says of it."""

    entry: str
    by: str
    at: str
    value: dict[str, Any]


@dataclass(frozen=True, kw_only=True)
class Day:
    """The log folded. cleared: hazards that somebody named has cleared, and how; found: what is to do beside the list; holes: how
    many of each kind were counted; days: how many were begun; practice: all of them are; cut: by what the floor was cut into bands when the first began. done, left: by the key of the item; the later word holds. taken_back: ids that were voided. out, back:
    how much of each thing went onto the truck and came back, summed; moved: the entries that said so."""

    done: dict[str, Mark]
    left: dict[str, Mark]
    notes: tuple[Said, ...]
    photos: tuple[Said, ...]
    taken_back: tuple[str, ...]
    ignored: tuple[Ignored, ...]
    out: dict[str, float] = field(default_factory=dict)
    back: dict[str, float] = field(default_factory=dict)
    moved: tuple[Moved, ...] = ()
    cleared: dict[str, Mark] = field(default_factory=dict)
    found: tuple[FoundMore, ...] = ()
    holes: dict[str, int] = field(default_factory=dict)
    days: int = 0
    practice: bool = False
    cut: Cut | None = None


def fold(entries: Iterable[Entry] | Standing) -> Day:
    """Everything the entries come to, of the work list and the load. Source: design §5, totals are a pure fold."""
    stood = standing(entries)
    last: dict[str, Entry] = {}
    notes: list[Said] = []
    photos: list[Said] = []
    moved: list[Moved] = []
    cleared: dict[str, Mark] = {}
    found: list[FoundMore] = []
    holes: dict[str, int] = {}
    for entry in stood.entries:
        kind = entry.kind
        if kind in MOVES:
            what, amount = entry.value["what"], entry.value["amount"]
            moved.append(Moved(entry.id, kind, what, amount, entry.actor, entry.at))
        elif kind in MARKS:
            last[entry.value["key"]] = entry
        elif kind == "note":
            notes.append(Said(entry.id, entry.actor, entry.at, entry.value["text"], entry.value.get("of")))
        elif kind == "photo":
            photos.append(Said(entry.id, entry.actor, entry.at, entry.value["file"], entry.value.get("of")))
        elif kind == "hazard.cleared":
            cleared[entry.value["hazard"]] = Mark(entry.value["by"], entry.at, entry.id, None, entry.value["how"])
        elif kind == "work.found":
            found.append(FoundMore(entry.id, entry.actor, entry.at, dict(entry.value)))
        elif kind == "hole.found":
            holes[entry.value["id"]] = entry.value["count"]
    done = {key: _mark(entry) for key, entry in last.items() if entry.kind == "work.done"}
    left = {key: _mark(entry) for key, entry in last.items() if entry.kind == "work.left"}
    return Day(
        done=done,
        left=left,
        notes=tuple(notes),
        photos=tuple(photos),
        taken_back=stood.taken_back,
        ignored=stood.ignored,
        out=_summed(one for one in moved if one.kind == "load.out"),
        back=_summed(one for one in moved if one.kind == "load.back"),
        moved=tuple(moved),
        cleared=cleared,
        found=tuple(found),
        holes=holes,
        days=sum(entry.kind == START for entry in stood.entries),
        practice=stood.practice,
        cut=cut_of(stood.entries),
    )


def _summed(moved: Iterable[Moved]) -> dict[str, float]:
    """By what was moved, all of it; summed exactly, so that the order in which the amounts come in changes nothing."""
    amounts: dict[str, list[float]] = {}
    for one in moved:
        amounts.setdefault(one.what, []).append(one.amount)
    return {what: math.fsum(all_of_it) for what, all_of_it in amounts.items()}


def _mark(entry: Entry) -> Mark:
    return Mark(entry.actor, entry.at, entry.id, entry.value.get("amount"), entry.value.get("reason"))
