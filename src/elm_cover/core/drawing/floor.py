"""One section from above: edges, height lines, joists, bays, what stands there (handbook §2)."""

from __future__ import annotations

import math

import shapely

from ..base.arrays import Points
from ..base.memory import Itself, Memory, remembered
from ..batts.layout import Piece
from ..floor.outline import edge_length_ft, edge_side
from ..section.result import SectionFields, SectionPlan
from .drawn import DrawnBatts, DrawnHeight, DrawnKeepOut, DrawnPiece, DrawnRun, DrawnSection, Edge, Snap
from .eave_runs import runs
from .heights import height_lines
from .packed import packed_grid

LINE_BYTES = 4_000
# A drawing without its maps, and what a bay and a piece of batt hold as Python data.
BARE_BYTES, BAY_BYTES, PIECE_BYTES = 20_000, 1_200, 900

_KEPT: Memory[tuple[Itself, Itself, str | None, float | None], DrawnSection] = Memory(
    lambda drawn: _weight_bytes(drawn)
)


def floor_drawing(
    section: SectionPlan, fields: SectionFields, run: str | None, spacing_in: float | None
) -> DrawnSection:
    """One section from above, in feet; run and spacing of its framing, None: not known. Nobody changes what this answers:
    a section that is planned as it was is the same drawing."""
    key = (Itself(section), Itself(fields), run, spacing_in)
    return _KEPT.get(key, lambda: _drawn(section, fields, run, spacing_in), fields.array_bytes)


def _weight_bytes(drawn: DrawnSection) -> int:
    grid = drawn.grid
    maps = 0 if grid is None else sum(len(text or "") for text in (grid.depth_in, grid.r, grid.old_in))
    bays = sum(len(run.bays) for run in drawn.runs)
    pieces = sum(len(laid.pieces) for laid in drawn.batts)
    return BARE_BYTES + maps + bays * BAY_BYTES + pieces * PIECE_BYTES


def _drawn(section: SectionPlan, fields: SectionFields, run: str | None, spacing_in: float | None) -> DrawnSection:
    outline = fields.outline_ft
    eaves = {eave.edge: eave for eave in section.eaves}
    kinds = fields.edge_kinds
    return DrawnSection(
        id=section.id,
        outline_ft=outline,
        edges=[
            Edge(
                index=i,
                is_eave=i in eaves,
                kind=kinds[i],
                side=edge_side(outline, i),
                length_ft=edge_length_ft(outline, i),
                from_ft=outline[i],
                to_ft=outline[(i + 1) % len(outline)],
            )
            for i in range(len(outline))
        ],
        kind=section.kind,
        holes_ft=fields.holes,
        heights=_heights(fields),
        snap=None if spacing_in is None or run is None else _snap(outline, run, spacing_in),
        grid=packed_grid(fields),
        joists_ft=_joists(outline, fields.holes, run, spacing_in),
        runs=_runs(fields) if section.kind == "open_floor" else [],
        keep_outs=[DrawnKeepOut(name=name, corners_ft=corners) for name, corners in fields.keep_outs],
        # A marker shows the fill line: there is none to set before a depth is known.
        markers_ft=section.marker_points_ft if section.depth_total_in is not None else (),
        batts=[
            DrawnBatts(place=laid.place, product=laid.product, pieces=[_piece(piece) for piece in layout.pieces])
            for laid, layout in (zip(section.batts, fields.batts, strict=True) if section.kind == "open_floor" else ())
        ],
    )


def _piece(piece: Piece) -> DrawnPiece:
    return DrawnPiece(order=piece.order, course=piece.course, whole=piece.whole, corners_ft=piece.corners_ft)


def _snap(outline: Points, run: str, spacing_in: float) -> Snap:
    """Lines of the framing that a corner may snap to: across the joists at their spacing, from the wall's outer face."""
    polygon = shapely.Polygon(outline)
    x0, y0, _, _ = polygon.bounds
    return Snap(axis="y" if run == "x" else "x", origin_ft=y0 if run == "x" else x0, step_ft=spacing_in / 12)


def _heights(fields: SectionFields) -> list[DrawnHeight]:
    """Lines of equal room, which no depth changes."""
    if fields.roof is None:
        return []
    return _lines_of(Itself(fields.grid), Itself(fields.roof.room_in))


def _runs(fields: SectionFields) -> list[DrawnRun]:
    """The runs, which no depth changes either."""
    return _runs_of(Itself(fields.rows), fields.outline_ft, fields.edge_kinds)


@remembered(lambda drawn: BAY_BYTES * sum(len(run.bays) for run in drawn))
def _runs_of(rows: Itself, outline: Points, kinds: tuple[str, ...]) -> list[DrawnRun]:
    return runs(outline, kinds, rows.thing)


@remembered(
    lambda lines: LINE_BYTES * len(lines),
    lambda grid, room_in: grid.thing.array_bytes + room_in.thing.nbytes,
)
def _lines_of(grid: Itself, room_in: Itself) -> list[DrawnHeight]:
    return height_lines(grid.thing, room_in.thing)


@remembered(lambda lines: 250 * len(lines))
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
