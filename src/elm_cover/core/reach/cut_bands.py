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

BYTES_KEPT = 8_000_000
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


def cut_bands(found: Banded, floor: CrawlFloor, way: Way, throw_ft: float, bags: Mapping[int, Itself | None]) -> Banded:
    """The same floor with the bands cut that take too many bags. bags: by room, an array of the bags on each cell of its grid,
    shape (cells,); None while they are not known: then its bands stay. Source: handbook §14, bands.
    """
    return _cut(Itself(found), Itself(floor), Itself(way), throw_ft, tuple(sorted(bags.items())))


@remembered(BYTES_KEPT, lambda found: found.array_bytes)
def _cut(
    found_itself: Itself,
    floor_itself: Itself,
    way_itself: Itself,
    throw_ft: float,
    bags: tuple[tuple[int, Itself | None], ...],
) -> Banded:
    found: Banded = found_itself.thing
    floor: CrawlFloor = floor_itself.thing
    way: Way = way_itself.thing
    weight = np.zeros(floor.count)
    most: dict[int, float] = {}
    for room, of_cells in bags:
        if of_cells is None:
            continue
        nodes = found.nodes[room]
        weight += np.bincount(nodes[nodes >= 0], of_cells.thing[nodes >= 0], floor.count)
        most[room] = most_bags(float(of_cells.thing.sum()))
    cutter = _Cutter(floor, way, weight)
    pieces: list[tuple[Integers, int]] = []
    cut = False
    for number, band in enumerate(found.bands):
        mine = np.flatnonzero(found.of_node == number)
        parts = cutter.parts(mine, most[band.room]) if band.room in most else [mine]
        cut = cut or len(parts) > 1
        pieces += [(part, band.wing) for part in parts]
    return told_bands(floor, way, throw_ft, pieces, found.nodes) if cut else found


class _Cutter:
    """Cuts pieces of one floor. weight: bags of each node."""

    def __init__(self, floor: CrawlFloor, way: Way, weight: Floats) -> None:
        self.floor, self.way, self.weight = floor, way, weight
        steps: Steps = steps_of(floor)
        near = (steps.length_ft <= 1.5 * floor.node_ft) & (floor.room[steps.start] == floor.room[steps.end])
        self.start, self.end = steps.start[near], steps.end[near]
        self.least = LEAST_FT2 / floor.node_ft**2

    def parts(self, nodes: Integers, most: float, turn: int = 0) -> list[Integers]:
        """The nodes in pieces of even bags, none of more than that within 10 %, the farther ones first."""
        bags = float(self.weight[nodes].sum())
        if bags <= WITHIN * most or turn >= MOST_TURNS or nodes.size < 2 * self.least:
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
        whole = np.full(self.floor.count, -1, dtype=np.int64)
        whole[nodes] = label
        inside = (whole[self.start] >= 0) & (whole[self.end] >= 0)
        start, end = self.start[inside], self.end[inside]
        for _ in range(nodes.size):
            same = whole[start] == whole[end]
            links = csr_matrix((np.ones(int(same.sum())), (start[same], end[same])), shape=(self.floor.count,) * 2)
            _, joined = connected_components(links, directed=False)
            stray = self._stray(nodes, whole, joined)
            if stray is None:
                break
            mine = joined == stray
            other = np.concatenate([whole[end[mine[start] & ~mine[end]]], whole[start[mine[end] & ~mine[start]]]])
            if other.size == 0:
                break
            names, borders = np.unique(other, return_counts=True)
            whole[nodes[mine[nodes]]] = names[np.argmax(borders)]
        return whole[nodes]

    def _stray(self, nodes: Integers, whole: Integers, joined: Integers) -> int | None:
        """The smallest piece that is not the largest of its label, or is a sliver; None where there is none."""
        names, sizes = np.unique(joined[nodes], return_counts=True)
        size_of = dict(zip(names.tolist(), sizes.tolist(), strict=True))
        label_of = dict(zip(joined[nodes].tolist(), whole[nodes].tolist(), strict=True))
        largest: dict[int, int] = {}
        for name in names.tolist():
            label = label_of[name]
            if label not in largest or size_of[name] > size_of[largest[label]]:
                largest[label] = name
        stray = [n for n in names.tolist() if largest[label_of[n]] != n or size_of[n] < self.least]
        return min(stray, key=lambda n: (size_of[n], n)) if stray and len(names) > 1 else None
