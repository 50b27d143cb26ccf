"""Bands that teach: none of more bags than a crew learns from, each in one piece, the farther ones first."""

from __future__ import annotations

from random import Random

import numpy as np
import pytest
from scipy.sparse import csr_matrix
from scipy.sparse.csgraph import connected_components

from elm_cover.core.base.arrays import Points
from elm_cover.core.base.memory import Itself
from elm_cover.core.crew import load_list, reach
from elm_cover.core.done import fill_table
from elm_cover.core.done.filled_by import bays_at_a_time
from elm_cover.core.floor.grid import grid_of
from elm_cover.core.plan import plan
from elm_cover.core.reach.bands import LEAST_FT2, Banded, banded
from elm_cover.core.reach.crawl_floor import CrawlFloor, Room, crawl_floor
from elm_cover.core.reach.cut_bands import WITHIN, cut_bands, most_bags
from elm_cover.core.reach.way import Entrance, steps_of, way_over
from elm_cover.job import read_job
from elm_cover.job.firm import Firm
from tests.core.reach.test_way import L, box
from tests.random_jobs import random_job

U = ((0.0, 0.0), (40.0, 0.0), (40.0, 30.0), (28.0, 30.0), (28.0, 10.0), (12.0, 10.0), (12.0, 30.0), (0.0, 30.0))
HOLE = Room("a", box(0, 0, 40, 28), stands=(box(18, 12, 4, 4),))


def cut(
    room: Room, at: tuple[float, float], bags: float, throw_ft: float = 12.0
) -> tuple[CrawlFloor, Banded, list[float]]:
    """The floor cut, and the bags of each band, of so many spread evenly over it."""
    floor = crawl_floor((room,))
    way = way_over(floor, [Entrance(at)])
    grid = grid_of(room.outline_ft, room.stands)
    each = np.full(grid.count, bags / grid.count)
    found = cut_bands(banded(floor, way, throw_ft, {0: grid}), floor, way, throw_ft, {0: Itself(each)})
    return floor, found, [float(each[found.cells[0] == i].sum()) for i in range(len(found.bands))]


def pieces(floor: CrawlFloor, nodes: np.ndarray) -> int:
    """In how many pieces these nodes lie."""
    steps = steps_of(floor)
    mine = np.isin(steps.start, nodes) & np.isin(steps.end, nodes) & (steps.length_ft <= 1.5 * floor.node_ft)
    links = csr_matrix((np.ones(mine.sum()), (steps.start[mine], steps.end[mine])), shape=(floor.count,) * 2)
    return len(set(connected_components(links, directed=False)[1][nodes].tolist()))


@pytest.mark.parametrize(
    ("section", "most"), [(7, 2.0), (14, 2.0), (30, 30 / 7), (56, 8.0), (70, 8.0), (160, 8.0), (400, 20.0)]
)
def test_the_most_a_band_takes(section: float, most: float) -> None:
    """A seventh of the section's bags (least 2), not over max(8, a twentieth of them)."""
    assert most_bags(section) == pytest.approx(most)


@pytest.mark.parametrize(
    ("outline", "at"),
    [
        (box(0, 0, 40, 28), (20.0, 14.0)),
        (box(0, 0, 40, 28), (0.5, 14.0)),
        (L, (2.0, 2.0)),
        (U, (20.0, 2.0)),
        (box(0, 0, 60, 12), (1.0, 6.0)),
    ],
)
@pytest.mark.parametrize("bags", [9.0, 30.0, 63.0, 400.0])
def test_no_band_takes_more_and_each_is_one_piece(outline: Points, at: tuple[float, float], bags: float) -> None:
    floor, found, of_bands = cut(Room("a", outline), at, bags)
    assert sum(of_bands) == pytest.approx(bags)
    assert max(of_bands) <= WITHIN * most_bags(bags)
    for i in range(len(found.bands)):
        nodes = np.flatnonzero(found.of_node == i)
        assert pieces(floor, nodes) == 1 and nodes.size * floor.node_ft**2 >= LEAST_FT2
    assert [band.number for band in found.bands] == list(range(1, len(found.bands) + 1))


def test_of_one_band_cut_the_farther_pieces_come_first_and_are_of_even_bags() -> None:
    """30 bags over 26 × 22 ft from a hatch in its middle: eight bands of 3.7 to 3.9."""
    _, found, of_bands = cut(Room("a", box(0, 0, 26, 22)), (13.0, 11.0), 30.2)
    assert len(found.bands) == 8 and max(of_bands) / min(of_bands) < 1.1
    outer = [band.crawl_ft[1] for band in found.bands if band.crawl_ft[0] > 3]
    assert outer == sorted(outer, reverse=True) and len(outer) >= 5
    # Each has a stand of its own, from which most of it is within a throw.
    assert len({band.stands_ft[0] for band in found.bands}) >= 4


def test_round_what_stands_in_the_way_pieces_still_hang_together() -> None:
    for bags in (20.0, 45.0, 90.0):
        floor, found, of_bands = cut(HOLE, (2.0, 2.0), bags)
        assert max(of_bands) <= WITHIN * most_bags(bags)
        assert all(pieces(floor, np.flatnonzero(found.of_node == i)) == 1 for i in range(len(found.bands)))


def test_a_floor_whose_bags_nobody_knows_is_cut_by_its_ways_alone() -> None:
    floor = crawl_floor((Room("a", box(0, 0, 40, 28)),))
    way, grid = way_over(floor, [Entrance((20.0, 14.0))]), grid_of(box(0, 0, 40, 28))
    plain = banded(floor, way, 12.0, {0: grid})
    assert cut_bands(plain, floor, way, 12.0, {0: None}) is plain


def test_on_floors_at_random_no_band_takes_more() -> None:
    """Rectangles with a corner out, a way in anywhere, 6 to 300 bags."""
    chance, cut_ones = Random(14), 0
    for _ in range(40):
        long, wide = chance.uniform(14, 60), chance.uniform(12, 34)
        x, y = chance.uniform(0.3, 0.7) * long, chance.uniform(0.3, 0.7) * wide
        outline = ((0.0, 0.0), (long, 0.0), (long, y), (x, y), (x, wide), (0.0, wide))
        bags = chance.uniform(6, 300)
        floor, found, of_bands = cut(
            Room("a", outline), (chance.uniform(0, x), chance.uniform(0, y)), bags, chance.choice([8.0, 12.0])
        )
        assert max(of_bands) <= WITHIN * most_bags(bags), (long, wide, x, y, bags)
        assert all(pieces(floor, np.flatnonzero(found.of_node == i)) == 1 for i in range(len(found.bands)))
        cut_ones += len(found.bands) > 4
    assert cut_ones > 30


@pytest.mark.parametrize(
    ("bags", "bays", "most"),
    [(5.0, 12, 1), (10.8, 23, 2), (20.0, 10, 3), (20.0, 3, 3), (24.0, 2, 2), (8.0, 4, 1), (17.0, 0, 3)],
)
def test_closed_bays_are_filled_eight_bags_at_a_time(bags: float, bays: int, most: int) -> None:
    found = bays_at_a_time(bags, bays)
    assert len(found) == most and sum(share for share, _ in found) == pytest.approx(1)
    assert sum(count for _, count in found) == bays
    # A bay is not cut in two.
    assert all(bags * share <= 8 + 1e-9 or count == 1 for share, count in found)


def test_of_jobs_at_random_every_bands_quota_is_within_its_bound() -> None:
    seen = 0
    for seed in range(50):
        job = read_job(random_job(seed, 0.0))
        planned = plan(job)
        found = reach(planned)
        table = fill_table(planned, found, load_list(planned, planned.work, Firm(), found.hose))
        by_hand = {band.number for section in found.sections for band in section.bands if band.by_hand}
        for section in found.sections:
            mine = [quota for quota in table.bands if quota.section == section.section]
            whole = sum(quota.bags for quota in mine)
            for quota in mine:
                if quota.number not in by_hand:
                    assert quota.bags <= WITHIN * most_bags(whole) + 1e-6, (seed, quota)
                    seen += 1
    assert seen > 60
