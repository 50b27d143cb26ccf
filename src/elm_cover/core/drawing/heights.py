"""Height lines: where the roof leaves the same room over the floor, for the Floor to draw (handbook §8)."""

from __future__ import annotations

import contourpy
import numpy as np
import shapely

from ..base.arrays import Floats
from ..floor.grid import Grid
from .drawn import DrawnHeight

LEVELS_IN = (6.0, 12.0, 18.0, 24.0, 36.0, 48.0, 60.0, 72.0, 96.0, 120.0, 144.0, 192.0, 240.0)
MOST_LINES = 6
SHORTEST_FT = 1.0
SMOOTH_FT = 0.04
MOST_SAMPLES = 12_000


def height_lines(grid: Grid, room_in: Floats) -> list[DrawnHeight]:
    """Lines of equal room at round heights, no more than six of them.

    Lines come from the grid's cell centers, so they end half a cell short of a wall.
    """
    finite = room_in[np.isfinite(room_in)]
    if finite.size == 0:
        return []
    levels = [level for level in LEVELS_IN if finite.min() < level < finite.max()]
    while len(levels) > MOST_LINES:
        levels = levels[1::2]
    step = max(1, int(np.ceil(np.sqrt(grid.count / MOST_SAMPLES))))
    field = np.full((grid.rows, grid.columns), np.nan)
    field[grid.row, grid.column] = np.where(np.isfinite(room_in), room_in, np.nan)
    field = field[step // 2 :: step, step // 2 :: step]
    if min(field.shape) < 2:
        return []
    x = grid.origin_ft[0] + (np.arange(field.shape[1]) * step + step // 2 + 0.5) * grid.cell_ft
    y = grid.origin_ft[1] + (np.arange(field.shape[0]) * step + step // 2 + 0.5) * grid.cell_ft
    made = contourpy.contour_generator(x, y, np.ma.masked_invalid(field))
    return [
        DrawnHeight(room_in=level, points_ft=[[float(a), float(b)] for a, b in line.coords])
        for level in levels
        for points in made.lines(level)
        if (line := shapely.LineString(np.asarray(points)).simplify(SMOOTH_FT)).length >= SHORTEST_FT
    ]
