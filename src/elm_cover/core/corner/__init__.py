"""The corner at the eave solved in two dimensions: heat, damp, mould, wind (handbook §8)."""

from __future__ import annotations

from .wind import ASSUMPTION

__all__ = [
    "ASSUMPTION",
]
