"""The eave's section as it is painted for the solve, against a drawing worked by hand. Inches from the plate's outer edge."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from elm_cover.core.corner.conduction import Air, Solid
from elm_cover.core.corner.model import Corner, SettledLayer, domain_of, in_wind
from elm_cover.core.eaves.eave import Eave
from elm_cover.core.eaves.remedies import Remedy

# θ of 5 in 12 is that of the 5-12-13 triangle: c0 = 6.5 − 1.5·13/12 = 4.875.
EAVE = Eave(heel_in=6.5, pitch_in_12=5, vent_gap_in=1.5, baffle_thickness_in=0)
OLD, NEW = SettledLayer(3.5, 11.0, "glass_batt"), SettledLayer(10.0, 37.0, "cellulose_loose", settles=0.8)
CORNER = Corner(EAVE, 3.5, 0.45, (OLD, NEW), wall_r=13.0)
SLOPE = 5 / 12


def solid(corner: Corner, name: str) -> Solid:
    return next(r for r in domain_of(corner, 70, 4).regions if isinstance(r, Solid) and r.name == name)


def air(name: str, corner: Corner = CORNER) -> Air:
    return next(r for r in domain_of(corner, 70, 4).regions if isinstance(r, Air) and r.name == name)


def test_full_depth_begins_where_the_fill_was_blown_full_and_the_section_goes_a_yard_past_it() -> None:
    # Blown 12.5 in deep: 3.5 + 12.5 = 16 in, at (16 − 4.875)/(5/12) = 26.7 in; past the plate and 36 in more.
    assert CORNER.full_at_in == pytest.approx(26.7)
    assert CORNER.reach_in == pytest.approx(26.7 + 3.5 + 36)
    assert CORNER.depth_in == 13.5


def test_wall_plate_and_boards_stand_where_they_do() -> None:
    assert solid(CORNER, "plate").corners == ((0, -3), (3.5, -3), (3.5, 0), (0, 0))
    assert solid(CORNER, "wall").corners == ((0, -36), (3.5, -36), (3.5, -3), (0, -3))
    assert solid(CORNER, "sheathing").corners == ((-0.5, -36), (0, -36), (0, 0), (-0.5, 0))
    assert solid(CORNER, "ceiling").corners[0] == (3.5, -0.5) and solid(CORNER, "ceiling").corners[2][1] == 0
    assert solid(CORNER, "wall board").corners == ((3.5, -36), (4.0, -36), (4.0, 0), (3.5, 0))


@pytest.mark.parametrize(
    ("name", "thick_in", "r"),
    [
        ("plate", 1.0, 1 / 1 * 1.25),
        ("wall", 3.5, 13.0),
        ("ceiling", 0.5, 0.45),
        ("sheathing", 0.5, 0.62),
        ("wall board", 0.5, 0.45),
        ("layer 1", 3.5, 11.0),
        ("layer 2", 10.0, 37.0),
    ],
)
def test_each_material_conducts_its_thickness_over_its_r(name: str, thick_in: float, r: float) -> None:
    assert solid(CORNER, name).conductivity == pytest.approx(thick_in / r)


def test_the_airs_have_their_films_and_temperatures() -> None:
    assert (air("outdoors").temperature, air("outdoors").film) == (4, 0.17)
    assert (air("attic").temperature, air("attic").film) == (4, 0.61)
    assert (air("room").temperature, air("room").film) == (70, 0.61)
    assert air("room").corners[0] == (4.0, -36) and air("room").corners[2] == (pytest.approx(CORNER.reach_in), -0.5)


def test_the_old_layer_is_cut_off_by_the_chute_only_where_that_is_lower() -> None:
    # Over the plate there are 4.875 in: all of the 3.5 in of batt fits.
    assert solid(CORNER, "layer 1").corners[0] == (0, 0)
    assert max(z for _, z in solid(CORNER, "layer 1").corners) == 3.5
    assert min(x for x, z in solid(CORNER, "layer 1").corners if z == 3.5) == 0


def test_fill_that_settles_lies_its_share_of_the_way_up_to_the_chute() -> None:
    shape = solid(CORNER, "layer 2").corners
    at_plate = max(z for x, z in shape if x == 0)
    # 4.875 − 3.5 = 1.375 in blown over the plate, of which 0.8 is left.
    assert at_plate == pytest.approx(3.5 + 1.375 * 0.8)
    full = min(x for x, z in shape if z == pytest.approx(13.5))
    assert full == pytest.approx(26.7), "it is as wide as it was blown"


def test_r_straight_up_is_the_sum_of_what_lies_there() -> None:
    at_plate, at_20, inside = CORNER.r_up(np.array([0.0, 20.0, 60.0]))
    assert at_plate == pytest.approx(11 + 37 / 10 * 1.1)
    assert at_20 == pytest.approx(11 + 37 / 10 * (4.875 + 20 * SLOPE - 3.5) * 0.8)
    assert inside == pytest.approx(48)
    assert pytest.approx(1 / (0.61 + 0.45 + 0.61 + 48)) == CORNER.full_u


def test_a_remedy_fills_the_room_over_the_plate_in_place_of_the_fill() -> None:
    mended = replace(CORNER, remedy=Remedy("rigid_board", 5.0, 12.0))
    shape = solid(mended, "remedy").corners
    assert max(x for x, _ in shape) == 12
    assert max(z for x, z in shape if x == 12) == pytest.approx(4.875 + 12 * SLOPE)
    assert solid(mended, "remedy").conductivity == pytest.approx(1 / 5)
    assert mended.r_up(np.array([0.0, 11.9, 12.1])) == pytest.approx(
        [4.875 * 5, (4.875 + 11.9 * SLOPE) * 5, 11 + 3.7 * (4.875 + 12.1 * SLOPE - 3.5) * 0.8]
    )


def test_a_foam_baffle_lies_over_the_fill_and_adds_its_r_along_the_slope() -> None:
    thick = Eave(heel_in=6.5, pitch_in_12=5, vent_gap_in=1.5, baffle_thickness_in=1)
    foamed = replace(CORNER, eave=thick, foam_r=5.0)
    shape = solid(foamed, "foam baffle").corners
    c0 = 6.5 - 2.5 * 13 / 12
    assert shape[0] == pytest.approx((0, c0))
    assert shape[3][1] - shape[0][1] == pytest.approx(13 / 12), "1 in square to the deck is 13/12 in upright"
    assert solid(foamed, "foam baffle").conductivity == pytest.approx(1 / 5)
    bare = replace(foamed, foam_r=0.0)
    gain = foamed.r_up(np.array([1.0, 60.0])) - bare.r_up(np.array([1.0, 60.0]))
    assert gain == pytest.approx([5 * 12 / 13, 0]), "as far in as the fill touches it, no farther"


def test_a_layer_without_r_is_air_not_a_conductor() -> None:
    names = {r.name for r in domain_of(replace(CORNER, layers=(SettledLayer(3.5, 0.0), NEW)), 70, 4).regions}
    assert "layer 1" not in names and "layer 2" in names


def test_in_wind_the_outer_foot_of_loose_fill_is_painted_in_strips_that_conduct_more() -> None:
    windy = in_wind(CORNER)
    strips = [r for r in domain_of(windy, 70, 4).regions if isinstance(r, Solid) and "in wind" in r.name]
    assert strips and all(
        strip.conductivity >= solid(CORNER, strip.name.split(" in")[0]).conductivity for strip in strips
    )
    outermost = [strip for strip in strips if strip.name.endswith("wind 1")]
    innermost = [strip for strip in strips if strip.name.endswith("wind 2")]
    assert outermost[0].conductivity > innermost[0].conductivity
