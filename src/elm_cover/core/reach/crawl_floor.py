"""Where in an attic one can be: the floor of every section on one lattice of a foot, with the headroom over it (handbook §14).

Sections lie in one system of coordinates. One gets from a section into the next through an open edge, and from place to
place round holes, chimneys and equipment::

    deck \\                            go      30 in of headroom and more
          \\  ↕ headroom               crawl   18 to 30 in
    _______\\_↕_________ what one       reach   less: with the hose held out from somewhere one can be
    ceiling    moves on
"""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass, replace

import numpy as np
import shapely

from ..base.arrays import Floats, Integers, Points
from ..base.memory import remembered
from ..eaves.eave import Eave
from ..eaves.roof import roof_at

NODE_FT = 1.0
GO_IN, CRAWL_IN = 30.0, 18.0
# Cells within which an attic is laid out; larger ones get a coarser lattice.
MOST_NODES_IN_BOX = 160_000


@dataclass(frozen=True)
class Deck:
    """Boards one moves on: where they lie, ft, and their top over the ceiling, inches."""

    corners_ft: Points
    top_in: float


@dataclass(frozen=True)
class Room:
    """A section as somebody sees it who crawls through it.

    eaves: by edge, inches; empty where nothing limits the headroom. stands: what one goes round, ft: holes, chimneys,
    equipment. top_in: of the joists. doors: edges that are open, each with the section it opens to, None where that is not on
    record: whatever lies there.
    """

    section: str
    outline_ft: Points
    eaves: tuple[tuple[int, Eave], ...] = ()
    stands: tuple[Points, ...] = ()
    decks: tuple[Deck, ...] = ()
    top_in: float = 0.0
    doors: tuple[tuple[int, str | None], ...] = ()

    def door_ft(self, edge: int) -> tuple[tuple[float, float], tuple[float, float]]:
        """The two ends of an open edge, ft."""
        return self.outline_ft[edge], self.outline_ft[(edge + 1) % len(self.outline_ft)]


@dataclass(frozen=True, eq=False)
class CrawlFloor:
    """The lattice: nodes in the middle of squares of node_ft, those that lie on floor.

    table: node at (row, column), or −1. room: which of the rooms each node is of. headroom_in: inf where no roof limits it.
    floors: of each room, what one can move over.
    """

    rooms: tuple[Room, ...]
    origin_ft: tuple[float, float]
    node_ft: float
    table: Integers
    x_ft: Floats
    y_ft: Floats
    column: Integers
    row: Integers
    room: Integers
    headroom_in: Floats
    floors: tuple[shapely.Geometry, ...]

    @property
    def count(self) -> int:
        """How many nodes there are."""
        return int(self.x_ft.size)

    @property
    def array_bytes(self) -> int:
        """What the arrays hold, bytes."""
        arrays = (self.table, self.x_ft, self.y_ft, self.column, self.row, self.room, self.headroom_in)
        return sum(array.nbytes for array in arrays)

    @property
    def can_be(self) -> np.ndarray[tuple[int], np.dtype[np.bool_]]:
        """Nodes where somebody can be: 18 in of headroom or more. Source: handbook §14, go, crawl, reach."""
        return np.asarray(self.headroom_in >= CRAWL_IN)


def headroom_class(headroom_in: float) -> str:
    """go, crawl or reach. 30 in → go, 18 → crawl, 17.9 → reach. Source: handbook §14."""
    return "go" if headroom_in >= GO_IN else "crawl" if headroom_in >= CRAWL_IN else "reach"


def deck_in(outline: Points, eaves: Sequence[tuple[int, Eave]], x_ft: Floats, y_ft: Floats) -> Floats:
    """Underside of the deck over the ceiling at places of the floor, inches; inf where no eave limits it.

    Without vent gap and baffle: those hang under the deck only at the edge. Source: handbook §8, H + x·tanθ; §14.
    """
    if not eaves:
        return np.full(x_ft.size, np.inf)
    bare = {edge: replace(eave, vent_gap_in=0.0, baffle_thickness_in=0.0) for edge, eave in eaves}
    return roof_at(outline, bare, x_ft, y_ft).plane_in


@remembered(lambda floor: floor.array_bytes)
def crawl_floor(rooms: tuple[Room, ...]) -> CrawlFloor:
    """The floor of all rooms on one lattice. Where outlines overlap, the earlier room has it. Source: handbook §14."""
    corners = np.array([corner for room in rooms for corner in room.outline_ft])
    (x0, y0), (x1, y1) = corners.min(axis=0), corners.max(axis=0)
    step = NODE_FT
    while np.ceil((x1 - x0) / step) * np.ceil((y1 - y0) / step) > MOST_NODES_IN_BOX:
        step *= 2
    columns = max(1, int(np.ceil((x1 - x0) / step - 1e-9)))
    rows = max(1, int(np.ceil((y1 - y0) / step - 1e-9)))
    x, y = np.meshgrid(x0 + (np.arange(columns) + 0.5) * step, y0 + (np.arange(rows) + 0.5) * step)
    owner = np.full((rows, columns), -1, dtype=np.int64)
    floors = tuple(_floor(room) for room in rooms)
    for number, floor in enumerate(floors):
        shapely.prepare(floor)
        owner[(owner < 0) & shapely.intersects_xy(floor, x, y)] = number
    row, column = np.nonzero(owner >= 0)
    table = np.full((rows, columns), -1, dtype=np.int64)
    table[row, column] = np.arange(row.size)
    room_of, x_ft, y_ft = owner[row, column], x[row, column], y[row, column]
    headroom = np.full(row.size, np.inf)
    for number, room in enumerate(rooms):
        mine = room_of == number
        if mine.any():
            headroom[mine] = _headroom(room, x_ft[mine], y_ft[mine])
    return CrawlFloor(
        rooms=rooms,
        origin_ft=(float(x0), float(y0)),
        node_ft=step,
        table=table,
        x_ft=x_ft,
        y_ft=y_ft,
        column=column,
        row=row,
        room=room_of,
        headroom_in=headroom,
        floors=floors,
    )


# A room's low floor is counted by squares of so many ft, coarser ones where it is very large.
PART_FT, MOST_PARTS = 0.125, 80_000


@remembered(lambda _: 8)
def low_share(room: Room) -> float:
    """Share of a room's floor that is under less than 18 in of headroom, 0 to 1, by parts of the cells that one moves over.

    Source: handbook §14, reach; Settled since, second part, 8.
    """
    if not room.eaves:
        return 0.0
    floor = _floor(room)
    x0, y0, x1, y1 = (float(side) for side in shapely.bounds(floor))
    side = max(PART_FT, math.sqrt((x1 - x0) * (y1 - y0) / MOST_PARTS))
    # In eighths of the box, so that its halves and quarters run between squares.
    counts = [8 * max(1, math.ceil((high - low) / side / 8 - 1e-9)) for low, high in ((x0, x1), (y0, y1))]
    xs, ys = (
        low + (np.arange(count) + 0.5) * (high - low) / count
        for count, low, high in zip(counts, (x0, y0), (x1, y1), strict=True)
    )
    x, y = (field.ravel() for field in np.meshgrid(xs, ys))
    shapely.prepare(floor)
    inside = shapely.intersects_xy(floor, x, y)
    count = int(inside.sum())
    headroom = _headroom(room, x[inside], y[inside])
    # Where the line of 18 in runs through a square, the part of it that lies low.
    steepest = max(eave.slope for _, eave in room.eaves) * 12 * side
    parts = np.clip(0.5 + (CRAWL_IN - headroom) / max(steepest, 1e-9), 0.0, 1.0)
    return 0.0 if count == 0 else float(parts.sum() / count)


def _floor(room: Room) -> shapely.Geometry:
    floor: shapely.Geometry = shapely.Polygon(room.outline_ft)
    if room.stands:
        floor = shapely.difference(floor, shapely.unary_union([shapely.Polygon(one) for one in room.stands]))
    return floor


def _headroom(room: Room, x_ft: Floats, y_ft: Floats) -> Floats:
    """The deck less the top of what one moves on: joists, or boards over them. Inches. Source: handbook §14, headroom."""
    top = np.full(x_ft.size, room.top_in)
    for deck in room.decks:
        on = shapely.intersects_xy(shapely.Polygon(deck.corners_ft), x_ft, y_ft)
        top[on] = np.maximum(top[on], deck.top_in)
    found: Floats = deck_in(room.outline_ft, room.eaves, x_ft, y_ft) - top
    return found
