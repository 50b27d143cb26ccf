"""The floor of a section: its polygon, its keep-outs and the fine grid that everything is integrated over (handbook §2)."""

from __future__ import annotations

import math

import numpy as np
import shapely
from numpy.typing import NDArray

from ..base.arrays import Points
from ..base.memory import remembered


# Asked again for every wall of the same outline.
@remembered()
def polygon_area_ft2(outline: Points) -> float:
    """Area of the outline, ft².

    outline in ft, corners in order. Source: the shoelace formula.
    """
    return float(shapely.Polygon(outline).area)


def contains(outline: Points, points: Points) -> NDArray[np.bool_]:
    """Which of the points lie on the floor or on its walls.

    points in ft; answers a bool for each, shape (points,).
    """
    if not points:
        return np.zeros(0, dtype=bool)
    return np.asarray(shapely.intersects_xy(_with_walls(outline), np.array(points)))


# Asked for every list of things on the same floor.
@remembered(lambda _: 4_000)
def _with_walls(outline: Points) -> shapely.Polygon:
    floor = shapely.Polygon(outline).buffer(1e-6)
    shapely.prepare(floor)
    return floor


def label_ft(outline: Points) -> tuple[float, float]:
    """A place well inside the outline, ft, where its name goes: its middle, where that lies inside."""
    floor = shapely.Polygon(outline)
    middle = floor.centroid
    if floor.buffer(-0.5).contains(middle):
        return float(middle.x), float(middle.y)
    x, y = shapely.maximum_inscribed_circle(floor, tolerance=0.25).coords[0]
    return float(x), float(y)


@remembered()
def counter_clockwise(outline: Points) -> bool:
    """Whether the corners run counter-clockwise, so that the floor lies to the left of every edge."""
    return bool(shapely.LinearRing(outline).is_ccw)


def edge_length_ft(outline: Points, edge: int) -> float:
    """Length of the edge from that corner to the next, ft.

    >>> edge_length_ft(((0.0, 0.0), (3.0, 4.0), (0.0, 4.0)), 0)
    5.0
    """
    (x0, y0), (x1, y1) = outline[edge], outline[(edge + 1) % len(outline)]
    return math.hypot(x1 - x0, y1 - y0)


def edge_side(outline: Points, edge: int) -> str:
    """Which side of the floor an edge is on, by the compass with y to the north: “south”, “north-east”.

    >>> edge_side(((0.0, 0.0), (9.0, 0.0), (9.0, 6.0), (0.0, 6.0)), 2)
    'north'
    """
    (x0, y0), (x1, y1) = outline[edge], outline[(edge + 1) % len(outline)]
    sign = 1 if counter_clockwise(outline) else -1
    bearing = math.degrees(math.atan2(sign * (x0 - x1), sign * (y1 - y0)))  # of the outward normal, from east
    return ("east", "north-east", "north", "north-west", "west", "south-west", "south", "south-east")[
        round(bearing / 45) % 8
    ]


def box_ft(center: tuple[float, float], size_in: tuple[float, float]) -> Points:
    """Corners of a box of that size in inches round a point.

    Answers four corners in ft, counter-clockwise.
    """
    (x, y), (across, along) = center, (size_in[0] / 24, size_in[1] / 24)
    return ((x - across, y - along), (x + across, y - along), (x + across, y + along), (x - across, y + along))
