"""What the shelf shows of a job."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import asdict
from typing import Any

from ..core.drawing import thumbnail
from ..core.plan import day_of, plan, work_after
from ..job import read_job
from .log_file import read_entry


def headline(document: dict[str, Any], log: Sequence[dict[str, Any]] = ()) -> dict[str, Any]:
    """What the shelf shows of a job: its figures, its drawing, and whether it is ready to close. log: its entries."""
    job = read_job(document)
    result = plan(job)
    work = work_after(result, day_of(read_entry(entry) for entry in log)) if log else result.work
    gate = {"items": work.gate.items, "done": work.gate.done, "stops": work.gate.stops, "ready": work.gate.ready}
    return {
        "name": job.name,
        "address": job.address,
        "totals": asdict(result.totals),
        "thumbnail": thumbnail(result),
        "gate": gate,
    }
