"""The cut across bays that are no open floor, seen along their framing: a slope's square to it, a wall's from above (handbook §7).

Inches. Two bays and their three members, whatever the section measures: that is what a wide, low pane shows best; how long
the slope is and how high the wall is said beside it, and drawn in the cut through the whole house::

    ========================  deck, backing, net or floor
    | |  fill  | |  fill  | |
    ------------------------  board
"""

from __future__ import annotations

import math

from ..base.arrays import Points
from ..enclosed.shapes import Enclosed
from ..floor.outline import edge_length_ft, polygon_area_ft2
from ..layers.framing import JOIST_WIDTH_IN, clear_bay_in
from .drawn import Dimension, EnclosedCut, Shape
from .sizes import BOARD_IN, box_of, dimension, rectangle, shape

BAYS_SHOWN = 2
WIDTH_SHOWN_IN = 33.5
"""Of bays whose spacing is not known: as wide as two at 16 in."""
LEFT_OUT_SHOWN_IN = 120.0
ROOM_BELOW_IN = 18.0


def enclosed_cut(
    kind: str, found: Enclosed | None, outline: Points, spacing_in: float | None = None, section: str = ""
) -> EnclosedCut | None:
    """Shapes and dimensions of a section's cut, each dimension with its name, inches and the two points it is between.

    spacing_in: of the framing; None: not known, then none is drawn. None while the section's own dimensions are not known.
    """
    if kind == "left_out":
        return _left_out(section)
    if found is None:
        return None
    wide = WIDTH_SHOWN_IN if spacing_in is None else BAYS_SHOWN * spacing_in + JOIST_WIDTH_IN
    shapes = [
        rectangle("ceiling", 0, wide, -BOARD_IN, 0),
        rectangle("cavity", 0, wide, 0, found.depth_in),
        *_framing(found, spacing_in),
        *_closed_by(found, wide),
    ]
    return _made(section, shapes, [*_across(found, spacing_in, wide), *_of_the_whole(found, outline)])


def _framing(found: Enclosed, spacing_in: float | None) -> list[Shape]:
    """Rafters, studs or joists in section; under a net only as high as they are."""
    if spacing_in is None:
        return []
    top = min(found.framing_in, found.wood_in)
    left = (i * spacing_in for i in range(BAYS_SHOWN + 1))
    return [rectangle("framing", s, s + JOIST_WIDTH_IN, 0, top) for s in left]


def _closed_by(found: Enclosed, wide: float) -> list[Shape]:
    """What the bays end at on the attic's side: the deck with its channel, the backing where there is one, net or floor."""
    if found.kind == "sloped_bays":
        lines = [_line("deck", found.framing_in, wide)]
        if found.channel_in > 0:
            lines.append(_line("air", found.depth_in + found.channel_in / 2, wide))
        return lines
    if found.kind == "knee_wall":
        return [_line("backing", found.depth_in, wide)] if found.backed else []
    return [_line("net" if found.cover == "net" else "floor", found.depth_in, wide)]


def _across(found: Enclosed, spacing_in: float | None, wide: float) -> list[Dimension]:
    """The dimensions that the drawing shows; those along the depth in the first bay, the bay's own in the second."""
    bay = wide / BAYS_SHOWN

    def deep(name: str, at: float, low: float, high: float) -> Dimension:
        return dimension(name, high - low, (bay * at, low), (bay * at, high))

    dimensions = []
    if found.kind == "knee_wall":
        dimensions.append(deep("stud", 0.5, 0, found.depth_in))
    else:
        dimensions.append(deep("to fill", 0.35, 0, found.depth_in))
    if found.kind == "sloped_bays":
        dimensions.append(deep("rafter", 0.6, 0, found.framing_in))
        if found.channel_in > 0:
            dimensions.append(deep("air channel", 0.85, found.depth_in, found.framing_in))
    if spacing_in is not None:
        middle = min(found.framing_in, found.wood_in) / 2
        a, b = (spacing_in + JOIST_WIDTH_IN, middle), (2 * spacing_in, middle)
        dimensions.append(dimension("bay, clear", clear_bay_in(spacing_in), a, b))
    return dimensions


def _of_the_whole(found: Enclosed, outline: Points) -> list[Dimension]:
    """How long a slope is, its plan depth being plan area over its longest side; how high a wall is."""
    if found.kind == "sloped_bays":
        longest = max(edge_length_ft(outline, i) for i in range(len(outline)))
        run = 12 * polygon_area_ft2(outline) / longest
        return [dimension("slope, along", run / math.cos(math.atan(found.rise_in_12 / 12)))]
    return [dimension("height", found.height_ft * 12)] if found.kind == "knee_wall" else []


def _left_out(section: str) -> EnclosedCut:
    """The ceiling over unheated space, and the wall to the house that has to be closed."""
    wide = LEFT_OUT_SHOWN_IN
    shapes = [
        rectangle("ceiling", 0, wide, -BOARD_IN, 0),
        shape("backing", [(wide, -ROOM_BELOW_IN), (wide, 10)]),
        rectangle("cold", 0, wide, -ROOM_BELOW_IN, -BOARD_IN),
    ]
    return _made(section, shapes, [])


def _made(section: str, shapes: list[Shape], dimensions: list[Dimension]) -> EnclosedCut:
    return EnclosedCut(section=section, shapes=shapes, dimensions=dimensions, box_in=list(box_of(shapes)))


def _line(role: str, z: float, wide: float) -> Shape:
    return shape(role, [(0, z), (wide, z)])
