"""How far a job has come: each stage follows from what is recorded, nobody sets it (design §5, Calendar)."""

from __future__ import annotations

from ...job import Job
from ..log.fold import Day
from .whole_job import Plan

# In the order in which a job goes through them; a job that was lost stands apart.
STAGES = {
    "to_measure": "to measure",
    "to_offer": "to offer",
    "sold": "sold",
    "dated": "dated",
    "at_work": "at work",
    "lost": "lost",
}


def stage_of(job: Job, planned: Plan, day: Day | None = None, placed: bool = False) -> str:
    """The stage of a job. day: what its log comes to; placed: whether it stands on the calendar.

    at work: something was done or loaded, or a day was begun; sold, dated: by the sale on record and the calendar; to measure: while a question about
    one of its sections is open in Measure.
    """
    if day is not None and (day.done or day.out or day.days):
        return "at_work"
    if job.sale.stage == "lost":
        return "lost"
    if job.sale.stage == "sold":
        return "dated" if placed else "sold"
    measured = bool(job.sections) and not any(
        item.step == "measure" and item.field.startswith("sections") for item in planned.open
    )
    return "to_offer" if measured else "to_measure"
