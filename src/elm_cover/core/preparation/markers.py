"""Depth markers: how many, and where so that each square foot is near one (handbook §9, preparation)."""

from __future__ import annotations

import numpy as np

from ..base.arrays import Points
from ..base.memory import remembered
from ..base.units import whole_up
from ..floor.grid import Grid

FLOOR_PER_MARKER_FT2 = 300.0
SAMPLES = 1000
# From what stands there, so that neither hides the other.
CLEAR_FT = 1.5
ROUNDS = 12


def marker_count(net_area_ft2: float) -> int:
    """ceil(net area / 300), at least one.

    net_area_ft2 in ft². Source: handbook §9, markers.

    >>> marker_count(950.0)
    4
    """
    return max(1, whole_up(net_area_ft2 / FLOOR_PER_MARKER_FT2))


@remembered(lambda points: 120 * len(points), lambda grid, *_: grid.array_bytes)
def marker_points_ft(grid: Grid, count: int, standing: Points = ()) -> tuple[tuple[float, float], ...]:
    """Places for the markers: each stands at the middle of the floor that is nearest to it.

    Starts from the points farthest from each other and moves each to the center of its own floor, a fixed number of
    times, so that the same attic always gets the same places. Points are cell centers, ft. standing: what stands there, ft;
    a marker keeps clear of it where there is other floor, so that it is seen.

    Feet on the floor. Source: handbook §9, each ft² is near one.
    """
    step = max(1, grid.count // SAMPLES)
    x, y = grid.x_ft[::step], grid.y_ft[::step]
    chosen = [int(np.argmin(np.hypot(x - x.min(), y - y.min())))]
    distance = np.hypot(x - x[chosen[0]], y - y[chosen[0]])
    while len(chosen) < min(count, x.size):
        chosen.append(int(np.argmax(distance)))
        distance = np.minimum(distance, np.hypot(x - x[chosen[-1]], y - y[chosen[-1]]))
    px, py = x[chosen], y[chosen]
    for _ in range(ROUNDS):
        nearest = np.argmin(np.hypot(x[:, None] - px, y[:, None] - py), axis=1)
        held = np.maximum(1, np.bincount(nearest, minlength=px.size))
        px = np.bincount(nearest, weights=x, minlength=px.size) / held
        py = np.bincount(nearest, weights=y, minlength=py.size) / held
    taken = np.zeros(x.size, dtype=bool)
    for sx, sy in standing:
        taken |= np.hypot(x - sx, y - sy) < CLEAR_FT
    if taken.all():
        taken[:] = False
    cells = np.argmin(np.where(taken[:, None], np.inf, np.hypot(x[:, None] - px, y[:, None] - py)), axis=0)
    return tuple((float(x[c]), float(y[c])) for c in sorted(set(cells.tolist()), key=lambda c: (y[c], x[c])))
