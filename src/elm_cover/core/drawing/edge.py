"""The edge of the Cut: baffle piece by piece with its laps, foam, batt plug, and what is laid over the plate. Inches (handbook §8)."""

from __future__ import annotations

import itertools
from collections.abc import Callable

import numpy as np

from ..eaves.baffles import BaffleInput, fitting
from ..eaves.bays import Bay
from ..eaves.eave import Eave
from .drawn import Shape
from .sizes import OVERHANG_IN, Point, shape

LAP_TICK_IN = 0.9
PLUG_IN = 6.0
MOST_PIECES = 40
# Lapped pieces are drawn apart by this, so that the lap is seen.
APART_IN = 0.35
Place = Callable[[float], float]


def edge_shapes(place: Place, eave: Eave, depth_in: float, baffle: BaffleInput, bay: Bay | None) -> list[Shape]:
    """What stands in the bay that is cut: a baffle with the air over it, a plug, or nothing. place: x inward to s."""
    if bay is None or bay.baffle is not False:
        return _baffle(place, eave, depth_in, baffle)
    return [_plug(place, eave, depth_in)] if bay.plug else []


def _baffle(place: Place, eave: Eave, depth_in: float, baffle: BaffleInput) -> list[Shape]:
    """Wind block, chute and the air over it."""
    c0 = eave.room_at_plate_in
    reach = eave.chute_reach_in(depth_in)
    leg = eave.closed_leg_in(depth_in)
    start = max(0.0, -c0 / eave.slope)
    bend = (start, max(leg, 0.0) if c0 > 0 else 0.0)
    chute = [bend, (reach, c0 + reach * eave.slope)] if reach > start else []
    shapes = []
    if leg > 0 and not (baffle.integral and chute):
        shapes.append(shape("baffle", [(place(0), 0.0), (place(0), leg)]))
    if chute:
        path = [(0.0, 0.0), *chute] if baffle.integral and leg > 0 else chute
        for number, (low, high) in enumerate(fitting(eave, depth_in, baffle).pieces(MOST_PIECES)):
            points = _between(path, low, high)
            if number % 2:
                points = _raised(points, eave, APART_IN)
            shapes.append(shape("baffle", [(place(x), z) for x, z in points]))
            if number:
                shapes.append(shape("lap", [(place(x), z) for x, z in _tick(points[0], eave)]))
        if baffle.foam and eave.baffle_thickness_in > 0:
            top = _raised(chute, eave, eave.baffle_thickness_in)
            shapes.append(shape("foam", [(place(x), z) for x, z in (*chute, *reversed(top))], closed=True))
    middle = (eave.vent_gap_in / 2 + eave.baffle_thickness_in) / np.cos(eave.angle)
    air = [(place(x), c0 + x * eave.slope + middle) for x in (-OVERHANG_IN / 2, reach + 4)]
    return [*shapes, shape("air", air)]


def _plug(place: Place, eave: Eave, depth_in: float) -> Shape:
    """A piece of batt rolled into the end of the bay, up to the deck."""
    top = min(depth_in, eave.heel_in)
    points = [(0.0, 0.0), (PLUG_IN, 0.0), (PLUG_IN, min(depth_in, eave.heel_in + PLUG_IN * eave.slope)), (0.0, top)]
    return shape("plug", [(place(x), z) for x, z in points], closed=True)


def _between(path: list[Point], low: float, high: float) -> list[Point]:
    """The stretch of a path between two distances along it."""
    found: list[Point] = []
    at = 0.0
    for (x0, z0), (x1, z1) in itertools.pairwise(path):
        long = float(np.hypot(x1 - x0, z1 - z0))
        first, last = max(low, at), min(high, at + long)
        if long > 0 and last > first:
            for where in (first, last):
                share = (where - at) / long
                point = (x0 + (x1 - x0) * share, z0 + (z1 - z0) * share)
                if not found or found[-1] != point:
                    found.append(point)
        at += long
    return found or [path[0], path[-1]]


def _raised(points: list[Point], eave: Eave, by_in: float) -> list[Point]:
    """Moved square to the deck, toward it."""
    dx, dz = -np.sin(eave.angle) * by_in, np.cos(eave.angle) * by_in
    return [(x + dx, z + dz) for x, z in points]


def _tick(at: Point, eave: Eave) -> list[Point]:
    dx, dz = -np.sin(eave.angle) * LAP_TICK_IN, np.cos(eave.angle) * LAP_TICK_IN
    return [(at[0] - dx, at[1] - dz), (at[0] + dx, at[1] + dz)]
