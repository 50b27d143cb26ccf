"""Plan and fields turned into geometry in feet and inches: what screen, paper and files all draw."""

from __future__ import annotations

from .reach_floor import reach_drawing
from .scene import drawing, thumbnail

__all__ = ["drawing", "reach_drawing", "thumbnail"]
