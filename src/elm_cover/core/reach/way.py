"""The shortest way over an attic's floor from its ways in to every place where one can be (handbook §14).

Dijkstra over the lattice; a step counts only where all of it lies on floor. With sixteen neighbours a way is up to 2.8 % longer
than the straight line, half way between two of the directions; with the thirty-two taken here it is 1.3 %, which leaves what
is allowed, 3 %, to the corners that a lattice of a foot rounds::

        . 3 3 . 3 3 .
        3 . 2 . 2 . 3
        3 2 1 1 1 2 3
        . . 1 ● 1 . .
        3 2 1 1 1 2 3
        3 . 2 . 2 . 3
        . 3 3 . 3 3 .
"""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass
from typing import Any

import numpy as np
import shapely
from scipy.sparse import csr_matrix
from scipy.sparse.csgraph import dijkstra

from ..base.arrays import Floats, Integers
from ..base.memory import Itself, remembered
from .crawl_floor import CrawlFloor

# Half of them: the others are the same steps taken back. (columns, rows).
STEPS = (
    *((1, 0), (0, 1), (1, 1), (1, -1)),
    *((2, 1), (1, 2), (2, -1), (1, -2)),
    *((3, 1), (3, 2), (1, 3), (2, 3), (3, -1), (3, -2), (1, -3), (2, -3)),
)
# From a way in one gets onto every node within this, in lattice steps: the four round it, and those beside them.
ONTO = 1.6
# A way in recorded that far off the floor still leads onto it: a hatch against a wall, a door in one.
FAR_OFF_FT = 3.0
# How far apart the two sides of an open edge may be on record: a wall's width.
DOOR_GAP_FT = 1.0
NOWHERE = -9999

Bools = np.ndarray[tuple[int], np.dtype[np.bool_]]


@dataclass(frozen=True)
class Entrance:
    """A way in: where, ft, and the room that it leads into; None: whichever lies there."""

    at_ft: tuple[float, float]
    room: int | None = None


@dataclass(frozen=True, eq=False)
class Steps:
    """Every step of the lattice, once: from and to which node, and how long it is, ft."""

    start: Integers
    end: Integers
    length_ft: Floats

    @property
    def array_bytes(self) -> int:
        """What the arrays hold, bytes."""
        return self.start.nbytes + self.end.nbytes + self.length_ft.nbytes


@dataclass(frozen=True, eq=False)
class Way:
    """How far each node is from the nearest way in, crawling, ft: inf where no way leads. before: the node one comes from,
    negative at a way in. leads_in: of each way in, whether it leads onto floor where one can be."""

    crawl_ft: Floats
    before: Integers
    leads_in: tuple[bool, ...]

    @property
    def array_bytes(self) -> int:
        """What the arrays hold, bytes."""
        return self.crawl_ft.nbytes + self.before.nbytes

    @property
    def longest_ft(self) -> float:
        """The longest way to any place that one can be at, ft; 0 without a way."""
        found = self.crawl_ft[np.isfinite(self.crawl_ft)]
        return float(found.max()) if found.size else 0.0

    def path(self, node: int) -> list[int]:
        """The nodes from the way in to that one, in order."""
        found = [node]
        while self.before[found[-1]] >= 0:
            found.append(int(self.before[found[-1]]))
        return found[::-1]


@remembered(lambda steps: steps.array_bytes)
def _steps(floor_itself: Itself) -> Steps:
    floor: CrawlFloor = floor_itself.thing
    starts, ends = [], []
    rows, columns = floor.table.shape
    can = floor.can_be
    for across, up in STEPS:
        low = slice(max(0, -up), rows - max(0, up))
        high = slice(max(0, up), rows - max(0, -up))
        a, b = floor.table[low, : columns - across].ravel(), floor.table[high, across:].ravel()
        both = (a >= 0) & (b >= 0)
        both[both] = can[a[both]] & can[b[both]]
        starts.append(a[both])
        ends.append(b[both])
    start, end = np.concatenate(starts), np.concatenate(ends)
    open_ = _is_open(floor, start, end)
    start, end = start[open_], end[open_]
    length = np.hypot(floor.x_ft[end] - floor.x_ft[start], floor.y_ft[end] - floor.y_ft[start])
    return Steps(start, end, length)


def steps_of(floor: CrawlFloor) -> Steps:
    """Every step between places where one can be. Source: handbook §14, within 3 %."""
    return _steps(Itself(floor))


def _is_open(floor: CrawlFloor, start: Integers, end: Integers) -> Bools:
    """Which steps lie on floor: inside their room, or through an open edge into the next."""
    found = np.zeros(start.size, dtype=bool)

    def lines(mine: Integers) -> Any:
        a, b = start[mine], end[mine]
        ends = np.stack([floor.x_ft[a], floor.y_ft[a], floor.x_ft[b], floor.y_ft[b]], axis=1)
        return shapely.linestrings(ends.reshape(-1, 2, 2))

    same = floor.room[start] == floor.room[end]
    for number, shape in enumerate(floor.floors):
        mine = np.flatnonzero(same & (floor.room[start] == number))
        if mine.size:
            # Of a floor without corners to go round every step between two of its nodes lies on it.
            convex = float(shapely.area(shapely.convex_hull(shape)) - shapely.area(shape)) < 1e-9
            found[mine] = True if convex else shapely.covers(shape, lines(mine))
    for one, other in {(int(a), int(b)) for a, b in zip(floor.room[start[~same]], floor.room[end[~same]], strict=True)}:
        mine = np.flatnonzero(~same & (floor.room[start] == one) & (floor.room[end] == other))
        door = _door(floor, one, other)
        if door is not None:
            shapely.prepare(door)
            both = shapely.union_all([floor.floors[one], floor.floors[other], door])
            shapely.prepare(both)
            through = lines(mine)
            found[mine] = shapely.intersects(door, through) & shapely.covers(both, through)
    return found


def _door(floor: CrawlFloor, one: int, other: int) -> shapely.Geometry | None:
    """Where two rooms are open to each other, as wide as a wall; None where they are not."""
    found = []
    for here, there in ((one, other), (other, one)):
        room, to = floor.rooms[here], floor.rooms[there].section
        for edge, leads_to in room.doors:
            if leads_to in (to, None):
                line = shapely.LineString(room.door_ft(edge))
                found.append(shapely.buffer(line, DOOR_GAP_FT / 2, cap_style="flat"))
    if not found:
        return None
    door = shapely.union_all(found)
    reach = shapely.buffer(floor.floors[other], DOOR_GAP_FT), shapely.buffer(floor.floors[one], DOOR_GAP_FT)
    door = shapely.intersection(shapely.intersection(door, reach[0]), reach[1])
    return None if shapely.is_empty(door) else door


def way_over(floor: CrawlFloor, entrances: Sequence[Entrance]) -> Way:
    """The shortest way from any of the entrances to every node. Source: handbook §14, way.

    Arrays of shape (nodes,), ft.
    """
    return _way(Itself(floor), tuple(entrances))


@remembered(lambda way: way.array_bytes)
def _way(floor_itself: Itself, entrances: tuple[Entrance, ...]) -> Way:
    floor: CrawlFloor = floor_itself.thing
    steps, count = steps_of(floor), floor.count
    onto = [_onto(floor, entrance) for entrance in entrances]
    leads = tuple(bool(nodes.size) for nodes, _ in onto)
    if not any(leads):
        return Way(np.full(count, np.inf), np.full(count, NOWHERE), leads)
    start = np.concatenate([steps.start, *(np.full(nodes.size, count + i) for i, (nodes, _) in enumerate(onto))])
    end = np.concatenate([steps.end, *(nodes for nodes, _ in onto)])
    length = np.concatenate([steps.length_ft, *(away for _, away in onto)])
    # A step of no length would be none at all to the graph.
    graph = csr_matrix((np.maximum(length, 1e-9), (start, end)), shape=(count + len(onto),) * 2)
    sources = [count + i for i, leading in enumerate(leads) if leading]
    found, before, _ = dijkstra(graph, directed=False, indices=sources, return_predecessors=True, min_only=True)
    before = before[:count].astype(np.int64)
    return Way(
        np.where(found[:count] < 1e-6, 0.0, found[:count]),
        np.where(before >= count, -1, np.where(before < 0, NOWHERE, before)),
        leads,
    )


def _onto(floor: CrawlFloor, entrance: Entrance) -> tuple[Integers, Floats]:
    """The nodes that one gets onto from a way in, and how far each is, ft; none where the way in is off all floor."""
    away = np.hypot(floor.x_ft - entrance.at_ft[0], floor.y_ft - entrance.at_ft[1])
    can = floor.can_be
    if entrance.room is not None:
        can = can & (floor.room == entrance.room)
    near = np.flatnonzero(can & (away <= ONTO * floor.node_ft))
    if near.size == 0:
        near = np.flatnonzero(can & (away <= FAR_OFF_FT))
        near = near[np.argsort(away[near], kind="stable")[:1]]
    elif entrance.room is None:
        # Beside a wall: onto the floor that the way in is over, not through the wall.
        nearest = floor.room[near[np.argmin(away[near])]]
        near = near[floor.room[near] == nearest]
    if near.size:
        near = _in_sight(floor, entrance, near)
    return near, away[near]


def _in_sight(floor: CrawlFloor, entrance: Entrance, near: Integers) -> Integers:
    """Those that one gets onto straight from a way in, not round a corner; all where the way in is in a wall itself."""
    shape = floor.floors[int(floor.room[near[0]])]
    if not shapely.intersects_xy(shape, *entrance.at_ft):
        return near
    ends = np.stack([floor.x_ft[near], floor.y_ft[near]], axis=1)
    starts = np.broadcast_to(np.array(entrance.at_ft), ends.shape)
    straight = shapely.covers(shape, shapely.linestrings(np.stack([starts, ends], axis=1)))
    return near[straight] if straight.any() else near
