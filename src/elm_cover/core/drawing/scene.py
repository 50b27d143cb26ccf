"""Plan and grid turned into geometry: what Floor, Cut, paper and thumbnails all draw. Feet on the floor, inches in the cut."""

from __future__ import annotations

import base64
import math
from collections.abc import Mapping
from functools import lru_cache
from typing import Any

import numpy as np
import shapely

from ..batts.layout import Piece
from ..floor.outline import Floats, Points, edge_length_ft, edge_side
from ..plan import Plan
from ..section.result import SectionFields, SectionPlan
from .cut import Cut, cut_drawing, default_cut
from .enclosed_cut import enclosed_cut
from .heights import height_lines
from .runs import runs

MOST_CELLS_DRAWN = 12_000
OUTSIDE = 65_535
PER_UNIT = 100
OLD_FULL_QUANTILE = 0.9


def drawing(
    plan: Plan, framing: Mapping[str, tuple[str | None, float | None]], cut: Cut | str | None = None
) -> dict[str, Any]:
    """What to draw of a plan.

    framing: section id → (run "x" or "y", spacing in inches), either None while unknown. cut: where the attic is cut;
    a section's id alone for across its middle; None for across the middle of the first open floor.
    """
    return {
        "sections": [_section(s, plan.fields[s.id], *framing.get(s.id, (None, None))) for s in plan.sections],
        **_cuts(plan, cut),
    }


def _cuts(plan: Plan, cut: Cut | str | None) -> dict[str, Any]:
    """The cut through an open floor, or the cut of a section that is none."""
    name = cut if isinstance(cut, str) else None if cut is None else cut.section
    if name not in plan.fields:
        name = next((s.id for s in plan.sections if plan.fields[s.id].eaves), None) or next(
            (s.id for s in plan.sections), None
        )
    section = next((s for s in plan.sections if s.id == name), None)
    if section is None:
        return {"cut": None, "enclosed_cut": None}
    fields = plan.fields[section.id]
    if section.kind != "open_floor":
        made = enclosed_cut(section.kind, fields.enclosed, fields.outline_ft)
        return {"cut": None, "enclosed_cut": None if made is None else {"section": section.id, **made}}
    asked = cut if isinstance(cut, Cut) and cut.section == section.id else default_cut(section.id, fields)
    return {"cut": cut_drawing(asked, fields), "enclosed_cut": None}


def thumbnail(plan: Plan) -> list[dict[str, Any]]:
    """Outlines alone, for the shelf: per section its corners in feet and which edges are eaves."""
    return [
        {"outline_ft": plan.fields[s.id].outline_ft, "eaves": sorted(e.edge for e in s.eaves), "kind": s.kind}
        for s in plan.sections
    ]


def _section(section: SectionPlan, fields: SectionFields, run: str | None, spacing_in: float | None) -> dict[str, Any]:
    outline = fields.outline_ft
    eaves = {eave.edge: eave for eave in section.eaves}
    kinds = fields.edge_kinds
    return {
        "id": section.id,
        "outline_ft": outline,
        "edges": [
            {
                "index": i,
                "is_eave": i in eaves,
                "kind": kinds[i],
                "side": edge_side(outline, i),
                "length_ft": edge_length_ft(outline, i),
                "from_ft": outline[i],
                "to_ft": outline[(i + 1) % len(outline)],
            }
            for i in range(len(outline))
        ],
        "kind": section.kind,
        "holes_ft": fields.holes,
        "heights": [] if fields.roof is None else height_lines(fields.grid, fields.roof.room_in),
        "snap": None if spacing_in is None or run is None else _snap(outline, run, spacing_in),
        "grid": _packed(fields),
        "joists_ft": _joists(outline, fields.holes, run, spacing_in),
        "runs": runs(fields) if section.kind == "open_floor" else [],
        "keep_outs": [{"name": name, "corners_ft": corners} for name, corners in fields.keep_outs],
        "markers_ft": section.marker_points_ft,
        "batts": [
            {"place": laid.place, "product": laid.product, "pieces": [_piece(piece) for piece in layout.pieces]}
            for laid, layout in zip(section.batts, fields.batts, strict=True)
        ],
    }


def _piece(piece: Piece) -> dict[str, Any]:
    return {"order": piece.order, "course": piece.course, "whole": piece.whole, "corners_ft": piece.corners_ft}


def _packed(fields: SectionFields) -> dict[str, Any] | None:
    """Depth and R on a grid coarse enough to draw: base64 of little-endian uint16, hundredths, 65535 outside."""
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
        return base64.b64encode(cells.tobytes()).decode("ascii")

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


def _snap(outline: Points, run: str, spacing_in: float) -> dict[str, Any]:
    """Lines of the framing that a corner may snap to: across the joists at their spacing, from the wall's outer face."""
    polygon = shapely.Polygon(outline)
    x0, y0, _, _ = polygon.bounds
    return {"axis": "y" if run == "x" else "x", "origin_ft": y0 if run == "x" else x0, "step_ft": spacing_in / 12}


@lru_cache(maxsize=64)
def _joists(
    outline: Points, holes: tuple[Points, ...], run: str | None, spacing_in: float | None
) -> list[list[list[float]]]:
    """Center lines of the framing, clipped to the outline, the first one spacing in from the wall."""
    if run is None or spacing_in is None:
        return []
    polygon = shapely.Polygon(outline, holes)
    x0, y0, x1, y1 = polygon.bounds
    step = spacing_in / 12
    lines = []
    low, high = (y0, y1) if run == "x" else (x0, x1)
    for i in range(1, math.ceil((high - low) / step - 1e-9)):
        at = low + i * step
        line = [(x0, at), (x1, at)] if run == "x" else [(at, y0), (at, y1)]
        parts = shapely.get_parts(shapely.LineString(line).intersection(polygon))
        lines += [[[float(a), float(b)] for a, b in part.coords] for part in parts if part.length > 0]
    return lines
