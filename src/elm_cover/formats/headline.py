"""What the shelf shows of a job."""

from __future__ import annotations

from dataclasses import asdict
from typing import Any

from ..core.drawing import thumbnail
from ..core.plan import plan
from ..job import read_job


def headline(document: dict[str, Any]) -> dict[str, Any]:
    """What the shelf shows of a job."""
    job = read_job(document)
    result = plan(job)
    return {"name": job.name, "address": job.address, "totals": asdict(result.totals), "thumbnail": thumbnail(result)}
