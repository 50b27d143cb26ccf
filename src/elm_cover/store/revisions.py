"""Revisions of a job: saves by one person within a minute fold into one; anything else cuts a new one.

Every function works inside the transaction that its caller has opened.
"""

from __future__ import annotations

import json
from collections.abc import Iterator
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Any

from peewee import fn

from .photo_names import note_photos
from .rows import JobRow, RevisionRow

FOLD_WITHIN = timedelta(seconds=60)
SAVE = "save"


class NoSuchRevisionError(LookupError):
    """The job has no revision of that number."""


@dataclass(frozen=True)
class RevisionNote:
    """One line of a job's history."""

    number: int
    reason: str
    actor: str
    started_at: str
    saved_at: str
    brought_from: int | None


@dataclass(frozen=True, kw_only=True)
class Change:
    """Why a revision is made and by whom. brought_from: the number of the revision that it brings back."""

    actor: str
    reason: str = SAVE
    brought_from: int | None = None


def last_revision(job_id: str) -> RevisionRow:
    """The newest revision of a job that has one."""
    return RevisionRow.select().where(RevisionRow.job == job_id).order_by(RevisionRow.number.desc()).get()


def add_revision(job_id: str, number: int, document: dict[str, Any], change: Change, now: datetime) -> None:
    """Stores a revision of its own."""
    at = now.isoformat()
    RevisionRow.create(
        job=job_id,
        number=number,
        reason=change.reason,
        actor=change.actor,
        started_at=at,
        saved_at=at,
        document=(told := json.dumps(document)),
        brought_from=change.brought_from,
    )
    note_photos(job_id, told)


def fold_or_add(
    job_id: str, document: dict[str, Any], change: Change, now: datetime, running_s: float | None = None
) -> int:
    """One save: folded into the last revision where that is a save by the same person within a minute, else a new one.

    running_s: how long that revision has been open by a clock that is never set, None where this program did not begin it.
    A clock that was set back folds nothing. The number of the revision.
    """
    last = last_revision(job_id)
    folds = (
        change.reason == SAVE
        and last.reason == SAVE
        and last.actor == change.actor
        and timedelta(0) <= now - datetime.fromisoformat(last.started_at) <= FOLD_WITHIN
        and (running_s is None or running_s <= FOLD_WITHIN.total_seconds())
    )
    if folds:
        last.document = json.dumps(document)
        last.saved_at = now.isoformat()
        last.save()
        note_photos(job_id, last.document)
        return int(last.number)
    add_revision(job_id, last.number + 1, document, change, now)
    return int(last.number) + 1


def history(job_id: str) -> list[RevisionNote]:
    """A job's history, newest first."""
    told = [field for field in RevisionRow._meta.sorted_fields if field is not RevisionRow.document]
    rows = RevisionRow.select(*told).where(RevisionRow.job == job_id).order_by(RevisionRow.number.desc())
    return [RevisionNote(r.number, r.reason, r.actor, r.started_at, r.saved_at, r.brought_from) for r in rows]


def last_documents_on_the_shelf() -> Iterator[str]:
    """The newest document of every job on the shelf, as text, one at a time."""
    newest = RevisionRow.select(RevisionRow.job, fn.MAX(RevisionRow.number).alias("number")).group_by(RevisionRow.job)
    rows = (
        RevisionRow.select(RevisionRow.document)
        .join(newest, on=(RevisionRow.job == newest.c.job_id) & (RevisionRow.number == newest.c.number))
        .join(JobRow, on=RevisionRow.job == JobRow.id)
        .where(JobRow.deleted_at.is_null(True))
    )
    return (document for (document,) in rows.tuples().iterator())


def revision_document(job_id: str, number: int) -> dict[str, Any]:
    """The document of one revision. Raises NoSuchRevisionError."""
    row = RevisionRow.get_or_none((RevisionRow.job == job_id) & (RevisionRow.number == number))
    if row is None:
        raise NoSuchRevisionError(number)
    document: dict[str, Any] = json.loads(row.document)
    return document
