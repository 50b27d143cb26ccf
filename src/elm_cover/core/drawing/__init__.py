"""Plan and fields turned into geometry in feet and inches: what screen, paper and files all draw."""

from __future__ import annotations

from .cut import Cut, cut_drawing
from .drawn import CutEnd, Drawing, DrawnCut, DrawnRun, DrawnSection, EaveShown, Edge
from .eave_runs import read_direction, runs
from .reach_floor import reach_drawing
from .scene import drawing, thumbnail

__all__ = [
    "Cut",
    "CutEnd",
    "Drawing",
    "DrawnCut",
    "DrawnRun",
    "DrawnSection",
    "EaveShown",
    "Edge",
    "cut_drawing",
    "drawing",
    "reach_drawing",
    "read_direction",
    "runs",
    "thumbnail",
]
