"""What belongs to a crew: the jobs that stand with it on the calendar, and did, and their photos."""

from __future__ import annotations

from .jobs import JobStore
from .moment import now_text
from .rows import PhotoJobRow, PlacementRow
from .who_rows import StoodRow


def crew_has_job(store: JobStore, crew: str, job_id: str) -> bool:
    """Whether a job stands with a crew on the calendar."""
    with store.reading():
        return bool(PlacementRow.select().where((PlacementRow.job == job_id) & (PlacementRow.crew == crew)).exists())


def crew_has_photo(store: JobStore, crew: str, photo: str) -> bool:
    """Whether a photo is named in such a job, by a revision of it or its log."""
    with store.reading():
        found = (
            PhotoJobRow.select()
            .join(PlacementRow, on=(PhotoJobRow.job_id == PlacementRow.job))
            .where((PhotoJobRow.photo == photo) & (PlacementRow.crew == crew))
        )
        return bool(found.exists())


def stands(job_id: str, crew: str | None) -> None:
    """From now on a job stands with a crew, None: with none. Inside a transaction; to stand on another day changes nothing."""
    now = now_text()
    last = StoodRow.get_or_none((StoodRow.job == job_id) & StoodRow.until.is_null())
    if last is not None and last.crew == crew:
        return
    StoodRow.update(until=now).where((StoodRow.job == job_id) & StoodRow.until.is_null()).execute()
    if crew is not None:
        StoodRow.create(job=job_id, crew=crew, since=now)


def stood(store: JobStore, job_id: str) -> list[tuple[str, str, str | None]]:
    """With which crew a job stood, since when (empty: as long as anybody knows) and until when; None: it still does."""
    with store.reading():
        rows = StoodRow.select().where(StoodRow.job == job_id).order_by(StoodRow.since)
        return [(row.crew, row.since, row.until) for row in rows]
