"""One section told: every figure of it, and the flags that go with them."""

from __future__ import annotations

from .eave_plan import EavePlan
from .heat_account import HeatShare
from .result import SectionPlan
from .schools import School

__all__ = [
    "EavePlan",
    "HeatShare",
    "School",
    "SectionPlan",
]
