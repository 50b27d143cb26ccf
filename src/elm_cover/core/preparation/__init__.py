"""What is done before blowing (handbook §9)."""

from __future__ import annotations

from .materials import PRICED, MaterialKind

__all__ = [
    "PRICED",
    "MaterialKind",
]
