"""The papers of every job as they are found again: by job, by number, by code, by bytes. Those of a job in the bin answer too."""

from __future__ import annotations

from datetime import UTC, datetime

from .jobs import JobStore, NoSuchJobError
from .paper_keys import PaperKey, paper_keys, renew, signing_key
from .paper_keys import own_keys as keys_kept
from .papers import PaperFound, StoredPaper, all_papers, paper_by_number, papers_found, papers_of_job
from .rows import JobRow


def stored_papers(store: JobStore, job_id: str) -> list[StoredPaper]:
    """Every paper of a job with its bytes, by number. Raises NoSuchJobError."""
    with store.reading():
        _there(job_id)
        return all_papers(job_id)


def stored_paper(store: JobStore, job_id: str, number: int) -> StoredPaper:
    """One paper. Raises NoSuchJobError, NoSuchPaperError."""
    with store.reading():
        _there(job_id)
        return paper_by_number(job_id, number)


def papers_of(store: JobStore, job_id: str) -> list[PaperFound]:
    """What there is of a job, the newest first. Raises NoSuchJobError."""
    with store.reading():
        _there(job_id)
        return papers_of_job(job_id)


def papers_with(store: JobStore, code: str = "", sha256: str = "") -> list[PaperFound]:
    """Papers with that code, or with those bytes; those issued here first."""
    with store.reading():
        return papers_found(code, sha256)


def own_keys(store: JobStore) -> frozenset[str]:
    """The public halves of every key that this office ever signed with."""
    with store.reading():
        return keys_kept()


def office_keys(store: JobStore, new: bool = False) -> list[PaperKey]:
    """The office's public keys, the one that signs first; made where there is none yet. new: a new one signs from now on."""
    with store.writing():
        if new:
            renew(datetime.now(UTC))
        else:
            signing_key(datetime.now(UTC))
        return paper_keys()


def _there(job_id: str) -> None:
    if JobRow.get_or_none(JobRow.id == job_id) is None:
        raise NoSuchJobError(job_id)
