"""What the Cut draws of a solved corner: lines of equal temperature, and which way the heat goes (handbook §8)."""

from __future__ import annotations

from dataclasses import dataclass

import contourpy
import numpy as np
import shapely

from .conduction import Solution

STEPS_F = (2.0, 5.0, 10.0, 20.0)
MOST_LINES = 9
SIMPLER_IN = 0.06
SHORTEST_IN = 1.0
# An arrow every so many inches, along and up.
ARROW_X_IN, ARROW_Z_IN = 5.0, 3.0
BELOW_IN = -8.0


@dataclass(frozen=True)
class Isotherm:
    """A line of one temperature, °F, through (x, z) in inches."""

    temperature_f: float
    points_in: tuple[tuple[float, float], ...]


@dataclass(frozen=True)
class Arrow:
    """Heat at a place: where it goes, as a unit vector, and how much, Btu/h·ft²."""

    at_in: tuple[float, float]
    to: tuple[float, float]
    flow: float


def isotherms(solution: Solution, below_in: float = BELOW_IN) -> tuple[Isotherm, ...]:
    """Lines at round temperatures through what is solid, no more than nine of them, above below_in.

    Inches in the section. Source: contours of the solved field.
    """
    solid = np.where(solution.y_mid[:, None] >= below_in, solution.temperature, np.nan)
    finite = solid[np.isfinite(solid)]
    if finite.size == 0:
        return ()
    low, high = float(finite.min()), float(finite.max())
    step = next((s for s in STEPS_F if (high - low) / s <= MOST_LINES), STEPS_F[-1])
    levels = np.arange(np.floor(low / step) + 1, np.ceil(high / step)) * step
    made = contourpy.contour_generator(solution.x_mid, solution.y_mid, np.ma.masked_invalid(solid))
    return tuple(
        Isotherm(float(level), tuple((float(a), float(b)) for a, b in line.coords))
        for level in levels
        for points in made.lines(level)
        if (line := shapely.LineString(np.asarray(points)).simplify(SIMPLER_IN)).length >= SHORTEST_IN
    )


def arrows(solution: Solution, below_in: float = BELOW_IN) -> tuple[Arrow, ...]:
    """Heat flow −k∇T on a coarse net over what is solid.

    Inches in the section. Source: Fourier's law.
    """
    by_z, by_x = np.gradient(solution.temperature, solution.y_mid, solution.x_mid)
    # Btu·in/h·ft²·°F times °F/in is Btu/h·ft².
    qx, qz = -solution.conductivity * by_x, -solution.conductivity * by_z
    found = []
    for z in np.arange(below_in, solution.y[-1], ARROW_Z_IN):
        for x in np.arange(solution.x[0] + ARROW_X_IN / 2, solution.x[-1], ARROW_X_IN):
            row, column = int(np.argmin(np.abs(solution.y_mid - z))), int(np.argmin(np.abs(solution.x_mid - x)))
            flow = float(np.hypot(qx[row, column], qz[row, column]))
            if np.isfinite(flow) and flow > 0:
                at = (float(solution.x_mid[column]), float(solution.y_mid[row]))
                to = (float(qx[row, column] / flow), float(qz[row, column] / flow))
                found.append(Arrow(at, to, flow))
    return tuple(found)
