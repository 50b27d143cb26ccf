"""The cold corner at an eave: its real section, solved in two dimensions (handbook: eaves, the corner).

Lengths in inches, R in h·ft²·°F/Btu, so that a conductivity is inches ÷ R, in Btu·in/h·ft²·°F. z is measured up from the
ceiling plane, x in from the outer edge of the plate::

      outdoor air ╱ ╱ channel at outdoor air        z
                 ╱╱______________________ fill line ↑
               ╱╱|  new fill                        |
         ____ ╱ c0_______________________           |
        |sheath|  old fill                          |
        |______|___________________________ 0  ─────+──→ x
        |plate ||ceiling board
        |------||
        | wall ||            room
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from .conduction import Air, Corners, CutSection, Material, Solution, solve
from .eaves import Eave
from .existing import ATTIC_FILM_R, INSIDE_FILM_R
from .framing import WOOD_R_PER_IN

# Below the ceiling so much wall is drawn that the corner no longer feels where it ends.
WALL_IN = 36.0
BOARD_IN = 0.5
PLATE_IN = 3.0
SHEATHING_IN, SHEATHING_R = 0.5, 0.62
WALL_BOARD_R = 0.45
OUTDOOR_FILM_R = 0.17
# For damp and mould the film in the corner, behind furniture and curtains, is this.
CORNER_FILM_R = 1.42
WALL_R = 13.0
BEYOND_IN = 36.0
AIR_IN = 6.0
FINEST_IN, COARSEST_IN = 0.25, 3.0


@dataclass(frozen=True)
class Corner:
    """An eave with what lies there. layers: (depth in inches, R) from the ceiling up, as settled."""

    eave: Eave
    plate_width_in: float
    board_r: float
    layers: tuple[tuple[float, float], ...]
    wall_r: float = WALL_R

    @property
    def depth_in(self) -> float:
        return sum(depth for depth, _ in self.layers)

    @property
    def reach_in(self) -> float:
        """How far in the section is drawn: past where the fill has its full depth."""
        return max(0.0, self.eave.full_depth_at_in(self.depth_in)) + self.plate_width_in + BEYOND_IN


@dataclass(frozen=True, eq=False)
class CornerSolved:
    """What the solve says. ceiling_flow: Btu/h through the ceiling for each foot of eave; plain_flow: the same by the sum
    of R straight up at each place. coldest_f: of the inside surfaces, at coldest_at_in (x, z)."""

    coldest_f: float
    coldest_at_in: tuple[float, float]
    ceiling_flow: float
    plain_flow: float
    solution: Solution


def section_of(corner: Corner, room_f: float, outdoor_f: float, inside_film_r: float = INSIDE_FILM_R) -> CutSection:
    """The eave's section, painted: air first, then wall, plate, board and fill over it."""
    wide, reach = corner.plate_width_in, corner.reach_in
    top = corner.depth_in + AIR_IN
    regions: list[Material | Air] = [
        Air("outdoors", _box(-SHEATHING_IN - AIR_IN, -WALL_IN, 0, top), outdoor_f, OUTDOOR_FILM_R),
        Air("attic", _box(0, 0, reach, top), outdoor_f, ATTIC_FILM_R),
        Air("room", _box(wide + BOARD_IN, -WALL_IN, reach, -BOARD_IN), room_f, inside_film_r),
        Material("sheathing", _box(-SHEATHING_IN, -WALL_IN, 0, 0), SHEATHING_IN / SHEATHING_R),
        Material("wall", _box(0, -WALL_IN, wide, -PLATE_IN), wide / corner.wall_r),
        Material("plate", _box(0, -PLATE_IN, wide, 0), 1 / WOOD_R_PER_IN),
        Material("wall board", _box(wide, -WALL_IN, wide + BOARD_IN, 0), BOARD_IN / WALL_BOARD_R),
        Material("ceiling", _box(wide, -BOARD_IN, reach, 0), BOARD_IN / corner.board_r),
    ]
    bottom = 0.0
    for number, (depth, r) in enumerate(corner.layers):
        shape = _under_the_baffle(corner, bottom, bottom + depth)
        if shape and r > 0:
            regions.append(Material(f"layer {number + 1}", shape, depth / r))
        bottom += depth
    return CutSection(tuple(regions), FINEST_IN, COARSEST_IN)


def solve_corner(corner: Corner, room_f: float, outdoor_f: float, inside_film_r: float = INSIDE_FILM_R) -> CornerSolved:
    """Temperatures and heat of the corner. inside_film_r: 0.61 for heat, CORNER_FILM_R for damp and mould."""
    found = solve(section_of(corner, room_f, outdoor_f, inside_film_r))
    room = found.surfaces["room"]
    coldest = int(np.argmin(room.temperature))
    overhead = np.isclose(room.y, -BOARD_IN)
    return CornerSolved(
        float(room.temperature[coldest]),
        (float(room.x[coldest]), float(room.y[coldest])),
        float(room.flow[overhead].sum()) / 12,
        _plain_flow(corner, room.x[overhead], room.length[overhead], room_f - outdoor_f, inside_film_r),
        found,
    )


def _plain_flow(corner: Corner, x: np.ndarray, length: np.ndarray, difference_f: float, film_r: float) -> float:
    """Btu/h for each foot of eave, as if heat only went straight up."""
    room = np.maximum(0.0, corner.eave.room_at_plate_in + x * corner.eave.slope)
    r = np.full(x.shape, film_r + corner.board_r + ATTIC_FILM_R)
    bottom = 0.0
    for depth, layer_r in corner.layers:
        if depth > 0:
            r = r + layer_r * np.clip(room - bottom, 0, depth) / depth
        bottom += depth
    return float(np.sum(length / r)) * difference_f / 12


def _box(x0: float, z0: float, x1: float, z1: float) -> Corners:
    return ((x0, z0), (x1, z0), (x1, z1), (x0, z1))


def _under_the_baffle(corner: Corner, low: float, high: float) -> Corners:
    """A layer between two heights, cut off where the baffle is lower; empty where it nowhere fits."""
    c0, slope, reach = corner.eave.room_at_plate_in, corner.eave.slope, corner.reach_in

    def x_at(z: float) -> float:
        return (z - c0) / slope

    if high <= low or x_at(low) >= reach:
        return ()
    start, full = max(0.0, x_at(low)), max(0.0, x_at(high))
    points = [(start, low), (reach, low), (reach, high), (full, high)]
    if low < c0 < high:
        points.append((0.0, c0))
    return tuple(points)
