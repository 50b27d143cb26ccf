"""What goes on the truck, where in it, what it weighs and how often one has to drive (handbook §15)."""

from __future__ import annotations

from .truck import PLACES, Stowed, TruckInput

__all__ = [
    "PLACES",
    "Stowed",
    "TruckInput",
]
