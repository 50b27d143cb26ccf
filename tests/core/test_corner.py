"""The cold corner: one-dimensional far from the edge, balanced, and better for more room and more R."""

from __future__ import annotations

import numpy as np
import pytest

from elm_cover.core.corner import CORNER_FILM_R, Corner, Layer, solve_corner
from elm_cover.core.eaves import Eave

FILL = (Layer(3.5, 11.0, "glass_batt"), Layer(12.0, 42.0, "cellulose_loose"))


def corner(heel_in: float = 7.5, pitch: float = 5.0, layers: tuple[Layer, ...] = FILL) -> Corner:
    return Corner(Eave(heel_in, pitch, 1.5, 0.0), 3.5, 0.45, layers)


def test_far_from_the_edge_it_is_the_plain_sum_and_the_heat_balances() -> None:
    found = solve_corner(corner(), 70, 4)
    assert found.solution.cells <= 15_000 and found.solution.imbalance < 1e-9
    room = found.solution.surfaces["room"]
    last = np.argmax(room.x)
    r = 0.61 + 0.45 + 53 + 0.61
    assert room.flow[last] / room.length[last] == pytest.approx(66 / r, rel=0.02)
    assert room.temperature[last] == pytest.approx(70 - 66 * 0.61 / r, abs=0.1)


def test_the_edge_leaks_more_than_straight_up_and_is_coldest_in_the_corner() -> None:
    found = solve_corner(corner(), 70, 4)
    assert found.ceiling_flow > found.plain_flow > 0
    x, z = found.coldest_at_in
    assert x < 3.5 + 0.5 + 2 and z > -4
    # Behind furniture the surface is colder still.
    assert solve_corner(corner(), 70, 4, CORNER_FILM_R).coldest_f < found.coldest_f


def test_a_higher_heel_and_more_fill_warm_the_corner() -> None:
    by_heel = [solve_corner(corner(heel), 70, 4) for heel in (4, 7, 11, 18)]
    assert [c.coldest_f for c in by_heel] == sorted(c.coldest_f for c in by_heel)
    assert [c.ceiling_flow for c in by_heel] == sorted((c.ceiling_flow for c in by_heel), reverse=True)
    thin, thick = (solve_corner(corner(layers=(Layer(d, 3.5 * d),)), 70, 4) for d in (6.0, 14.0))
    assert thick.ceiling_flow / thick.solution.x[-1] < thin.ceiling_flow / thin.solution.x[-1]


def test_no_difference_no_heat_and_twice_the_difference_twice_the_heat() -> None:
    assert solve_corner(corner(), 70, 70).ceiling_flow == pytest.approx(0, abs=1e-9)
    once, twice = solve_corner(corner(), 70, 40), solve_corner(corner(), 70, 10)
    assert twice.ceiling_flow == pytest.approx(2 * once.ceiling_flow)


def test_a_heel_without_room_leaves_the_plate_bare() -> None:
    found = solve_corner(corner(1.0), 70, 4)
    assert found.coldest_f < solve_corner(corner(), 70, 4).coldest_f - 2
