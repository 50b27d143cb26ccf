"""The R to reach: by code, retrofit guidance or an own rule (handbook §4)."""

from __future__ import annotations

from .scale import CodeLine, code_table
from .tables import EDITIONS

__all__ = [
    "EDITIONS",
    "CodeLine",
    "code_table",
]
