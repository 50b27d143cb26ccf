"""A section's floor sorted by what decides its heat: equal room under the roof and equal old fill count as one strip.

On a rectangular floor thousands of cells share a few dozen distances from the eaves, so that a figure that is a mean
over the floor comes out the same from the strips, at a fraction of the work.
"""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from ..base.arrays import Floats, Integers
from .dressing import Dressing

# Where there is more room than any fill line a job may ask for (20 layers of 48 in and 200 in of new), it is all the same.
ROOMY_IN = 1_200.0
# Where shapes are odd almost every cell differs: then room and old depth are taken to this step, inches.
MOST_STRIPS = 800
STEP_IN = 1 / 32


@dataclass(frozen=True, eq=False)
class Places:
    """Where on a floor something is asked for: at its cells, or at its strips.

    room_in: room under the roof at each, inches. old_in: depth of the old fill there, None without a map. share: of the
    net floor for each, summing to 1; None: all alike. dressed: what is done at the edge there.
    """

    room_in: Floats
    old_in: Floats | None = None
    share: Floats | None = None
    dressed: Dressing | None = None

    def mean(self, values: Floats) -> float:
        """Area mean of values given for each place."""
        return float(values.mean() if self.share is None else values @ self.share)


def strips_of(
    room_in: Floats, old_in: Floats | None = None, roomy_in: float = ROOMY_IN, dressed: Dressing | None = None
) -> Places:
    """The strips of a floor from its cells.

    Inches, shape (cells,) in, (strips,) out. Source: docs/decisions/0008.
    """
    room = np.minimum(room_in, roomy_in)
    work = None if dressed is None else _alike(dressed)
    for step in (1e-6, STEP_IN, 4 * STEP_IN):
        keys = np.round(room / step).astype(np.int64)
        if old_in is not None:
            keys = keys * 1_000_000_007 + np.round(old_in / step).astype(np.int64)
        if work is not None:
            keys = keys * 1_009 + work
        _, inverse, count = np.unique(keys, return_inverse=True, return_counts=True)
        if count.size <= MOST_STRIPS:
            break

    def mean_in(values: Floats) -> Floats:
        """Of the cells in each strip, so that rounding them together moves no mean."""
        found: Floats = np.bincount(inverse, weights=values) / count
        return found

    return Places(
        mean_in(room),
        None if old_in is None else mean_in(old_in),
        count / room.size,
        None if dressed is None else Dressing(mean_in(dressed.over_r), mean_in(dressed.r_per_in)),
    )


def _alike(dressed: Dressing) -> Integers:
    """A number for each cell, the same where the edge work is."""
    _, over = np.unique(dressed.over_r, return_inverse=True)
    _, inner = np.unique(dressed.r_per_in, return_inverse=True)
    found: Integers = over * (inner.max() + 1) + inner
    return found
