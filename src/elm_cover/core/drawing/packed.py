"""Depth and R over a floor on a grid coarse enough to draw, packed for the wire (handbook §6)."""

from __future__ import annotations

import base64
import math
from dataclasses import dataclass

import numpy as np

from ..base.arrays import Bools, Floats, Integers
from ..base.memory import Itself, remembered
from ..floor.grid import Grid
from ..section.result import SectionFields
from .drawn import OldDrawn, PackedGrid

MOST_CELLS_DRAWN = 12_000
OUTSIDE = 65_535
PER_UNIT = 100
OLD_FULL_QUANTILE = 0.9
NO_OLD = OldDrawn(old_in=None, old_range_in=None, old_full_in=None)


def packed_grid(fields: SectionFields) -> PackedGrid | None:
    """Depth and R on a grid coarse enough to draw: hundredths, 65535 outside, row by row each less the one before it, modulo
    65536, as base64 of little-endian uint16. A plane roof makes the same step over and over, which packs to little."""
    grid = fields.grid
    if fields.depth_in is None and fields.old_in is None:
        return None
    coarse = _coarse(Itself(grid))
    old = NO_OLD if fields.old_in is None else _old(Itself(fields.old_in), Itself(grid))
    return PackedGrid(
        origin_ft=grid.origin_ft,
        cell_ft=grid.cell_ft * coarse.step,
        columns=coarse.columns,
        rows=coarse.rows,
        per_unit=PER_UNIT,
        outside=OUTSIDE,
        depth_in=_packed(fields.depth_in, coarse),
        depth_range_in=_span(fields.depth_in),
        r=_packed(fields.r, coarse),
        r_range=_span(fields.r),
        old_in=old.old_in,
        old_range_in=old.old_range_in,
        old_full_in=old.old_full_in,
    )


@dataclass(frozen=True, eq=False)
class _Coarse:
    """Which cells of a grid are drawn, and where. pick: shape (cells of the grid,); at: place among those drawn."""

    step: int
    columns: int
    rows: int
    pick: Bools
    at: Integers


# Which cells are drawn, and the old fill there, no depth changes.
@remembered(lambda coarse: coarse.pick.nbytes + coarse.at.nbytes, lambda grid: grid.thing.array_bytes)
def _coarse(known: Itself) -> _Coarse:
    grid: Grid = known.thing
    step = max(1, math.ceil(math.sqrt(grid.count / MOST_CELLS_DRAWN)))
    columns, rows = math.ceil(grid.columns / step), math.ceil(grid.rows / step)
    pick = (grid.column % step == step // 2) & (grid.row % step == step // 2)
    at = (grid.row[pick] // step) * columns + grid.column[pick] // step
    return _Coarse(step, columns, rows, pick, at)


@remembered(
    lambda old: len(old.old_in or ""),
    lambda old_in, grid: old_in.thing.nbytes + grid.thing.array_bytes,
)
def _old(old_in: Itself, grid: Itself) -> OldDrawn:
    values: Floats = old_in.thing
    return OldDrawn(
        old_in=_packed(values, _coarse(grid)),
        old_range_in=_span(values),
        # What counts as full of the old fill: one odd heap does not make all the rest look thin.
        old_full_in=float(np.quantile(values, OLD_FULL_QUANTILE)),
    )


def _packed(values: Floats | None, coarse: _Coarse) -> str | None:
    if values is None:
        return None
    cells = np.full(coarse.columns * coarse.rows, OUTSIDE, dtype="<u2")
    cells[coarse.at] = np.clip(np.round(values[coarse.pick] * PER_UNIT), 0, OUTSIDE - 1)
    return base64.b64encode(np.diff(cells, prepend=cells.dtype.type(0)).tobytes()).decode("ascii")


def _span(values: Floats | None) -> list[float] | None:
    finite = np.array([]) if values is None else values[np.isfinite(values)]
    return [float(finite.min()), float(finite.max())] if finite.size else None
