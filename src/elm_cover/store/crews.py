"""What belongs to a crew: the jobs that stand with it on the calendar, and their photos."""

from __future__ import annotations

from .jobs import JobStore
from .rows import PhotoJobRow, PlacementRow


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
