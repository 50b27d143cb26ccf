"""What of a DXF drawing can be an outline: polylines, splines, circles, and lines and arcs that meet end to end, also within blocks.

All in the drawing's own unit and as it stands in the drawing, mirrored ones the right way round (DXF reference: extrusion, bulge).
"""

from __future__ import annotations

import math
from collections import Counter, defaultdict
from collections.abc import Iterable, Iterator, Sequence
from dataclasses import dataclass, field
from itertools import islice
from typing import Any

from ..job import Fault, JobError

# x, y, and the bulge of the side that begins there: the tangent of a quarter of its arc.
Vertex = tuple[float, float, float]
MOST_ENTITIES, MOST_DEPTH, MOST_POINTS = 20_000, 6, 4_000
# Ends that are so near, against the width of the drawing, are one.
NEAR_SHARE = 1e-4
POLYLINES = ("LWPOLYLINE", "POLYLINE")
# What has an edge that somebody could have meant, and what to do about it.
NOT_READ = {
    "HATCH": "trace its edge with a closed polyline",
    "REGION": "explode it into lines, or trace it with a closed polyline",
    "MLINE": "explode it into lines",
    "3DSOLID": "draw its outline on the floor as a closed polyline",
    "BODY": "draw its outline on the floor as a closed polyline",
}


@dataclass(frozen=True)
class Shape:
    """closed: it ends where it begins; kind: what it was drawn as, in words."""

    layer: str
    vertices: tuple[Vertex, ...]
    closed: bool
    kind: str


@dataclass
class Shapes:
    """closed: what can be an outline; open: by layer, what does not close; unread: by layer and kind, how many are of no kind that is
    read."""

    closed: list[Shape] = field(default_factory=list)
    open: dict[str, list[Shape]] = field(default_factory=lambda: defaultdict(list))
    unread: Counter[tuple[str, str]] = field(default_factory=Counter)


def shapes_of(document: Any) -> Shapes:
    """Every shape of a drawing. Raises JobError where there are more than any floor has."""
    found = Shapes()
    loose: dict[str, list[Shape]] = defaultdict(list)
    for count, (entity, layer) in enumerate(_entities(document.modelspace(), None, 0)):
        if count >= MOST_ENTITIES:
            text = f"has more than {MOST_ENTITIES:,} parts, those of its blocks counted: save the layer with the outlines alone"
            raise JobError([Fault("file", text)])
        kind = entity.dxftype()
        if kind in NOT_READ:
            found.unread[layer, kind] += 1
            continue
        shape = _shape(entity, layer)
        if shape is None:
            continue
        if shape.closed:
            found.closed.append(shape)
        else:
            loose[layer].append(shape)
    for layer, shapes in loose.items():
        loops, rest = _joined(layer, shapes)
        found.closed += loops
        if rest:
            found.open[layer] = rest
    return found


def _entities(parts: Iterable[Any], layer_of_block: str | None, depth: int) -> Iterator[tuple[Any, str]]:
    """What stands in the drawing, that of blocks where they were put. What a block draws on layer 0 is on the layer of the block."""
    for entity in parts:
        layer = str(entity.dxf.get("layer", "0"))
        if layer == "0" and layer_of_block is not None:
            layer = layer_of_block
        if entity.dxftype() != "INSERT":
            yield entity, layer
        elif depth < MOST_DEPTH:
            try:
                # A block put many times is put where each of them stands.
                every = entity.multi_insert() if entity.mcount > 1 else (entity,)
                for one in islice(every, MOST_ENTITIES):
                    yield from _entities(one.virtual_entities(), layer, depth + 1)
            except JobError:
                raise
            except Exception:  # a block that is not there, or cannot be turned as it says: it draws nothing
                continue


def _shape(entity: Any, layer: str) -> Shape | None:
    """What an entity is as a shape; None where it is none."""
    kind = entity.dxftype()
    try:
        if kind in POLYLINES:
            vertices = _polyline(entity)
            said = bool(getattr(entity, "is_closed", getattr(entity, "closed", False)))
            return Shape(layer, vertices, said or _comes_back(vertices), "polyline")
        if kind == "LINE":
            ends = (entity.dxf.start, entity.dxf.end)
            return Shape(layer, tuple((float(p.x), float(p.y), 0.0) for p in ends), False, "line")
        if kind == "ARC":
            begin, end = entity.start_point, entity.end_point
            turn = math.radians((entity.dxf.end_angle - entity.dxf.start_angle) % 360 or 360)
            bulge = math.tan(turn / 4) * (-1 if entity.dxf.extrusion.z < 0 else 1)
            return Shape(
                layer, ((float(begin.x), float(begin.y), bulge), (float(end.x), float(end.y), 0.0)), False, "arc"
            )
        if kind in ("SPLINE", "CIRCLE", "ELLIPSE"):
            return _curve(entity, layer, kind.lower())
    except (ArithmeticError, AttributeError, IndexError, TypeError, ValueError):
        return None
    return None


def _polyline(entity: Any) -> tuple[Vertex, ...]:
    """Its corners as they stand in the drawing: one that was drawn from below is mirrored, its arcs with it."""
    mirrored = -1.0 if entity.dxf.get("extrusion", (0, 0, 1))[2] < 0 else 1.0
    if entity.dxftype() == "LWPOLYLINE":
        given = [(float(x), float(y), float(b)) for x, y, b in entity.get_points("xyb")]
    else:
        given = [
            (float(v.dxf.location.x), float(v.dxf.location.y), float(v.dxf.get("bulge", 0.0))) for v in entity.vertices
        ]
    return tuple((x * mirrored, y, b * mirrored) for x, y, b in given)


def _curve(entity: Any, layer: str, kind: str) -> Shape:
    """A curve as corners, so near that nobody could measure it: a thousandth of its width."""
    if kind == "circle":
        wide = 2 * abs(float(entity.dxf.radius))
    else:
        wide = _extent([(float(p.x), float(p.y)) for p in islice(entity.flattening(1e9), MOST_POINTS)])
    points = [(float(p.x), float(p.y), 0.0) for p in islice(entity.flattening(max(wide * 1e-3, 1e-9)), MOST_POINTS)]
    return Shape(layer, tuple(points), _comes_back(points), kind)


def _extent(points: Sequence[tuple[float, ...]]) -> float:
    if not points:
        return 0.0
    return max(max(p[i] for p in points) - min(p[i] for p in points) for i in (0, 1))


def _comes_back(vertices: Sequence[Vertex]) -> bool:
    """Whether it ends where it begins, though nobody said that it is closed."""
    if len(vertices) < 4:
        return False
    return math.dist(vertices[0][:2], vertices[-1][:2]) <= NEAR_SHARE * _extent(vertices)


def _joined(layer: str, shapes: Sequence[Shape]) -> tuple[list[Shape], list[Shape]]:
    """Open ones that meet end to end, two at each end, joined into what they enclose; and the rest."""
    near = NEAR_SHARE * _extent([v for shape in shapes for v in shape.vertices])
    nodes = [(_node(shape.vertices[0], near), _node(shape.vertices[-1], near)) for shape in shapes if shape.vertices]
    at: dict[tuple[int, int], list[int]] = defaultdict(list)
    for i, ends in enumerate(nodes):
        for node in ends:
            at[node].append(i)
    loops: list[Shape] = []
    used: set[int] = set()
    for first in range(len(nodes)):
        if first in used:
            continue
        chain = _chain(first, nodes, at)
        if chain is not None and not used.intersection(i for i, _ in chain):
            used.update(i for i, _ in chain)
            vertices = tuple(v for i, back in chain for v in _run(shapes[i], back))
            loops.append(Shape(layer, vertices, True, "lines"))
    return loops, [shape for i, shape in enumerate(shapes) if i not in used]


def _node(vertex: Vertex, near: float) -> tuple[int, int]:
    step = near or 1.0
    return round(vertex[0] / step), round(vertex[1] / step)


def _chain(
    first: int, nodes: Sequence[tuple[tuple[int, int], tuple[int, int]]], at: dict[tuple[int, int], list[int]]
) -> list[tuple[int, bool]] | None:
    """From one of them on to where it began; None where it ends somewhere, or more than two meet."""
    begin, here = nodes[first]
    chain, now = [(first, False)], first
    while here != begin:
        if len(at[here]) != 2:
            return None
        now = next((i for i in at[here] if i != now), now)
        if now == chain[-1][0]:
            return None
        back = nodes[now][1] == here
        chain.append((now, back))
        here = nodes[now][0] if back else nodes[now][1]
    return chain if len(at[begin]) == 2 and len(chain) > 1 else None


def _run(shape: Shape, back: bool) -> list[Vertex]:
    """Its corners on the way, without the last, which the next one begins with."""
    if not back:
        return list(shape.vertices[:-1])
    turned = list(reversed(shape.vertices))
    bulges = [-v[2] for v in reversed(shape.vertices[:-1])]
    return [(x, y, bulge) for (x, y, _), bulge in zip(turned[:-1], bulges, strict=True)]
