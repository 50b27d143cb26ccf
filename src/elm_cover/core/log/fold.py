"""What a log comes to: the same whatever order its entries arrived in, and however often."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from typing import Any

from .entry import Entry

VOID = "void"


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
class Ignored:
    """An entry that comes to nothing, and why."""

    entry: str
    why: str


@dataclass(frozen=True)
class Day:
    """The log folded. done, left: by the key of the item; the later word holds. taken_back: ids that were voided."""

    done: dict[str, Mark]
    left: dict[str, Mark]
    notes: tuple[Said, ...]
    photos: tuple[Said, ...]
    taken_back: tuple[str, ...]
    ignored: tuple[Ignored, ...]


def ordered(entries: Iterable[Entry]) -> tuple[Entry, ...]:
    """Each entry once, in the order in which things were done: within a device by its count, between devices by corrected time.

    A device's clock that was set back does not turn its own order round: none of its entries is earlier than the one before it.
    Source: design §5, log.
    """
    once: dict[str, Entry] = {}
    for entry in entries:
        other = once.get(entry.id)
        if other is None or _identity(entry) < _identity(other):
            once[entry.id] = entry
    latest: dict[str, float] = {}
    timed = []
    for entry in sorted(once.values(), key=lambda e: (e.device, e.seq, e.id)):
        time = max(entry.at_s + entry.offset_s, latest.get(entry.device, float("-inf")))
        latest[entry.device] = time
        timed.append((time, entry.device, entry.seq, entry.id, entry))
    return tuple(entry for *_, entry in sorted(timed, key=lambda t: t[:4]))


def _identity(entry: Entry) -> tuple[Any, ...]:
    """Told apart where one id was written twice: which of the two holds must not hang on which came first."""
    return (
        entry.device,
        entry.seq,
        entry.at_s,
        entry.kind,
        entry.actor,
        repr(sorted(entry.value.items())),
        entry.voids or "",
    )


def fold(entries: Iterable[Entry]) -> Day:
    """Everything the entries come to. A void of a void, of itself or of what is not there is listed as ignored.

    Source: design §5, totals are a pure fold.
    """
    listed = ordered(entries)
    kinds = {entry.id: entry.kind for entry in listed}
    taken_back: dict[str, None] = {}
    ignored: list[Ignored] = []
    for entry in listed:
        if entry.kind == VOID:
            why = _void_refused(entry, kinds)
            if why is None:
                taken_back[entry.voids or ""] = None
            else:
                ignored.append(Ignored(entry.id, why))
    day = Day({}, {}, (), (), tuple(taken_back), tuple(ignored))
    notes: list[Said] = []
    photos: list[Said] = []
    for entry in listed:
        if entry.id in taken_back or entry.kind == VOID:
            continue
        value = entry.value
        if entry.kind == "work.done":
            day.left.pop(value["key"], None)
            day.done[value["key"]] = Mark(entry.actor, entry.at, entry.id, value.get("amount"))
        elif entry.kind == "work.left":
            day.done.pop(value["key"], None)
            day.left[value["key"]] = Mark(entry.actor, entry.at, entry.id, None, value["reason"])
        elif entry.kind == "note":
            notes.append(Said(entry.id, entry.actor, entry.at, value["text"], value.get("of")))
        elif entry.kind == "photo":
            photos.append(Said(entry.id, entry.actor, entry.at, value["file"], value.get("of")))
    return Day(day.done, day.left, tuple(notes), tuple(photos), day.taken_back, day.ignored)


def _void_refused(entry: Entry, kinds: dict[str, str]) -> str | None:
    """Why a void comes to nothing; None where it takes something back."""
    if entry.voids == entry.id:
        return "it takes itself back"
    if entry.voids not in kinds:
        return "what it takes back is not in this log, or not yet"
    return "it takes back what takes something back" if kinds[entry.voids] == VOID else None
