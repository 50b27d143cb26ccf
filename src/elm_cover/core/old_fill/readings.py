"""Depth readings of the old fill, and the map between them (handbook §5, measure, what is there already).

Between readings the depth is their mean weighted by the inverse square of the distance, over the eight nearest: it
meets every reading, never leaves the range of the readings, and needs no choice by the user.
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from ..base.arrays import Floats, Points
from ..base.memory import remembered
from ..floor.grid import Grid
from ..floor.outline import contains
from ..given.section import DepthReading

NEAREST = 8
METHOD = "inverse distance squared over the 8 nearest readings"
# A reading stands out where it is this far from the middle one, and far beyond how the others scatter.
STANDS_OUT_IN = 2.0
STANDS_OUT_SCATTERS = 3.5
SCATTER_OF_MEDIAN_DEVIATION = 1.4826
FEWEST_TO_JUDGE = 4
LOW_SHARE = 0.75


@dataclass(frozen=True, kw_only=True)
class ReadingsPlan:
    """What the readings say. spread_in: sample standard deviation; low, outliers: places in the list of readings."""

    count: int
    mapped: int
    mean_in: float
    map_mean_in: float | None
    spread_in: float | None
    least_in: float
    most_in: float
    low: tuple[int, ...]
    outliers: tuple[int, ...]
    outside: tuple[int, ...]
    unplaced: tuple[int, ...]
    method: str


def depth_map(places_ft: Points, depths_in: tuple[float, ...], x_ft: Floats, y_ft: Floats) -> Floats:
    """Depth at each point, inches, from readings at places. One reading: the same everywhere.

    Places in ft, shape (places,). Source: handbook, Settled since 9.
    """
    from scipy.spatial import cKDTree  # costs most of a second to load, and only attics with readings need it

    values = np.array(depths_in)
    if len(values) == 1:
        return np.full(x_ft.size, values[0])
    near = min(NEAREST, len(values))
    distance, index = cKDTree(np.array(places_ft)).query(np.stack([x_ft, y_ft], axis=1), k=near)
    weight = 1 / np.maximum(distance, 1e-6) ** 2
    depth: Floats = (weight * values[index]).sum(axis=1) / weight.sum(axis=1)
    return depth


@remembered(lambda depth: depth.nbytes, lambda grid, *_: grid.array_bytes)
def depth_map_on(grid: Grid, places_ft: Points, depths_in: tuple[float, ...]) -> Floats:
    """The same on the cells of a grid; kept, so that dragging a depth computes it once.

    Source: handbook, Settled since 9.
    """
    return depth_map(places_ft, depths_in, grid.x_ft, grid.y_ft)


def stand_out(depths_in: Sequence[float]) -> tuple[int, ...]:
    """Which readings stand out from the middle one: by more than 2 in and 3.5 times the others' scatter.

    Scatter by the median of the deviations, which one odd reading cannot stretch. Fewer than four are not judged.

    Inches. Source: median absolute deviation, limits by judgement.

    >>> stand_out([6.0, 6.5, 6.25, 12.0, 6.0, 6.5])
    (3,)
    """
    if len(depths_in) < FEWEST_TO_JUDGE:
        return ()
    values = np.array(depths_in)
    off = np.abs(values - np.median(values))
    scatter = SCATTER_OF_MEDIAN_DEVIATION * float(np.median(off))
    return tuple(int(i) for i in np.flatnonzero(off > max(STANDS_OUT_IN, STANDS_OUT_SCATTERS * scatter)))


def usable(readings: Sequence[DepthReading], outline: Points) -> tuple[DepthReading, ...]:
    """The readings that make the map: those placed on the floor."""
    placed = [reading for reading in readings if reading.at_ft is not None]
    inside: NDArray[np.bool_] = contains(outline, tuple(reading.at_ft for reading in placed if reading.at_ft))
    return tuple(reading for reading, on_floor in zip(placed, inside, strict=True) if on_floor)


# Readings say the same whatever is laid over them.
@remembered()
def summary(readings: tuple[DepthReading, ...], outline: Points, map_mean_in: float | None) -> ReadingsPlan:
    """Mean, spread, low spots and odd ones. There must be at least one reading."""
    used = usable(readings, outline)
    mapped = {reading.index for reading in used}
    counted = used or tuple(reading for reading in readings if reading.at_ft is None) or tuple(readings)
    depths = np.array([reading.depth_in for reading in counted])
    odd = {counted[i].index for i in stand_out(depths.tolist())}
    mean = float(depths.mean())
    return ReadingsPlan(
        count=len(readings),
        mapped=len(used),
        mean_in=mean,
        map_mean_in=map_mean_in,
        spread_in=float(depths.std(ddof=1)) if depths.size > 1 else None,
        least_in=float(depths.min()),
        most_in=float(depths.max()),
        low=tuple(r.index for r in counted if r.depth_in < LOW_SHARE * mean and r.index not in odd),
        outliers=tuple(sorted(odd - {r.index for r in readings if r.checked})),
        outside=tuple(r.index for r in readings if r.at_ft is not None and r.index not in mapped),
        unplaced=tuple(r.index for r in readings if r.at_ft is None),
        method=METHOD if used else "the mean of readings without a place, everywhere",
    )
