"""Papers of a job, kept as the bytes that were issued.

Every function works inside the transaction that its caller has opened.
"""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime

from peewee import fn

from .rows import PaperRow


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
    )
