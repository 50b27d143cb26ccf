"""The one door to the core: plan(job), rack(job, pool), corners(job), reach(job), load(job, plan, …),
work_after(plan, log), fill_table(job, plan, reach, load),
prove(job, plan, table, entries)."""

from __future__ import annotations

from ..rack.result import Rack
from .eave_corners import Corners, corners
from .filling import fill_table
from .loading import Load, load
from .proving import Proof, prove
from .reaching import Reach, reach
from .ways import rack
from .whole_job import Plan, plan, plan_json
from .work_done import day_of, work_after

__all__ = [
    "Corners",
    "Load",
    "Plan",
    "Proof",
    "Rack",
    "Reach",
    "corners",
    "day_of",
    "fill_table",
    "load",
    "plan",
    "plan_json",
    "prove",
    "rack",
    "reach",
    "work_after",
]
