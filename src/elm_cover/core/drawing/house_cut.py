"""The whole house along the cut's line as one drawing: every part at its true height, to one scale. Inches (handbook §8)."""

from __future__ import annotations

import math
from collections.abc import Iterator, Sequence
from dataclasses import dataclass, replace
from typing import Any

import numpy as np
import shapely

from ..base.arrays import Floats
from ..base.units import feet_inches
from ..plan import Plan
from ..section.result import SectionFields, SectionPlan
from .cut import Cut, chord, cut_drawing
from .drawn import HouseCut, HousePart, HouseShape, Shape
from .enclosed_cut import ROOM_BELOW_IN
from .house_levels import NEAR_BORDER_IN, Along, Lies, Upright, lies
from .sizes import BOARD_IN, NEAR_FT, Point, box_of, shape

LEVELS = ("stop", "caution")
# Decks that part by less are one deck, measured by hand.
MEETS_IN = 3.0


@dataclass(frozen=True)
class _Line:
    """The line on the floor: where it begins, and the way it runs."""

    at: Floats
    unit: Floats

    def s_in(self, point: Floats) -> float:
        return float((np.asarray(point) - self.at) @ self.unit) * 12

    def point(self, s_in: float) -> tuple[float, float]:
        x, y = self.at + self.unit * s_in / 12
        return (float(x), float(y))


def house_cut(plan: Plan, cut: Cut) -> HouseCut | None:
    """Every section on the line of the cut; None where there is no other than its own.

    What keeps a section from being drawn is said in missing. Shapes carry the section that they are of.
    """
    a, b = chord(plan.fields[cut.section].outline_ft, cut)
    line = _Line(a, (b - a) / np.hypot(*(b - a)))
    crossed = [(s, at) for s in plan.sections for at in _crossed(line, plan.fields[s.id])]
    if len({s.id for s, _ in crossed}) < 2:
        return None
    missing = [f"{s.name or s.id}: its own dimensions are not all known." for s in _unmeasured(plan, crossed)]
    parts, walls = _parts(plan, crossed), _walls(plan, crossed)
    heights = lies(parts, walls)
    shapes: list[HouseShape] = []
    drawn: list[HousePart] = []
    for along, at in zip(parts, heights, strict=True):
        section = _section(plan, along)
        shapes += [_of(section, one) for one in _shapes(plan, line, along, at)]
        drawn.append(_part(plan, section, along.s0_in, along.s1_in, (at.left_in + at.right_in) / 2))
    for section, ends in crossed:
        wall = plan.fields[section.id].enclosed
        if section.kind != "knee_wall" or wall is None:
            continue
        made, middle = _upright(wall, ends, parts, heights)
        shapes += [_of(section, one) for one in made]
        drawn.append(_part(plan, section, ends[0], ends[1], middle))
    if not shapes:
        return None
    s0, z0, s1, z1 = box_of(shapes)
    start, end = parts[0].s0_in if parts else s0, parts[-1].s1_in if parts else s1
    return HouseCut(
        from_ft=line.point(start),
        to_ft=line.point(end),
        shapes=shapes,
        parts=sorted(drawn, key=lambda part: part.at_in[0]),
        box_in=(s0, z0, s1, z1),
        missing=missing + list(_gaps(plan, parts, heights)),
    )


def _of(section: SectionPlan, one: Shape) -> HouseShape:
    return HouseShape(role=one.role, closed=one.closed, points=one.points, section=section.id)


def _gaps(plan: Plan, parts: list[Along], heights: tuple[Lies, ...]) -> Iterator[str]:
    """Where the deck over a side attic and the one over the slope beside it do not meet: something is measured wrongly."""
    for i, (part, at) in enumerate(zip(parts, heights, strict=True)):
        fields = plan.fields[part.section]
        if len(fields.eaves) != 1:
            continue
        ((_, eave),) = fields.eaves.items()
        for other, slope, end in (
            (i - 1, parts[i - 1] if i else None, "right_in"),
            (i + 1, parts[i + 1] if i + 1 < len(parts) else None, "left_in"),
        ):
            bays = None if slope is None else plan.fields[slope.section].enclosed
            if slope is None or bays is None or slope.rise_in_12 is None:
                continue
            over = eave.heel_in + (part.s1_in - part.s0_in) * eave.slope
            rafters = bays.framing_in / math.cos(math.atan(slope.rise_in_12 / 12))
            stands = getattr(heights[other], end) - at.left_in + rafters
            if abs(over - stands) > MEETS_IN:
                yield (
                    f"The deck stands {feet_inches(over / 12)} over the floor of {_name(plan, part)} where {_name(plan, slope)} "
                    f"begins, by wall and rafters {feet_inches(stands / 12)}: measure heel, pitch, wall or depth again."
                )


def _section(plan: Plan, part: Along) -> SectionPlan:
    return next(s for s in plan.sections if s.id == part.section)


def _name(plan: Plan, part: Along) -> str:
    section = _section(plan, part)
    return section.name or section.id


def _crossed(line: _Line, fields: SectionFields) -> Iterator[tuple[float, float]]:
    """Where the line runs over a section, inches along it."""
    polygon = shapely.Polygon(fields.outline_ft)
    reach = polygon.length + float(np.abs(np.array(fields.outline_ft) - line.at).max()) * 2
    long = shapely.LineString([line.at - line.unit * reach, line.at + line.unit * reach])
    for part in shapely.get_parts(long.intersection(polygon)):
        if part.geom_type == "LineString" and part.length > NEAR_FT:
            s0, s1 = sorted(line.s_in(np.array(point)) for point in part.coords)
            yield s0, s1


def _unmeasured(plan: Plan, crossed: list[tuple[SectionPlan, tuple[float, float]]]) -> list[SectionPlan]:
    closed = [s for s, _ in crossed if s.kind not in ("open_floor", "left_out") and plan.fields[s.id].enclosed is None]
    return list({s.id: s for s in closed}.values())


def _parts(plan: Plan, crossed: list[tuple[SectionPlan, tuple[float, float]]]) -> list[Along]:
    """Floors and slopes in the order of the line; a slope that is not measured lies level until it is."""
    found = []
    for section, (s0, s1) in crossed:
        fields = plan.fields[section.id]
        if section.kind == "knee_wall":
            continue
        rise = fields.enclosed.rise_in_12 if section.kind == "sloped_bays" and fields.enclosed is not None else None
        # A floor with eaves is open to the weather where it ends, whichever of its walls the line meets.
        eave = bool(fields.eaves)
        found.append(Along(section.id, s0, s1, rise, eave_left=eave, eave_right=eave))
    return sorted(found, key=lambda part: part.s0_in)


def _walls(plan: Plan, crossed: list[tuple[SectionPlan, tuple[float, float]]]) -> list[Upright]:
    found = []
    for section, (s0, s1) in crossed:
        wall = plan.fields[section.id].enclosed
        if section.kind == "knee_wall" and wall is not None and wall.of != "skylight_shaft":
            found.append(Upright(section.id, (s0 + s1) / 2, wall.height_ft * 12))
    return found


def _shapes(plan: Plan, line: _Line, along: Along, at: Lies) -> list[Shape]:
    section = _section(plan, along)
    fields = plan.fields[section.id]
    if section.kind == "open_floor":
        cut = cut_drawing(Cut(section.id, line.point(along.s0_in + 1), line.point(along.s1_in - 1)), fields)
        return _moved(cut.shapes, along.s0_in, at.left_in)
    if section.kind == "sloped_bays":
        return _slope(section, fields, along, at)
    s0, s1, z = along.s0_in, along.s1_in, at.left_in
    ceiling = shape("ceiling", [(s0, z), (s1, z), (s1, z - BOARD_IN), (s0, z - BOARD_IN)], closed=True)
    if section.kind == "left_out":
        low = z - ROOM_BELOW_IN
        return [ceiling, shape("cold", [(s0, low), (s1, low), (s1, z - BOARD_IN), (s0, z - BOARD_IN)], closed=True)]
    if fields.enclosed is None:
        return [ceiling]
    top = z + fields.enclosed.depth_in
    cover = "net" if fields.enclosed.cover == "net" else "floor"
    return [ceiling, *_filled(section, lambda s, up: (s0 + s, z + up), s1 - s0), shape(cover, [(s0, top), (s1, top)])]


def _moved(shapes: Sequence[Shape], s_in: float, z_in: float) -> list[Shape]:
    return [replace(one, points=[[s + s_in, z + z_in] for s, z in one.points]) for one in shapes]


def _slope(section: SectionPlan, fields: SectionFields, along: Along, at: Lies) -> list[Shape]:
    """Rafter bays from end to end at their pitch: board, what fills them, deck, and the air kept under it."""
    run, rise = along.s1_in - along.s0_in, at.right_in - at.left_in
    long = math.hypot(run, rise)
    cos, sin = run / long, rise / long

    def place(s: float, up: float) -> Point:
        return (along.s0_in + s * cos - up * sin, at.left_in + s * sin + up * cos)

    shapes = [shape("ceiling", [place(0, 0), place(long, 0), place(long, -BOARD_IN), place(0, -BOARD_IN)], closed=True)]
    if fields.enclosed is None:
        return shapes
    rafter, channel = fields.enclosed.framing_in, fields.enclosed.channel_in
    shapes += _filled(section, place, long)
    shapes.append(shape("deck", [place(0, rafter), place(long, rafter)]))
    if channel > 0:
        shapes.append(shape("air", [place(0, rafter - channel / 2), place(long, rafter - channel / 2)]))
    return shapes


def _filled(section: SectionPlan, place: Any, long: float) -> list[Shape]:
    """Old fill and what is blown over it in closed bays, drawn along a stretch of them; place: along and up to the drawing."""

    def layer(role: str, low: float, high: float) -> Shape:
        return shape(role, [place(0, low), place(long, low), place(long, high), place(0, high)], closed=True)

    depth = section.cavity_depth_in or 0.0
    cleared = section.old_fill is not None and section.old_fill.action == "clear"
    old = 0.0 if cleared else min(section.depth_existing_in or 0.0, depth)
    new = min(section.installed_in or 0.0, depth - old)
    shapes = [layer("cavity", 0, depth)]
    if old > 0:
        shapes.append(layer("old_fill", 0, old))
    if new > 0:
        shapes.append(layer("new_fill", old, old + new))
    return shapes


def _upright(
    wall: Any, ends: tuple[float, float], parts: list[Along], heights: tuple[Lies, ...]
) -> tuple[list[Shape], float]:
    """A knee wall from the floor behind it to the slope, its board to the room; a shaft as its two sides over the ceiling."""
    middle, height, stud = (ends[0] + ends[1]) / 2, wall.height_ft * 12, wall.depth_in
    if wall.of == "skylight_shaft":
        z = next(
            (at.left_in for part, at in zip(parts, heights, strict=True) if part.s0_in <= middle <= part.s1_in), 0.0
        )
        made = [_wall(s, way, z, z + height, stud) for s, way in zip(ends, (1, -1), strict=True)]
        return [one for side in made for one in side], z + height / 2
    borders = [i for i in range(len(parts) - 1) if abs(parts[i].s1_in - middle) <= NEAR_BORDER_IN]
    border = min(borders, key=lambda i: abs(parts[i].s1_in - middle), default=None)
    if border is None:
        return _wall(middle, 1, 0.0, height, stud), height / 2
    left, right = heights[border].right_in, heights[border + 1].left_in
    # The room is on the side of the slope, or of the higher ceiling.
    inward = 1 if right >= left else -1
    z = min(left, right)
    return _wall(parts[border].s1_in, inward, z, z + height, stud), z + height / 2


def _wall(s: float, inward: int, low: float, high: float, stud: float) -> list[Shape]:
    """An upright wall whose room side is at s: board, bay, and what backs it."""
    outer = s - inward * stud
    return [
        shape(
            "ceiling", [(s, low), (s + inward * BOARD_IN, low), (s + inward * BOARD_IN, high), (s, high)], closed=True
        ),
        shape("cavity", [(outer, low), (s, low), (s, high), (outer, high)], closed=True),
        shape("backing", [(outer, low), (outer, high)]),
    ]


def _part(plan: Plan, section: SectionPlan, s0: float, s1: float, z: float) -> HousePart:
    """What is written of a part: its R now and done, what goes in, and the worst that is said of it."""
    said = [flag for level in LEVELS for flag in plan.flags if flag.section == section.id and flag.level == level]
    return HousePart(
        section=section.id,
        name=section.name or section.id,
        kind=section.kind,
        at_in=((s0 + s1) / 2, z),
        r_now=section.r_existing,
        r_done=section.r_nominal,
        fill_in=section.installed_in,
        level=said[0].level if said else None,
        wrong=said[0].text if said else None,
    )
