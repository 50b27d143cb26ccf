"""Two-dimensional steady conduction in any section of rectangles and slopes, by finite volumes on a graded grid (handbook §8).

A section is painted: regions of a material, later ones over earlier ones, and around and between them air of a known
temperature behind a surface film. Wherever material meets air heat passes the film; the outer edges of the section where
no air is painted are adiabatic. Any consistent units do: inches, Btu/h·in·°F and °F, or metres, W/m·K and °C::

        air, cold          each cell: Σ over its faces of conductance · (T_there − T_here) = 0
      ┌──────────────┐
      │ material  │  │     between two cells:   1 / (d₁/k₁ + d₂/k₂)
      │───────────┘  │     cell and air:        1 / (d₁/k₁ + film)
      └──────────────┘
        air, warm

Sources: S. V. Patankar, Numerical Heat Transfer and Fluid Flow (1980), harmonic mean at faces; checked against both
two-dimensional cases of ISO 10211:2017, annex C.
"""

from __future__ import annotations

import itertools
from collections.abc import Sequence
from dataclasses import dataclass
from functools import cached_property
from typing import Any

import numpy as np
import shapely

from ..base.arrays import Floats, Integers

Corners = tuple[tuple[float, float], ...]
GROWTH = 1.25
MOST_CELLS = 40_000
NEAR = 1e-9


class DomainError(ValueError):
    """A section that cannot be solved; the message says why."""


@dataclass(frozen=True)
class Solid:
    """A region of a material: its corners and conductivity, over 0. along: conductivity along x where it is another one, as
    in an air space whose R is known for heat going up alone."""

    name: str
    corners: Corners
    conductivity: float
    along: float | None = None


@dataclass(frozen=True)
class Air:
    """A region of air at a known temperature: film is the resistance of the surfaces it touches, 0 for a held surface."""

    name: str
    corners: Corners
    temperature: float
    film: float


@dataclass(frozen=True)
class Domain:
    """What is solved: regions painted in order, later over earlier. finest: the cell size at every edge of a region."""

    regions: tuple[Solid | Air, ...]
    finest: float
    coarsest: float


@dataclass(frozen=True)
class Surface:
    """Faces where material meets one air: middle, length, temperature at the face, flow into the material."""

    name: str
    x: Floats
    y: Floats
    length: Floats
    temperature: Floats
    flow: Floats

    @property
    def total(self) -> float:
        """Heat that flows from this air into the material."""
        return float(self.flow.sum())

    @property
    def coldest(self) -> float:
        """Its coldest temperature, °F."""
        return float(self.temperature.min())


@dataclass(frozen=True, eq=False)
class Solution:
    """Temperatures of the cells (nan in air), the grid's lines, and what passes every air."""

    x: Floats
    y: Floats
    temperature: Floats
    conductivity: Floats
    surfaces: dict[str, Surface]
    cells: int

    @cached_property
    def x_mid(self) -> Floats:
        """Middles of the cells along x, shape (columns,)."""
        return (self.x[:-1] + self.x[1:]) / 2

    @cached_property
    def y_mid(self) -> Floats:
        """Middles of the cells along y, shape (rows,)."""
        return (self.y[:-1] + self.y[1:]) / 2

    def at(self, x: float, y: float) -> float:
        """Temperature where two lines of the grid cross: of the cells round it, weighted by their conductance to it.

        So an interface is read at the face, not in a cell's middle. Raises ValueError where no lines cross there, or only
        air is round it.
        """
        column, row = (int(np.argmin(np.abs(lines - place))) for lines, place in ((self.x, x), (self.y, y)))
        if abs(self.x[column] - x) > NEAR or abs(self.y[row] - y) > NEAR:
            raise ValueError(f"no lines of the grid cross at {x}, {y}")
        total = weight = 0.0
        for r in (row - 1, row):
            for c in (column - 1, column):
                inside = 0 <= r < self.y.size - 1 and 0 <= c < self.x.size - 1
                if inside and np.isfinite(self.conductivity[r, c]):
                    away = np.hypot(self.x_mid[c] - x, self.y_mid[r] - y)
                    total += self.temperature[r, c] * self.conductivity[r, c] / away
                    weight += self.conductivity[r, c] / away
        if weight == 0:
            raise ValueError(f"only air at {x}, {y}")
        return float(total / weight)

    @property
    def imbalance(self) -> float:
        """What goes in less what comes out, as a share of what goes in: 0 for an exact solve."""
        total = [surface.total for surface in self.surfaces.values()]
        entering = sum(flow for flow in total if flow > 0)
        return abs(sum(total)) / entering if entering > 0 else 0.0


def graded(lines: Sequence[float], finest: float, coarsest: float, growth: float = GROWTH) -> Floats:
    """Grid lines through all the given ones, fine beside each and growing away from them.

    All in the unit of the lines. Source: finite volumes on a graded grid.
    """
    marks = sorted(set(np.round(lines, 9).tolist()))
    found = [marks[0]]
    for low, high in itertools.pairwise(marks):
        steps = _steps(high - low, finest, coarsest, growth)
        found += (low + np.cumsum(steps)).tolist()
        found[-1] = high
    return np.array(found)


def _steps(width: float, finest: float, coarsest: float, growth: float) -> Floats:
    """Cell sizes across a stretch: fine at both ends, growing to the middle, their sum the width."""
    if width <= 2 * finest:
        return np.full(max(1, round(width / finest)), width / max(1, round(width / finest)))
    half: list[float] = []
    size = min(finest, coarsest)
    while sum(half) + size < width / 2:
        half.append(size)
        size = min(size * growth, coarsest)
    half.append(size)
    both = np.array([*half, *reversed(half)])
    scaled: Floats = both * (width / both.sum())
    return scaled


def solve(section: Domain) -> Solution:
    """Temperatures and heat flow of a section. Raises SectionError where no material meets any air, or it is too fine.

    Source: Fourier's law; checked against ISO 10211:2017 annex C, cases 1 and 2.
    """
    from scipy.sparse.linalg import spsolve

    system = assembled(section)
    found = spsolve(system.matrix, system.right)
    temperature = np.full(system.conductivity.shape, np.nan)
    temperature[np.isfinite(system.conductivity)] = found
    return Solution(
        system.x, system.y, temperature, system.conductivity, _surfaces(system.films, found), system.right.size
    )


@dataclass(frozen=True, eq=False)
class System:
    """The balance of every cell: matrix · temperature = right, sparse, cells of material in rows from the bottom up."""

    x: Floats
    y: Floats
    conductivity: Floats
    matrix: Any
    right: Floats
    films: list[_Film]


def assembled(section: Domain) -> System:
    """A section's balance, ready to be solved. Raises SectionError as solve does.

    Source: finite volumes, conductances in series.
    """
    from scipy.sparse import coo_array, diags_array

    x, y = _lines(section)
    owner = _painted(section, x, y)
    solids = [region if isinstance(region, Solid) else None for region in section.regions]
    k = np.array([*(np.nan if s is None else s.conductivity for s in solids), np.nan])[owner]
    along = np.array([*(np.nan if s is None else s.along or s.conductivity for s in solids), np.nan])[owner]
    count = int(np.isfinite(k).sum())
    if count == 0:
        raise DomainError("there is no material in the section")
    inner = _between_cells(x, y, k, along)
    films = _films(section, x, y, (k, along), owner)
    if not films:
        raise DomainError("no material meets any air: there is nothing to drive heat")
    diagonal, right = np.zeros(count), np.zeros(count)
    for cell, conductance in ((inner.first, inner.conductance), (inner.second, inner.conductance)):
        np.add.at(diagonal, cell, conductance)
    for film in films:
        np.add.at(diagonal, film.cell, film.conductance)
        np.add.at(right, film.cell, film.conductance * film.air.temperature)
    rows, columns = np.concatenate([inner.first, inner.second]), np.concatenate([inner.second, inner.first])
    beside = coo_array((-np.concatenate([inner.conductance] * 2), (rows, columns)), shape=(count, count)).tocsc()
    return System(x, y, k, beside + diags_array(diagonal, format="csc"), right, films)


@dataclass(frozen=True, eq=False)
class _Inner:
    """Faces between two cells of material: the cells' numbers, and the conductance between them."""

    first: Integers
    second: Integers
    conductance: Floats


@dataclass(frozen=True, eq=False)
class _Film:
    """Faces of material towards one air: the cell, the face's middle and area, cell to air, cell's middle to face."""

    air: Air
    cell: Integers
    x: Floats
    y: Floats
    area: Floats
    conductance: Floats
    to_face: Floats


def _axes(x: Floats, y: Floats) -> list[tuple[Floats, Floats, tuple[slice, slice], tuple[slice, slice]]]:
    """For faces across y, then along x: half the cell towards the face, the face's length, the cells either side."""
    dx, dy = np.broadcast_arrays(np.diff(x)[None, :], np.diff(y)[:, None])
    every = slice(None)
    return [
        (dy / 2, dx, (slice(None, -1), every), (slice(1, None), every)),
        (dx / 2, dy, (every, slice(None, -1)), (every, slice(1, None))),
    ]


def _numbers(k: Floats) -> Integers:
    solid = np.isfinite(k)
    number = np.full(k.shape, -1, dtype=np.int64)
    number[solid] = np.arange(int(solid.sum()))
    return number


def _between_cells(x: Floats, y: Floats, up: Floats, along: Floats) -> _Inner:
    number, solid = _numbers(up), np.isfinite(up)
    first, second, conductance = [], [], []
    for k, (half, length, here, there) in zip((up, along), _axes(x, y), strict=True):
        both = solid[here] & solid[there]
        resistance = half[here][both] / k[here][both] + half[there][both] / k[there][both]
        first.append(number[here][both])
        second.append(number[there][both])
        conductance.append(length[here][both] / resistance)
    return _Inner(np.concatenate(first), np.concatenate(second), np.concatenate(conductance))


def _films(section: Domain, x: Floats, y: Floats, conductivity: tuple[Floats, Floats], owner: Integers) -> list[_Film]:
    number, solid = _numbers(conductivity[0]), np.isfinite(conductivity[0])
    mid_x, mid_y = np.meshgrid((x[:-1] + x[1:]) / 2, (y[:-1] + y[1:]) / 2)
    found = []
    for axis, (half, length, here, there) in enumerate(_axes(x, y)):
        k = conductivity[axis]
        face_x = mid_x[here] if axis == 0 else np.broadcast_to(x[1:-1][None, :], mid_x[here].shape)
        face_y = mid_y[here] if axis == 1 else np.broadcast_to(y[1:-1][:, None], mid_y[here].shape)
        for mine, other in ((here, there), (there, here)):
            touching = solid[mine] & ~solid[other]
            for place in np.unique(owner[other][touching]):
                air = section.regions[place] if place < len(section.regions) else None
                if not isinstance(air, Air):
                    continue  # nothing painted there: adiabatic
                at = touching & (owner[other] == place)
                to_face = half[mine][at] / k[mine][at]
                where = face_x[at], face_y[at]
                area = length[mine][at] * _share_of_slope(air.corners, *where)
                found.append(_Film(air, number[mine][at], *where, area, area / (to_face + air.film), to_face))
    return found


def _share_of_slope(corners: Corners, x: Floats, y: Floats) -> Floats:
    """What a step of a staircase is of the slope that it stands for: 1 along straight edges, 1/(|cos| + |sin|) on slopes."""
    nearest, share = np.full(x.shape, np.inf), np.ones(x.shape)
    for (x0, y0), (x1, y1) in zip(corners, (*corners[1:], corners[0]), strict=True):
        run, rise = x1 - x0, y1 - y0
        long = float(np.hypot(run, rise))
        if long < NEAR:
            continue
        along = np.clip(((x - x0) * run + (y - y0) * rise) / long**2, 0, 1)
        away = np.hypot(x - x0 - along * run, y - y0 - along * rise)
        closer = away < nearest - NEAR
        nearest[closer] = away[closer]
        share[closer] = long / (abs(run) + abs(rise))
    return share


def _surfaces(films: Sequence[_Film], found: Floats) -> dict[str, Surface]:
    surfaces = {}
    for name in dict.fromkeys(film.air.name for film in films):
        mine = [film for film in films if film.air.name == name]
        flows = [film.conductance * (film.air.temperature - found[film.cell]) for film in mine]
        faces = [found[f.cell] + flow / f.area * f.to_face for f, flow in zip(mine, flows, strict=True)]
        x, y, area = (np.concatenate([getattr(film, field) for film in mine]) for field in ("x", "y", "area"))
        surfaces[name] = Surface(name, x, y, area, np.concatenate(faces), np.concatenate(flows))
    return surfaces


def _lines(section: Domain) -> tuple[Floats, Floats]:
    places = [corner for region in section.regions for corner in region.corners]
    x = graded([at[0] for at in places], section.finest, section.coarsest)
    y = graded([at[1] for at in places], section.finest, section.coarsest)
    if (x.size - 1) * (y.size - 1) > MOST_CELLS:
        raise DomainError(
            f"the grid has {(x.size - 1) * (y.size - 1):,} cells; at most {MOST_CELLS:,}: take a coarser one"
        )
    return x, y


def _painted(section: Domain, x: Floats, y: Floats) -> Integers:
    """Which region holds each cell's middle; one past the last where none does."""
    mid_x, mid_y = np.meshgrid((x[:-1] + x[1:]) / 2, (y[:-1] + y[1:]) / 2)
    owner = np.full(mid_x.shape, len(section.regions), dtype=np.int64)
    for place, region in enumerate(section.regions):
        owner[shapely.contains_xy(shapely.Polygon(region.corners), mid_x, mid_y)] = place
    return owner
