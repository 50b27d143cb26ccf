"""One floor with a choice on it: what lies there, its heat, its bags (handbook §5 to §8)."""

from __future__ import annotations

from .buried import TENTED_VOID

__all__ = [
    "TENTED_VOID",
]
