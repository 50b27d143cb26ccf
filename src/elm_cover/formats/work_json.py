"""The work list as JSON for other programs: every item whole, nothing rounded but containers."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from pydantic_core import to_jsonable_python

from ..core.done import day_of, plan_logged
from ..core.work import KINDS, WorkItem, materials_of
from ..job import Job
from ..job.log_entry import LogEntry


def work_json(job: Job, log: Sequence[LogEntry] = ()) -> dict[str, Any]:
    """Items with why, how and cautions in words, materials of the job, the gate, flow at 50 Pa. log: what was done."""
    work = plan_logged(job, day_of(log)).work
    told: dict[str, Any] = {
        "items": [_item(item) for item in work.items],
        "materials": to_jsonable_python(materials_of(work.items)),
        "cuts": [],
        "gate": to_jsonable_python(work.gate),
        "cfm50": to_jsonable_python(work.cfm50),
    }
    return told


def _item(item: WorkItem) -> dict[str, Any]:
    kind = KINDS[item.kind]
    told: dict[str, Any] = to_jsonable_python(item)
    return told | {
        "why": item.why or kind.why,
        "how": list(kind.how),
        "cautions": [*item.cautions, *kind.cautions],
    }
