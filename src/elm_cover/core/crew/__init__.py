"""What the crew needs beside the plan: reach(plan) -> Reach, load_list(plan, work, firm, hose) -> LoadList, tasks and orders of a week."""

from __future__ import annotations

from .bands_told import SectionReach
from .day_tasks import job_tasks
from .loading import LoadLine, LoadList, counted_back, counts_of, load_list
from .orders import Need, OnHand, OrderedLine, needs_of, week_order
from .reaching import Reach, reach

__all__ = [
    "LoadLine",
    "LoadList",
    "Need",
    "OnHand",
    "OrderedLine",
    "Reach",
    "SectionReach",
    "counted_back",
    "counts_of",
    "job_tasks",
    "load_list",
    "needs_of",
    "reach",
    "week_order",
]
