"""Sizes that the cuts are drawn with, and their shapes. Inches (handbook §8)."""

from __future__ import annotations

from collections.abc import Iterable

import numpy as np
import shapely

from ..base.arrays import Floats
from .drawn import Dimension, Shape

BOARD_IN = 0.5
PLATE_IN = 3.0
OVERHANG_IN = 16.0
NEAR_FT = 1e-6
STRAIGHT_IN = 1e-6
# No eye sees less on a drawing to scale: over old fill mapped by readings the lines are curves of a thousand points.
SEEN_IN = 0.02

Point = tuple[float, float]


def polyline(s: Floats, z: Floats) -> list[Point]:
    """A polyline over evenly spaced s, without the points that lie on straight stretches or that nobody could see."""
    bent = np.abs(np.diff(z, 2)) > STRAIGHT_IN
    keep = np.concatenate([[0], np.flatnonzero(bent) + 1, [z.size - 1]])
    line = shapely.LineString(np.stack([s[keep], z[keep]], axis=1)).simplify(SEEN_IN)
    return [(float(along), float(up)) for along, up in line.coords]


def box_of(shapes: Iterable[Shape]) -> tuple[float, float, float, float]:
    """Left, low, right and high end of shapes, one at least."""
    points = [point for one in shapes for point in one.points]
    (s0, s1), (z0, z1) = ((min(p[i] for p in points), max(p[i] for p in points)) for i in (0, 1))
    return s0, z0, s1, z1


def shape(role: str, points: list[Point], closed: bool = False) -> Shape:
    """A shape of the cut; polygons close themselves, lines do not."""
    return Shape(role=role, closed=closed, points=[[round(float(x), 4), round(float(z), 4)] for x, z in points])


def rectangle(role: str, s0: float, s1: float, z0: float, z1: float) -> Shape:
    """A closed shape from s0 to s1 and from z0 to z1."""
    return shape(role, [(s0, z0), (s1, z0), (s1, z1), (s0, z1)], closed=True)


def dimension(name: str, value_in: float, a: Point | None = None, b: Point | None = None) -> Dimension:
    """A dimension between two points; without them one of the whole, of which only a part is drawn."""
    start, end = (None if point is None else [float(point[0]), float(point[1])] for point in (a, b))
    return Dimension(name=name, value_in=value_in, from_in=start, to_in=end)
