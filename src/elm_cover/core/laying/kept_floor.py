"""Floor that the new fill does not lie on as everywhere: lids, boards, what keeps clear, what comes through (Settled since 1, 2) (handbook §9).

Each counts at what is really there::

      lid          films + the lid's own R over the whole opening                      hatch, stair
      rim          the curb outside it, ¾ in of wood all round as high as the fill
      boards       old fill up to the joists' tops, new fill beneath where it goes,    platform, walkway,
                   air R 0.9 where some stays, the boards at 1.25 an inch              storage floor, equipment
      clear        films + board                                                      ring round a light, a chimney
      through      no ceiling at all: it leaves the account                           chimney, flue
"""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass

import numpy as np
import shapely

from ..base.arrays import Points
from ..floor.outline import box_ft
from ..hazards.clearances import DECK_IN, DECKS, LIDS, THROUGH, KeepOut
from ..layers.chart import NO_FILL, Chart
from ..layers.framing import WOOD_R_PER_IN
from ..layers.heat_paths import Boundary, bare_u, paths
from ..layers.layer import ATTIC_FILM_R, INSIDE_FILM_R, Layer, air_space_r
from ..layers.stack import LayerAt, Stack
from ..preparation.hatch import BARE_LID_R, CURB_BOARD_IN

ORDER = ("through", "lid", "rim", "boards", "clear", "filled")


@dataclass(frozen=True)
class KeptFloor:
    """Floor of one sort. what: through, lid, rim, boards, clear, or filled: under boards that fill goes beneath. lid_r,
    deck_in: as on record, else the start value."""

    what: str
    area_ft2: float
    lid_r: float = BARE_LID_R
    deck_in: float = DECK_IN


def kept_floors(
    outline: Points, holes: tuple[Points, ...], keep_outs: Sequence[KeepOut], filled: Sequence[KeepOut]
) -> tuple[KeptFloor, ...]:
    """The floor by sort, overlaps once: what comes through goes before lids, those before boards, those before what is clear.

    ft². Source: handbook, Settled since 1 and 2; §7, overlaps once.
    """
    shapes = [*_through(keep_outs), *_lids(keep_outs), *_boards(keep_outs, "boards"), *_clear(keep_outs)]
    shapes += _boards(filled, "filled")
    if not shapes:
        return ()
    groups: dict[KeptFloor, list[tuple[Points | None, float]]] = {}
    for sort, shape, area in shapes:
        groups.setdefault(sort, []).append((shape, area))
    left: shapely.Geometry = shapely.Polygon(outline)
    if holes:
        left = shapely.difference(left, shapely.unary_union([shapely.Polygon(hole) for hole in holes]))
    found = []
    for sort, members in sorted(groups.items(), key=lambda group: ORDER.index(group[0].what)):
        counted = sum(area for shape, area in members if shape is None)
        placed = [shapely.Polygon(shape) for shape, _ in members if shape is not None]
        if placed:
            here = shapely.intersection(left, shapely.unary_union(placed))
            counted += float(here.area)
            left = shapely.difference(left, here)
        if counted > 0:
            found.append(KeptFloor(sort.what, counted, sort.lid_r, sort.deck_in))
    return tuple(found)


Shaped = tuple[KeptFloor, Points | None, float]


def _box(one: KeepOut, size_in: tuple[float, float]) -> tuple[Points | None, float]:
    """Its corners, or None and the area of all of them where it is only counted."""
    if one.at_ft is None:
        return None, one.count * max(0.0, size_in[0]) * max(0.0, size_in[1]) / 144
    return box_ft(one.at_ft, size_in), 0.0


def _whole(one: KeepOut) -> tuple[Points | None, float]:
    corners = one.corners_ft
    return corners, 0.0 if corners is not None else one.area_ft2


def _through(keep_outs: Iterable[KeepOut]) -> Iterable[Shaped]:
    for one in keep_outs:
        if one.name in THROUGH and one.own_in is not None:
            yield KeptFloor("through", 0.0), *_box(one, one.own_in)


def _lids(keep_outs: Iterable[KeepOut]) -> Iterable[Shaped]:
    """The opening whole, then the curb that stands outside it. Source: handbook, Settled since, second part, 1."""
    for one in keep_outs:
        if one.name in LIDS:
            lid_r = BARE_LID_R if one.lid_r is None else one.lid_r
            opening, area = _whole(one)
            yield KeptFloor("lid", 0.0, lid_r=lid_r), opening, area
            outside, outside_area = _box(one, (one.size_in[0] + 2 * CURB_BOARD_IN, one.size_in[1] + 2 * CURB_BOARD_IN))
            yield KeptFloor("rim", 0.0), outside, max(0.0, outside_area - area)


def _boards(keep_outs: Iterable[KeepOut], what: str) -> Iterable[Shaped]:
    for one in keep_outs:
        if one.name in DECKS:
            yield KeptFloor(what, 0.0, deck_in=DECK_IN if one.deck_in is None else one.deck_in), *_whole(one)


def _clear(keep_outs: Iterable[KeepOut]) -> Iterable[Shaped]:
    """Everything else, and of what comes through the ring round it."""
    for one in keep_outs:
        if one.name in LIDS or one.name in DECKS:
            continue
        whole, area = _whole(one)
        if one.name in THROUGH and one.own_in is not None and whole is None:
            area -= _box(one, one.own_in)[1]
        yield KeptFloor("clear", 0.0), whole, area


@dataclass(frozen=True)
class Beneath:
    """What lies beneath boards. old: as it lies. line_in: fill line round them, 0 while nothing new goes beneath.

    chart, fill_r, settles: of the blown fill, its R per inch for gaps, its settled over its installed depth.
    """

    old: tuple[Layer, ...]
    line_in: float = 0.0
    chart: Chart | None = None
    fill_r: float = 0.0
    settles: float = 1.0


def kept_u(sort: KeptFloor, under: Boundary, beneath: Beneath, line_in: float) -> float:
    """U of floor of that sort, Btu/h·ft²·°F. line_in: top of the fill round it.

    Source: handbook, Settled since 1; §6, parallel paths.
    """
    films = INSIDE_FILM_R + ATTIC_FILM_R
    if sort.what == "lid":
        return 1 / (films + sort.lid_r)
    if sort.what == "rim":
        return 1 / (films + max(BARE_LID_R, WOOD_R_PER_IN * line_in))
    if sort.what == "clear":
        return bare_u(under.r)
    return _under_boards(sort, under, beneath)


def new_beneath_in(joist_in: float, beneath: Beneath) -> float:
    """Installed depth of new fill that goes beneath boards: up to the joists' tops, never over the fill line.

    Inches. Source: handbook, Settled since 1.
    """
    old = min(joist_in, sum(layer.depth_in for layer in beneath.old))
    return max(0.0, min(joist_in, beneath.line_in) - old) if beneath.chart is not None else 0.0


def _under_boards(sort: KeptFloor, under: Boundary, beneath: Beneath) -> float:
    joist = under.joist_depth_in
    lying = list(Stack(beneath.old, NO_FILL).at(np.array([joist])).layers)
    top = float(sum(layer.depth_in[0] for layer in lying))
    new = new_beneath_in(joist, beneath) if sort.what == "filled" else 0.0
    if new > 0 and beneath.chart is not None:
        r = beneath.chart.thin_r(np.array([new * beneath.settles]))
        lying.append(LayerAt(Layer(None, new, float(r[0])), np.array([new]), r))
    gap = joist - top - new
    if gap > 0:
        air = air_space_r(gap)
        lying.append(LayerAt(Layer(None, gap, air), np.array([gap]), np.array([air])))
    none = np.zeros(1)
    per_in = beneath.fill_r if new > 0 else 0.0
    found = paths(under, lying, none, none, per_in, WOOD_R_PER_IN * sort.deck_in)
    return float(found.u(under.framing_fraction)[0])
