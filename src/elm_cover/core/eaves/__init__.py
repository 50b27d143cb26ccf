"""The eave: room under the deck, bays, baffles, work at the edge, vent area (handbook §8)."""

from __future__ import annotations

from .baffles import KINDS, BaffleKind
from .bays import Bay, bay_count
from .foam_sheets import FoamOrder
from .remedies import REMEDIES, RemedyKind, remedy_of
from .ventilation import NFA_IN2_EACH, SIZES, VentSize

__all__ = [
    "KINDS",
    "NFA_IN2_EACH",
    "REMEDIES",
    "SIZES",
    "BaffleKind",
    "Bay",
    "FoamOrder",
    "RemedyKind",
    "VentSize",
    "bay_count",
    "remedy_of",
]
