"""The one door to the core: plan(job), rack(job, pool), corners(job)."""

from __future__ import annotations

from ..rack.result import Rack
from .eave_corners import Corners, corners
from .ways import rack
from .whole_job import Plan, plan, plan_json

__all__ = ["Corners", "Plan", "Rack", "corners", "plan", "plan_json", "rack"]
