"""What lies on a floor, old or new: layers, voids, charts, heat paths, load (handbook §5 to §7)."""

from __future__ import annotations

from .framing import JOIST_WIDTH_IN
from .kinds import KINDS
from .layer import CONDITION_MULTIPLIER, CONTACT_VOID

__all__ = [
    "CONDITION_MULTIPLIER",
    "CONTACT_VOID",
    "JOIST_WIDTH_IN",
    "KINDS",
]
