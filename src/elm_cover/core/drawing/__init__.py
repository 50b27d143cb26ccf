"""Plan and fields turned into geometry in feet and inches: what screen, paper and files all draw."""

from __future__ import annotations

from .cut import Cut, cut_drawing
from .eave_runs import read_direction, runs
from .reach_floor import reach_drawing
from .scene import drawing, thumbnail

__all__ = [
    "Cut",
    "cut_drawing",
    "drawing",
    "reach_drawing",
    "read_direction",
    "runs",
    "thumbnail",
]
