"""The Cut: the attic from the side along a line over the floor, in inches; s runs from A to B, z up from the ceiling (handbook §8)."""

from __future__ import annotations

from dataclasses import dataclass
from functools import partial

import numpy as np
import shapely

from ..base.arrays import Floats, Points
from ..base.memory import remembered
from ..eaves.eave import Eave
from ..eaves.remedies import dressing
from ..eaves.roof import RoofField, roof_at
from ..floor.outline import counter_clockwise
from ..layers.chart import NO_FILL
from ..layers.stack import Lying, Stack, depth_of
from ..old_fill.readings import depth_map
from ..section.result import SectionFields
from .cut_ends import cut_end, deck_shapes, place_along, wall_shapes
from .drawn import CutMaterials, DrawnCut, Shape
from .edge import edge_shapes
from .sizes import BOARD_IN, NEAR_FT, polyline, shape

SAMPLE_IN = 0.5
MOST_SAMPLES = 4000


@dataclass(frozen=True)
class Cut:
    """Where a section is cut: a line over its floor, extended to its walls."""

    section: str
    from_ft: tuple[float, float]
    to_ft: tuple[float, float]


def default_cut(section: str, fields: SectionFields) -> Cut:
    """Straight in from the middle of the longest eave; across the middle of a floor without eaves."""
    outline = fields.outline_ft

    def length(i: int) -> float:
        return float(np.hypot(*np.subtract(outline[(i + 1) % len(outline)], outline[i])))

    edge = max(fields.eaves or range(len(outline)), key=length)
    start, end = np.array(outline[edge]), np.array(outline[(edge + 1) % len(outline)])
    sign = 1 if counter_clockwise(outline) else -1
    inward = sign * np.array([-(end - start)[1], (end - start)[0]]) / length(edge)
    middle = start + (end - start) * 0.5
    to = middle + inward
    return Cut(section, (float(middle[0]), float(middle[1])), (float(to[0]), float(to[1])))


def chord(outline: Points, cut: Cut) -> tuple[Floats, Floats]:
    """The cut's line from wall to wall: the piece over the floor nearest to where the user drew it."""
    a, b = np.array(cut.from_ft), np.array(cut.to_ft)
    if float(np.hypot(*(b - a))) < NEAR_FT:
        b = a + np.array([0.0, 1.0])
    polygon = shapely.Polygon(outline)
    reach = 2 * polygon.length + float(np.hypot(*(a - np.array(outline[0])))) * 2
    unit = (b - a) / np.hypot(*(b - a))
    parts = [
        part
        for part in shapely.get_parts(shapely.LineString([a - unit * reach, b + unit * reach]).intersection(polygon))
        if part.geom_type == "LineString" and part.length > NEAR_FT
    ]
    if not parts:
        point = polygon.representative_point()
        return chord(outline, Cut(cut.section, (point.x, point.y), (point.x + unit[0], point.y + unit[1])))
    drawn = shapely.Point((a + b) / 2)
    part = min(parts, key=lambda p: (p.distance(drawn), -p.length))
    ends = np.array(part.coords)[[0, -1]]
    return (ends[0], ends[1]) if float((ends[1] - ends[0]) @ unit) > 0 else (ends[1], ends[0])


@dataclass(frozen=True, eq=False, kw_only=True)
class Sampled:
    """The cut's line from wall to wall, ft, in samples s inches along it, with the roof over them."""

    a: Floats
    b: Floats
    s: Floats
    x: Floats
    y: Floats
    roof: RoofField


@remembered(lambda line: 6 * line.s.nbytes)
def _sampled(outline: Points, eaves: tuple[tuple[int, Eave], ...], cut: Cut) -> Sampled:
    """What of a cut no depth changes."""
    a, b = chord(outline, cut)
    length_ft = float(np.hypot(*(b - a)))
    unit = (b - a) / length_ft
    count = int(min(MOST_SAMPLES, max(2, length_ft * 12 / SAMPLE_IN + 1)))
    s = np.linspace(0, length_ft * 12, count)
    x, y = a[0] + unit[0] * s / 12, a[1] + unit[1] * s / 12
    inset = np.linspace(NEAR_FT, -NEAR_FT, count)  # so that the ends lie on the floor, not on its walls
    roof = roof_at(outline, dict(eaves), x + unit[0] * inset, y + unit[1] * inset)
    return Sampled(a=a, b=b, s=s, x=x, y=y, roof=roof)


def cut_drawing(cut: Cut, fields: SectionFields) -> DrawnCut:
    """Shapes of the cut, each {role, points}: polygons close themselves, lines do not."""
    line = _sampled(fields.outline_ft, tuple(sorted(fields.eaves.items())), cut)
    a, b, s, x, y, roof = line.a, line.b, line.s, line.x, line.y, line.roof
    unit = (b - a) / float(np.hypot(*(b - a)))
    shapes = [shape("ceiling", [(0, 0), (s[-1], 0), (s[-1], -BOARD_IN), (0, -BOARD_IN)], closed=True)]
    cut_ends = [cut_end(fields, a, unit, 0.0, 1), cut_end(fields, b, -unit, s[-1], -1)]
    stack = fields.stack or (Stack(fields.today, NO_FILL) if fields.today is not None else None)
    if stack is not None:
        dressed = None
        if fields.stack is not None:
            dressed = dressing(fields.work, fields.eaves, roof.edge, roof.plane_in)
        lying = stack.at(roof.room_in, _old_along(fields, stack, x, y), dressed)
        shapes += _lying_shapes(stack, lying, s, dressed is not None)
    if fields.stack is not None:
        for end, bay in cut_ends:
            if end.eave is not None:
                place, eave = partial(place_along, end), fields.eaves[end.edge]
                shapes += edge_shapes(place, eave, fields.stack.depth_in, fields.baffle, bay)
    shapes += deck_shapes(s, roof.plane_in, roof.edge, fields.eaves)
    ends = [end for end, _ in cut_ends]
    for end in ends:
        shapes += wall_shapes(end, fields.eaves.get(end.edge))
    planned = fields.stack
    return DrawnCut(
        section=cut.section,
        from_ft=a.tolist(),
        to_ft=b.tolist(),
        length_in=float(s[-1]),
        shapes=shapes,
        ends=ends,
        materials=CutMaterials(
            old=[layer.material for layer in (fields.today or ())],
            batts=[layer.material for layer in (stack.batts if stack else ())],
        ),
        old_in=None if stack is None else stack.old_in,
        batts_in=None if planned is None else depth_of(planned.batts),
        fill_line_in=None if planned is None else planned.depth_in,
        installed_in=None if planned is None else planned.installed_in,
        settled_in=None if planned is None else planned.settled_in,
    )


def _lying_shapes(stack: Stack, lying: Lying, s: Floats, dressed: bool) -> list[Shape]:
    """What lies along the cut, from the ceiling up: fill under lifted batts, old fill, batts, work at the edge, new fill."""
    shapes: list[Shape] = []
    old, top = lying.under_in, lying.top_in
    lies = polyline(s, lying.old_in)
    under = _under(stack, lying)
    if under is not None:
        shapes.append(shape("new_fill", [*polyline(s, under), (s[-1], 0.0), (0.0, 0.0)], closed=True))
    base = [(s[-1], 0.0), (0.0, 0.0)] if under is None else list(reversed(polyline(s, under)))
    if stack.old_in > 0:
        shapes.append(shape("old_fill", [*lies, *base], closed=True))
    shapes += _batts(stack, lying, s)
    if dressed:
        shapes += _remedy(lying.layers[len(stack.layers)].depth_in, s)
    if stack.fill.installed_in > 0:
        line, bottom = polyline(s, top), lies if old is lying.old_in else polyline(s, old)
        shapes.append(shape("new_fill", [*line, *reversed(bottom)], closed=True))
        shapes.append(shape("settled", polyline(s, old + lying.new_settled_in)))
        shapes.append(shape("top", line))
    return shapes


def _old_along(fields: SectionFields, stack: Stack, x_ft: Floats, y_ft: Floats) -> Floats | None:
    """Depth of the old fill along the cut by the readings, as it lies under the new; None where the mean holds."""
    old = stack.layers[stack.under_layers :]
    if not fields.readings or not old or not fields.today:
        return None
    places = tuple(reading.at_ft for reading in fields.readings if reading.at_ft is not None)
    found = depth_map(places, tuple(reading.depth_in for reading in fields.readings), x_ft, y_ft)
    return stack.map_under(fields.today, found)


def _under(stack: Stack, lying: Lying) -> Floats | None:
    """Top of the fill blown under lifted batts, along the cut."""
    if not stack.under_layers:
        return None
    fresh: Floats = np.minimum(lying.layers[0].depth_in + stack.rise_in, lying.old_in)
    return fresh


def _remedy(depth: Floats, s: Floats) -> list[Shape]:
    """What is laid over the plates in place of the fill."""
    shapes = []
    there = np.flatnonzero(depth > 0)
    for run in np.split(there, np.flatnonzero(np.diff(there) > 1) + 1):
        if run.size > 1:
            top = polyline(s[run], depth[run])
            shapes.append(shape("remedy", [*top, (s[run[-1]], 0.0), (s[run[0]], 0.0)], closed=True))
    return shapes


def _batts(stack: Stack, lying: Lying, s: Floats) -> list[Shape]:
    """New batts along the cut, layer by layer."""
    shapes, bottom = [], lying.old_in
    for laid in lying.layers[len(lying.layers) - len(stack.batts) :]:
        top = bottom + laid.depth_in
        shapes.append(shape("batt", [*polyline(s, top), *reversed(polyline(s, bottom))], closed=True))
        bottom = top
    return shapes
