"""Depth and R over a floor on a grid coarse enough to draw, packed for the wire."""

from __future__ import annotations

import base64
import math
from typing import Any

import numpy as np

from ..base.arrays import Floats
from ..section.result import SectionFields

MOST_CELLS_DRAWN = 12_000
OUTSIDE = 65_535
PER_UNIT = 100
OLD_FULL_QUANTILE = 0.9


def packed_grid(fields: SectionFields) -> dict[str, Any] | None:
    """Depth and R on a grid coarse enough to draw: hundredths, 65535 outside, row by row each less the one before it, modulo
    65536, as base64 of little-endian uint16. A plane roof makes the same step over and over, which packs to little."""
    grid = fields.grid
    if fields.depth_in is None and fields.old_in is None:
        return None
    step = max(1, math.ceil(math.sqrt(grid.count / MOST_CELLS_DRAWN)))
    columns, rows = math.ceil(grid.columns / step), math.ceil(grid.rows / step)
    pick = (grid.column % step == step // 2) & (grid.row % step == step // 2)
    at = (grid.row[pick] // step) * columns + grid.column[pick] // step

    def pack(values: Floats | None) -> str | None:
        if values is None:
            return None
        cells = np.full(columns * rows, OUTSIDE, dtype="<u2")
        cells[at] = np.clip(np.round(values[pick] * PER_UNIT), 0, OUTSIDE - 1)
        return base64.b64encode(np.diff(cells, prepend=cells.dtype.type(0)).tobytes()).decode("ascii")

    def span(values: Floats | None) -> list[float] | None:
        finite = np.array([]) if values is None else values[np.isfinite(values)]
        return [float(finite.min()), float(finite.max())] if finite.size else None

    return {
        "origin_ft": grid.origin_ft,
        "cell_ft": grid.cell_ft * step,
        "columns": columns,
        "rows": rows,
        "per_unit": PER_UNIT,
        "outside": OUTSIDE,
        "depth_in": pack(fields.depth_in),
        "depth_range_in": span(fields.depth_in),
        "r": pack(fields.r),
        "r_range": span(fields.r),
        "old_in": pack(fields.old_in),
        "old_range_in": span(fields.old_in),
        # What counts as full of the old fill: one odd heap does not make all the rest look thin.
        "old_full_in": None if fields.old_in is None else float(np.quantile(fields.old_in, OLD_FULL_QUANTILE)),
    }
