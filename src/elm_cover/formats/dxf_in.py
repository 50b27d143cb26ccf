"""Outlines from a DXF drawing: what closes on one layer, in a unit that the user names."""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Sequence
from dataclasses import dataclass
from io import StringIO
from typing import TYPE_CHECKING, Any

import shapely

from ..job import Fault, JobError
from ..job.section import AREA_LIMITS_FT2
from .dxf_shapes import NOT_READ, Shapes, Vertex, shapes_of

if TYPE_CHECKING:  # the reader of drawings takes a third of a second to load; only a drawing needs it
    from ezdxf.document import Drawing

FT_PER_UNIT = {"in": 1 / 12, "ft": 1.0, "mm": 1 / 304.8, "cm": 1 / 30.48, "m": 1 / 0.3048}
# $INSUNITS of the header; anything else: not said.
HEADER_UNITS = {1: "in", 2: "ft", 4: "mm", 5: "cm", 6: "m"}
MOST_CORNERS, MOST_OUTLINES = 200, 40
ARC_OFF_FT = 0.1
NEAR_FT = 0.005
# What is read at all: a drawing of a floor has far less, and more of it takes minutes.
MOST_LINES, MOST_VERTICES, MOST_CHORDS = 200_000, 2_000, 90
FARTHEST_FT, MOST_BULGE = 1e6, 100.0


@dataclass(frozen=True)
class DxfLayer:
    name: str
    closed: int


@dataclass(frozen=True)
class DxfContents:
    """What a drawing offers: layers with what closes, and its own unit where it says one."""

    layers: tuple[DxfLayer, ...]
    unit: str | None


@dataclass(frozen=True)
class DxfOutlines:
    """Outlines in feet, and what was left aside and why."""

    outlines_ft: tuple[tuple[tuple[float, float], ...], ...]
    left_aside: tuple[str, ...]


def contents(data: bytes) -> DxfContents:
    """Layers and unit of a drawing. Raises JobError where it cannot be read or nothing in it closes."""
    document = _read(data)
    found = shapes_of(document)
    counts = Counter(shape.layer for shape in found.closed)
    if not counts:
        raise JobError([Fault("file", _nothing_closes(found, None))])
    unit = HEADER_UNITS.get(_whole(document.header.get("$INSUNITS", 0)))
    return DxfContents(tuple(DxfLayer(name, count) for name, count in sorted(counts.items())), unit)


def _nothing_closes(found: Shapes, layer: str | None) -> str:
    """Why there is no outline, and the way out."""
    open_ones = sum(len(shapes) for name, shapes in found.open.items() if layer in (None, name))
    unread = Counter(
        kind for (name, kind), count in found.unread.items() if layer in (None, name) for _ in range(count)
    )
    told = [f"has {count} {kind}, which is not read: {NOT_READ[kind]}" for kind, count in sorted(unread.items())]
    if open_ones:
        told.append(
            f"has {open_ones} lines, arcs or open polylines that do not meet end to end: close the gaps, or draw the outline as one polyline"
        )
    return "; ".join(told) or "has nothing that closes; draw the outline as one polyline and close it"


def _whole(value: Any) -> int:
    try:
        return int(value)
    except (TypeError, ValueError, OverflowError):
        return 0


def outlines(data: bytes, layer: str, unit: str) -> DxfOutlines:
    """What closes on a layer, in feet. Raises JobError where there is none or none can be a floor."""
    if unit not in FT_PER_UNIT:
        raise JobError([Fault("unit", f"allowed: {', '.join(FT_PER_UNIT)}")])
    found = shapes_of(_read(data))
    mine = [shape for shape in found.closed if shape.layer == layer]
    if not mine and layer not in found.open and not any(name == layer for name, _ in found.unread):
        raise JobError([Fault("layer", f"nothing that can be an outline on the layer “{layer}”")])
    kept, aside = [], []
    for number, shape in enumerate(mine, start=1):
        given = [(x * FT_PER_UNIT[unit], y * FT_PER_UNIT[unit], bulge) for x, y, bulge in shape.vertices]
        why = _unreadable(given)
        corners = [] if why else _clean(_flattened(given))
        if not why and shape.kind not in ("polyline", "lines"):
            corners = _fewer(corners)
        why = why or _unfit(corners)
        if why:
            aside.append(f"{shape.kind.capitalize()} {number} {why}.")
        else:
            kept.append(corners)
    if layer in found.open or any(name == layer for name, _ in found.unread):
        aside.append(f"The layer {_nothing_closes(found, layer)}.")
    if not kept:
        raise JobError([Fault("file", " ".join(aside[:5]) or "has no outline")])
    if len(kept) > MOST_OUTLINES:
        raise JobError([Fault("file", f"at most {MOST_OUTLINES} outlines, not {len(kept)}")])
    x0 = min(x for corners in kept for x, _ in corners)
    y0 = min(y for corners in kept for _, y in corners)
    moved = tuple(tuple((round(x - x0, 4), round(y - y0, 4)) for x, y in corners) for corners in kept)
    return DxfOutlines(moved, tuple(aside))


def _read(data: bytes) -> Drawing:
    import ezdxf

    lines = data.count(b"\n")
    if lines > MOST_LINES:
        text = f"has {lines:,} lines; at most {MOST_LINES:,}: save the layer with the outlines alone"
        raise JobError([Fault("file", text)])
    try:
        return ezdxf.read(StringIO(_decoded(data)))  # type: ignore[attr-defined]
    except Exception as error:  # whatever a damaged drawing makes the reader raise, it is the file that cannot be used
        raise JobError([Fault("file", "cannot be read as DXF; save it again as text DXF, R12 or later")]) from error


def _decoded(data: bytes) -> str:
    """The text of a drawing by the code page that it says itself; since 2007 it is UTF-8."""
    from ezdxf.filemanagement import dxf_stream_info

    plain = data.decode("latin-1")
    told = dxf_stream_info(StringIO(plain)).encoding
    return data.decode(told, errors="replace")


def _fewer(corners: list[tuple[float, float]]) -> list[tuple[float, float]]:
    """A curve with as few corners as are off by a tenth of a foot at most."""
    if len(corners) < 4:
        return corners
    simple = shapely.Polygon(corners).simplify(ARC_OFF_FT / 2)
    return [(x, y) for x, y in simple.exterior.coords[:-1]] if isinstance(simple, shapely.Polygon) else corners


def _unreadable(given: Sequence[Vertex]) -> str | None:
    """Why a polyline is not even flattened: what is in it would take without end."""
    if len(given) > MOST_VERTICES:
        return f"has {len(given):,} vertices; at most {MOST_VERTICES:,}"
    if not all(math.isfinite(v) and abs(v) <= FARTHEST_FT for x, y, _ in given for v in (x, y)):
        return "has a corner that is no number, or farther away than any attic. Is the unit right?"
    if not all(math.isfinite(bulge) and abs(bulge) <= MOST_BULGE for *_, bulge in given):
        return f"has an arc whose bulge is over {MOST_BULGE:g}, or is no number"
    return None


def _flattened(given: Sequence[Vertex]) -> list[tuple[float, float]]:
    """The corners, arcs in chords that are off by a tenth of a foot at most. The bulge is the tangent of a quarter of the arc."""
    points: list[tuple[float, float]] = []
    for (x, y, bulge), (to_x, to_y, _) in zip(given, (*given[1:], given[0]), strict=True):
        points.append((x, y))
        chord = math.hypot(to_x - x, to_y - y)
        if abs(bulge) < 1e-9 or chord == 0:
            continue
        turn = 4 * math.atan(bulge)
        radius = chord * (1 + bulge * bulge) / (4 * abs(bulge))
        step = 2 * math.acos(max(-1.0, 1 - min(ARC_OFF_FT, radius) / radius))
        count = min(MOST_CHORDS, max(1, math.ceil(abs(turn) / step)))
        # The middle lies off the chord, to the left where the arc goes round to the left.
        rise = chord / 2 * (1 - bulge * bulge) / (2 * bulge)
        mid = ((x + to_x) / 2 - (to_y - y) / chord * rise, (y + to_y) / 2 + (to_x - x) / chord * rise)
        begin = math.atan2(y - mid[1], x - mid[0])
        angles = (begin + turn * i / count for i in range(1, count))
        points += [(mid[0] + radius * math.cos(a), mid[1] + radius * math.sin(a)) for a in angles]
    return points


def _clean(points: list[tuple[float, float]]) -> list[tuple[float, float]]:
    """Without corners given twice, the last one that repeats the first included."""
    kept: list[tuple[float, float]] = []
    for point in points:
        if not kept or math.dist(point, kept[-1]) > NEAR_FT:
            kept.append(point)
    while len(kept) > 1 and math.dist(kept[0], kept[-1]) <= NEAR_FT:
        kept.pop()
    return kept


def _unfit(corners: list[tuple[float, float]]) -> str | None:
    if not all(math.isfinite(v) for corner in corners for v in corner):
        return "has a corner that is no number"
    if len(corners) < 3:
        return "has fewer than three corners"
    if len(corners) > MOST_CORNERS:
        return f"has {len(corners)} corners; at most {MOST_CORNERS}"
    shape = shapely.Polygon(corners)
    if not shape.is_valid:
        return "crosses or touches itself"
    least, most = AREA_LIMITS_FT2
    if not least <= shape.area <= most:
        return f"encloses {shape.area:,.1f} ft²; {least:g} to {most:,.0f} ft² allowed. Is the unit right?"
    x0, y0, x1, y1 = shape.bounds
    return "is wider than 1,000 ft. Is the unit right?" if max(x1 - x0, y1 - y0) > 1000 else None
