"""Proof: what depths, bags, cores and fan tests say was really done, and what may be claimed (handbook §19)."""

from __future__ import annotations

from .claim import OZ_PER_LB
from .closed import BattProof, BayProof
from .depths import DepthProof
from .leakage import Change, FanTest, points_of

__all__ = [
    "OZ_PER_LB",
    "BattProof",
    "BayProof",
    "Change",
    "DepthProof",
    "FanTest",
    "points_of",
]
