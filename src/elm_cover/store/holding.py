"""Keeping entries beside the log that are not believed; inside the transaction that the caller has opened."""

from __future__ import annotations

import json
from collections.abc import Sequence
from datetime import datetime
from typing import Any

from .moment import now_text
from .who_rows import HeldRow

MANY = 500
NOT_TAKEN = "the office did not take it"


def held_here(job_id: str, ids: Sequence[str]) -> dict[str, HeldRow]:
    """Those of these entries that are or were held, by id."""
    found: dict[str, HeldRow] = {}
    for start in range(0, len(ids), MANY):
        some = HeldRow.select().where((HeldRow.job == job_id) & (HeldRow.id.in_(ids[start : start + MANY])))
        found |= {row.id: row for row in some}
    return found


def how_many_wait(job_id: str) -> int:
    """Entries of a job that wait for the office."""
    return int(HeldRow.select().where((HeldRow.job == job_id) & HeldRow.taken.is_null()).count())


def hold(job_id: str, entry: dict[str, Any], sender: str, name: str, why: str, now: datetime) -> HeldRow:
    """Keeps an entry, with who sent it and why it is not believed."""
    row: HeldRow = HeldRow.create(
        job=job_id, id=entry["id"], entry=json.dumps(entry), sender=sender, name=name, why=why,
        received_at=now.isoformat(),
    )  # fmt: skip
    return row


def let_in(row: HeldRow) -> None:
    """What was held stands in the log now: the office brought it from a file, or it is believed after all."""
    which = (HeldRow.job == row.job_id) & (HeldRow.id == row.id)
    HeldRow.update(settled_at=now_text(), taken=1).where(which & HeldRow.taken.is_null()).execute()
