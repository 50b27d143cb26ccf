"""The log of a job: entries added and never changed, numbered as they arrived, each with who sent it.

Every function works inside the transaction that its caller has opened.
"""

from __future__ import annotations

import json
from collections.abc import Mapping, Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from peewee import fn

from .photo_names import note_photos
from .rows import DeviceRow, LogRow, WriterRow

# What a device does not say of an entry, and so cannot contradict when it sends it again.
OUR_OWN = ("offset_s", "clock")
# Who sends without a token: this machine itself; an archive that was brought in; somebody who signed in, with their id behind it.
DESK, ARCHIVE, PERSON = "desk", "archive", "person "
MANY = 500


@dataclass(frozen=True)
class Bound:
    """most: entries a log takes; always: kinds that it takes even then, up to most_always in all."""

    most: int
    most_always: int
    always: frozenset[str]


@dataclass(frozen=True)
class Sent:
    """Entries as they are to be kept. sender: whose token or session they came with; unsaid: ids of those that said nothing of who did
    it; anybodys: they may be of any device, from a file say."""

    entries: Sequence[dict[str, Any]]
    sender: str = DESK
    unsaid: frozenset[str] = frozenset()
    anybodys: bool = False


@dataclass(frozen=True)
class LoggedEntry:
    """An entry with its number in the job's log, and who sent it; empty: from before that was kept."""

    n: int
    entry: dict[str, Any]
    sender: str = ""


@dataclass(frozen=True)
class Answer:
    """What became of an entry that was sent: accepted, known (the same was here already), refused, or full (the log takes no more of
    its kind: it waits where it is), and why. offset_s, clock: as it is stored, so that the device tells its time as the program
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
    """Adds the entries that are new; the same id with the same body is known, with another body refused. bound: None takes all."""
    n = last_entry(job_id)
    here = _known(job_id, [entry["id"] for entry in sent.entries])
    owners = _owners(sent)
    answers: list[Answer] = []
    for entry in sent.entries:
        known = here.get(entry["id"])
        if known is not None:
            answers.append(_again(known, entry, entry["id"] in sent.unsaid))
        elif owners[entry["device"]] != sent.sender and not (sent.anybodys or sent.sender in (DESK, ARCHIVE)):
            why = "another device wrote under this name before; it is kept on the device as it is, and the office can take it from a file"
            answers.append(Answer(entry["id"], "refused", why))
        elif bound is not None and n >= (bound.most_always if entry["kind"] in bound.always else bound.most):
            answers.append(Answer(entry["id"], "full", full_text(bound)))
        else:
            n += 1
            told = json.dumps(entry)
            LogRow.create(job=job_id, id=entry["id"], n=n, received_at=now.isoformat(), entry=told, sender=sent.sender)
            note_photos(job_id, told)
            here[entry["id"]] = entry
            answers.append(_stored(entry, "accepted"))
    return answers


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
