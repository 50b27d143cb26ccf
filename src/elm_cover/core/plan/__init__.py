"""The one door to the core: plan(job), rack(job, pool), corners(job), reach(job), load(job, plan, …),
work_after(plan, log), plan_logged(job, day), fill_table(job, plan, reach, load),
prove(job, plan, table, entries), filled_job(job), proved_job(job, log)."""

from __future__ import annotations

from ..rack.result import Rack
from .eave_corners import Corners, corners
from .filled_job import FilledJob, ProvedJob, filled_job, proved_job
from .filling import fill_table
from .loading import Load, load
from .logged import as_logged, plan_logged
from .proving import Proof, prove
from .reaching import Reach, reach
from .ways import rack
from .whole_job import Plan, plan, plan_json, plan_text
from .work_done import day_of, work_after

__all__ = [
    "Corners",
    "FilledJob",
    "Load",
    "Plan",
    "Proof",
    "ProvedJob",
    "Rack",
    "Reach",
    "as_logged",
    "corners",
    "day_of",
    "fill_table",
    "filled_job",
    "load",
    "plan",
    "plan_json",
    "plan_logged",
    "plan_text",
    "prove",
    "proved_job",
    "rack",
    "reach",
    "work_after",
]
