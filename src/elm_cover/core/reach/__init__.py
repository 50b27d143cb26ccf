"""How the crew gets to every place of the floor, in what order it fills it, and what hose and cord that takes (handbook §14, §15)."""

from __future__ import annotations

from .cord import Cord
from .hose import Hose

__all__ = [
    "Cord",
    "Hose",
]
