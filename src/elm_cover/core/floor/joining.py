"""Changing outlines: two floors joined into one, each wall kept as it was (handbook §2)."""

from __future__ import annotations

from collections.abc import Hashable, Sequence
from dataclasses import dataclass

import shapely

from ..base.arrays import Points

TOUCH_FT = 0.02
STRAIGHT = 1e-6


class OutlineError(ValueError):
    """Outlines that cannot be changed so; the message says why and what to do."""


@dataclass(frozen=True)
class Joined:
    """One outline made of two, counter-clockwise. sources: per edge, which outline (0 or 1) and which edge it was."""

    outline_ft: Points
    sources: tuple[tuple[int, int], ...]
    holes: tuple[Points, ...]


def join(floors: tuple[Points, Points], walls: tuple[Sequence[Hashable], Sequence[Hashable]]) -> Joined:
    """The union of two floors that touch along a wall or overlap. Raises OutlineError.

    walls: what each edge is; a corner between two walls in line goes where both are the same.

    pair: corners of both in ft; the answer's are too. Source: handbook §2, sections that share framing.
    """
    shapes = [shapely.Polygon(points) for points in floors]
    # Walls that miss each other by a hair are the same wall.
    union = shapely.union_all([shapes[0], shapely.snap(shapes[1], shapes[0], TOUCH_FT)])
    if not isinstance(union, shapely.Polygon):
        raise OutlineError(
            "These two sections do not touch along a wall; move a corner so that they do, then join them."
        )
    ring = shapely.geometry.polygon.orient(union, 1.0)
    corners = [(float(x), float(y)) for x, y in ring.exterior.coords[:-1]]
    lines = [(which, i, line) for which, points in enumerate(floors) for i, line in enumerate(_walls(points))]
    sources = [_source(a, b, lines) for a, b in zip(corners, [*corners[1:], corners[0]], strict=True)]
    i = 0
    while i < len(corners) and len(corners) > 3:
        (a, b), (c, d) = sources[i - 1], sources[i]
        if walls[a][b] == walls[c][d] and _straight(corners[i - 1], corners[i], corners[(i + 1) % len(corners)]):
            del corners[i], sources[i]
        else:
            i += 1
    holes = tuple(
        tuple((float(x), float(y)) for x, y in hole.coords[:-1])
        for hole in ring.interiors
        if shapely.Polygon(hole).area > TOUCH_FT
    )
    return Joined(tuple(corners), tuple(sources), holes)


def _walls(points: Points) -> list[shapely.LineString]:
    return [shapely.LineString([a, b]) for a, b in zip(points, (*points[1:], points[0]), strict=True)]


def _source(
    a: tuple[float, float], b: tuple[float, float], lines: list[tuple[int, int, shapely.LineString]]
) -> tuple[int, int]:
    """The wall that a stretch of the union lies on: its middle is on it, and it runs the same way."""
    middle = shapely.Point((a[0] + b[0]) / 2, (a[1] + b[1]) / 2)
    stretch = shapely.LineString([a, b])

    def off(item: tuple[int, int, shapely.LineString]) -> tuple[float, float]:
        return (round(item[2].distance(middle), 3), item[2].hausdorff_distance(stretch))

    which, edge, _ = min(lines, key=off)
    return which, edge


def _straight(a: tuple[float, float], b: tuple[float, float], c: tuple[float, float]) -> bool:
    cross = (b[0] - a[0]) * (c[1] - b[1]) - (b[1] - a[1]) * (c[0] - b[0])
    ahead = (b[0] - a[0]) * (c[0] - b[0]) + (b[1] - a[1]) * (c[1] - b[1])
    return ahead > 0 and abs(cross) < STRAIGHT * max(1.0, ahead)
