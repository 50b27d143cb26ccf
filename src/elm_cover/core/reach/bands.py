"""Floor by bands, about a throw deep, in the order they are filled: far ones first, one wing before the next (handbook §14).

A band is floor at crawl distances k·d to (k + 1)·d, in one piece, d as near a throw as makes them all of one depth. The way to it
leads through the band before it, so that the bands make a tree with its root at the way in; it is filled from its leaves. One that
takes more bags than a crew learns from at once is cut (cut_bands.py)::

      ______________________________
     |  1   |  2   |      |  4  | 3 |      1, 2: first wing; 3, 4: second
     |      |      |  5 ▢ |     |   |      5: what is left round the way in
     |______|______|______|_____|___|
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import dataclass

import numpy as np
import shapely
from scipy.sparse import csr_matrix
from scipy.sparse.csgraph import connected_components
from scipy.spatial import cKDTree

from ..base.arrays import Floats, Integers
from ..base.memory import Itself, remembered
from ..floor.grid import Grid
from .crawl_floor import CrawlFloor
from .way import Way, steps_of

# By judgement: a piece of less floor than this joins the band beside it.
LEAST_FT2 = 6.0
# Past the throw by more than this nothing lands: deflected by hand, or with a stick on the hose. Source: handbook §14.
BEYOND_THROW_FT = 4.0


@dataclass(frozen=True)
class Band:
    """One band. number: in the order they are filled; wing: from 1. room: which of the rooms.

    crawl_ft: nearest and farthest place of it, from the way in. stands_ft: from the first most of it is within a throw; from
    each further one most of what no throw from those before it reaches.
    """

    number: int
    wing: int
    room: int
    crawl_ft: tuple[float, float]
    stands_ft: tuple[tuple[float, float], ...]


@dataclass(frozen=True, eq=False)
class Banded:
    """The floor in bands. of_node: which band each node is in, by its place in bands; −1 where no way leads.

    cells: by room, the same for each cell of its grid; −1 for floor that is filled by hand. nodes: by room, the node that each
    cell goes with, −1 without any; cell_ft2: by room, how large a cell is.
    """

    bands: tuple[Band, ...]
    of_node: Integers
    cells: Mapping[int, Integers]
    nodes: Mapping[int, Integers]
    cell_ft2: Mapping[int, float]

    @property
    def array_bytes(self) -> int:
        """What the arrays hold, bytes."""
        return self.of_node.nbytes + 2 * sum(found.nbytes for found in self.cells.values()) + 400 * len(self.bands)


def banded(floor: CrawlFloor, way: Way, throw_ft: float, grids: Mapping[int, Grid], even: bool = True) -> Banded:
    """The floor in bands about a throw deep. grids: of the rooms that are filled, by their number. even: of one depth; else a throw
    deep each, the farthest what is left, as older programs told them.

    A cell where one cannot be joins the band of its nearest place where one can. Raises ValueError for a throw of 0 or less.
    Source: handbook §14, bands.
    """
    if not throw_ft > 0:
        raise ValueError("a throw is over 0 ft")
    return _banded(
        Itself(floor), Itself(way), throw_ft, tuple((room, Itself(grid)) for room, grid in grids.items()), even
    )


@remembered(lambda found: found.array_bytes)
def _banded(
    floor_itself: Itself, way_itself: Itself, throw_ft: float, grids: tuple[tuple[int, Itself], ...], even: bool
) -> Banded:
    floor: CrawlFloor = floor_itself.thing
    way: Way = way_itself.thing
    filled = [room for room, _ in grids]
    piece = _pieces(floor, way, throw_ft, filled, even)
    order, wings = _order(piece, way)
    nodes = {room: _nodes(floor, room, grid.thing) for room, grid in grids}
    pieces = [(np.flatnonzero(piece == n), wing) for n, wing in zip(order, wings, strict=True)]
    return told_bands(floor, way, throw_ft, pieces, nodes, {room: grid.thing.cell_ft**2 for room, grid in grids})


def told_bands(
    floor: CrawlFloor,
    way: Way,
    throw_ft: float,
    pieces: Sequence[tuple[Integers, int]],
    nodes: Mapping[int, Integers],
    cell_ft2: Mapping[int, float],
) -> Banded:
    """Pieces of floor as bands, numbered as they come. pieces: the nodes of each, and its wing; nodes, cell_ft2: as of Banded."""
    of_node = np.full(floor.count, -1, dtype=np.int64)
    bands = []
    for number, (mine, wing) in enumerate(pieces):
        of_node[mine] = number
        crawl = way.crawl_ft[mine]
        bands.append(
            Band(
                number=number + 1,
                wing=wing,
                room=int(floor.room[mine[0]]),
                crawl_ft=(float(crawl.min()), float(crawl.max())),
                stands_ft=_stands(Itself(floor), Itself(way), mine.tobytes(), throw_ft),
            )
        )
    cells = {room: np.where(found >= 0, of_node[found], -1) for room, found in nodes.items()}
    return Banded(tuple(bands), of_node, cells, nodes, cell_ft2)


def even_depth_ft(crawl_ft: Floats, throw_ft: float) -> tuple[float, float]:
    """Where the nearest band begins and how deep each is, ft: the stretch a room's ways reach, in as many bands as throws go into it.

    Source: handbook §14, D/⌈D/T⌉; in a room that begins on the way D is counted from where it begins, for the same reason.
    """
    near, far = float(crawl_ft.min()), float(crawl_ft.max())
    stretch = far - near
    return near, stretch / max(1, np.ceil(stretch / throw_ft - 1e-9)) if stretch > 0 else throw_ft


def _pieces(floor: CrawlFloor, way: Way, throw_ft: float, filled: list[int], even: bool) -> Integers:
    """Which piece each node is in, −1 where no way leads or nothing is filled: floor of one room and one band, joined."""
    reached = np.isfinite(way.crawl_ft) & np.isin(floor.room, filled)
    band = np.full(floor.count, -1, dtype=np.int64)
    for room in filled:
        mine = np.flatnonzero(reached & (floor.room == room))
        if mine.size == 0:
            continue
        near, deep = even_depth_ft(way.crawl_ft[mine], throw_ft) if even else (0.0, throw_ft)
        # A way that ends on the border of two bands is of the nearer one but for rounding, and so is the farthest of all.
        number = np.floor((way.crawl_ft[mine] - near) / deep + (-1e-9 if even else 1e-9))
        band[mine] = np.maximum(number, 0).astype(np.int64)
    steps = steps_of(floor)
    alike = (
        reached[steps.start]
        & reached[steps.end]
        & (band[steps.start] == band[steps.end])
        & (floor.room[steps.start] == floor.room[steps.end])
        & (steps.length_ft <= 1.5 * floor.node_ft)
    )
    links = csr_matrix((np.ones(alike.sum()), (steps.start[alike], steps.end[alike])), shape=(floor.count,) * 2)
    _, label = connected_components(links, directed=False)
    piece = np.where(reached, label, -1)
    return _without_slivers(floor, piece)


def _without_slivers(floor: CrawlFloor, piece: Integers) -> Integers:
    """The same with every piece that is too small joined to the one of its room that it borders on most."""
    steps, least = steps_of(floor), LEAST_FT2 / floor.node_ft**2
    both = (piece[steps.start] >= 0) & (piece[steps.end] >= 0) & (floor.room[steps.start] == floor.room[steps.end])
    start, end = steps.start[both], steps.end[both]
    while True:
        numbers, sizes = np.unique(piece[piece >= 0], return_counts=True)
        for small in numbers[sizes < least][np.argsort(sizes[sizes < least], kind="stable")]:
            a, b = piece[start], piece[end]
            beside = np.concatenate([b[(a == small) & (b != small)], a[(b == small) & (a != small)]])
            if beside.size:
                others, borders = np.unique(beside, return_counts=True)
                piece = np.where(piece == small, others[np.argmax(borders)], piece)
                break
        else:
            return piece


def _order(piece: Integers, way: Way) -> tuple[list[int], list[int]]:
    """The pieces in the order they are filled, and the wing of each. Source: handbook §14, far ones first, wing by wing."""
    numbers = [int(number) for number in np.unique(piece[piece >= 0])]
    farthest = {n: float(way.crawl_ft[piece == n].max()) for n in numbers}
    parent: dict[int, int] = {}
    for n in numbers:
        nodes = np.flatnonzero(piece == n)
        at = int(nodes[np.argmin(way.crawl_ft[nodes])])
        # Back towards the way in, through floor that is not filled at all where it leads through some.
        while way.before[at] >= 0 and piece[at] in (n, -1):
            at = int(way.before[at])
        parent[n] = int(piece[at]) if piece[at] not in (n, -1) else -1
    children: dict[int, list[int]] = {n: [] for n in [-1, *numbers]}
    for n in numbers:
        children[parent[n]].append(n)
    reach = dict(farthest)
    for n in sorted(numbers, key=lambda one: -way.crawl_ft[piece == one].min()):
        if parent[n] >= 0:
            reach[parent[n]] = max(reach[parent[n]], reach[n])
    order: list[int] = []
    wings: list[int] = []
    wing = 0
    waiting = [(n, False) for n in sorted(children[-1], key=lambda one: (reach[one], -one))]
    while waiting:
        n, gone_through = waiting.pop()
        if not gone_through:
            waiting.append((n, True))
            waiting += [(child, False) for child in sorted(children[n], key=lambda one: (reach[one], -one))]
            continue
        wing += not children[n]
        order.append(n)
        wings.append(wing)
    return order, wings


@remembered(lambda found: 100 + 16 * len(found), lambda _floor, _way, nodes, _throw: len(nodes))
def _stands(
    floor_itself: Itself, way_itself: Itself, nodes_bytes: bytes, throw_ft: float
) -> tuple[tuple[float, float], ...]:
    """Places on the way in from which the band is filled, until hardly anything of it is out of reach of all of them.

    Each is where most of what is left is within a throw; of equal ones the nearest to the way in. Source: handbook §14, stand.
    nodes_bytes: an array of nodes as bytes: a deeper fill mostly cuts the floor as a shallower one does.
    """
    floor: CrawlFloor = floor_itself.thing
    way: Way = way_itself.thing
    nodes = np.frombuffer(nodes_bytes, dtype=np.int64)
    # From farther off than a throw nothing of it is reached.
    reach = int(np.floor(throw_ft / floor.node_ft + 1e-9))
    row, column = floor.row, floor.column
    open_ = np.flatnonzero(
        (floor.room == floor.room[nodes[0]])
        & (way.crawl_ft <= way.crawl_ft[nodes].max())
        & (np.abs(2 * row - row[nodes].min() - row[nodes].max()) <= 2 * reach + row[nodes].max() - row[nodes].min())
        & (np.abs(2 * column - column[nodes].min() - column[nodes].max()) <= 2 * reach + np.ptp(column[nodes]))
    )
    least = LEAST_FT2 / floor.node_ft**2
    left = nodes
    found: list[tuple[float, float]] = []
    while not found or left.size >= least:
        at, covered = _best_stand(floor, way, open_, left, throw_ft)
        if found and covered < least:
            break
        found.append((float(floor.x_ft[at]), float(floor.y_ft[at])))
        away = np.hypot(floor.x_ft[left] - found[-1][0], floor.y_ft[left] - found[-1][1])
        left = left[away > throw_ft + BEYOND_THROW_FT]
    return tuple(found)


def _best_stand(floor: CrawlFloor, way: Way, open_: Integers, nodes: Integers, throw_ft: float) -> tuple[int, int]:
    """Which of the open nodes has most of those nodes within a throw, and how many."""
    step = floor.node_ft
    column0, row0 = floor.column[open_].min(), floor.row[open_].min()
    shape = (int(floor.row[open_].max() - row0 + 1), int(floor.column[open_].max() - column0 + 1))
    band = np.zeros(shape)
    band[floor.row[nodes] - row0, floor.column[nodes] - column0] = 1.0
    reach = int(np.floor(throw_ft / step + 1e-9))
    x, y = np.meshgrid(np.arange(-reach, reach + 1), np.arange(-reach, reach + 1))
    half = (np.hypot(x, y) * step <= throw_ft + 1e-9).sum(axis=1) // 2
    # Sums along the rows once: a disc is a stretch of each row it crosses.
    sums = np.pad(np.cumsum(np.pad(band, reach), axis=1, dtype=np.int64), ((0, 0), (1, 0)))
    row, column = floor.row[open_] - row0, floor.column[open_] - column0 + reach
    covered = np.zeros(open_.size, dtype=np.int64)
    for dy, wide in enumerate(half.tolist()):
        covered += sums[row + dy, column + wide + 1] - sums[row + dy, column - wide]
    best = int(np.lexsort((way.crawl_ft[open_], -covered))[0])
    return int(open_[best]), int(covered[best])


def _nodes(floor: CrawlFloor, room: int, grid: Grid) -> Integers:
    """The nearest place of the room where one can be, of each cell of its grid; −1 without any."""
    mine = np.flatnonzero(floor.can_be & (floor.room == room))
    if mine.size == 0:
        return np.full(grid.count, -1, dtype=np.int64)
    # No place of the lattice is nearer to a cell than the one whose square it lies in; where that is none, all are looked at.
    (x0, y0), (rows, columns) = floor.origin_ft, floor.table.shape
    row = np.clip(np.floor((grid.y_ft - y0) / floor.node_ft), 0, rows - 1).astype(np.int64)
    column = np.clip(np.floor((grid.x_ft - x0) / floor.node_ft), 0, columns - 1).astype(np.int64)
    open_ = np.zeros(floor.count, dtype=bool)
    open_[mine] = True
    nearest = floor.table[row, column]
    apart = np.flatnonzero((nearest < 0) | ~open_[nearest])
    if apart.size:
        tree = cKDTree(np.stack([floor.x_ft[mine], floor.y_ft[mine]], axis=1))
        _, found = tree.query(np.stack([grid.x_ft[apart], grid.y_ft[apart]], axis=1))
        nearest[apart] = mine[found]
    return np.asarray(nearest)


def beyond_reach(bands: tuple[Band, ...], cells: Integers, grid: Grid, throw_ft: float) -> np.ndarray:
    """Which cells no stand reaches, even with a long throw: more than T + 4 ft from each. Shape (cells,).

    Source: handbook §14, cells that no stand reaches are listed.
    """
    found = cells >= 0
    for x, y in (stand for band in bands for stand in band.stands_ft):
        found &= np.hypot(grid.x_ft - x, grid.y_ft - y) > throw_ft + BEYOND_THROW_FT
    return np.asarray(found)


def rows_of_cells(mine: np.ndarray, grid: Grid) -> shapely.Geometry:
    """The floor of some of a grid's cells as one shape, for the Floor to draw: rows of cells first, then those joined.

    mine: shape (cells,). Answers a polygon or several, ft.
    """
    row, column = grid.row[mine], grid.column[mine]
    order = np.lexsort((column, row))
    row, column = row[order], column[order]
    if row.size == 0:
        return shapely.Polygon()
    breaks = np.flatnonzero((np.diff(row) != 0) | (np.diff(column) != 1)) + 1
    first, last = np.concatenate([[0], breaks]), np.concatenate([breaks - 1, [row.size - 1]])
    (x0, y0), cell = grid.origin_ft, grid.cell_ft
    low_x, high_x = x0 + column[first] * cell, x0 + (column[last] + 1) * cell
    low_y = y0 + row[first] * cell
    return shapely.union_all(shapely.box(low_x, low_y, high_x, low_y + cell))
