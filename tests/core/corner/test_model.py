"""The cold corner: one-dimensional far from the edge, balanced, and better for more room and more R."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from elm_cover.core.corner.conduction import Solid
from elm_cover.core.corner.lines import arrows, isotherms
from elm_cover.core.corner.model import CORNER_FILM_R, Corner, SettledLayer, domain_of, in_wind, solve_corner
from elm_cover.core.corner.wind import kept_share
from elm_cover.core.eaves.eave import Eave
from elm_cover.core.eaves.remedies import remedy_of

FILL = (SettledLayer(3.5, 11.0, "glass_batt"), SettledLayer(12.0, 42.0, "cellulose_loose"))


def corner(heel_in: float = 7.5, pitch: float = 5.0, layers: tuple[SettledLayer, ...] = FILL) -> Corner:
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
    thin, thick = (solve_corner(corner(layers=(SettledLayer(d, 3.5 * d),)), 70, 4) for d in (6.0, 14.0))
    assert thick.ceiling_flow / thick.solution.x[-1] < thin.ceiling_flow / thin.solution.x[-1]


def test_no_difference_no_heat_and_twice_the_difference_twice_the_heat() -> None:
    assert solve_corner(corner(), 70, 70).ceiling_flow == pytest.approx(0, abs=1e-9)
    once, twice = solve_corner(corner(), 70, 40), solve_corner(corner(), 70, 10)
    assert twice.ceiling_flow == pytest.approx(2 * once.ceiling_flow)


def test_a_heel_without_room_leaves_the_plate_bare() -> None:
    found = solve_corner(corner(1.0), 70, 4)
    assert found.coldest_f < solve_corner(corner(), 70, 4).coldest_f - 2


def test_the_edge_is_what_goes_beyond_a_floor_at_full_depth() -> None:
    """A heel tall enough for the full depth has no thin strip: straight up nothing is lost at its edge."""
    tall = solve_corner(corner(40), 70, 4)
    assert tall.edge_plain_flow == pytest.approx(0, abs=1e-9) and 0 < tall.edge_flow < 2
    assert solve_corner(corner(), 70, 4).edge_flow > solve_corner(corner(), 70, 4).edge_plain_flow > 0.5


def test_fill_that_settles_leaves_less_over_the_plate() -> None:
    settled = corner(layers=(FILL[0], SettledLayer(12.0, 42.0, "cellulose_loose", 0.88)))
    # At the plate's edge 5.875 in of room: 3.5 in of old R-11, the rest new at 3.5 R per in, settled to 0.88 of it.
    room = corner().eave.room_at_plate_in
    assert settled.r_up(np.array([0.0]))[0] == pytest.approx(11 + (room - 3.5) * 0.88 * 3.5)
    assert solve_corner(settled, 70, 4).coldest_f < solve_corner(corner(), 70, 4).coldest_f


@pytest.mark.parametrize("kind", ["dense_batt", "rigid_board", "sprayed_foam"])
def test_every_remedy_warms_the_corner_and_saves_heat_and_energy_balances(kind: str) -> None:
    plain, mended = corner(), replace(corner(), remedy=remedy_of(kind))
    before, after = solve_corner(plain, 70, 4), solve_corner(mended, 70, 4)
    assert after.solution.imbalance < 1e-9
    assert after.edge_flow < before.edge_flow and after.coldest_f > before.coldest_f


def test_a_foam_baffle_saves_against_a_thin_one_of_the_same_thickness() -> None:
    deck = Eave(7.5, 5, 1.5, 1.0)
    thin, foam = (Corner(deck, 3.5, 0.45, FILL, foam_r=r) for r in (0.0, 5.0))
    assert solve_corner(foam, 70, 4).edge_flow < solve_corner(thin, 70, 4).edge_flow


def test_wind_takes_the_stated_share_and_nothing_from_tight_foam() -> None:
    assert [kept_share("glass_loose", x) for x in (0, 12, 24, 40)] == [0.5, 0.75, 1.0, 1.0]
    assert kept_share("cellulose_loose", 0) == 0.75 and kept_share("sprayed_foam", 0) == 1
    still, windy = solve_corner(corner(), 70, 4), solve_corner(in_wind(corner()), 70, 4)
    assert windy.edge_flow > still.edge_flow and windy.coldest_f < still.coldest_f
    glass = corner(layers=(SettledLayer(12.0, 30.0, "glass_loose"),))
    names = [r.name for r in domain_of(in_wind(glass), 70, 4).regions if isinstance(r, Solid)]
    assert sum("in wind" in name for name in names) == 4


def test_a_nearly_flat_roof_is_drawn_so_far_and_no_farther() -> None:
    found = solve_corner(Corner(Eave(6, 0.001, 1.5, 0), 3.5, 0.45, FILL), 70, 4)
    assert found.solution.x[-1] < 420 and found.solution.cells < 15_000


def test_lines_of_equal_temperature_lie_where_the_solve_has_it_and_arrows_point_outward() -> None:
    found = solve_corner(corner(), 70, 4).solution
    lines = isotherms(found)
    assert 3 <= len({line.temperature_f for line in lines}) <= 9
    assert all(4 < line.temperature_f < 70 and line.temperature_f % 2 == 0 for line in lines)
    for line in lines:
        x, z = line.points_in[-1]
        column, row = (int(np.argmin(np.abs(mid - at))) for mid, at in ((found.x_mid, x), (found.y_mid, z)))
        assert found.temperature[row, column] == pytest.approx(line.temperature_f, abs=4)
    far = [arrow for arrow in arrows(found) if arrow.at_in[0] > 50 and arrow.at_in[1] > 1]
    # Far from the edge heat goes straight up, at U × ΔT.
    assert far and all(arrow.to[1] > 0.99 for arrow in far)
    assert np.mean([arrow.flow for arrow in far]) == pytest.approx(66 / 54.67, rel=0.05)
