"""The cut through sections that are no open floor: rafter bays, walls, closed cavities, floor that is left out. Inches."""

from __future__ import annotations

import math
from typing import Any

from ..base.arrays import Points
from ..enclosed.shapes import Enclosed
from ..floor.outline import edge_length_ft, polygon_area_ft2
from .sizes import BOARD_IN, Point

LEVEL_SHOWN_IN = 48.0
SLOPE_SHOWN_RAFTERS = 3.0
ROOM_BELOW_IN = 18.0


def enclosed_cut(kind: str, found: Enclosed | None, outline: Points) -> dict[str, Any] | None:
    """Shapes and dimensions of the cut, each dimension with its name, inches and the two points it is between.

    None while the section's own dimensions are not known.
    """
    if kind == "left_out":
        return _left_out()
    if found is None:
        return None
    if kind == "sloped_bays":
        return _slope(found, outline)
    return _wall(found) if kind == "knee_wall" else _cavity(found)


def _made(shapes: list[dict[str, Any]], dimensions: list[dict[str, Any]]) -> dict[str, Any]:
    points = [point for shape in shapes for point in shape["points"]]
    (s0, s1), (z0, z1) = ((min(p[i] for p in points), max(p[i] for p in points)) for i in (0, 1))
    return {"shapes": shapes, "dimensions": dimensions, "box_in": [s0, z0, s1, z1]}


def _shape(role: str, points: list[Point], closed: bool = True) -> dict[str, Any]:
    return {"role": role, "closed": closed, "points": [[float(s), float(z)] for s, z in points]}


def _dimension(name: str, value_in: float, a: Point | None = None, b: Point | None = None) -> dict[str, Any]:
    """A dimension between two points; without them one of the whole, of which only a part is drawn."""
    return {
        "name": name,
        "value_in": value_in,
        "from_in": None if a is None else list(map(float, a)),
        "to_in": None if b is None else list(map(float, b)),
    }


def _slope(found: Enclosed, outline: Points) -> dict[str, Any]:
    """Across the slope, a stretch of it: its plan depth is the plan area over the longest side."""
    longest = max(edge_length_ft(outline, i) for i in range(len(outline)))
    run = 12 * polygon_area_ft2(outline) / longest
    angle = math.atan(found.rise_in_12 / 12)
    whole = run / math.cos(angle)
    length = min(whole, SLOPE_SHOWN_RAFTERS * found.framing_in)

    def at(along: float, up: float) -> Point:
        return (along * math.cos(angle) - up * math.sin(angle), along * math.sin(angle) + up * math.cos(angle))

    fill, rafter = found.depth_in, found.framing_in
    shapes = [
        _shape("ceiling", [at(0, 0), at(length, 0), at(length, -BOARD_IN), at(0, -BOARD_IN)]),
        _shape("cavity", [at(0, 0), at(length, 0), at(length, fill), at(0, fill)]),
        _shape("deck", [at(0, rafter), at(length, rafter)], closed=False),
    ]
    if found.channel_in > 0:
        middle = fill + found.channel_in / 2
        shapes.append(_shape("air", [at(0, middle), at(length, middle)], closed=False))
    dimensions = [
        _dimension("to fill", fill, at(length * 0.25, 0), at(length * 0.25, fill)),
        _dimension("rafter", rafter, at(length * 0.55, 0), at(length * 0.55, rafter)),
        _dimension("slope, along", whole),
    ]
    if found.channel_in > 0:
        dimensions.append(
            _dimension("air channel", found.channel_in, at(length * 0.85, rafter), at(length * 0.85, fill))
        )
    return _made(shapes, dimensions)


def _wall(found: Enclosed) -> dict[str, Any]:
    height, stud = found.height_ft * 12, found.depth_in
    shapes = [
        _shape("ceiling", [(-BOARD_IN, 0), (0, 0), (0, height), (-BOARD_IN, height)]),
        _shape("cavity", [(0, 0), (stud, 0), (stud, height), (0, height)]),
        _shape("backing", [(stud, 0), (stud, height)], closed=False),
        _shape("plate", [(0, -1.5), (stud, -1.5), (stud, 0), (0, 0)]),
        _shape("plate", [(0, height), (stud, height), (stud, height + 1.5), (0, height + 1.5)]),
        _shape("floor", [(-LEVEL_SHOWN_IN / 2, -1.5), (LEVEL_SHOWN_IN / 2, -1.5)], closed=False),
    ]
    return _made(
        shapes,
        [
            _dimension("height", height, (stud + 10, 0), (stud + 10, height)),
            _dimension("stud", stud, (0, height * 0.5), (stud, height * 0.5)),
        ],
    )


def _cavity(found: Enclosed) -> dict[str, Any]:
    depth = found.depth_in
    shapes = [
        _shape("ceiling", [(0, 0), (LEVEL_SHOWN_IN, 0), (LEVEL_SHOWN_IN, -BOARD_IN), (0, -BOARD_IN)]),
        _shape("cavity", [(0, 0), (LEVEL_SHOWN_IN, 0), (LEVEL_SHOWN_IN, depth), (0, depth)]),
        _shape("net" if found.cover == "net" else "floor", [(0, depth), (LEVEL_SHOWN_IN, depth)], closed=False),
    ]
    return _made(shapes, [_dimension("to fill", depth, (LEVEL_SHOWN_IN * 0.5, 0), (LEVEL_SHOWN_IN * 0.5, depth))])


def _left_out() -> dict[str, Any]:
    """The ceiling over unheated space, and the wall to the house that has to be closed."""
    wide = LEVEL_SHOWN_IN
    shapes = [
        _shape("ceiling", [(0, 0), (wide, 0), (wide, -BOARD_IN), (0, -BOARD_IN)]),
        _shape("backing", [(wide, -ROOM_BELOW_IN), (wide, 10)], closed=False),
        _shape("cold", [(0, -ROOM_BELOW_IN), (wide, -ROOM_BELOW_IN), (wide, -BOARD_IN), (0, -BOARD_IN)]),
    ]
    return _made(shapes, [])
