"""Batts laid out over a floor with real pieces: courses, cuts, offcuts, waste (handbook §7, batts, take-off is a layout).

Between the joists a course is one bay; across them it is one batt wide. Courses run along u, side by side along v::

        v ↑  |__________|__________|_____|     course 3: two full pieces and a cut
          |  |____|__________|__________|      course 2: begins with the offcut
          |  |__________|__________|____|      course 1
          +------------------------------→ u

Lengths here are inches, from the lower left corner of the outline's box; places that go out are feet on the floor.
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np
import shapely
from shapely.geometry.base import BaseGeometry

from ..base.arrays import Points
from ..base.memory import remembered
from ..base.units import whole_up
from ..layers.framing import JOIST_WIDTH_IN, clear_bay_in
from .batt import BattProduct
from .cutting import cut_courses
from .rules import SNUG_WIDER_IN

LEAST_CUT_IN = 12.0
# A strip or an end of less than this is packed by hand with scraps.
SLIVER_IN = 1.0
RIP_STEP_IN = 0.25
RIPPED_WIDER_IN = 0.5


@dataclass(frozen=True)
class LayoutAsked:
    """What one layer is laid over. eaves: (edge of the outline, inches in from it where the deck is too near).

    run: which way the joists run, x or y. from_ft: the way in, where the last piece is laid; wires and posts: what the
    pieces are split round.
    """

    outline_ft: Points
    kept_out_ft: tuple[Points, ...]
    eaves: tuple[tuple[int, float], ...]
    run: str
    spacing_in: float
    place: str
    batt: BattProduct
    from_ft: tuple[float, float] | None = None
    wires_ft: tuple[tuple[tuple[float, float], tuple[float, float]], ...] = ()
    posts_ft: Points = ()


@dataclass(frozen=True)
class Piece:
    """One piece as laid: its place in the laying order, course, size in inches, the stock piece it is cut from, where."""

    order: int
    course: int
    length_in: float
    width_in: float
    stock: int
    whole: bool
    splits: int
    corners_ft: Points


@dataclass(frozen=True)
class Course:
    """A line of the cut list: whole pieces, then cuts as (length, width) in inches."""

    number: int
    length_in: float
    width_in: float
    whole: int
    cuts: tuple[tuple[float, float], ...]


@dataclass(frozen=True)
class Layout:
    """One layer laid out. stock: whole pieces opened. least: no layout needs fewer: covered area ÷ piece area.

    waste: share of the opened material that is not on the floor. scraps_ft2: slivers packed by hand.
    """

    pieces: tuple[Piece, ...]
    courses: tuple[Course, ...]
    stock: int
    covered_ft2: float
    least: int
    laid_ft2: float
    offcuts_ft2: float
    scraps_ft2: float
    splits: int
    cuts: int

    @property
    def waste(self) -> float:
        """Share of the pieces opened that is not laid, 0 to 1."""
        total = self.laid_ft2 + self.offcuts_ft2
        return 1 - self.covered_ft2 / total if total > 0 else 0.0


@dataclass(frozen=True)
class _Stretch:
    """An unbroken stretch of one strip: to be covered from u0 to u1 with pieces that wide. width: of the piece, inches."""

    strip: int
    u0: float
    u1: float
    v0: float
    v1: float
    width: float
    area: float
    shape: BaseGeometry


@dataclass(frozen=True, eq=False, kw_only=True)
class Counted:
    """A layer cut and counted, without the shapes of its pieces. boxes: u0, v0, u1, v1 of every piece in laying order.

    of: the stretch each piece belongs to; stock_of: its stock piece; splits: slits in it; whole: laid as it comes.
    """

    stretches: tuple[_Stretch, ...]
    boxes: np.ndarray
    lengths: tuple[float, ...]
    of: tuple[int, ...]
    stock_of: tuple[int, ...]
    splits: np.ndarray
    stock: int
    covered_ft2: float
    offcuts_ft2: float
    scraps_ft2: float
    turned: bool
    whole: tuple[bool, ...]


@remembered(lambda counted: counted.boxes.nbytes + 250 * len(counted.of))
def count(asked: LayoutAsked) -> Counted:
    """The layer cut from whole pieces, in laying order: the far end first, back to the way in.

    Source: handbook §7, take-off is a layout.
    """
    floor, turned = _floor(asked)
    stretches, scraps = _stretches(asked, floor)
    way_in = _way_in(asked, turned)
    stretches.sort(key=lambda s: -math.hypot((s.u0 + s.u1) / 2 - way_in[0], (s.v0 + s.v1) / 2 - way_in[1]))
    stretches.sort(key=lambda s: -abs((s.v0 + s.v1) / 2 - way_in[1]))
    runs, stock, offcuts = _cut(stretches, asked.batt)
    boxes, lengths, of, stock_of = [], [], [], []
    for number, stretch in enumerate(stretches):
        backward = abs(stretch.u1 - way_in[0]) > abs(stretch.u0 - way_in[0])
        at = stretch.u1 if backward else stretch.u0
        for length, piece in runs[number]:
            to = at - length if backward else at + length
            boxes.append((min(at, to), stretch.v0, max(at, to), stretch.v1))
            lengths.append(length)
            of.append(number)
            stock_of.append(piece)
            at = to
    placed = np.array(boxes).reshape(-1, 4)
    return Counted(
        stretches=tuple(stretches),
        boxes=placed,
        lengths=tuple(lengths),
        of=tuple(of),
        stock_of=tuple(stock_of),
        splits=_splits(asked, placed, turned),
        stock=stock,
        covered_ft2=sum(s.area for s in stretches) / 144,
        offcuts_ft2=offcuts,
        scraps_ft2=scraps,
        turned=turned,
        whole=tuple(
            length >= asked.batt.length_in - 1e-6 and stretches[number].width >= asked.batt.width_in - 1e-6
            for length, number in zip(lengths, of, strict=True)
        ),
    )


@remembered(lambda laid: 900 * len(laid.pieces))
def lay_out(asked: LayoutAsked) -> Layout:
    """The layer laid out piece by piece, with the shape of each and the cut list.

    Feet on the floor. Source: handbook §7, take-off is a layout.
    """
    counted = count(asked)
    batt = asked.batt
    shapes: list[BaseGeometry] = []
    if len(counted.boxes):
        over = np.array([counted.stretches[i].shape for i in counted.of])
        shapes = list(shapely.intersection(shapely.box(*counted.boxes.T), over))
    pieces = tuple(
        Piece(
            order=i + 1,
            course=counted.of[i] + 1,
            length_in=counted.lengths[i],
            width_in=counted.stretches[counted.of[i]].width,
            stock=counted.stock_of[i] + 1,
            whole=counted.whole[i],
            splits=int(counted.splits[i]),
            corners_ft=_feet(shape, asked, counted.turned),
        )
        for i, shape in enumerate(shapes)
    )
    return Layout(
        pieces=pieces,
        courses=_cut_list(counted),
        stock=counted.stock,
        covered_ft2=counted.covered_ft2,
        least=whole_up(counted.covered_ft2 / batt.piece_ft2),
        laid_ft2=counted.stock * batt.piece_ft2 - counted.offcuts_ft2,
        offcuts_ft2=counted.offcuts_ft2,
        scraps_ft2=counted.scraps_ft2,
        splits=int(counted.splits.sum()),
        cuts=sum(1 for piece in pieces if not piece.whole),
    )


def _cut_list(counted: Counted) -> tuple[Course, ...]:
    """A line for each course: whole pieces, then the cuts."""
    held: list[list[int]] = [[] for _ in counted.stretches]
    for i, of in enumerate(counted.of):
        held[of].append(i)
    return tuple(
        Course(
            number + 1,
            sum(counted.lengths[i] for i in pieces),
            stretch.width,
            sum(1 for i in pieces if counted.whole[i]),
            tuple((counted.lengths[i], stretch.width) for i in pieces if not counted.whole[i]),
        )
        for number, (stretch, pieces) in enumerate(zip(counted.stretches, held, strict=True))
    )


def _floor(asked: LayoutAsked) -> tuple[BaseGeometry, bool]:
    """The floor to cover in inches, turned so that the courses run along its first axis."""
    shape: BaseGeometry = shapely.Polygon(asked.outline_ft)
    corners = np.array(asked.outline_ft)
    sign = 1.0 if shapely.LinearRing(corners).is_ccw else -1.0
    away: list[BaseGeometry] = [shapely.Polygon(kept) for kept in asked.kept_out_ft]
    for edge, depth_in in asked.eaves:
        a, b = corners[edge], corners[(edge + 1) % len(corners)]
        along = (b - a) / np.hypot(*(b - a))
        inward = sign * np.array([-along[1], along[0]]) * depth_in / 12
        away.append(shapely.Polygon([a, b, b + inward, a + inward]))
    if away:
        shape = shape.difference(shapely.unary_union(away))
    left, low, _, _ = shapely.Polygon(asked.outline_ft).bounds
    turned = (asked.run == "y") == (asked.place == "between")
    inches = shapely.transform(shape, lambda at: (at - [left, low]) * 12)
    return (shapely.transform(inches, lambda at: at[:, ::-1]) if turned else inches), turned


def _stretches(asked: LayoutAsked, floor: BaseGeometry) -> tuple[list[_Stretch], float]:
    """Strip by strip what there is to cover, and the area of slivers left to scraps, ft²."""
    if floor.is_empty:
        return [], 0.0
    u0, _, u1, _high = floor.bounds
    strips = _strips(asked, floor)
    boxes = shapely.box(
        np.full(len(strips), u0), [s[0] for s in strips], np.full(len(strips), u1), [s[1] for s in strips]
    )
    found, scraps = [], 0.0
    for number, part in enumerate(shapely.intersection(boxes, floor)):
        for shape in shapely.get_parts(part):
            a, b, c, d = shape.bounds
            if shape.area <= 0:
                continue
            if c - a < SLIVER_IN or d - b < SLIVER_IN:
                scraps += shape.area / 144
                continue
            found.append(
                _Stretch(
                    strip=number, u0=a, u1=c, v0=b, v1=d, width=_piece_width(asked, d - b), area=shape.area, shape=shape
                )
            )
    return found, scraps


def _strips(asked: LayoutAsked, floor: BaseGeometry) -> list[tuple[float, float]]:
    """Bays between the joists, or courses as wide as the batt, from the outline's lower side up."""
    high = floor.bounds[3]
    if asked.place == "across":
        width = asked.batt.width_in
        return [(i * width, (i + 1) * width) for i in range(math.ceil(high / width - 1e-9))]
    half, step = JOIST_WIDTH_IN / 2, asked.spacing_in
    return [(i * step + half, (i + 1) * step - half) for i in range(math.ceil(high / step - 1e-9))]


def _piece_width(asked: LayoutAsked, wide: float) -> float:
    """Width a piece is laid at: as it comes where it fits snugly, else ripped."""
    whole = asked.batt.width_in
    if asked.place == "across":
        return whole if wide > whole - RIP_STEP_IN else math.ceil(wide / RIP_STEP_IN - 1e-9) * RIP_STEP_IN
    if wide >= clear_bay_in(asked.spacing_in) - RIP_STEP_IN and whole <= wide + SNUG_WIDER_IN:
        return whole
    return min(whole, math.ceil((wide + RIPPED_WIDER_IN) / RIP_STEP_IN - 1e-9) * RIP_STEP_IN)


def _way_in(asked: LayoutAsked, turned: bool) -> tuple[float, float]:
    if asked.from_ft is None:
        return (0.0, 0.0)
    left, low, _, _ = shapely.Polygon(asked.outline_ft).bounds
    x, y = (asked.from_ft[0] - left) * 12, (asked.from_ft[1] - low) * 12
    return (y, x) if turned else (x, y)


def _cut(stretches: Sequence[_Stretch], batt: BattProduct) -> tuple[dict[int, list[tuple[float, int]]], int, float]:
    """For each stretch its pieces as (length, stock piece); how many stock pieces; and offcuts in ft².

    Ripped strips come several to a piece where they fit side by side.
    """
    runs: dict[int, list[tuple[float, int]]] = {}
    stock, used = 0, 0.0
    for width in sorted({s.width for s in stretches}, reverse=True):
        mine = [i for i, s in enumerate(stretches) if s.width == width]
        lengths = [_up(stretches[i].u1 - stretches[i].u0) for i in mine]
        cuts = cut_courses(lengths, batt.length_in, LEAST_CUT_IN)
        side_by_side = max(1, math.floor(batt.width_in / width + 1e-9))
        for i, run in zip(mine, cuts.runs, strict=True):
            runs[i] = [(length, stock + strip // side_by_side) for length, strip in run]
            used += sum(length for length, _ in run) * width / 144
        stock += math.ceil(cuts.stock / side_by_side)
    return runs, stock, stock * batt.piece_ft2 - used


def _up(length: float) -> float:
    """Up to the next eighth of an inch, as it is cut."""
    return math.ceil(length * 8 - 1e-6) / 8


def _splits(asked: LayoutAsked, boxes: np.ndarray, turned: bool) -> np.ndarray:
    """How many wires cross each piece and how many posts stand in it: one slit each."""
    found = np.zeros(len(boxes), dtype=int)
    things: list[BaseGeometry] = [shapely.LineString(wire) for wire in asked.wires_ft if wire[0] != wire[1]]
    things += [shapely.Point(post) for post in asked.posts_ft]
    if not len(boxes) or not things:
        return found
    pieces = shapely.box(*boxes.T)
    left, low, _, _ = shapely.Polygon(asked.outline_ft).bounds
    for thing in things:
        inches = shapely.transform(thing, lambda at: (at - [left, low]) * 12)
        placed = shapely.transform(inches, lambda at: at[:, ::-1]) if turned else inches
        found += shapely.intersects(pieces, placed)
    return found


def _feet(shape: BaseGeometry, asked: LayoutAsked, turned: bool) -> Points:
    """Corners on the floor, ft; the largest part of a piece that was cut round something."""
    parts = [part for part in shapely.get_parts(shape) if part.geom_type == "Polygon"]
    if not parts:
        return ()
    left, low, _, _ = shapely.Polygon(asked.outline_ft).bounds
    at = np.array(max(parts, key=lambda part: part.area).exterior.coords)[:-1]
    at = at[:, ::-1] if turned else at
    return tuple((float(x), float(y)) for x, y in np.round(at / 12 + [left, low], 4))
