"""What stops a job, what stands in the attic, and what it is kept clear of (handbook §3, §9)."""

from __future__ import annotations

from .before_test import BEFORE_A_TEST
from .features import FLUE_TITLES, KINDS, FeatureKind
from .stops import STANDING_CAUTIONS, STOPS, Stop

__all__ = [
    "BEFORE_A_TEST",
    "FLUE_TITLES",
    "KINDS",
    "STANDING_CAUTIONS",
    "STOPS",
    "FeatureKind",
    "Stop",
]
