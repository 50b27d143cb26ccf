"""The job by its log: plan_logged(job, day), filled_job(job), prove(plan, table, entries), proved_job(job, log)."""

from __future__ import annotations

from .filled_by import fill_table
from .filled_job import FilledJob, ProvedJob, filled_job, proved_job
from .logged import as_logged, plan_logged
from .proving import Proof, prove
from .work_done import day_of, work_after

__all__ = [
    "FilledJob",
    "Proof",
    "ProvedJob",
    "as_logged",
    "day_of",
    "fill_table",
    "filled_job",
    "plan_logged",
    "prove",
    "proved_job",
    "work_after",
]
