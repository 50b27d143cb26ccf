"""Jobs in the store: saved durably, kept as revisions, thrown in a bin and brought back."""

from __future__ import annotations

import json
import uuid
from collections.abc import Callable, Iterator, Sequence
from contextlib import AbstractContextManager, ExitStack, contextmanager
from dataclasses import dataclass
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any

from peewee import SqliteDatabase, fn

from .database import open_database
from .rows import MODELS, JobRow, PaperRow, RevisionRow

FOLD_WITHIN = timedelta(seconds=60)
SAVE = "save"
# Lists of the document whose items get an id when they come without one. Corners and chart rows are known by place.
LISTS_WITH_IDS = ("hazards", "contact", "holes_expected", "photos", "accesses", "vents")
SECTION_LISTS_WITH_IDS = ("edges", "holes", "existing", "readings", "features")


class NoSuchJobError(LookupError):
    """No job of that id, or it is in the bin."""


class NoSuchPaperError(LookupError):
    """The job has no paper of that number."""


class NoSuchRevisionError(LookupError):
    """The job has no revision of that number."""


@dataclass(frozen=True)
class StoredJob:
    """A job as it is now. saves is its version: a replacement must name the one it was made from."""

    id: str
    saves: int
    revision: int
    document: dict[str, Any]
    saved_at: str
    deleted_at: str | None = None


class StaleSaveError(RuntimeError):
    """Somebody saved in between; current is what is stored now."""

    def __init__(self, current: StoredJob) -> None:
        super().__init__("the job was saved by somebody else in between")
        self.current = current


@dataclass(frozen=True)
class ListedJob:
    id: str
    saved_at: str
    deleted_at: str | None
    summary: dict[str, Any] | None


@dataclass(frozen=True)
class RevisionNote:
    """One line of a job's history."""

    number: int
    reason: str
    actor: str
    started_at: str
    saved_at: str
    brought_from: int | None


def _now() -> datetime:
    return datetime.now(UTC)


class JobStore:
    """Every stored job of one data folder.

    summarise makes a job's headline figures for the shelf from its document; now is the clock.
    """

    def __init__(
        self,
        folder: Path,
        summarise: Callable[[dict[str, Any]], dict[str, Any]],
        now: Callable[[], datetime] = _now,
    ) -> None:
        self.folder = folder
        self._summarise = summarise
        self._now = now
        self._database = open_database(folder)

    def create(self, document: dict[str, Any], actor: str, papers: Sequence[tuple[int, str, bytes]] = ()) -> StoredJob:
        """Stores a new job as revision 1, with the papers (number, kind, bytes) issued of it elsewhere."""
        job_id = str(uuid.uuid4())
        document = with_ids(document)
        with self.writing():
            JobRow.create(id=job_id, saves=1, summary=json.dumps(self._summarise(document)))
            self._add_revision(job_id, 1, "created", actor, document)
            for number, kind, content in papers:
                self._add_paper(job_id, number, 1, kind, actor, content)
        return self.get(job_id)

    def papers(self, job_id: str) -> list[tuple[int, str, bytes]]:
        """Every paper of a job: number, kind and bytes."""
        with self.reading():
            self._get(job_id)
            rows = PaperRow.select().where(PaperRow.job == job_id).order_by(PaperRow.number)
            return [(row.number, row.kind, bytes(row.content)) for row in rows]

    def get(self, job_id: str, in_bin: bool = False) -> StoredJob:
        """The job as it is now. Raises NoSuchJobError."""
        with self.reading():
            return self._get(job_id, in_bin)

    def _get(self, job_id: str, in_bin: bool = False) -> StoredJob:
        job = JobRow.get_or_none(JobRow.id == job_id)
        if job is None or (job.deleted_at is not None) != in_bin:
            raise NoSuchJobError(job_id)
        last = self._last(job_id)
        return StoredJob(job.id, job.saves, last.number, json.loads(last.document), last.saved_at, job.deleted_at)

    def all(self, in_bin: bool = False) -> list[ListedJob]:
        """Every job on the shelf (or in the bin), the one saved last first."""
        with self.reading():
            listed = []
            for job in JobRow.select().where(JobRow.deleted_at.is_null(not in_bin)):
                last = self._last(job.id)
                if job.summary is None:  # from a database older than summaries
                    job.summary = json.dumps(self._summarise(json.loads(last.document)))
                    job.save()
                listed.append(ListedJob(job.id, last.saved_at, job.deleted_at, json.loads(job.summary)))
            return sorted(listed, key=lambda job: job.saved_at, reverse=True)

    def replace(
        self,
        job_id: str,
        document: dict[str, Any],
        seen: int,
        actor: str,
        reason: str = SAVE,
        brought_from: int | None = None,
    ) -> StoredJob:
        """Replaces a job that the client saw at save number seen. Raises StaleSaveError or NoSuchJobError.

        Saves by one person within 60 s fold into one revision; any other reason cuts a new one.
        """
        document = with_ids(document)
        summary = json.dumps(self._summarise(document))
        with self.writing():
            self._seen(job_id, seen)
            return self._store(job_id, document, summary, actor, reason, brought_from)

    def discard(self, job_id: str, actor: str) -> None:
        """Puts a job in the bin; nothing of it is lost, and its history says who did."""
        with self.writing():
            job = self._get(job_id)
            self._add_revision(job_id, job.revision + 1, "put in the bin", actor, job.document)
            JobRow.update(deleted_at=self._now().isoformat()).where(JobRow.id == job_id).execute()

    def bring_out(self, job_id: str, actor: str) -> StoredJob:
        """Takes a job out of the bin again."""
        with self.writing():
            job = self._get(job_id, in_bin=True)
            self._add_revision(job_id, job.revision + 1, "taken out of the bin", actor, job.document)
            JobRow.update(deleted_at=None).where(JobRow.id == job_id).execute()
            return self._get(job_id)

    def revisions(self, job_id: str) -> list[RevisionNote]:
        """A job's history, newest first."""
        with self.reading():
            self._get(job_id)
            rows = RevisionRow.select().where(RevisionRow.job == job_id).order_by(RevisionRow.number.desc())
            return [RevisionNote(r.number, r.reason, r.actor, r.started_at, r.saved_at, r.brought_from) for r in rows]

    def revision(self, job_id: str, number: int) -> dict[str, Any]:
        """The document of one revision. Raises NoSuchRevisionError."""
        with self.reading():
            self._get(job_id)
            row = RevisionRow.get_or_none((RevisionRow.job == job_id) & (RevisionRow.number == number))
            if row is None:
                raise NoSuchRevisionError(number)
            document: dict[str, Any] = json.loads(row.document)
            return document

    def bring_back(self, job_id: str, number: int, seen: int, actor: str) -> StoredJob:
        """Makes an old revision the newest one again, as a revision of its own."""
        document = self.revision(job_id, number)
        return self.replace(job_id, document, seen, actor, "brought back", number)

    def issue_paper(
        self, job_id: str, kind: str, seen: int, actor: str, make: Callable[[dict[str, Any]], bytes]
    ) -> tuple[int, StoredJob]:
        """Makes a paper of the job as stored and keeps its bytes, with a revision of its own. Its number, and the job.

        Raises StaleSaveError where the client has not seen what would be printed.
        """
        with self.reading():
            content = make(self._seen(job_id, seen).document)
        with self.writing():
            document = self._seen(job_id, seen).document
            job = self._store(job_id, document, JobRow.get_by_id(job_id).summary, actor, "paper")
            last = PaperRow.select(fn.MAX(PaperRow.number)).where(PaperRow.job == job_id).scalar()
            number = (last or 0) + 1
            self._add_paper(job_id, number, job.revision, kind, actor, content)
            return number, job

    def _add_paper(self, job_id: str, number: int, revision: int, kind: str, actor: str, content: bytes) -> None:
        PaperRow.create(
            job=job_id,
            number=number,
            revision=revision,
            kind=kind,
            actor=actor,
            issued_at=self._now().isoformat(),
            content=content,
        )

    def paper(self, job_id: str, number: int) -> tuple[str, bytes]:
        """A paper's kind, and its bytes as it was issued. Raises NoSuchPaperError."""
        with self.reading():
            self._get(job_id)
            row = PaperRow.get_or_none((PaperRow.job == job_id) & (PaperRow.number == number))
            if row is None:
                raise NoSuchPaperError(number)
            return row.kind, bytes(row.content)

    def _seen(self, job_id: str, seen: int) -> StoredJob:
        """The job as it is now, if that is what the client saw. Raises StaleSaveError."""
        current = self._get(job_id)
        if current.saves != seen:
            raise StaleSaveError(current)
        return current

    def _store(
        self,
        job_id: str,
        document: dict[str, Any],
        summary: str | None,
        actor: str,
        reason: str,
        brought_from: int | None = None,
    ) -> StoredJob:
        """One save inside a transaction: folded into the last revision, or a revision of its own."""
        last = self._last(job_id)
        now = self._now()
        folds = (
            reason == SAVE
            and last.reason == SAVE
            and last.actor == actor
            and now - datetime.fromisoformat(last.started_at) <= FOLD_WITHIN
        )
        if folds:
            last.document = json.dumps(document)
            last.saved_at = now.isoformat()
            last.save()
        else:
            self._add_revision(job_id, last.number + 1, reason, actor, document, brought_from)
        JobRow.update(saves=JobRow.saves + 1, summary=summary).where(JobRow.id == job_id).execute()
        return self._get(job_id)

    def reading(self) -> AbstractContextManager[None]:
        return _using(self._database, self._database.connection_context())

    def writing(self) -> AbstractContextManager[None]:
        """One immediate transaction: what is read in it cannot change before it is written."""
        return _using(self._database, self._database.connection_context(), self._database.atomic("IMMEDIATE"))

    def _last(self, job_id: str) -> RevisionRow:
        return RevisionRow.select().where(RevisionRow.job == job_id).order_by(RevisionRow.number.desc()).get()

    def _add_revision(
        self,
        job_id: str,
        number: int,
        reason: str,
        actor: str,
        document: dict[str, Any],
        brought_from: int | None = None,
    ) -> None:
        now = self._now().isoformat()
        RevisionRow.create(
            job=job_id,
            number=number,
            reason=reason,
            actor=actor,
            started_at=now,
            saved_at=now,
            document=json.dumps(document),
            brought_from=brought_from,
        )


@contextmanager
def _using(database: SqliteDatabase, *parts: AbstractContextManager[object]) -> Iterator[None]:
    """The models bound to this store's database, and whatever else, for the length of a block."""
    with ExitStack() as stack:
        stack.enter_context(database.bind_ctx(MODELS))
        for part in parts:
            stack.enter_context(part)
        yield


def with_ids(document: dict[str, Any]) -> dict[str, Any]:
    """The document with an id on each list item that had none."""
    return {
        **document,
        **{name: _identified(document[name]) for name in LISTS_WITH_IDS if document.get(name)},
        "sections": [
            {**section, **{name: _identified(section[name]) for name in SECTION_LISTS_WITH_IDS if section.get(name)}}
            for section in document.get("sections", ())
        ],
    }


def _identified(items: list[dict[str, Any]]) -> list[dict[str, Any]]:
    return [item if item.get("id") else {**item, "id": uuid.uuid4().hex[:12]} for item in items]
