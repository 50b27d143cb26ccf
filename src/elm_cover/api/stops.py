"""Since when a stop stands: the stops of every revision since a job's first day."""

from __future__ import annotations

import json
from collections.abc import Sequence
from datetime import datetime
from functools import partial

from pydantic import TypeAdapter

from ..core.base.memory import Memory
from ..core.done import stops_of
from ..core.filling import StopsSeen, StopStanding
from ..core.plan import plan
from ..job import read_job
from ..job.log_entry import LogEntry
from ..store.jobs import JobStore
from .heavy import in_a_worker
from .packing import written

STOPS = TypeAdapter(tuple[StopStanding, ...])
SEEN = TypeAdapter(tuple[StopsSeen, ...])
# What a revision's stops take in memory, about; so many revisions are looked at, the last ones.
STOPS_BYTES, MOST_REVISIONS = 1_000, 200
_kept: Memory[tuple[str, str, int, str], tuple[StopStanding, ...]] = Memory(lambda _: 0)


def stops_seen(
    store: JobStore, job_id: str, logged: Sequence[LogEntry], last: int | None = None
) -> tuple[StopsSeen, ...]:
    """Revision by revision since the one the first day was begun by, this one (last) at the end. Raises NoSuchJobError."""
    notes = {note.number: note for note in store.revisions(job_id)}
    last = max(notes) if last is None else last
    begun = [entry.value.get("revision", last) for entry in logged if entry.kind == "day.start"]
    first = min([last, *(number for number in begun if isinstance(number, int) and number in notes)])
    seen = []
    for number in sorted(n for n in notes if max(first, last - MOST_REVISIONS) <= n <= last):
        saved_at = notes[number].saved_at
        stops = _kept.get(
            # A revision that was saved at another time says something else.
            (str(store.folder), job_id, number, saved_at),
            partial(_stops, store, job_id, number),
            STOPS_BYTES,
        )
        seen.append(StopsSeen(datetime.fromisoformat(saved_at).timestamp(), stops))
    return tuple(seen)


def _stops(store: JobStore, job_id: str, number: int) -> tuple[StopStanding, ...]:
    return STOPS.validate_json(in_a_worker(stops_told, "", json.dumps(store.revision(job_id, number)).encode()))


def stops_told(given: bytes, _how: str) -> bytes:
    """The stops of a document, as JSON."""
    return written(stops_of(plan(read_job(json.loads(given)))))
