"""Which of the entries that are handed in are believed, by when they were written (core/log/belief.py); and whether who hands them in may
read what others wrote in that job."""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from datetime import datetime
from typing import Any

from ..core.log import Span, why_doubted
from ..store.crews import crew_has_job, stood
from ..store.devices import stays_of
from ..store.people import all_people
from .asking import Asker, job_store

# Whose entries are judged one by one.
JUDGED = ("crew", "device", "gone")


def sees_the_job(found: Asker, job_id: str) -> bool:
    """Whether who asks may read the log of a job just now."""
    if found.who == "gone":
        return False
    return found.who not in JUDGED or found.crew is None or crew_has_job(job_store(), found.crew, job_id)


def doubts(found: Asker, job_id: str, entries: Sequence[Mapping[str, Any]]) -> dict[str, str]:
    """By id, why an entry is not believed; those that are stand not in it."""
    if found.who not in JUDGED:
        return {}
    stays = _stays(found)
    stands: dict[str, list[Span]] = {}
    for crew, since, until in stood(job_store(), job_id):
        stands.setdefault(crew, []).append(_span(since, until))
    # A stand-in of practice may run ahead of the day, and counts only in practice.
    free = sees_the_job(found, job_id)
    told = {
        str(entry["id"]): why_doubted(written_s(entry), stays, stands)
        for entry in entries
        if not (free and entry.get("practice"))
    }
    return {id_: why for id_, why in told.items() if why is not None}


def written_s(entry: Mapping[str, Any]) -> float:
    """When an entry was written, s since 1970, by its own clock set right."""
    return datetime.fromisoformat(str(entry["at"])).timestamp() + float(entry.get("offset_s") or 0.0)


def _stays(found: Asker) -> list[Span]:
    if found.who != "crew":
        return [_span(stay.since, stay.until, stay.crew) for stay in stays_of(job_store(), found.id)]
    since = next((one.made_at for one in all_people(job_store()) if one.id == found.id), "")
    return [_span(since, None, found.crew)]


def _span(since: str, until: str | None, crew: str | None = None) -> Span:
    """since empty: as long as anybody knows."""
    begun = datetime.fromisoformat(since).timestamp() if since else float("-inf")
    return Span(begun, None if until is None else datetime.fromisoformat(until).timestamp(), crew)
