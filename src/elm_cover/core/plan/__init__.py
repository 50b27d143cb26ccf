"""The whole job planned: plan(job) -> Plan, corners(plan) -> Corners."""

from __future__ import annotations

from .changes import Changes
from .eave_corners import Corners, EaveCorner, corners
from .look_over import CONCERNS, Look
from .opinions import OPINIONS, Opinion, house_rules_said
from .order import OrderLine
from .other_road import OtherRoad
from .totals import Span, Totals
from .whole_job import Plan, plan, plan_json, plan_text

__all__ = [
    "CONCERNS",
    "OPINIONS",
    "Changes",
    "Corners",
    "EaveCorner",
    "Look",
    "Opinion",
    "OrderLine",
    "OtherRoad",
    "Plan",
    "Span",
    "Totals",
    "corners",
    "house_rules_said",
    "plan",
    "plan_json",
    "plan_text",
]
