"""The corner's section as it is painted, and the lines drawn of it, by hand."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from elm_cover.core.corner.conduction import Air, Domain, Solid, solve
from elm_cover.core.corner.lines import arrows, isotherms
from elm_cover.core.corner.model import Corner, SettledLayer, domain_of, in_wind
from elm_cover.core.corner.report import r_over_plate
from elm_cover.core.corner.wind import REACH_IN, STRIPS, kept_share
from elm_cover.core.eaves.eave import Eave
from elm_cover.core.eaves.remedies import Remedy

# Heel 7.5 in at 6 in 12 with a gap of 1½ in square to the deck: the room over the plate is c0, and grows by ½ in an inch.
EAVE = Eave(7.5, 6.0, 1.5, 0.0)
OLD, NEW = SettledLayer(4.0, 14.0, "cellulose_loose"), SettledLayer(10.0, 35.0, "cellulose_loose")
PLAIN = Corner(EAVE, 3.5, 0.45, (OLD, NEW))
C0 = EAVE.room_at_plate_in


def painted(corner: Corner, name: str) -> list[tuple[float, float]]:
    solid = next(r for r in domain_of(corner, 70, 4).regions if isinstance(r, Solid) and r.name == name)
    return [(float(x), float(z)) for x, z in solid.corners]


def test_lengths_of_the_section() -> None:
    assert PLAIN.depth_in == 14
    assert PLAIN.full_at_in == pytest.approx((14 - C0) / 0.5)
    assert PLAIN.reach_in == pytest.approx((14 - C0) / 0.5 + 3.5 + 36)
    deep = replace(PLAIN, remedy=Remedy("rigid_board", 5.0, 60.0))
    assert deep.reach_in == pytest.approx(60 + 3.5 + 36), "as far in as the work at the edge goes"


def test_settled_fill_was_blown_to_the_chute() -> None:
    settled = replace(PLAIN, layers=(OLD, replace(NEW, settles=0.8)))
    assert settled.full_at_in == pytest.approx((4 + 10 / 0.8 - C0) / 0.5)


def test_r_straight_up_by_hand() -> None:
    # At the plate's outer edge c0 in of room: 4 in of old fill at 3.5 an inch, the rest of c0 new at 3.5.
    assert PLAIN.r_up(np.array([0.0, 2.0, 500.0])) == pytest.approx([C0 * 3.5, (C0 + 1) * 3.5, 49])
    board = replace(PLAIN, remedy=Remedy("rigid_board", 5.0, 3.0))
    assert board.r_up(np.array([0.0, 2.0, 4.0])) == pytest.approx([C0 * 5, (C0 + 1) * 5, (C0 + 2) * 3.5])
    foam = replace(PLAIN, foam_r=5.0)
    slope = np.cos(np.arctan(0.5))
    assert foam.r_up(np.array([0.0, 500.0])) == pytest.approx([C0 * 3.5 + 5 * slope, 49]), "where the fill touches it"


def test_the_fill_is_cut_off_by_the_baffle() -> None:
    first, end, top, back, *rest = painted(PLAIN, "layer 2")
    full = PLAIN.full_at_in
    assert first == pytest.approx((0, 4)) and end == pytest.approx((PLAIN.reach_in, 4))
    assert top == pytest.approx((PLAIN.reach_in, 14)) and back == pytest.approx((full, 14))
    assert rest[-1] == pytest.approx((0, C0)), "slopes down to the room over the plate"


def test_a_layer_above_the_room_over_the_plate_starts_further_in() -> None:
    low = replace(PLAIN, eave=Eave(4.0, 6.0, 1.5, 0.0))
    first = painted(low, "layer 2")[0]
    assert first == pytest.approx(((4 - low.eave.room_at_plate_in) / 0.5, 4))


def test_a_foam_baffle_follows_the_slope_with_still_air_under_it() -> None:
    foam = replace(PLAIN, eave=Eave(7.5, 6.0, 1.5, 1.0), foam_r=5.0)
    c0, full = foam.eave.room_at_plate_in, foam.full_at_in
    high = 1 / np.cos(np.arctan(0.5))
    assert painted(foam, "foam baffle") == [
        pytest.approx(p) for p in ((0, c0), (full, 14), (full, 14 + high), (0, c0 + high))
    ]
    assert painted(foam, "settled gap") == [pytest.approx(p) for p in ((0, 0), (full, 0), (full, 14), (0, c0))]
    solids = [r.name for r in domain_of(foam, 70, 4).regions if isinstance(r, Solid)]
    assert solids.index("settled gap") < solids.index("layer 1"), "fill is painted over the still air"


def test_conductivity_is_inches_over_r() -> None:
    solids = {r.name: r.conductivity for r in domain_of(PLAIN, 70, 4).regions if isinstance(r, Solid)}
    assert solids["layer 1"] == pytest.approx(4 / 14) and solids["layer 2"] == pytest.approx(10 / 35)
    assert solids["wall"] == pytest.approx(3.5 / 13) and solids["plate"] == pytest.approx(1 / 1.25)
    assert solids["ceiling"] == pytest.approx(0.5 / 0.45) and solids["sheathing"] == pytest.approx(0.5 / 0.62)
    board = replace(PLAIN, remedy=Remedy("rigid_board", 5.0, 3.0))
    remedy = next(r for r in domain_of(board, 70, 4).regions if isinstance(r, Solid) and r.name == "remedy")
    assert remedy.conductivity == pytest.approx(1 / 5)


def test_wind_takes_of_the_outer_strips_alone() -> None:
    windy = in_wind(PLAIN)
    strips = [r for r in domain_of(windy, 70, 4).regions if isinstance(r, Solid) and "in wind" in r.name]
    assert strips and all(s.conductivity >= 10 / 35 - 1e-12 for s in strips)
    by_layer = [s.conductivity for s in strips if s.name.startswith("layer 2")]
    assert by_layer == sorted(by_layer, reverse=True), "most at the edge"


SLAB = Domain(
    (
        Air("room", ((0, -4), (40, -4), (40, 0), (0, 0)), 70, 0.61),
        Solid("fill", ((0, 0), (40, 0), (40, 20), (0, 20)), 0.25),
        Air("attic", ((0, 20), (40, 20), (40, 24), (0, 24)), 10, 0.61),
    ),
    0.5,
    2,
)


def test_lines_of_a_slab_are_level_at_round_temperatures() -> None:
    lines = isotherms(solve(SLAB))
    # 60 °F over R 81.22: lines every 10 °F are no more than nine.
    assert {line.temperature_f for line in lines} == {20, 30, 40, 50, 60}
    for line in lines:
        heights = [z for _, z in line.points_in]
        expected = (70 - line.temperature_f - 60 * 0.61 / 81.22) / (60 / 81.22 * 4)
        assert heights == pytest.approx([expected] * len(heights), abs=0.1)


def test_arrows_of_a_slab_point_up_with_the_flow_through_it() -> None:
    found = arrows(solve(SLAB), 0.0)
    assert len(found) > 20
    for arrow in found:
        assert arrow.to == pytest.approx((0, 1), abs=1e-6)
        assert arrow.flow == pytest.approx(60 / 81.22, rel=1e-3)


def test_r_over_the_plate_by_hand() -> None:
    at_edge, over = r_over_plate(PLAIN, 2)
    assert at_edge == pytest.approx(C0 * 3.5)
    # Two samples, a quarter and three quarters over the plate of 3½ in; R of their mean U, films and board apart.
    parts = [(C0 + 0.5 * x) * 3.5 for x in (0.875, 2.625)]
    boundary = 0.61 + 0.45 + 0.61
    u = sum(1 / (boundary + r) for r in parts) / 2
    assert over == pytest.approx(1 / u - boundary)


def test_the_section_is_drawn_with_air_over_fill_and_baffle() -> None:
    foam = replace(PLAIN, eave=Eave(7.5, 6.0, 1.5, 2.0), foam_r=10.0)
    attic = next(r for r in domain_of(foam, 70, 4).regions if isinstance(r, Air) and r.name == "attic")
    assert max(z for _, z in attic.corners) == pytest.approx(14 + 6 + 2)


def test_a_foam_baffle_under_a_low_heel_starts_where_the_deck_leaves_the_ceiling() -> None:
    # Heel 1 in less 2.5 in of gap and foam over cos 26.57° is -1.795 in: the underside meets the ceiling 3.59 in in.
    low = replace(PLAIN, eave=Eave(1.0, 6.0, 1.5, 1.0), foam_r=5.0)
    start = 2 * (2.5 / np.cos(np.arctan(0.5)) - 1)
    high = 1 / np.cos(np.arctan(0.5))
    foam = painted(low, "foam baffle")
    assert foam[0] == pytest.approx((start, 0)) and foam[-1] == pytest.approx((start, high))
    assert painted(low, "settled gap")[0] == pytest.approx((start, 0))


def test_lines_reach_the_warmest_level_and_arrows_point_out_of_the_warm() -> None:
    # A slab lying on its side: warm at the left, cold at the right.
    sideways = Domain(
        (
            Air("room", ((-4, 0), (0, 0), (0, 40), (-4, 40)), 70, 0.61),
            Solid("fill", ((0, 0), (20, 0), (20, 40), (0, 40)), 0.25),
            Air("attic", ((20, 0), (24, 0), (24, 40), (20, 40)), 10, 0.61),
        ),
        0.5,
        2,
    )
    found = solve(sideways)
    for arrow in arrows(found, 0.0):
        assert arrow.to == pytest.approx((1, 0), abs=1e-6)
    lines = isotherms(found, 0.0)
    assert {line.temperature_f for line in lines} == {20, 30, 40, 50, 60}
    # No line is asked for beyond the warmest place: as many lines as levels between.
    assert len(lines) == 5


def test_each_strip_in_wind_keeps_the_share_of_its_middle() -> None:
    found = [
        r for r in domain_of(replace(PLAIN, windy=True), 70, 4).regions if isinstance(r, Solid) and "in wind" in r.name
    ]
    calm = {r.name: r.conductivity for r in domain_of(PLAIN, 70, 4).regions if isinstance(r, Solid)}
    assert len(found) >= 2
    for solid in found:
        name, number = solid.name.split(" in wind ")
        material = PLAIN.layers[int(name.split()[-1]) - 1].material
        middle = (int(number) - 0.5) * REACH_IN / STRIPS
        assert solid.conductivity == pytest.approx(calm[name] / kept_share(material, middle))
