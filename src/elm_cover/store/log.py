"""The log of a job: entries added and never changed, numbered as they arrived.

Every function works inside the transaction that its caller has opened.
"""

from __future__ import annotations

import json
from collections.abc import Sequence
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from peewee import fn

from .rows import LogRow

# What a device does not say of an entry, and so cannot contradict when it sends it again.
OUR_OWN = ("offset_s", "clock")


@dataclass(frozen=True)
class LoggedEntry:
    """An entry with its number in the job's log."""

    n: int
    entry: dict[str, Any]


@dataclass(frozen=True)
class Answer:
    """What became of an entry that was sent: accepted, known (the same was here already) or refused, and why. offset_s, clock: as
    it is stored, so that the device tells its time as the program does."""

    id: str
    state: str
    why: str | None = None
    offset_s: float | None = None
    clock: str | None = None


def entries_after(job_id: str, n: int = 0) -> list[LoggedEntry]:
    """Entries that arrived after that number, in the order they arrived."""
    rows = LogRow.select().where((LogRow.job == job_id) & (LogRow.n > n)).order_by(LogRow.n)
    return [LoggedEntry(row.n, json.loads(row.entry)) for row in rows]


def last_entry(job_id: str) -> int:
    """The number of the last entry that arrived, 0 where none did."""
    return LogRow.select(fn.MAX(LogRow.n)).where(LogRow.job == job_id).scalar() or 0


def add_entries(job_id: str, entries: Sequence[dict[str, Any]], now: datetime) -> list[Answer]:
    """Adds the entries that are new; the same id with the same body is known, with another body refused."""
    answers = []
    n = last_entry(job_id)
    ids = [entry["id"] for entry in entries]
    here: dict[str, dict[str, Any]] = {}
    for start in range(0, len(ids), 500):
        some = LogRow.select().where((LogRow.job == job_id) & (LogRow.id.in_(ids[start : start + 500])))
        here |= {row.id: json.loads(row.entry) for row in some}
    for entry in entries:
        known = here.get(entry["id"])
        if known is None:
            n += 1
            LogRow.create(job=job_id, id=entry["id"], n=n, received_at=now.isoformat(), entry=json.dumps(entry))
            here[entry["id"]] = entry
            answers.append(_stored(entry, "accepted"))
        elif _body(known) == _body(entry):
            answers.append(_stored(known, "known"))
        else:
            why = "an entry of that id is here already and says something else; it is kept on the device as it is"
            answers.append(Answer(entry["id"], "refused", why))
    return answers


def _stored(entry: dict[str, Any], state: str) -> Answer:
    return Answer(entry["id"], state, None, entry.get("offset_s"), entry.get("clock"))


def _body(entry: dict[str, Any]) -> dict[str, Any]:
    return {name: value for name, value in entry.items() if name not in OUR_OWN}
