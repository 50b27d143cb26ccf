"""The rack: every way of insulating this attic that makes sense, weighed side by side."""

from __future__ import annotations

from .candidate import METHODS, TITLES
from .mix import Limits
from .result import Mix, StepUp, Way

__all__ = [
    "METHODS",
    "TITLES",
    "Limits",
    "Mix",
    "StepUp",
    "Way",
]
