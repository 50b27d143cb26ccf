"""Who did what: one line for each sign-in, refusal, change, paper, export, right and device, added and never changed (design §7)."""

from __future__ import annotations

import json
from collections.abc import Iterator
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta

from peewee import fn

from .jobs import JobStore
from .moment import now_text
from .rows import RevisionRow
from .who_rows import DeedRow

A_PAGE, MOST_A_PAGE = 100, 500
# The same again by the same person within so long is one line: an afternoon's work on a job, a page that asks and asks.
ONE_LINE = timedelta(minutes=30)
MOST_WHAT = 200


@dataclass(frozen=True)
class Doer:
    """name: as it is now; id: of the person or device, empty for this machine itself and for nobody."""

    name: str
    id: str
    address: str


@dataclass(frozen=True)
class Deed:
    """A line. job: the id of the job it is about; what: its name, or whatever else the line is about."""

    n: int
    at: str
    kind: str
    who: str
    who_id: str
    job: str | None
    what: str
    address: str


@dataclass(frozen=True, kw_only=True)
class Asked:
    """What is looked for. words: all of them, in who, what or kind. since, until: days, both told. before: only older lines."""

    words: str = ""
    kinds: tuple[str, ...] = ()
    since: str | None = None
    until: str | None = None
    before: int | None = None


def add_deed(
    store: JobStore, doer: Doer, kind: str, what: str = "", job: str | None = None, *, fold: bool = False
) -> None:
    """Adds a line. fold: unless the same stands there already since a while."""
    if fold:
        # Looked at before: whoever is refused without end takes nobody's turn to write.
        with store.reading():
            if _stands(doer, kind, what, job):
                return
    with store.writing():
        if fold and _stands(doer, kind, what, job):  # somebody was first
            return
        DeedRow.create(
            at=now_text(), kind=kind, who=doer.name, who_id=doer.id, job=job,
            what=(what or _job_name(job))[:MOST_WHAT], address=doer.address,
        )  # fmt: skip


def _stands(doer: Doer, kind: str, what: str, job: str | None) -> bool:
    since = (datetime.now(UTC) - ONE_LINE).isoformat(timespec="seconds")
    same = (
        (DeedRow.who_id == doer.id) & (DeedRow.kind == kind) & (DeedRow.at > since) & (DeedRow.address == doer.address)
    )
    same &= DeedRow.job.is_null() if job is None else DeedRow.job == job
    if what:
        same &= DeedRow.what == what[:MOST_WHAT]
    return bool(DeedRow.select(DeedRow.n).where(same).exists())


def _job_name(job: str | None) -> str:
    if job is None:
        return ""
    row = (
        RevisionRow.select(RevisionRow.document)
        .where(RevisionRow.job == job)
        .order_by(RevisionRow.number.desc())
        .first()
    )
    return "" if row is None else str(json.loads(row.document).get("name") or "")


def deeds(store: JobStore, asked: Asked, limit: int = A_PAGE) -> list[Deed]:
    """Lines, the newest first."""
    return list(_found(store, asked, limit))


def _found(store: JobStore, asked: Asked, limit: int) -> Iterator[Deed]:
    query = DeedRow.select().order_by(DeedRow.n.desc()).limit(limit)
    if asked.before is not None:
        query = query.where(DeedRow.n < asked.before)
    if asked.kinds:
        query = query.where(DeedRow.kind.in_(asked.kinds))
    if asked.since is not None:
        query = query.where(DeedRow.at >= asked.since)
    if asked.until is not None:
        query = query.where(DeedRow.at < f"{asked.until}T24")
    for word in asked.words.casefold().split():
        text = (
            DeedRow.who.concat(" ")
            .concat(DeedRow.what)
            .concat(" ")
            .concat(DeedRow.kind)
            .concat(" ")
            .concat(DeedRow.address)
        )
        query = query.where(fn.casefold(text).contains(word))
    with store.reading():
        for row in query:
            yield Deed(row.n, row.at, row.kind, row.who, row.who_id, row.job, row.what, row.address)
