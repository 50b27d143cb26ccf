"""Entries that were not believed: beside the log, each with why, until somebody of the office takes or refuses it."""

from __future__ import annotations

import json
from collections.abc import Callable, Sequence
from dataclasses import dataclass
from typing import Any

from .holding import MANY
from .jobs import JobStore
from .log import Answer, Sent
from .moment import now_text
from .rows import JobRow
from .who_rows import HeldRow

MOST_TOLD = 2_000


@dataclass(frozen=True)
class Held:
    """job_name: as the shelf has it. name: what the device or the person was called who handed it in; why: in words."""

    job: str
    job_name: str
    id: str
    entry: dict[str, Any]
    name: str
    why: str
    received_at: str


def held(store: JobStore) -> tuple[list[Held], int]:
    """Those that wait, the oldest first, and how many there are in all."""
    with store.reading():
        waiting = HeldRow.select(HeldRow, JobRow.id, JobRow.summary).join(JobRow).where(HeldRow.taken.is_null())
        rows = waiting.order_by(HeldRow.received_at, HeldRow.name, HeldRow.id).limit(MOST_TOLD)
        found = [
            Held(row.job_id, _name(row.job.summary), row.id, json.loads(row.entry), row.name, row.why, row.received_at)
            for row in rows
        ]
        return found, HeldRow.select().where(HeldRow.taken.is_null()).count()


def _name(summary: str | None) -> str:
    return "" if summary is None else str(json.loads(summary).get("name") or "")


def settle(
    store: JobStore, chosen: Sequence[tuple[str, str]], take: bool, by: str, taken: Callable[[str, Sent], list[Answer]]
) -> int:
    """Takes these into their logs, or refuses them; by job and id. How many waited and were settled. taken: adds them to a log: what
    it refuses or a full log does not take goes on waiting."""
    settled = 0
    with store.writing():
        by_job: dict[str, list[HeldRow]] = {}
        for start in range(0, len(chosen), MANY):
            some = chosen[start : start + MANY]
            ids = {each for _, each in some}
            for row in HeldRow.select().where(HeldRow.id.in_(ids) & HeldRow.taken.is_null()):
                if (row.job_id, row.id) in some:
                    by_job.setdefault(row.job_id, []).append(row)
        for job_id, rows in by_job.items():
            good = {row.id for row in rows}
            if take:
                # Each under whoever sent it: what they send again is known then.
                for sender in sorted({row.sender for row in rows}):
                    mine = [json.loads(row.entry) for row in rows if row.sender == sender]
                    answers = taken(job_id, Sent(mine, sender, anybodys=True))
                    good -= {one.id for one in answers if one.state not in ("accepted", "known")}
            for row in rows:
                if row.id in good:
                    which = (HeldRow.job == job_id) & (HeldRow.id == row.id)
                    HeldRow.update(settled_at=now_text(), settled_by=by, taken=int(take)).where(which).execute()
            settled += len(good)
    return settled
