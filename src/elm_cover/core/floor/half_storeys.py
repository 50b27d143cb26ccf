"""The plan of a house of one and a half storeys from what a tape gives: side attics, knee walls, slopes, flat (handbook §5).

::

                     ridge
                    /      \\
                 __/________\\__   flat ceiling, at ceiling_ft over the floor
               s/              \\s   slope: rafters with the room's board under them
        knee  /|                |\\
        wall / |      room      | \\
     heel __/__|________________|__\\   side attics: floor behind the knee walls
"""

from __future__ import annotations

import math
from dataclasses import dataclass

from ..base.arrays import Points
from ..base.units import feet_inches

LEAST_FT = 0.5


class HalfStoreyError(ValueError):
    """Figures that make no such house; field names the one to look at, the message says what is allowed."""

    def __init__(self, field: str, message: str) -> None:
        super().__init__(message)
        self.field = field


@dataclass(frozen=True)
class HalfStorey:
    """Widths across the house from one plate to the other, ft: side attic, slope in plan, flat; then slope and side again."""

    length_ft: float
    side_ft: float
    slope_ft: float
    flat_ft: float

    @property
    def width_ft(self) -> float:
        """Plate to plate, ft."""
        return 2 * (self.side_ft + self.slope_ft) + self.flat_ft


@dataclass(frozen=True, kw_only=True)
class Taped:
    """What a tape gives of such a house; heights over the floor of the side attics. side_ft: None where it was not measured."""

    length_ft: float
    width_ft: float
    knee_wall_ft: float
    ceiling_ft: float
    pitch_in_12: float
    heel_in: float
    rafter_in: float = 0.0
    side_ft: float | None = None


def half_storey(taped: Taped) -> HalfStorey:
    """The widths of its parts, ft, from heights over the floor of the side attics.

    The deck stands heel + x · pitch/12 over that floor at x from the plate, the rafters hang rafter_in square to it below: the
    knee wall stands where it just reaches them, unless the depth of the side attics was measured (side_ft); the slope rises
    from its top to the flat ceiling. Raises HalfStoreyError where there is no room for a part. Source: handbook §8, room
    under the deck; geometry.
    """
    rise = taped.pitch_in_12 / 12
    rafters = taped.rafter_in / 12 / math.cos(math.atan(rise))
    side = (taped.knee_wall_ft + rafters - taped.heel_in / 12) / rise if taped.side_ft is None else taped.side_ft
    if side < LEAST_FT:
        raise HalfStoreyError(
            "knee_wall_ft",
            f"a knee wall of {feet_inches(taped.knee_wall_ft)} leaves no side attic under this pitch and heel: "
            f"over {feet_inches(taped.heel_in / 12 - rafters + LEAST_FT * rise)} needed",
        )
    slope = (taped.ceiling_ft - taped.knee_wall_ft) / rise
    if slope < LEAST_FT:
        raise HalfStoreyError(
            "ceiling_ft",
            f"the ceiling must be over {feet_inches(taped.knee_wall_ft + LEAST_FT * rise)}: the slope begins there",
        )
    flat = taped.width_ft - 2 * (side + slope)
    if flat < LEAST_FT:
        raise HalfStoreyError(
            "width_ft",
            f"side attics and slopes take {feet_inches(2 * (side + slope))} of the width, so that no flat ceiling is left: "
            "a wider house, a lower ceiling or a steeper slope",
        )
    return HalfStorey(taped.length_ft, side, slope, flat)


def strips(house: HalfStorey, along_x: bool) -> tuple[Points, ...]:
    """The floors of its five parts from the first plate across: side attic, slope, flat, slope, side attic, ft.

    along_x: the ridge runs along x, the parts follow one another along y; else the other way round.
    """
    widths = (house.side_ft, house.slope_ft, house.flat_ft, house.slope_ft, house.side_ft)
    found, at = [], 0.0
    for width in widths:
        low, high = round(at, 3), round(at + width, 3)
        found.append(box(0.0, low, house.length_ft, high) if along_x else box(low, 0.0, high, house.length_ft))
        at += width
    return tuple(found)


def box(x0: float, y0: float, x1: float, y1: float) -> Points:
    """Corners of a rectangle, counter-clockwise from the south-west, ft."""
    return ((x0, y0), (x1, y0), (x1, y1), (x0, y1))
