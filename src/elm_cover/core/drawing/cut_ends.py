"""The ends of the Cut: the edge it stops at, wall, plate, overhang, deck (handbook §8)."""

from __future__ import annotations

from collections.abc import Mapping
from typing import Any

import numpy as np
import shapely

from ..base.arrays import Floats
from ..eaves.bays import Bay
from ..eaves.eave import Eave
from ..floor.outline import counter_clockwise, edge_side
from ..section.result import SectionFields
from .drawn import BayCut, CutEnd, EaveShown, Shape
from .eave_runs import bay_at
from .sizes import BOARD_IN, NEAR_FT, OVERHANG_IN, PLATE_IN, polyline, shape


def cut_end(fields: SectionFields, at: Floats, inward: Floats, s: float, direction: int) -> tuple[CutEnd, Bay | None]:
    """Which edge the cut ends on, how much the cut stretches what lies square to that edge, and the bay that is cut there."""
    outline = fields.outline_ft
    best, edge = np.inf, 0
    point = shapely.Point(at)
    for i in range(len(outline)):
        distance = shapely.LineString([outline[i], outline[(i + 1) % len(outline)]]).distance(point)
        if distance < best - NEAR_FT:
            best, edge = distance, i
    start, end = np.array(outline[edge]), np.array(outline[(edge + 1) % len(outline)])
    sign = 1 if counter_clockwise(outline) else -1
    normal = sign * np.array([-(end - start)[1], (end - start)[0]]) / np.hypot(*(end - start))
    square = max(0.05, abs(float(normal @ inward)))
    eave = fields.eaves.get(edge)
    shown = None
    if eave is not None:
        shown = EaveShown(
            heel_in=eave.heel_in,
            pitch_in_12=eave.pitch_in_12,
            room_at_plate_in=eave.room_at_plate_in,
            vent_gap_in=eave.vent_gap_in,
        )
    bay = bay_at(fields, edge, at)
    ends_on = CutEnd(
        edge=edge,
        side=edge_side(outline, edge),
        s_in=float(s),
        direction=direction,
        stretch=1 / square,
        plate_width_in=fields.plate_widths_in[edge],
        eave=shown,
        bay=_bay_said(bay),
    )
    return ends_on, bay


def _bay_said(bay: Bay | None) -> BayCut | None:
    """What is in the bay that is cut at an eave."""
    if bay is None:
        return None
    return BayCut(place=bay.place, state=bay.state, baffle=bay.baffle, plug=bay.plug, to_wind=bay.to_wind)


def place_along(end: CutEnd, x_in: float) -> float:
    """s of a point that lies x inward from the plate's outer edge, square to the wall."""
    return float(end.s_in + end.direction * x_in * end.stretch)


def deck_shapes(s: Floats, plane: Floats, edge: np.ndarray[Any, Any], eaves: Mapping[int, Eave]) -> list[Shape]:
    """Underside of the deck, in as many stretches as there are."""
    if not eaves:
        return []
    known = np.flatnonzero(edge >= 0)
    under_deck_in = np.zeros(max(eaves) + 1)
    for index, eave in eaves.items():
        under_deck_in[index] = eave.under_deck_in
    shapes = []
    for run in np.split(known, np.flatnonzero(np.diff(known) > 1) + 1):
        if run.size > 1:
            shapes.append(shape("deck", polyline(s[run], plane[run] + under_deck_in[edge[run]])))
    return shapes


def wall_shapes(end: CutEnd, eave: Eave | None) -> list[Shape]:
    """Plate and wall under it; at an eave the overhang and the soffit too."""
    wide = end.plate_width_in
    plate = [
        (place_along(end, x), z) for x, z in ((0, -BOARD_IN), (wide, -BOARD_IN), (wide, -PLATE_IN), (0, -PLATE_IN))
    ]
    shapes = [shape("plate", plate, closed=True)]
    if eave is not None:
        low = eave.heel_in - OVERHANG_IN * eave.slope
        shapes.append(shape("deck", [(place_along(end, -OVERHANG_IN), low), (place_along(end, 0), eave.heel_in)]))
        soffit = low - 1.5
        shapes.append(
            shape(
                "soffit",
                [
                    (place_along(end, -OVERHANG_IN), low),
                    (place_along(end, -OVERHANG_IN), soffit),
                    (place_along(end, 0), soffit),
                ],
            )
        )
    return shapes
