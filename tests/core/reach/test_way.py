"""Crawl distances against closed forms: a rectangle, an L, round a hole, through an open edge, under a low roof."""

from __future__ import annotations

import math
from random import Random

import numpy as np
import pytest
import shapely
from scipy.sparse import csr_matrix
from scipy.sparse.csgraph import dijkstra

from elm_cover.core.base.arrays import Points
from elm_cover.core.eaves.eave import Eave
from elm_cover.core.reach.crawl_floor import Deck, Room, crawl_floor, headroom_class
from elm_cover.core.reach.way import Entrance, way_over

# Half way between two of thirty-two directions a way is 1.3 % too long; at its end half the square of a node more.
TOO_LONG, NODE = 1.014, 0.8
L = ((0.0, 0.0), (30.0, 0.0), (30.0, 10.0), (10.0, 10.0), (10.0, 30.0), (0.0, 30.0))


def box(x: float, y: float, long: float, wide: float) -> Points:
    return ((x, y), (x + long, y), (x + long, y + wide), (x, y + wide))


def crawl(room: Room | tuple[Room, ...], at: tuple[float, float], to: tuple[float, float]) -> float:
    """The way from a way in to the node at a place."""
    floor = crawl_floor(room if isinstance(room, tuple) else (room,))
    way = way_over(floor, [Entrance(at)])
    node = int(np.argmin(np.hypot(floor.x_ft - to[0], floor.y_ft - to[1])))
    assert math.hypot(floor.x_ft[node] - to[0], floor.y_ft[node] - to[1]) < 0.75
    return float(way.crawl_ft[node])


@pytest.mark.parametrize("at", [(20.0, 10.0), (0.5, 0.5), (13.2, 18.9)])
def test_over_a_rectangle_the_way_is_the_straight_line(at: tuple[float, float]) -> None:
    floor = crawl_floor((Room("a", box(0, 0, 40, 20)),))
    way = way_over(floor, [Entrance(at)])
    straight = np.hypot(floor.x_ft - at[0], floor.y_ft - at[1])
    assert floor.count == 800 and np.isfinite(way.crawl_ft).all()
    assert np.all(way.crawl_ft >= straight - 1e-6)
    assert np.all(way.crawl_ft <= straight * TOO_LONG + NODE)
    assert way.longest_ft == pytest.approx(straight.max(), rel=0.03, abs=NODE)


def test_round_the_inner_corner_of_an_l() -> None:
    # From (29.5, 5.5) by the corner (10, 10) to (5.5, 29.5): twice hypot(19.5, 4.5).
    assert crawl(Room("a", L), (29.5, 5.5), (5.5, 29.5)) == pytest.approx(2 * math.hypot(19.5, 4.5), rel=0.03)


def test_round_a_hole_by_its_corners() -> None:
    # A stairwell from (8, 4) to (12, 16) in a floor of 20 × 20: from (2.5, 10.5) to (17.5, 10.5) by (8, 16) and (12, 16).
    stair = box(8, 4, 4, 12)
    by_corners = 2 * math.hypot(5.5, 5.5) + 4
    straight = crawl(Room("a", box(0, 0, 20, 20)), (2.5, 10.5), (17.5, 10.5))
    assert straight == pytest.approx(15.0)
    found = crawl(Room("a", box(0, 0, 20, 20), stands=(stair,)), (2.5, 10.5), (17.5, 10.5))
    assert found == pytest.approx(by_corners, rel=0.03, abs=2 * NODE) and found >= by_corners - 1e-6


def test_from_section_to_section_only_through_an_open_edge() -> None:
    one, other = box(0, 0, 10, 10), box(10, 0, 10, 10)
    closed = (Room("a", one), Room("b", other))
    assert crawl(closed, (2.5, 5.5), (17.5, 5.5)) == math.inf
    for rooms in (
        (Room("a", one, doors=((1, "b"),)), Room("b", other)),
        (Room("a", one), Room("b", other, doors=((3, None),))),
    ):
        assert crawl(rooms, (2.5, 5.5), (17.5, 5.5)) == pytest.approx(15.0)
    elsewhere = (Room("a", one, doors=((1, "c"),)), Room("b", other))
    assert crawl(elsewhere, (2.5, 5.5), (17.5, 5.5)) == math.inf


def test_a_door_narrower_than_the_wall_is_gone_through_where_it_is() -> None:
    # The wall at x = 10 is open from y = 0 to 2 alone.
    one = ((0.0, 0.0), (10.0, 0.0), (10.0, 2.0), (10.0, 10.0), (0.0, 10.0))
    rooms = (Room("a", one, doors=((1, "b"),)), Room("b", box(10, 0, 10, 10)))
    by_door = 2 * math.hypot(0.5, 7.5)
    assert crawl(rooms, (9.5, 9.5), (10.5, 9.5)) == pytest.approx(by_door, rel=0.03, abs=2 * NODE)


def test_headroom_is_the_deck_less_the_top_of_the_joists() -> None:
    # Heel 6 in, 6 in 12: the deck is 6 + 6·x ft over the ceiling; less 5½ in joists 18 in are reached at x = 2.92 ft.
    eave = Eave(6.0, 6.0, 1.0, 1.0)
    room = Room("a", box(0, 0, 20, 10), eaves=((0, eave),), top_in=5.5)
    floor = crawl_floor((room,))
    expected = 6 + 12 * floor.y_ft * 0.5 - 5.5
    assert np.allclose(floor.headroom_in, expected)
    assert floor.y_ft[floor.can_be].min() == 3.5  # the first middle of a foot past 2.92
    boards = Room("a", box(0, 0, 20, 10), eaves=((0, eave),), decks=(Deck(box(0, 0, 20, 10), 12.0),), top_in=5.5)
    assert np.allclose(crawl_floor((boards,)).headroom_in, expected + 5.5 - 12.0)


@pytest.mark.parametrize(("headroom_in", "word"), [(30, "go"), (29.9, "crawl"), (18, "crawl"), (17.9, "reach")])
def test_headroom_classes(headroom_in: float, word: str) -> None:
    assert headroom_class(headroom_in) == word


def test_a_way_in_off_the_floor_leads_nowhere_and_one_in_the_wall_leads_in() -> None:
    floor = crawl_floor((Room("a", box(0, 0, 10, 10)),))
    assert way_over(floor, [Entrance((30.0, 5.0))]).leads_in == (False,)
    assert way_over(floor, [Entrance((-0.5, 5.0)), Entrance((50.0, 5.0))]).leads_in == (True, False)
    assert not np.isfinite(way_over(floor, []).crawl_ft).any() and way_over(floor, []).longest_ft == 0


def test_the_nearest_of_two_ways_in_counts() -> None:
    floor = crawl_floor((Room("a", box(0, 0, 40, 10)),))
    both = way_over(floor, [Entrance((0.5, 5.5)), Entrance((39.5, 5.5))])
    assert both.longest_ft == pytest.approx(math.hypot(19, 5), rel=0.03)
    node = int(np.argmax(both.crawl_ft))
    path = both.path(node)
    assert path[-1] == node and both.crawl_ft[path[0]] <= 1.5 and len(path) > 5
    assert np.all(np.diff(both.crawl_ft[path]) > 0)


def geodesic(floor: shapely.Geometry, at: tuple[float, float], to: tuple[float, float]) -> float:
    """The shortest way inside a floor, by the corners that see one another: reckoned apart from the lattice."""
    corners = [tuple(c) for ring in shapely.get_rings(floor) for c in shapely.get_coordinates(ring)[:-1]]
    places = np.array([at, to, *corners])
    a, b = (index.ravel() for index in np.meshgrid(np.arange(len(places)), np.arange(len(places))))
    a, b = a[a < b], b[a < b]
    lines = shapely.linestrings(np.stack([places[a], places[b]], axis=1))
    seen = shapely.covers(shapely.buffer(floor, 1e-6), lines)
    length = np.hypot(*(places[a[seen]] - places[b[seen]]).T)
    graph = csr_matrix((length, (a[seen], b[seen])), shape=(len(places),) * 2)
    return float(dijkstra(graph, directed=False, indices=0)[1])


@pytest.mark.parametrize("seed", range(12))
def test_on_floors_at_random_the_way_is_within_three_percent_of_the_shortest(seed: int) -> None:
    dice = Random(seed)
    parts = [shapely.box(0, 0, dice.uniform(20, 40), dice.uniform(10, 16))]
    for _ in range(2):
        x, y = dice.uniform(0, 20), dice.uniform(0, 8)
        parts.append(shapely.box(x, y, x + dice.uniform(8, 14), y + dice.uniform(14, 30)))
    floor = shapely.Polygon(shapely.get_exterior_ring(shapely.union_all(parts)))
    hx, hy = dice.uniform(4, 12), dice.uniform(3, 6)
    stands = (box(hx, hy, 5, 3),)
    room = Room("a", tuple(map(tuple, shapely.get_coordinates(floor)[:-1])), stands=stands)
    lattice = crawl_floor((room,))
    open_ = shapely.difference(floor, shapely.Polygon(stands[0]))
    source = int(dice.randrange(lattice.count))
    at = (float(lattice.x_ft[source]), float(lattice.y_ft[source]))
    way = way_over(lattice, [Entrance(at)])
    compared = 0
    for node in dice.sample(range(lattice.count), 40):
        to = (float(lattice.x_ft[node]), float(lattice.y_ft[node]))
        shortest = geodesic(open_, at, to)
        if shortest > 15:
            compared += 1
            # A lattice rounds each corner that it goes round by less than half a foot.
            assert shortest - 1e-6 <= way.crawl_ft[node] <= shortest * 1.03 + 0.5, (at, to)
    assert compared > 1
