"""Zones, temperatures and degree-days (handbook §4, §8)."""

from __future__ import annotations

from .degree_days import zone_lines
from .temperatures import COLDEST_MONTH_F, Climate
from .zones import zone_number

__all__ = [
    "COLDEST_MONTH_F",
    "Climate",
    "zone_lines",
    "zone_number",
]
