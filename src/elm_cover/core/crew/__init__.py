"""What the crew needs beside the plan: reach(plan) -> Reach, load(plan, work, firm, hose) -> Load, tasks and orders of a week."""

from __future__ import annotations

from .loading import Load, load
from .reaching import Reach, reach

__all__ = ["Load", "Reach", "load", "reach"]
