"""Cutting stock: the fewest whole pieces that the wanted lengths can be cut from, offcuts reused (handbook §7).

Two ways are tried. *Packed*: each course ends in one cut piece, and the cuts are packed into whole pieces exactly
(arc flow over the length of a piece, J. M. Valério de Carvalho 1999, solved by HiGHS). *Carried on*: the offcut that
ends one course begins the next. Fewer whole pieces win; where both need as many, packed has fewer joints.
"""

from __future__ import annotations

import itertools
import math
from collections import Counter
from collections.abc import Mapping, Sequence
from dataclasses import dataclass, field

import numpy as np

STEP_IN = 0.25
SOLVER_SECONDS = 0.15
MOST_ARCS = 8_000


@dataclass(frozen=True)
class Cuts:
    """Which stock piece each wanted length comes from. runs: for every course, (length in inches, stock piece) in order."""

    stock: int
    runs: tuple[tuple[tuple[float, int], ...], ...]


@dataclass
class _Pieces:
    """Stock opened so far, and what is left of each."""

    length: float
    left: list[float] = field(default_factory=list)

    def open(self, used: float) -> int:
        self.left.append(self.length - used)
        return len(self.left) - 1

    def take(self, at: int, used: float) -> int:
        self.left[at] -= used
        return at


def cut_courses(courses: Sequence[float], length_in: float, least_in: float) -> Cuts:
    """Stock for courses of the given lengths, inches, from pieces of length_in; no cut shorter than least_in.

    A course that is itself shorter than least_in is one short piece. The solver is asked only where neither way meets
    the bound Σ/length by itself. Source: handbook §7, take-off: offcuts reused.
    """
    packed, carried = _packed(courses, length_in, least_in, False), _carried_on(courses, length_in, least_in)
    best = min(packed, carried, key=lambda cuts: cuts.stock)
    if best.stock <= math.ceil(sum(courses) / length_in - 1e-6):
        return best
    return min(_packed(courses, length_in, least_in, True), best, key=lambda cuts: cuts.stock)


def _in_pieces(course: float, length: float, least: float) -> list[float]:
    """Full pieces and one cut; the last full one is shortened where the cut would be a sliver."""
    full = math.floor(course / length + 1e-9)
    rest = course - full * length
    if rest < 1e-6:
        return [length] * full
    if rest >= least or full == 0:
        return [length] * full + [rest]
    return [length] * (full - 1) + [length - (least - rest), least]


def _packed(courses: Sequence[float], length: float, least: float, exact: bool) -> Cuts:
    wanted = [_in_pieces(course, length, least) for course in courses]
    cuts = [piece for course in wanted for piece in course if piece < length - 1e-9]
    bins = pack(cuts, length, exact)
    of_cut = {}
    for number, held in enumerate(bins):
        for cut in held:
            of_cut[cut] = number
    stock, at, runs = len(bins), 0, []
    for course in wanted:
        run = []
        for piece in course:
            if piece < length - 1e-9:
                run.append((piece, of_cut[at]))
                at += 1
            else:
                run.append((piece, stock))
                stock += 1
        runs.append(tuple(run))
    return Cuts(stock, tuple(runs))


def _carried_on(courses: Sequence[float], length: float, least: float) -> Cuts:
    stock = _Pieces(length)
    carry = -1
    runs = []
    for course in courses:
        run: list[tuple[float, int]] = []
        rest = course
        if carry >= 0 and stock.left[carry] >= min(least, rest) - 1e-9:
            used = min(stock.left[carry], rest)
            if 1e-6 < rest - used < least:
                used = rest - least
            if used >= min(least, rest) - 1e-9:
                run.append((used, stock.take(carry, used)))
                rest -= used
        for piece in _in_pieces(rest, length, least) if rest > 1e-6 else []:
            run.append((piece, stock.open(piece)))
            carry = len(stock.left) - 1
        runs.append(tuple(run))
    return Cuts(len(stock.left), tuple(runs))


def pack(lengths: Sequence[float], length: float, exact: bool = True) -> list[list[int]]:
    """Bins of that length holding the lengths, by index, as few as can be.

    First fit decreasing; where that is above the bound and exact is asked for, by arc flow within SOLVER_SECONDS.

    lengths and length in inches. Source: cutting stock as an arc flow, within a time limit.

    >>> pack([60.0, 30.0, 33.0, 60.0], 93.0)
    [[0, 2], [3, 1]]
    """
    order = sorted(range(len(lengths)), key=lambda i: -lengths[i])
    greedy: list[list[int]] = []
    left: list[float] = []
    for i in order:
        at = next((b for b, room in enumerate(left) if room >= lengths[i] - 1e-9), None)
        if at is None:
            greedy.append([])
            left.append(length)
            at = len(greedy) - 1
        greedy[at].append(i)
        left[at] -= lengths[i]
    if not exact or len(greedy) <= _bound(lengths, length):
        return greedy
    return _arc_flow(lengths, length, len(greedy) - 1) or greedy


def _bound(lengths: Sequence[float], length: float) -> int:
    """No packing needs fewer: by the sum, and by those over half, of which each needs a piece of its own."""
    by_sum = math.ceil(sum(lengths) / length - 1e-9)
    return max(by_sum, sum(1 for piece in lengths if piece > length / 2 + 1e-9))


def _arc_flow(lengths: Sequence[float], length: float, most: int) -> list[list[int]] | None:
    """The least flow through positions 0 … length that takes every wanted length; None where none of at most that many
    pieces was found in time."""
    from scipy.optimize import Bounds, LinearConstraint, milp
    from scipy.sparse import coo_array

    size = math.floor(length / STEP_IN + 1e-9)
    demand = Counter(max(1, math.ceil(piece / STEP_IN - 1e-9)) for piece in lengths)
    items = sorted(demand, reverse=True)
    if items[0] > size:
        return None
    arcs, reached = _arcs(items, demand, size)
    if len(arcs) > MOST_ARCS:
        return None
    nodes = sorted(reached | {size})
    place = {node: i for i, node in enumerate(nodes)}
    loss = list(itertools.pairwise(nodes))
    columns = len(arcs) + len(loss) + 1
    rows, cols, values = [], [], []

    def put(row: int, column: int, value: float) -> None:
        rows.append(row)
        cols.append(column)
        values.append(value)

    for column, (tail, head) in enumerate([(a[0], a[1]) for a in arcs] + loss):
        put(place[tail], column, -1.0)
        put(place[head], column, 1.0)
    put(place[0], columns - 1, 1.0)
    put(place[size], columns - 1, -1.0)
    for number, item in enumerate(items):
        for column, arc in enumerate(arcs):
            if arc[2] == item:
                put(len(nodes) + number, column, 1.0)
    matrix = coo_array((values, (rows, cols)), shape=(len(nodes) + len(items), columns)).tocsr()
    low = np.concatenate([np.zeros(len(nodes)), [demand[item] for item in items]])
    high = np.concatenate([np.zeros(len(nodes)), np.full(len(items), np.inf)])
    cost = np.zeros(columns)
    cost[-1] = 1.0
    upper = np.full(columns, np.inf)
    upper[-1] = most
    found = milp(
        cost,
        constraints=LinearConstraint(matrix, low, high),
        integrality=np.ones(columns),
        bounds=Bounds(np.zeros(columns), upper),
        options={"time_limit": SOLVER_SECONDS},
    )
    if found.x is None:
        return None
    return _bins(np.round(found.x).astype(int), arcs, loss, lengths, size)


def _arcs(items: Sequence[int], demand: Mapping[int, int], size: int) -> tuple[list[tuple[int, int, int]], set[int]]:
    """Every cut as (from, to, item) along a piece of that size, and the places reached. Items in decreasing order: the
    same cuts in another order are the same piece."""
    reached = {0}
    arcs: list[tuple[int, int, int]] = []
    for item in items:
        tails, seen = set(reached), set(reached)
        for _ in range(demand[item]):
            if not tails:
                break
            arcs += [(t, t + item, item) for t in sorted(tails) if t + item <= size]
            tails = {t + item for t in tails if t + item <= size} - seen
            seen |= tails
        reached = seen
    return arcs, reached


def _bins(
    flow: np.ndarray[tuple[int], np.dtype[np.int_]],
    arcs: list[tuple[int, int, int]],
    loss: list[tuple[int, int]],
    lengths: Sequence[float],
    size: int,
) -> list[list[int]]:
    """The flow taken apart into pieces, each path from 0 to the end one stock piece."""
    waiting: dict[int, list[int]] = {}
    for i, piece in enumerate(lengths):
        waiting.setdefault(max(1, math.ceil(piece / STEP_IN - 1e-9)), []).append(i)
    left: dict[int, list[list[int]]] = {}
    for column, (tail, head, item) in enumerate([*arcs, *((a, b, 0) for a, b in loss)]):
        if flow[column] > 0:
            left.setdefault(tail, []).append([head, item, int(flow[column])])
    bins = []
    for _ in range(int(flow[-1])):
        at, held = 0, []
        while at < size:
            arc = next(a for a in left[at] if a[2] > 0)
            arc[2] -= 1
            at = arc[0]
            if arc[1] and waiting[arc[1]]:
                held.append(waiting[arc[1]].pop())
        if held:
            bins.append(held)
    return bins
