"""What a job takes, costs and saves (handbook §10, §12)."""

from __future__ import annotations

from .cost import Cost
from .saving import FUELS, Fuel, Saving

__all__ = [
    "FUELS",
    "Cost",
    "Fuel",
    "Saving",
]
