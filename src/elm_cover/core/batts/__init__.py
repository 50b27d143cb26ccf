"""Batts: what a layer is worth, the rules of laying, the layout piece by piece (handbook §7)."""

from __future__ import annotations

from .rules import BATTS_ONLY, BETWEEN_FIRST

__all__ = [
    "BATTS_ONLY",
    "BETWEEN_FIRST",
]
