"""The floor from above: outlines, the grid over them, joining, tape walks (handbook §2)."""

from __future__ import annotations

from .half_storeys import HalfStoreyError, Taped, box, half_storey, strips
from .joining import OutlineError, join
from .outline import contains, edge_side, label_ft, polygon_area_ft2
from .tape import TapeError, walk

__all__ = [
    "HalfStoreyError",
    "OutlineError",
    "TapeError",
    "Taped",
    "box",
    "contains",
    "edge_side",
    "half_storey",
    "join",
    "label_ft",
    "polygon_area_ft2",
    "strips",
    "walk",
]
