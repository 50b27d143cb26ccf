"""What the crew needs beside the plan: reach(plan) -> Reach, load_list(plan, work, firm, hose) -> LoadList, tasks and orders of a week."""

from __future__ import annotations

from .loading import LoadList, load_list
from .reaching import Reach, reach

__all__ = ["LoadList", "Reach", "load_list", "reach"]
