"""The log of a job: entries added and never changed, numbered as they arrived, each with who sent it.

Every function works inside the transaction that its caller has opened.
"""

from __future__ import annotations

import json
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field
from datetime import datetime
from typing import Any

from peewee import fn

from .holding import NOT_TAKEN, held_here, hold, how_many_wait, let_in
from .photo_names import note_photos
from .rows import LogRow, WriterRow
from .who_rows import DeviceRow

# What a device does not say of an entry, and so cannot contradict when it sends it again.
OUR_OWN = ("offset_s", "clock")
# Who sends without a token: this machine itself; an archive that was brought in; somebody who signed in, with their id behind it.
DESK, ARCHIVE, PERSON = "desk", "archive", "person "
MANY = 500
HELD_FULL = (
    "as many entries of this job wait for the office as a log holds: it is kept on the device until they are looked at"
)


@dataclass(frozen=True)
class Bound:
    """most: entries a log takes; always: kinds that it takes even then, up to most_always in all."""

    most: int
    most_always: int
    always: frozenset[str]


@dataclass(frozen=True)
class Sent:
    """Entries as they are to be kept. sender: whose token or session they came with; unsaid: ids of those that said nothing of who did
    it; anybodys: they may be of any device, from a file say; doubts: by id, why an entry is not believed; name: of who hands them in."""

    entries: Sequence[dict[str, Any]]
    sender: str = DESK
    unsaid: frozenset[str] = frozenset()
    anybodys: bool = False
    doubts: Mapping[str, str] = field(default_factory=dict)
    name: str = ""


@dataclass(frozen=True)
class LoggedEntry:
    """An entry with its number in the job's log, and who sent it; empty: from before that was kept."""

    n: int
    entry: dict[str, Any]
    sender: str = ""


@dataclass(frozen=True)
class Answer:
    """What became of an entry that was sent: accepted, known (the same was here already), refused, held (for the office to
    take or refuse), or full (the log takes no more of its kind: it waits where it is), and why. offset_s, clock: as it is stored, so that the device tells its time as the program
    does."""

    id: str
    state: str
    why: str | None = None
    offset_s: float | None = None
    clock: str | None = None


def entries_after(job_id: str, n: int = 0) -> list[LoggedEntry]:
    """Entries that arrived after that number, in the order they arrived."""
    columns = (LogRow.n, LogRow.entry, LogRow.sender)
    rows = LogRow.select(*columns).where((LogRow.job == job_id) & (LogRow.n > n)).order_by(LogRow.n)
    listed: list[Any] = list(rows.tuples())
    return [LoggedEntry(n, json.loads(entry), sender) for n, entry, sender in listed]


def last_entry(job_id: str) -> int:
    """The number of the last entry that arrived, 0 where none did."""
    return LogRow.select(fn.MAX(LogRow.n)).where(LogRow.job == job_id).scalar() or 0


def add_entries(job_id: str, sent: Sent, bound: Bound | None, now: datetime) -> list[Answer]:
    """Adds the entries that are new; the same id with the same body is known, with another body refused; what is doubted is held beside
    the log. bound: None takes all."""
    return _Adding(job_id, sent, bound, now).answers()


class _Adding:
    """One batch on its way into a log."""

    def __init__(self, job_id: str, sent: Sent, bound: Bound | None, now: datetime) -> None:
        ids = [entry["id"] for entry in sent.entries]
        self.job_id, self.sent, self.bound, self.now = job_id, sent, bound, now
        self.n = last_entry(job_id)
        self.here, self.held = _known(job_id, ids), held_here(job_id, ids)
        self.owners = _owners(sent)
        self.free = sent.anybodys or sent.sender in (DESK, ARCHIVE)

    def answers(self) -> list[Answer]:
        return [self._answer(entry) for entry in self.sent.entries]

    def _answer(self, entry: dict[str, Any]) -> Answer:
        known, id_ = self.here.get(entry["id"]), entry["id"]
        if known is not None:
            return _again(known, entry, id_ in self.sent.unsaid)
        if self.owners[entry["device"]] != self.sent.sender and not self.free:
            why = "another device wrote under this name before; it is kept on the device as it is, and the office can take it from a file"
            return Answer(id_, "refused", why)
        waits = self.held.get(id_)
        if waits is not None and waits.taken == 0 and not self.sent.anybodys:
            return Answer(id_, "refused", NOT_TAKEN)
        if id_ in self.sent.doubts:
            return self._hold(entry, self.sent.doubts[id_])
        if self.bound is not None and self.n >= (
            self.bound.most_always if entry["kind"] in self.bound.always else self.bound.most
        ):
            return Answer(id_, "full", full_text(self.bound))
        self._add(entry)
        if waits is not None:
            let_in(waits)
        return _stored(entry, "accepted")

    def _add(self, entry: dict[str, Any]) -> None:
        self.n += 1
        told = json.dumps(entry)
        LogRow.create(
            job=self.job_id, id=entry["id"], n=self.n, received_at=self.now.isoformat(), entry=told,
            sender=self.sent.sender,
        )  # fmt: skip
        note_photos(self.job_id, told)
        self.here[entry["id"]] = entry

    def _hold(self, entry: dict[str, Any], why: str) -> Answer:
        waits = self.held.get(entry["id"])
        if waits is not None:
            again = _again(json.loads(waits.entry), entry, entry["id"] in self.sent.unsaid)
            return again if again.state == "refused" else Answer(entry["id"], "held", waits.why)
        if self.bound is not None and how_many_wait(self.job_id) >= self.bound.most:
            return Answer(entry["id"], "full", HELD_FULL)
        self.held[entry["id"]] = hold(self.job_id, entry, self.sent.sender, self.sent.name, why, self.now)
        return Answer(entry["id"], "held", why)


def full_text(bound: Bound) -> str:
    """Why a log takes no more."""
    return (
        f"the log of this job is full: it holds {bound.most:,} entries, and takes only what ends or stops a day or takes something back. "
        "It is kept on the device; go on in a copy of the job"
    )


def _known(job_id: str, ids: list[str]) -> dict[str, dict[str, Any]]:
    here: dict[str, dict[str, Any]] = {}
    for start in range(0, len(ids), MANY):
        some = LogRow.select().where((LogRow.job == job_id) & (LogRow.id.in_(ids[start : start + MANY])))
        here |= {row.id: json.loads(row.entry) for row in some}
    return here


def _owners(sent: Sent) -> Mapping[str, str]:
    """By database that these entries were written in: who may write under it. What no token had, or one that was revoked, is the first
    one's that comes: a phone that joined again goes on under its name, as does one that the next person signs in on."""
    devices = sorted({entry["device"] for entry in sent.entries})
    found: dict[str, str] = {}
    for start in range(0, len(devices), MANY):
        some = WriterRow.select().where(WriterRow.device.in_(devices[start : start + MANY]))
        found |= {row.device: row.sender for row in some}
    gone = DeviceRow.select(DeviceRow.id).where(
        DeviceRow.id.in_(sorted(set(found.values()))), DeviceRow.revoked_at.is_null(False)
    )
    revoked = {row.id for row in gone}
    found = {
        device: DESK if sender in revoked or sender.startswith(PERSON) else sender for device, sender in found.items()
    }
    for device in devices:
        if found.get(device, DESK) in (DESK, ARCHIVE) and sent.sender != found.get(device) and sent.sender != ARCHIVE:
            WriterRow.replace(device=device, sender=sent.sender).execute()
            found[device] = sent.sender
        found.setdefault(device, sent.sender)
    return found


def _again(known: dict[str, Any], entry: dict[str, Any], unsaid: bool) -> Answer:
    """Of an entry whose id is here. unsaid: it did not say who did it, so its device may be called otherwise by now."""
    apart = (*OUR_OWN, "actor") if unsaid else OUR_OWN
    if _body(known, apart) == _body(entry, apart):
        return _stored(known, "known")
    why = "an entry of that id is here already and says something else; it is kept on the device as it is"
    return Answer(entry["id"], "refused", why)


def _stored(entry: dict[str, Any], state: str) -> Answer:
    return Answer(entry["id"], state, None, entry.get("offset_s"), entry.get("clock"))


def _body(entry: dict[str, Any], apart: Sequence[str]) -> dict[str, Any]:
    return {name: value for name, value in entry.items() if name not in apart}
