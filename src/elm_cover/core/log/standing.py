"""Which entries of a log count, and in which order: once each, without what was taken back, real and practice apart (handbook §17).

Source: design §5, log; handbook «Settled since, second part» 13 (practice), 14 (order).
"""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass, replace
from operator import attrgetter
from typing import Any

from .entry import Entry
from .kinds import OF_A_DAY

VOID, START, END, PHOTO = "void", "day.start", "day.end", "photo"
# By judgement: a start by another device so much later is another day's, though nobody ended the one before.
WORKING_DAY_S = 12 * 3600.0
# Where a picture is pinned to.
PINNED = ("section", "at_ft", "look")
DAY_GONE = "the day it belongs to was taken back"
PRACTISED = "it was practice: where a real day stands, practice counts nothing"
NOT_PRACTICE = "it is real and the day is practice: nothing of practice mixes with real work"
NO_REAL_DAY = "it is practice and the day is real: nothing of practice mixes with real work"


@dataclass(frozen=True)
class Ignored:
    """An entry that comes to nothing, and why."""

    entry: str
    why: str


@dataclass(frozen=True)
class Standing:
    """What counts of a log: its entries in order without those taken back and without the voids. practice: its days are
    practice, none of them real. written: every entry in order, also those that count nothing."""

    entries: tuple[Entry, ...]
    taken_back: tuple[str, ...]
    ignored: tuple[Ignored, ...]
    practice: bool = False
    written: tuple[Entry, ...] = ()


def ordered(entries: Iterable[Entry]) -> tuple[Entry, ...]:
    """Each entry once, in the order in which things were done: within a device by its count, between devices by corrected time.

    A device's clock that was set back does not turn its own order round: none of its entries is earlier than the one before it.
    Source: design §5, log.
    """
    given = list(entries)
    once = {entry.id: entry for entry in given}
    if len(once) < len(given):
        for entry in given:
            if _identity(entry) < _identity(once[entry.id]):
                once[entry.id] = entry
    by_device: dict[str, list[Entry]] = {}
    for entry in once.values():
        by_device.setdefault(entry.device, []).append(entry)
    timed: list[tuple[float, str, int, str, Entry]] = []
    for device, own in by_device.items():
        own.sort(key=attrgetter("seq", "at_s", "id"))
        latest = float("-inf")
        for entry in own:
            latest = max(corrected_s(entry), latest)
            timed.append((latest, device, entry.seq, entry.id, entry))
    timed.sort()  # ids differ, so that no two lines are told apart by their entries
    return tuple(line[4] for line in timed)


def corrected_s(entry: Entry) -> float:
    """When it was done, s since 1970, by a clock that is right."""
    return entry.at_s + entry.offset_s


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


def standing(entries: Iterable[Entry] | Standing) -> Standing:
    """The entries that count; of a log that was looked at already, what was found. A void of a void, of itself or of what is not there is listed as ignored; so is what belongs to a
    day that was taken back, and practice beside real work.

    Source: design §5, undo is an entry; handbook «Settled since, second part» 13.
    """
    if isinstance(entries, Standing):
        return entries
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
    days = _days(listed, taken_back)
    starts = {e.id: e for e in listed if e.kind == START}
    stood = [e for e in starts.values() if e.id not in taken_back]
    practice = bool(stood) and all(e.practice for e in stood)
    real = any(not e.practice for e in stood)
    left: list[Entry] = []
    for entry in listed:
        if entry.kind == VOID or entry.id in taken_back:
            continue
        day = starts.get(days.get(entry.id, ""))
        gone = day is not None and day.id in taken_back
        if entry.kind == PHOTO and gone:
            left.append(_without_place(entry))
            continue
        # A stand-in's word that is of no day, a fan test say, counts until a real day stands.
        why = PRACTISED if entry.practice and real else None
        if entry.kind in OF_A_DAY:
            why = _not_of_the_day(entry, day, gone, practice)
        if why is None:
            left.append(entry)
        else:
            ignored.append(Ignored(entry.id, why))
    return Standing(tuple(left), tuple(taken_back), tuple(ignored), practice, listed)


def _days(listed: Sequence[Entry], taken_back: Mapping[str, None]) -> dict[str, str]:
    """Of every entry the one that began its day: the one it names, else the day that was open when it was written."""
    found: dict[str, str] = {}
    open_: Entry | None = None
    for entry in listed:
        if entry.kind == START and not (open_ is not None and open_.id not in taken_back and joins(open_, entry)):
            open_ = entry
        own = entry.id if entry.kind == START else entry.day or (None if open_ is None else open_.id)
        if own is not None:
            found[entry.id] = own
        # From where a start is taken back nothing more belongs to it.
        taken = open_ is not None and entry.kind == VOID and entry.voids == open_.id
        if taken or (entry.kind == END and entry.id not in taken_back):
            open_ = None
    return found


def joins(day: Entry, start: Entry) -> bool:
    """Whether a start is one of the day that is open already: another device's, within a working day of it.

    Two phones that start without a signal come to one day. Source: handbook §17; a working day by judgement.
    """
    return (
        start.device != day.device
        and start.practice == day.practice
        and corrected_s(start) - corrected_s(day) < WORKING_DAY_S
    )


def _not_of_the_day(entry: Entry, day: Entry | None, gone: bool, practice: bool) -> str | None:
    """Why an entry of a day counts nothing; None where it counts."""
    if gone:
        return DAY_GONE
    sort = practice if day is None else day.practice
    if entry.practice != sort:
        return NO_REAL_DAY if entry.practice else NOT_PRACTICE
    return PRACTISED if entry.practice and not practice else None


def _without_place(entry: Entry) -> Entry:
    """The picture stays, its place goes with the day it was taken on."""
    return replace(entry, value={name: said for name, said in entry.value.items() if name not in PINNED})


def _void_refused(entry: Entry, kinds: dict[str, str]) -> str | None:
    """Why a void comes to nothing; None where it takes something back."""
    if entry.voids == entry.id:
        return "it takes itself back"
    if entry.voids not in kinds:
        return "what it takes back is not in this log, or not yet"
    return "it takes back what takes something back" if kinds[entry.voids] == VOID else None
