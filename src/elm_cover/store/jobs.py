"""Jobs in the store: saved durably, kept as revisions, thrown in a bin and brought back."""

from __future__ import annotations

import json
import re
import time
import uuid
from collections.abc import Callable, Mapping, Sequence
from contextlib import suppress
from dataclasses import dataclass
from datetime import UTC, datetime
from pathlib import Path
from typing import Any

from .database import open_beside, open_database
from .headlines import (
    LAST_ENTRY,
    NOTHING_SHOWN,
    MadeFrom,
    Shown,
    ToMake,
    is_stale,
    keep,
    kept,
    shown,
    stale_on_the_shelf,
)
from .ids import item_ids, with_ids
from .log import ARCHIVE, Answer, Bound, LoggedEntry, Sent, add_entries, entries_after, last_entry
from .papers import StoredPaper, issue_here, sign_what_is_unsigned, take_in
from .revisions import (
    Change,
    RevisionNote,
    add_revision,
    fold_or_add,
    history,
    last_documents_on_the_shelf,
    last_revision,
    revision_document,
)
from .rows import JobRow
from .shelf import MOST_A_PAGE, ListedJob, Page, Sought, page_of, touch
from .turns import Turns

SAVES = "SELECT saves FROM job WHERE id = ? AND deleted_at IS NULL"
LOG_LENGTH = f"SELECT {LAST_ENTRY} FROM job WHERE id = ? AND deleted_at IS NULL"
# How often a headline is made anew where others write at the same time; it is stale after that, and made at the next look.
TRIES = 5


class NoSuchJobError(LookupError):
    """No job of that id, or it is in the bin."""


@dataclass(frozen=True)
class Exchanged:
    """What became of entries, what else is in the log, the number of its last entry, and the save that the job is at."""

    answers: list[Answer]
    logged: list[LoggedEntry]
    last: int
    saves: int


@dataclass(frozen=True)
class StoredJob:
    """A job as it is now. saves is its version: a replacement must name the one it was made from."""

    id: str
    saves: int
    revision: int
    document: dict[str, Any]
    saved_at: str
    actor: str
    deleted_at: str | None = None

    def told(self) -> dict[str, Any]:
        """What others are told of it: which job and revision, by whom and when, and the document."""
        told = ("id", "revision", "saved_at", "actor", "document")
        return {name: getattr(self, name) for name in told}


class StaleSaveError(RuntimeError):
    """Somebody saved in between; current is what is stored now."""

    def __init__(self, current: StoredJob) -> None:
        super().__init__("the job was saved by somebody else in between")
        self.current = current


def _now() -> datetime:
    return datetime.now(UTC)


class JobStore(Turns):
    """Every stored job of one data folder.

    summarise makes a job's headline figures for the shelf from its document and its log; now is the clock; ticks one that is never set. beside: another
    program keeps these records and has brought them up to date.
    """

    def __init__(
        self,
        folder: Path,
        summarise: Callable[[dict[str, Any], Sequence[dict[str, Any]]], dict[str, Any]],
        now: Callable[[], datetime] = _now,
        ticks: Callable[[], float] = time.monotonic,
        beside: bool = False,
    ) -> None:
        super().__init__(open_beside(folder) if beside else open_database(folder))
        self.folder = folder
        self._ticks = ticks
        # By job: its last revision that was begun here, and when, by a clock that is never set.
        self._begun: dict[str, tuple[int, float]] = {}
        self._summarise = summarise
        # Who brings stale headlines up to date before somebody looks: the server has them made behind, and waits for a moment.
        self.freshen: Callable[[Sequence[str], bool], None] = self.refresh_all
        self._now = now
        if not beside:
            with self.writing():
                sign_what_is_unsigned(now())

    def create(
        self,
        document: dict[str, Any],
        actor: str,
        papers: Sequence[StoredPaper] = (),
        log: Sequence[dict[str, Any]] = (),
    ) -> StoredJob:
        """Stores a new job as revision 1, with the papers that came in with it and its log."""
        job_id = str(uuid.uuid4())
        document = with_ids(document)
        try:
            made = shown(self._summarise(document, log), MadeFrom(1, len(log)))
        except (
            Exception
        ):  # whatever keeps its figures from being made, the job is stored; they are made when somebody looks
            made = NOTHING_SHOWN
        with self.writing():
            JobRow.create(id=job_id, saves=1)
            touch(job_id, self._now(), document, made)
            add_revision(job_id, 1, document, Change(actor=actor, reason="created"), self._now())
            for paper in papers:
                take_in(job_id, paper, actor, self._now())
            add_entries(job_id, Sent(log, ARCHIVE), None, self._now())
        return self.get(job_id)

    def has_twin(self, document: dict[str, Any]) -> bool:
        """Whether the shelf has this attic already: a job with an id of a wall, a reading or a feature in common."""
        mine = item_ids(document)
        if not mine:
            return False
        # Looked for in the text first: a long shelf is not read document by document.
        anywhere = re.compile("|".join(map(re.escape, mine)))
        with self.reading():
            return any(
                anywhere.search(text) and mine & item_ids(json.loads(text)) for text in last_documents_on_the_shelf()
            )

    def get(self, job_id: str, in_bin: bool = False) -> StoredJob:
        """The job as it is now. Raises NoSuchJobError."""
        with self.reading():
            return self._get(job_id, in_bin)

    def saves(self, job_id: str) -> int:
        """The version of a job. Raises NoSuchJobError."""
        with self.reading():
            return self._saves(job_id)

    def _saves(self, job_id: str) -> int:
        """The same without the document: asked with every tick."""
        row = self._database.execute_sql(SAVES, (job_id,)).fetchone()
        if row is None:
            raise NoSuchJobError(job_id)
        return int(row[0])

    def _get(self, job_id: str, in_bin: bool = False) -> StoredJob:
        job = JobRow.get_or_none(JobRow.id == job_id)
        if job is None or (job.deleted_at is not None) != in_bin:
            raise NoSuchJobError(job_id)
        last = last_revision(job_id)
        document = json.loads(last.document)
        return StoredJob(job.id, job.saves, last.number, document, last.saved_at, last.actor, job.deleted_at)

    def page(self, sought: Sought) -> Page:
        """A page of the shelf (or the bin), the one saved last first where nothing else is asked. Raises NoSuchPageError."""
        if sought.by_figures:
            self.refresh_stale(sought.in_bin)
        with self.reading():
            found = page_of(sought)
        stale = [line.id for line in found.lines if line.stale]
        if not stale:
            return found
        self.freshen(stale, sought.in_bin)
        with self.reading():
            return page_of(sought)

    def all(self, in_bin: bool = False) -> list[ListedJob]:
        """Every job on the shelf (or in the bin), the one saved last first."""
        found: list[ListedJob] = []
        cursor = None
        while True:
            page = self.page(Sought(in_bin=in_bin, cursor=cursor, limit=MOST_A_PAGE))
            found += page.lines
            cursor = page.next
            if cursor is None:
                return found

    def replace(self, job_id: str, document: dict[str, Any], seen: int, change: Change) -> StoredJob:
        """Replaces a job that the client saw at save number seen. Raises StaleSaveError or NoSuchJobError.

        Saves by one person within 60 s fold into one revision; any other reason cuts a new one.
        """
        document = with_ids(document)
        with self.writing():
            self._seen(job_id, seen)
            # Its headline is stale from here on: it takes longer than a save may, and is made behind it, or when somebody looks.
            return self._store(job_id, document, kept(job_id), change)

    def discard(self, job_id: str, actor: str) -> None:
        """Puts a job in the bin; nothing of it is lost, and its history says who did."""
        with self.writing():
            job = self._get(job_id)
            change = Change(actor=actor, reason="put in the bin")
            add_revision(job_id, job.revision + 1, job.document, change, self._now())
            touch(job_id, self._now(), job.document, kept(job_id))
            JobRow.update(deleted_at=self._now().isoformat()).where(JobRow.id == job_id).execute()

    def bring_out(self, job_id: str, actor: str) -> StoredJob:
        """Takes a job out of the bin again."""
        with self.writing():
            job = self._get(job_id, in_bin=True)
            change = Change(actor=actor, reason="taken out of the bin")
            add_revision(job_id, job.revision + 1, job.document, change, self._now())
            touch(job_id, self._now(), job.document, kept(job_id))
            JobRow.update(deleted_at=None).where(JobRow.id == job_id).execute()
            return self._get(job_id)

    def revisions(self, job_id: str) -> list[RevisionNote]:
        """A job's history, newest first."""
        with self.reading():
            self._saves(job_id)
            return history(job_id)

    def revision(self, job_id: str, number: int) -> dict[str, Any]:
        """The document of one revision. Raises NoSuchRevisionError."""
        with self.reading():
            self._saves(job_id)
            return revision_document(job_id, number)

    def bring_back(self, job_id: str, number: int, seen: int, actor: str) -> StoredJob:
        """Makes an old revision the newest one again, as a revision of its own."""
        change = Change(actor=actor, reason="brought back", brought_from=number)
        return self.replace(job_id, self.revision(job_id, number), seen, change)

    def issue_paper(
        self, job_id: str, kind: str, seen: int, actor: str, make: Callable[[dict[str, Any], int], bytes]
    ) -> tuple[int, StoredJob]:
        """Makes a paper of the job as stored and keeps its bytes, with a revision of its own. Its number, and the job.

        make: from the document and the number of that revision.

        Raises StaleSaveError where the client has not seen what would be printed.
        """
        with self.reading():
            job = self._seen(job_id, seen)
            content = make(job.document, job.revision + 1)
        with self.writing():
            document = self._seen(job_id, seen).document
            change = Change(actor=actor, reason="paper")
            job = self._store(job_id, document, kept(job_id).of_the_next_save(), change)
            return issue_here(job_id, kind, content, job.revision, actor, self._now()), job

    def log(self, job_id: str, after: int = 0) -> list[LoggedEntry]:
        """Entries of the job's log that arrived after that number. Raises NoSuchJobError."""
        with self.reading():
            self._saves(job_id)
            return entries_after(job_id, after)

    def log_length(self, job_id: str) -> int:
        """The number of the last entry of a job's log, 0 where nothing was written. Raises NoSuchJobError.

        Asked with every edit of a job that is open, so in plain SQL.
        """
        with self.reading():
            row = self._database.execute_sql(LOG_LENGTH, (job_id,)).fetchone()
        if row is None:
            raise NoSuchJobError(job_id)
        return int(row[0])

    def add_to_log(self, job_id: str, entries: Sequence[dict[str, Any]]) -> list[Answer]:
        """Adds entries, each answered for itself; on the disk before this returns. Raises NoSuchJobError.

        The headline is stale from then on: it is made when somebody looks, or by whoever is told to (to_make, keep).
        """
        return self.exchange(job_id, Sent(entries), None, None).answers

    def exchange(self, job_id: str, sent: Sent, after: int | None, bound: Bound | None) -> Exchanged:
        """Adds entries and reads what arrived after that number, None: nothing, in one go. Raises NoSuchJobError.

        Who only asks takes no turn among those who write, and still reads all of it as of one moment.
        """
        with self.writing() if sent.entries else self.looking():
            saves = self._saves(job_id)
            answers = add_entries(job_id, sent, bound, self._now()) if sent.entries else []
            logged = [] if after is None else entries_after(job_id, after)
            return Exchanged(answers, logged, last_entry(job_id), saves)

    def to_make(self, job_id: str, in_bin: bool = False) -> ToMake | None:
        """What a job's headline is to be made from; None where it tells all that is stored. Raises NoSuchJobError."""
        with self.reading():
            job = self._get(job_id, in_bin)
            if not is_stale(job_id):
                return None
            logged = entries_after(job_id)
        return ToMake(job_id, job.document, [each.entry for each in logged], MadeFrom(job.saves, _last(logged)))

    def keep(self, made: ToMake, headline: Mapping[str, Any]) -> None:
        """Keeps a headline; it is stale again where somebody wrote meanwhile."""
        with self.writing():
            keep(made.job_id, shown(headline, made.made))

    def refresh(self, job_id: str, in_bin: bool = False) -> None:
        """Makes a job's headline anew if it is stale, outside any transaction; once more where somebody wrote meanwhile."""
        for _ in range(TRIES):
            made = self.to_make(job_id, in_bin)
            if made is None:
                return
            self.keep(made, self._summarise(made.document, made.log))

    def refresh_stale(self, in_bin: bool = False) -> None:
        """Makes every headline anew that is stale, before the shelf is counted through or the calendar drawn."""
        with self.reading():
            stale = stale_on_the_shelf(in_bin)
        if stale:
            self.freshen(stale, in_bin)

    def stale(self, in_bin: bool = False) -> int:
        """How many headlines tell less than is stored."""
        with self.reading():
            return len(stale_on_the_shelf(in_bin))

    def refresh_all(self, jobs: Sequence[str], in_bin: bool) -> None:
        """Makes the headlines of these jobs anew, here and now."""
        for job_id in jobs:
            with suppress(NoSuchJobError):  # put away meanwhile
                self.refresh(job_id, in_bin)

    def _seen(self, job_id: str, seen: int) -> StoredJob:
        """The job as it is now, if that is what the client saw. Raises StaleSaveError."""
        current = self._get(job_id)
        if current.saves != seen:
            raise StaleSaveError(current)
        return current

    def _store(self, job_id: str, document: dict[str, Any], made: Shown, change: Change) -> StoredJob:
        """One save inside a transaction: folded into the last revision, or a revision of its own."""
        number, began_s = self._begun.get(job_id, (0, 0.0))
        running_s = self._ticks() - began_s if number == last_revision(job_id).number else None
        saved = fold_or_add(job_id, document, change, self._now(), running_s)
        if saved != number:
            self._begun[job_id] = (saved, self._ticks())
        JobRow.update(saves=JobRow.saves + 1).where(JobRow.id == job_id).execute()
        touch(job_id, self._now(), document, made)
        return self._get(job_id)


def _last(logged: Sequence[LoggedEntry]) -> int:
    return logged[-1].n if logged else 0
