"""Papers of a job, kept as the bytes that were issued.

Every function works inside the transaction that its caller has opened.
"""

from __future__ import annotations

import json
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from peewee import fn

from ..job.paper_code import code_in
from .database import sha256_of
from .revisions import last_revision
from .rows import PaperRow

MOST_FOUND = 20


class NoSuchPaperError(LookupError):
    """The job has no paper of that number."""


@dataclass(frozen=True)
class StoredPaper:
    """A paper as it was issued: its number within the job, its kind, its bytes."""

    number: int
    kind: str
    content: bytes


def all_papers(job_id: str) -> list[StoredPaper]:
    """Every paper of a job, by number."""
    rows = PaperRow.select().where(PaperRow.job == job_id).order_by(PaperRow.number)
    return [StoredPaper(row.number, row.kind, bytes(row.content)) for row in rows]


def paper_by_number(job_id: str, number: int) -> StoredPaper:
    """A paper as it was issued. Raises NoSuchPaperError."""
    row = PaperRow.get_or_none((PaperRow.job == job_id) & (PaperRow.number == number))
    if row is None:
        raise NoSuchPaperError(number)
    return StoredPaper(row.number, row.kind, bytes(row.content))


def _name_of(job_id: str) -> str:
    return str(json.loads(last_revision(job_id).document).get("name") or "Unnamed job")


def next_number(job_id: str) -> int:
    """The number that the job's next paper gets, from 1."""
    last = PaperRow.select(fn.MAX(PaperRow.number)).where(PaperRow.job == job_id).scalar()
    return (last or 0) + 1


def add_paper(job_id: str, paper: StoredPaper, revision: int, actor: str, now: datetime) -> None:
    """Keeps a paper with the revision it was made from."""
    PaperRow.create(
        job=job_id,
        number=paper.number,
        revision=revision,
        kind=paper.kind,
        actor=actor,
        issued_at=now.isoformat(),
        content=paper.content,
        code=code_in(paper.content) or "",
        sha256=sha256_of(paper.content),
    )


@dataclass(frozen=True)
class PaperFound:
    """A paper that was issued here: of which job, its name, number, kind, revision and day; code: what it was printed under."""

    job: str
    job_name: str
    number: int
    kind: str
    revision: int
    issued_at: str
    code: str


def papers_with(code: str = "", sha256: str = "") -> list[PaperFound]:
    """Papers issued here with that code, or with those bytes; the newest first."""
    return _found(PaperRow.sha256 == sha256 if sha256 else PaperRow.code == code, MOST_FOUND)


def papers_issued(job_id: str) -> list[PaperFound]:
    """What was issued of a job, the newest first."""
    return _found(PaperRow.job == job_id, None)


def _found(wanted: Any, most: int | None) -> list[PaperFound]:
    """Without the bytes: a list is no reason to read megabytes."""
    columns = (PaperRow.job, PaperRow.number, PaperRow.kind, PaperRow.revision, PaperRow.issued_at, PaperRow.code)
    rows = PaperRow.select(*columns).where(wanted).order_by(PaperRow.issued_at.desc(), PaperRow.number.desc())
    listed: list[Any] = list(rows.limit(most).tuples())
    names = {job: _name_of(job) for job in {line[0] for line in listed}}
    return [PaperFound(job, names[job], *rest) for job, *rest in listed]
