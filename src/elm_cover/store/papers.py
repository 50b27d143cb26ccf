"""Papers of a job, kept as the bytes that were issued: signed where they were issued here, marked where they came in.

Every function works inside the transaction that its caller has opened.
"""

from __future__ import annotations

import json
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from peewee import fn

from ..job.paper_code import code_in
from ..job.paper_seal import Issue, Seal, sealed, signed, sum_of
from .paper_keys import own_keys, signing_key
from .revisions import last_revision
from .rows import PaperRow

MOST_FOUND = 20


class NoSuchPaperError(LookupError):
    """The job has no paper of that number."""


@dataclass(frozen=True)
class StoredPaper:
    """A paper: its number within the job, its kind, its bytes as they were issued, without the seal. seal: None where it came in
    without one."""

    number: int
    kind: str
    content: bytes
    seal: Seal | None = None

    def handed_out(self) -> bytes:
        """As a file: with its seal."""
        return sealed(self.content, self.seal)


def all_papers(job_id: str) -> list[StoredPaper]:
    """Every paper of a job, by number."""
    return [_stored(row) for row in PaperRow.select().where(PaperRow.job == job_id).order_by(PaperRow.number)]


def paper_by_number(job_id: str, number: int) -> StoredPaper:
    """A paper as it was issued. Raises NoSuchPaperError."""
    row = PaperRow.get_or_none((PaperRow.job == job_id) & (PaperRow.number == number))
    if row is None:
        raise NoSuchPaperError(number)
    return _stored(row)


def _stored(row: PaperRow) -> StoredPaper:
    return StoredPaper(row.number, row.kind, bytes(row.content), _seal(row))


def _seal(row: PaperRow) -> Seal | None:
    """What a row says that it was issued as, with its signature; None where it has none."""
    if not row.signature:
        return None
    issue = Issue(
        sha256=row.sha256, kind=row.kind, number=row.number, job=row.of_job, revision=row.revision or None,
        issued_at=row.issued_at or None, code=row.code, late=bool(row.late),
    )  # fmt: skip
    return Seal(issue, row.key, row.signature)


def _name_of(job_id: str) -> str:
    return str(json.loads(last_revision(job_id).document).get("name") or "Unnamed job")


def next_number(job_id: str) -> int:
    """The number that the job's next paper gets, from 1."""
    last = PaperRow.select(fn.MAX(PaperRow.number)).where(PaperRow.job == job_id).scalar()
    return (last or 0) + 1


def issue_here(job_id: str, kind: str, content: bytes, revision: int, actor: str, now: datetime) -> int:
    """Keeps a paper with the revision it was made from, signed by this office. Its number."""
    issue = Issue(
        sha256=sum_of(content), kind=kind, number=next_number(job_id), job=job_id, revision=revision,
        issued_at=now.isoformat(), code=code_in(content) or "",
    )  # fmt: skip
    _keep(job_id, issue, content, actor, signed(issue, signing_key(now)), None)
    return issue.number


def take_in(job_id: str, paper: StoredPaper, actor: str, now: datetime) -> None:
    """Keeps a paper that came in, as what it came in with says; it is none that was issued here."""
    issue = Issue(
        sha256=sum_of(paper.content), kind=paper.kind, number=paper.number, job="", revision=None, issued_at=None,
        code=code_in(paper.content) or "",
    )  # fmt: skip
    seal = paper.seal
    _keep(job_id, issue if seal is None else seal.issue, paper.content, actor, seal, now.isoformat())


def _keep(job_id: str, issue: Issue, content: bytes, actor: str, seal: Seal | None, came_at: str | None) -> None:
    PaperRow.create(
        job=job_id, number=issue.number, revision=issue.revision or 0, kind=issue.kind, actor=actor,
        issued_at=issue.issued_at or "", content=content, code=issue.code, sha256=issue.sha256,
        key="" if seal is None else seal.key, signature="" if seal is None else seal.signature,
        late=int(issue.late), of_job=issue.job, came_at=came_at,
    )  # fmt: skip


def sign_what_is_unsigned(now: datetime) -> None:
    """Signs what was issued here before the office had a key, once, and marks it so."""
    unsigned = PaperRow.select(PaperRow.id).where((PaperRow.signature == "") & PaperRow.came_at.is_null())
    listed: list[Any] = list(unsigned.tuples())
    for (row_id,) in listed:
        row: Any = PaperRow.get_by_id(row_id)
        issue = Issue(
            sha256=row.sha256, kind=row.kind, number=row.number, job=row.job_id, revision=row.revision,
            issued_at=row.issued_at, code=row.code, late=True,
        )  # fmt: skip
        seal = signed(issue, signing_key(now))
        changed = {"key": seal.key, "signature": seal.signature, "late": 1, "of_job": row.job_id}
        PaperRow.update(**changed).where(PaperRow.id == row_id).execute()


@dataclass(frozen=True)
class PaperFound:
    """A paper on this shelf: of which job, its name, number, kind, revision and day; code: what it was printed under. revision,
    issued_at: None where what it came in with does not say. came_at: when it came in with an archive; None: it was issued here.
    key: whose signature it has."""

    job: str
    job_name: str
    number: int
    kind: str
    revision: int | None
    issued_at: str | None
    code: str
    came_at: str | None
    key: str | None


def papers_found(code: str = "", sha256: str = "") -> list[PaperFound]:
    """Papers with that code, or with those bytes; those issued here first, then the newest."""
    return _found(PaperRow.sha256 == sha256 if sha256 else PaperRow.code == code, MOST_FOUND)


def papers_of_job(job_id: str) -> list[PaperFound]:
    """What there is of a job, the newest first."""
    return _found(PaperRow.job == job_id, None)


def _found(wanted: Any, most: int | None) -> list[PaperFound]:
    """Without the bytes: a list is no reason to read megabytes. One whose signature does not hold was not issued here."""
    columns = [field for field in PaperRow._meta.sorted_fields if field is not PaperRow.content]
    here_first = (PaperRow.came_at.is_null(False), PaperRow.issued_at.desc(), PaperRow.number.desc())
    rows: list[Any] = list(PaperRow.select(*columns).where(wanted).order_by(*here_first).limit(most))
    names = {job: _name_of(job) for job in {row.job_id for row in rows}}
    keys = own_keys()
    found = []
    for row in rows:
        seal = _seal(row)
        # Somebody wrote in the database: then nobody knows when it came.
        came_at = row.came_at if row.came_at or (seal is not None and seal.holds(keys)) else ""
        found.append(
            PaperFound(
                row.job_id, names[row.job_id], row.number, row.kind, row.revision or None, row.issued_at or None,
                row.code, came_at, row.key or None,
            )
        )  # fmt: skip
    return found
