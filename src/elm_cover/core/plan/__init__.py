"""The whole job planned: plan(job) -> Plan, corners(plan) -> Corners."""

from __future__ import annotations

from .eave_corners import Corners, corners
from .whole_job import Plan, plan, plan_json, plan_text

__all__ = ["Corners", "Plan", "corners", "plan", "plan_json", "plan_text"]
