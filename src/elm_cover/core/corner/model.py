"""The cold corner at an eave: its real section, solved in two dimensions (handbook §8, eaves, the corner).

Lengths in inches, R in h·ft²·°F/Btu, so that a conductivity is inches ÷ R, in Btu·in/h·ft²·°F. z is measured up from the
ceiling plane, x in from the outer edge of the plate::

      outdoor air ╱ ╱ channel at outdoor air        z
                 ╱╱______________________ fill line ↑
     foam baffle╱|  new fill                        |
         ____ ╱ c0_______________________           |
        |sheath|remedy|  old fill                   |
        |______|______|____________________ 0  ─────+──→ x
        |plate ||ceiling board
        |------||
        | wall ||            room
"""

from __future__ import annotations

from dataclasses import dataclass, replace

import numpy as np

from ..base.arrays import Floats
from ..base.memory import remembered
from ..eaves.eave import Eave
from ..eaves.remedies import Remedy
from ..layers.framing import WOOD_R_PER_IN
from ..layers.layer import AIR_SPACE_FULL_IN, ATTIC_FILM_R, INSIDE_FILM_R, air_space_r
from . import wind
from .conduction import Air, Corners, Domain, Solid, Solution, solve

# Below the ceiling so much wall is drawn that the corner no longer feels where it ends.
WALL_IN = 36.0
BOARD_IN = 0.5
PLATE_IN = 3.0
SHEATHING_IN, SHEATHING_R = 0.5, 0.62
WALL_BOARD_R = 0.45
# Wood bevel siding ½ × 8 in, lapped (ASHRAE Handbook of Fundamentals, thermal properties of building materials).
COVER_R = 0.81
OUTDOOR_FILM_R = 0.17
# For damp and mould the film in the corner, behind furniture and curtains, is this.
CORNER_FILM_R = 1.42
WALL_R = 13.0
BEYOND_IN = 36.0
AIR_IN = 6.0
FINEST_IN, COARSEST_IN = 0.25, 3.0
# Under a nearly flat roof full depth begins far off: what is drawn ends here, and cells grow with the section.
MOST_REACH_IN = 360.0
CELLS_ACROSS = 100
CONDUCTIVITY = (1e-3, 100.0)
WEDGE_STRIPS = 4
LEAST_END_R = 1e-3
# About for 1 in, heat going up (ASHRAE Handbook of Fundamentals, plane air spaces), Btu·in/h·ft²·°F.
STILL_AIR_CONDUCTIVITY = 1.2


@dataclass(frozen=True)
class SettledLayer:
    """A layer as settled: depth in inches, its R, what it is of, and settled / installed depth.

    Fill does not settle into spare room: under the chute it was blown to the chute and lies that share of it later.
    air: how much of it is an enclosed air space, 0 to 1: its R is 0.9 down to ¾ in, heat going up; along itself it conducts
    as still air and what fill is in it, and its outer end is closed.
    """

    depth_in: float
    r: float
    material: str | None = None
    settles: float = 1.0
    air: float = 0.0
    fill_conductivity: float = 0.0

    @property
    def along(self) -> float | None:
        """Conductivity along the layer, Btu·in/h·ft²·°F, where air makes it another than upward."""
        if self.air == 0:
            return None
        return self.air * STILL_AIR_CONDUCTIVITY + (1 - self.air) * self.fill_conductivity

    def r_at(self, depth_in: Floats) -> Floats:
        """R where so much of its depth fits, any shape. Source: handbook §8, R in proportion; Settled since 3."""
        if self.air == 0:
            found: Floats = self.r * depth_in / self.depth_in
            return found
        space = self.air * air_space_r(self.depth_in)
        solid = max(0.0, self.r - space)
        space = self.r - solid
        thin = np.minimum(1.0, depth_in / min(AIR_SPACE_FULL_IN, self.depth_in))
        found = solid * depth_in / self.depth_in + space * thin
        return found


@dataclass(frozen=True)
class Corner:
    """An eave with what lies there: layers from the ceiling up, as settled. foam_r: R square to a baffle of foam.

    windy: with nothing before the fill (wind washing). sheathed: the heel stands behind sheathing and the wall's cover, as a
    raised one does; else the fill's end faces the soffit.
    """

    eave: Eave
    plate_width_in: float
    board_r: float
    layers: tuple[SettledLayer, ...]
    wall_r: float = WALL_R
    remedy: Remedy | None = None
    foam_r: float = 0.0
    windy: bool = False
    sheathed: bool = False

    @property
    def depth_in(self) -> float:
        """Fill line as it is left, inches."""
        return sum(layer.depth_in for layer in self.layers)

    @property
    def reach_in(self) -> float:
        """How far in the section is drawn: past where the fill has its full depth."""
        inner = 0.0 if self.remedy is None else self.remedy.reach_in
        return min(MOST_REACH_IN, max(self.full_at_in, inner)) + self.plate_width_in + BEYOND_IN

    @property
    def full_at_in(self) -> float:
        """x where the full depth begins, as it was blown."""
        installed = sum(layer.depth_in / layer.settles for layer in self.layers)
        return self.eave.full_depth_at_in(installed)

    def r_up(self, x_in: Floats) -> Floats:
        """Sum of R straight up at each x, without films and board."""
        room = self.eave.room_in(x_in)
        filled = np.zeros(x_in.shape)
        bottom = 0.0
        for layer in self.layers:
            if layer.depth_in > 0:
                kept = wind.kept_share(layer.material, x_in) if self.windy else 1.0
                here = np.clip((room - bottom) * layer.settles, 0, layer.depth_in)
                filled = filled + layer.r_at(here) * kept
            bottom += layer.depth_in
        if self.remedy is not None:
            by_remedy = self.remedy.r_per_in * np.minimum(room, self.depth_in)
            filled = np.where(x_in < self.remedy.reach_in, by_remedy, filled)
        return filled + np.where(x_in < self.full_at_in, self.foam_r * np.cos(self.eave.angle), 0.0)

    @property
    def boundary(self) -> float:
        """Films and ceiling board, R."""
        return INSIDE_FILM_R + self.board_r + ATTIC_FILM_R

    @property
    def full_u(self) -> float:
        """U where the full depth lies, films and board included."""
        return 1 / (self.boundary + sum(layer.r for layer in self.layers))


@dataclass(frozen=True, eq=False)
class CornerSolved:
    """What the solve says. ceiling_flow: Btu/h through the ceiling for each foot of eave; plain_flow: the same by the sum
    of R straight up at each place. edge_flow, edge_plain_flow: of each, what goes beyond a floor at full depth all the way.
    coldest_f: of the inside surfaces, at coldest_at_in (x, z)."""

    coldest_f: float
    coldest_at_in: tuple[float, float]
    ceiling_flow: float
    plain_flow: float
    edge_flow: float
    edge_plain_flow: float
    solution: Solution


def domain_of(corner: Corner, room_f: float, outdoor_f: float, inside_film_r: float = INSIDE_FILM_R) -> Domain:
    """The eave's section, painted: air first, then wall, plate, board, fill over it, the remedy over that.

    Inches, from the plate's outer edge. Source: handbook §8, the corner.
    """
    wide, reach = corner.plate_width_in, corner.reach_in
    top = corner.depth_in + AIR_IN + corner.eave.baffle_thickness_in
    regions: list[Solid | Air] = [
        Air("outdoors", _box(-SHEATHING_IN - AIR_IN, -WALL_IN, 0, top), outdoor_f, OUTDOOR_FILM_R),
        Air("attic", _box(0, 0, reach, top), outdoor_f, ATTIC_FILM_R),
        Air("room", _box(wide + BOARD_IN, -WALL_IN, reach, -BOARD_IN), room_f, inside_film_r),
        Solid("sheathing", _box(-SHEATHING_IN, -WALL_IN, 0, 0), SHEATHING_IN / SHEATHING_R),
        Solid("wall", _box(0, -WALL_IN, wide, -PLATE_IN), wide / corner.wall_r),
        Solid("plate", _box(0, -PLATE_IN, wide, 0), 1 / WOOD_R_PER_IN),
        Solid("wall board", _box(wide, -WALL_IN, wide + BOARD_IN, 0), BOARD_IN / WALL_BOARD_R),
        Solid("ceiling", _box(wide, -BOARD_IN, reach, 0), BOARD_IN / corner.board_r),
    ]
    regions += _foam(corner)
    bottom = 0.0
    for number, layer in enumerate(corner.layers):
        if layer.r > 0 and layer.depth_in > 0:
            regions += _strips(corner, f"layer {number + 1}", bottom, layer)
        bottom += layer.depth_in
    if corner.sheathed and corner.eave.room_at_plate_in > 0:
        outside = _box(-SHEATHING_IN, 0, 0, corner.eave.room_at_plate_in)
        regions.append(Solid("heel sheathing", outside, SHEATHING_IN / (SHEATHING_R + COVER_R)))
    if corner.remedy is not None:
        shape = _under_the_baffle(corner, 0.0, corner.depth_in, 0.0, corner.remedy.reach_in)
        if shape:
            regions.append(Solid("remedy", shape, _bounded(1 / corner.remedy.r_per_in)))
    coarsest = max(COARSEST_IN, reach / CELLS_ACROSS, top / CELLS_ACROSS)
    return Domain(tuple(regions), FINEST_IN, coarsest)


@remembered(lambda solved: 4 * solved.solution.temperature.nbytes)
def solve_corner(corner: Corner, room_f: float, outdoor_f: float, inside_film_r: float = INSIDE_FILM_R) -> CornerSolved:
    """Temperatures and heat of the corner. inside_film_r: 0.61 for heat, CORNER_FILM_R for damp and mould.

    Temperatures in °F, flow in Btu/h for each ft. Source: handbook §8, the corner.
    """
    found = solve(domain_of(corner, room_f, outdoor_f, inside_film_r))
    room = found.surfaces["room"]
    coldest = int(np.argmin(room.temperature))
    overhead = np.isclose(room.y, -BOARD_IN)
    flow = float(room.flow[overhead].sum()) / 12
    plain = _plain_flow(corner, room.x[overhead], room.length[overhead], room_f - outdoor_f, inside_film_r)
    r_full = 1 / corner.full_u - INSIDE_FILM_R + inside_film_r
    undisturbed = float(room.length[overhead].sum()) / 12 * (room_f - outdoor_f) / r_full
    return CornerSolved(
        coldest_f=float(room.temperature[coldest]),
        coldest_at_in=(float(room.x[coldest]), float(room.y[coldest])),
        ceiling_flow=flow,
        plain_flow=plain,
        edge_flow=flow - undisturbed,
        edge_plain_flow=plain - undisturbed,
        solution=found,
    )


def in_wind(corner: Corner) -> Corner:
    """The same corner in a bay with nothing before the fill.

    Source: handbook §8, wind washing; docs/decisions/0013.
    """
    return replace(corner, windy=True)


def _plain_flow(corner: Corner, x: Floats, length: Floats, difference_f: float, film_r: float) -> float:
    """Btu/h for each foot of eave, as if heat only went straight up."""
    r = film_r + corner.board_r + ATTIC_FILM_R + corner.r_up(x)
    return float(np.sum(length / r)) * difference_f / 12


def _box(x0: float, z0: float, x1: float, z1: float) -> Corners:
    return ((x0, z0), (x1, z0), (x1, z1), (x0, z1))


def _bounded(conductivity: float) -> float:
    """Within what any material has, so that an odd figure in a job does not spoil the solve."""
    return min(max(conductivity, CONDUCTIVITY[0]), CONDUCTIVITY[1])


def _foam(corner: Corner) -> list[Solid]:
    """A baffle of foam along the slope, as far in as the fill touches it."""
    thick = corner.eave.baffle_thickness_in
    if corner.foam_r <= 0 or thick <= 0:
        return []
    c0, slope = corner.eave.room_at_plate_in, corner.eave.slope
    high = thick / np.cos(corner.eave.angle)
    start, full = max(0.0, -c0 / slope), min(corner.full_at_in, corner.reach_in)
    if full <= start:
        return []
    low = c0 + start * slope
    shape = ((start, low), (full, c0 + full * slope), (full, c0 + full * slope + high), (start, low + high))
    still = ((start, 0.0), (full, 0.0), (full, c0 + full * slope), (start, low))
    # The fill settles away from the foam: the thin wedge between them is still air, since foam closes it above.
    return [
        Solid("settled gap", still, STILL_AIR_CONDUCTIVITY),
        Solid("foam baffle", shape, _bounded(thick / corner.foam_r)),
    ]


def _closed_end(corner: Corner, name: str, bottom: float, top: float, air: float) -> list[Solid]:
    """What closes the outer end of an air space over the plate: all of it at air 1, none of it at 0."""
    high = min(top, corner.eave.room_at_plate_in)
    r = OUTDOOR_FILM_R * air / max(1e-9, 1 - air)
    if high <= bottom or r < LEAST_END_R:
        return []
    return [Solid(f"{name} end", _box(-SHEATHING_IN, bottom, 0, high), _bounded(SHEATHING_IN / r))]


def _wedge(corner: Corner, name: str, bottom: float, layer: SettledLayer) -> list[Solid]:
    """A layer with air in it where the baffle cuts it off: in strips, since its R does not fall with its depth."""
    c0, slope, top = corner.eave.room_at_plate_in, corner.eave.slope, bottom + layer.depth_in
    start, end = max(0.0, (bottom - c0) / slope), min(max(0.0, (top - c0) / slope), corner.reach_in)
    found = []
    for i in range(WEDGE_STRIPS if end > start else 0):
        x0, x1 = (start + (end - start) * share / WEDGE_STRIPS for share in (i, i + 1))
        here = np.array([min(layer.depth_in, c0 + (x0 + x1) / 2 * slope - bottom)])
        shape = _under_the_baffle(corner, bottom, top, x0, x1)
        if shape and here[0] > 0:
            found.append(
                Solid(f"{name} wedge {i + 1}", shape, _bounded(float(here[0] / layer.r_at(here)[0])), layer.along)
            )
    return found


def _strips(corner: Corner, name: str, bottom: float, layer: SettledLayer) -> list[Solid]:
    """A layer; in wind its outer strips conduct more."""
    plain = _bounded(layer.depth_in / layer.r)
    top = bottom + layer.depth_in
    whole = _under_the_baffle(corner, bottom, top, settles=layer.settles)
    if not whole:
        return []
    found = [Solid(name, whole, plain, layer.along)]
    if layer.air > 0:
        found += _closed_end(corner, name, bottom, top, layer.air) + _wedge(corner, name, bottom, layer)
    if corner.windy and wind.loss(layer.material) > 0:
        wide = wind.REACH_IN / wind.STRIPS
        for i in range(wind.STRIPS):
            shape = _under_the_baffle(corner, bottom, top, i * wide, (i + 1) * wide, layer.settles)
            if shape:
                kept = float(wind.kept_share(layer.material, (i + 0.5) * wide))
                found.append(Solid(f"{name} in wind {i + 1}", shape, _bounded(plain / kept)))
    return found


def _under_the_baffle(
    corner: Corner, low: float, high: float, start: float = 0.0, end: float | None = None, settles: float = 1.0
) -> Corners:
    """A layer between two heights from start to end, cut off where the baffle is lower; empty where it nowhere fits.

    settles: what is left of its height under the baffle.
    """
    c0 = low + (corner.eave.room_at_plate_in - low) * settles
    slope = corner.eave.slope * settles
    reach = corner.reach_in if end is None else min(end, corner.reach_in)

    def x_at(z: float) -> float:
        return (z - c0) / slope

    if high <= low or x_at(low) >= reach:
        return ()
    first, full = max(start, x_at(low)), max(start, x_at(high))
    at_start = c0 + first * slope
    points = [(first, low), (reach, low)]
    if full < reach:
        points += [(reach, high), (full, high)]
    else:
        points.append((reach, c0 + reach * slope))
    if low < at_start < high and full > first:
        points.append((first, at_start))
    return tuple(points)
