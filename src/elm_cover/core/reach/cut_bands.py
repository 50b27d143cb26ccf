"""Bands that take more bags than one learns from, cut by angle round the end that the way comes in by (handbook §14).

The verdict comes at band ends: a job in three bands learns nothing until it is over::

      _______________________        The ways to all of a band part at one place, its way-in end: the way in itself, or
     |  1  |  2  |  3  |  4  |       the last corner they all go round. Sectors from there are of even bags, each in one
     |_____|_____|_____|_____|       piece, and the farther ones are filled first.
              \\   |   /
               ▢ way in
"""

from __future__ import annotations

from collections.abc import Mapping

import numpy as np
from scipy.sparse import csr_matrix
from scipy.sparse.csgraph import connected_components

from ..base.arrays import Floats, Integers
from ..base.memory import Itself, remembered
from .bands import LEAST_FT2, Banded, told_bands
from .crawl_floor import CrawlFloor
from .way import Steps, Way, steps_of

# Source: handbook §14: no band takes more than a seventh of its section's bags (least 2), nor more than max(8, a twentieth of
# them), within 10 %.
SHARE, LEAST_BAGS = 1 / 7, 2.0
MOST_BAGS, MOST_SHARE = 8.0, 1 / 20
WITHIN = 1.1
# What one angle does not cut is cut again; floor so odd that this does not help stays as it is.
MOST_TURNS = 6


def most_bags(section_bags: float) -> float:
    """The bags that a band of a section takes at the most, before the 10 %. section_bags: of the whole section.

    >>> [round(most_bags(bags), 2) for bags in (7, 30, 70, 400)]
    [2.0, 4.29, 8.0, 20.0]
    """
    return min(max(section_bags * SHARE, LEAST_BAGS), max(MOST_BAGS, section_bags * MOST_SHARE))


def cut_bands(
    found: Banded,
    floor: CrawlFloor,
    way: Way,
    throw_ft: float,
    bags: Mapping[int, Itself | None],
    first: Mapping[int, float] | None = None,
) -> Banded:
    """The same floor with the bands cut that take too many bags. bags: by room, an array of the bags on each cell of its grid,
    shape (cells,); None while they are not known: then its bands stay. first: by room, the bags of the section when its first day
    began: it stays cut as it was by them. Source: handbook §14, bands.
    """
    parts: dict[int, list[Integers]] = {}
    for room, of_cells in bags.items():
        if of_cells is not None:
            parts |= _parts(Itself(found), Itself(floor), Itself(way), room, of_cells, (first or {}).get(room))
    if all(len(each) == 1 for each in parts.values()):
        return found
    pieces = [
        (part, band.wing)
        for i, band in enumerate(found.bands)
        for part in parts.get(i) or [np.flatnonzero(found.of_node == i)]
    ]
    number = np.full(floor.count, -1, dtype=np.int64)
    for i, (part, _) in enumerate(pieces):
        number[part] = i
    # A deeper fill mostly cuts the floor as a shallower one does: then it is the same floor to all that are told by it.
    wings = tuple(wing for _, wing in pieces)
    return _as_bands(Itself(found), Itself(floor), Itself(way), throw_ft, number.tobytes(), wings)


@remembered(lambda found: found.array_bytes, lambda *asked: len(asked[4]))
def _as_bands(
    found: Itself, floor_itself: Itself, way_itself: Itself, throw_ft: float, number: bytes, wings: tuple[int, ...]
) -> Banded:
    """The pieces as bands. number: of the piece that each node is in, an array as bytes."""
    of_node = np.frombuffer(number, dtype=np.int64)
    pieces = [(np.flatnonzero(of_node == i), wing) for i, wing in enumerate(wings)]
    return told_bands(floor_itself.thing, way_itself.thing, throw_ft, pieces, found.thing.nodes, found.thing.cell_ft2)


@remembered(lambda parts: sum(part.nbytes for each in parts.values() for part in each) + 1_000)
def _parts(
    found_itself: Itself, floor_itself: Itself, way_itself: Itself, room: int, bags: Itself, first: float | None
) -> dict[int, list[Integers]]:
    """The bands of a room by their place among all, each in its parts: sets of nodes, the farther first."""
    found: Banded = found_itself.thing
    floor: CrawlFloor = floor_itself.thing
    nodes, of_cells = found.nodes[room], bags.thing
    here = nodes >= 0
    weight = np.bincount(nodes[here], of_cells[here], floor.count).astype(np.float64)
    area = np.bincount(nodes[here], minlength=floor.count).astype(np.float64) * found.cell_ft2[room]
    whole = float(of_cells.sum())
    if first is not None and whole > 0:
        weight, whole = weight * (first / whole), first
    cutter = _Cutter(floor, way_itself.thing, weight, area)
    most = most_bags(whole)
    return {
        i: cutter.parts(np.flatnonzero(found.of_node == i), most)
        for i, band in enumerate(found.bands)
        if band.room == room
    }


class _Cutter:
    """Cuts pieces of one floor. weight, area: bags and floor, ft², that go with each node, that where nobody can be among it."""

    def __init__(self, floor: CrawlFloor, way: Way, weight: Floats, area: Floats) -> None:
        self.floor, self.way, self.weight, self.area = floor, way, weight, area
        steps: Steps = steps_of(floor)
        near = (steps.length_ft <= 1.5 * floor.node_ft) & (floor.room[steps.start] == floor.room[steps.end])
        self.start, self.end = steps.start[near], steps.end[near]

    def parts(self, nodes: Integers, most: float, turn: int = 0) -> list[Integers]:
        """The nodes in pieces of even bags, none of more than that within 10 %, the farther ones first."""
        bags = float(self.weight[nodes].sum())
        if bags <= WITHIN * most or turn >= MOST_TURNS or self.area[nodes].sum() < 2 * LEAST_FT2:
            return [nodes]
        label = self._together(nodes, self._sectors(nodes, int(np.ceil(bags / most - 1e-9))))
        pieces = [nodes[label == n] for n in np.unique(label)]
        if len(pieces) == 1:
            # No angle tells them apart: the far half and the near one.
            order = np.argsort(self.way.crawl_ft[nodes], kind="stable")
            half = np.zeros(nodes.size, dtype=np.int64)
            half[order[np.cumsum(self.weight[nodes][order]) > bags / 2]] = 1
            label = self._together(nodes, half)
            pieces = [nodes[label == n] for n in np.unique(label)]
        if len(pieces) == 1:
            return [nodes]
        found = [part for piece in pieces for part in self.parts(piece, most, turn + 1)]
        return sorted(found, key=lambda part: (-round(float(self.way.crawl_ft[part].max()), 6), int(part[0])))

    def _sectors(self, nodes: Integers, count: int) -> Integers:
        """Which of so many sectors of even bags each node is in, by its angle round the way-in end."""
        at = self._way_in_end(nodes)
        angle = np.arctan2(self.floor.y_ft[nodes] - self.floor.y_ft[at], self.floor.x_ft[nodes] - self.floor.x_ft[at])
        order = np.argsort(angle, kind="stable")
        # Begun where the widest gap is, so that no sector lies on both sides of it.
        turned = angle[order]
        gaps = np.append(np.diff(turned), turned[0] + 2 * np.pi - turned[-1])
        order = np.roll(order, -(int(np.argmax(gaps)) + 1))
        bags = self.weight[nodes][order]
        middle = np.cumsum(bags) - bags / 2
        sector = np.empty(nodes.size, dtype=np.int64)
        sector[order] = np.minimum(count - 1, (middle * count / bags.sum()).astype(np.int64))
        return sector

    def _way_in_end(self, nodes: Integers) -> int:
        """The last place that the ways to all of these nodes lead through."""
        before = self.way.before
        first = int(nodes[np.argmin(self.way.crawl_ft[nodes])])
        trunk = [first]
        while before[trunk[-1]] >= 0:
            trunk.append(int(before[trunk[-1]]))
        place = {node: i for i, node in enumerate(trunk)}
        # Where each node's way meets the trunk; what was walked once is known.
        meets: dict[int, int] = dict(place)
        highest = 0
        for node in nodes.tolist():
            path = []
            while node not in meets:
                path.append(node)
                node = int(before[node])
                if node < 0:
                    return trunk[-1]
            for step in path:
                meets[step] = meets[node]
            highest = max(highest, meets[node])
        return trunk[highest]

    def _together(self, nodes: Integers, label: Integers) -> Integers:
        """The same with each label in one piece: what lies apart, or is a sliver, joins the label it borders on most."""
        place = np.full(self.floor.count, -1, dtype=np.int64)
        place[nodes] = np.arange(nodes.size)
        start, end = place[self.start], place[self.end]
        inside = (start >= 0) & (end >= 0)
        start, end = start[inside], end[inside]
        area, label = self.area[nodes], label.copy()
        for _ in range(nodes.size):
            same = label[start] == label[end]
            links = csr_matrix((np.ones(int(same.sum())), (start[same], end[same])), shape=(nodes.size,) * 2)
            count, joined = connected_components(links, directed=False)
            stray = _stray(label, joined, np.bincount(joined, area, count).astype(np.float64))
            if stray is None:
                break
            mine = joined == stray
            other = np.concatenate([label[end[mine[start] & ~mine[end]]], label[start[mine[end] & ~mine[start]]]])
            if other.size == 0:
                break
            label[mine] = np.argmax(np.bincount(other))
        return label


def _stray(label: Integers, joined: Integers, area: Floats) -> int | None:
    """The smallest piece that is not the largest of its label, or is a sliver; None where there is none.

    joined: which piece each node is in; area: of each piece, ft².
    """
    of_piece = np.empty(area.size, dtype=np.int64)
    of_piece[joined] = label
    # The largest of each label: pieces by area, the last of a label holds.
    order = np.argsort(area, kind="stable")
    largest = np.full(int(label.max()) + 1, -1, dtype=np.int64)
    largest[of_piece[order]] = order
    stray = (largest[of_piece] != np.arange(area.size)) | (area < LEAST_FT2)
    if area.size < 2 or not stray.any():
        return None
    return int(min(np.flatnonzero(stray), key=lambda piece: (area[piece], piece)))
