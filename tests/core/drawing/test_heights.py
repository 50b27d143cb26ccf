"""Height lines against the roof worked by hand: where the underside of the baffle stands so high over the floor."""

from __future__ import annotations

import math

import numpy as np
import pytest

from elm_cover.core.drawing.heights import LEVELS_IN
from elm_cover.core.eaves.eave import Eave
from elm_cover.core.eaves.roof import roof_field
from elm_cover.core.floor.grid import grid_of
from tests.drawn import drawn_heights

RECTANGLE = ((0.0, 0.0), (38.0, 0.0), (38.0, 25.0), (0.0, 25.0))
EAVE = Eave(heel_in=6.5, pitch_in_12=5, vent_gap_in=1.5, baffle_thickness_in=0)
# c0 = 6.5 − 1.5/cos(atan 5/12) = 6.5 − 1.5·13/12 = 4.875 in
C0 = 4.875
# The ridge stands over 12.5 ft: 4.875 + 150·5/12 = 67.375 in.
RIDGE = 67.375
HALF_FT = 0.375


def lines(eaves: dict[int, Eave]) -> list[tuple[float, np.ndarray]]:
    grid = grid_of(RECTANGLE)
    room = roof_field(RECTANGLE, eaves, grid, ()).room_in
    return [(line["room_in"], np.array(line["points_ft"])) for line in drawn_heights(grid, room)]


def test_a_gabled_roof_has_each_height_twice_and_level_with_the_eaves() -> None:
    found = lines({0: EAVE, 2: EAVE})
    # Of 6, 12, 18, 24, 36, 48, 60 in seven lie between least and most: every second is left, from the second on.
    assert sorted({height for height, _ in found}) == [12, 24, 48]
    for height in (12, 24, 48):
        mine = sorted((line for at, line in found if at == height), key=lambda line: line[0, 1])
        assert len(mine) == 2
        in_from_plate = (height - C0) / (5 / 12) / 12
        assert mine[0][:, 1] == pytest.approx(in_from_plate, abs=0.01)
        assert mine[1][:, 1] == pytest.approx(25 - in_from_plate, abs=0.01)


def test_lines_end_half_a_drawn_cell_short_of_the_walls() -> None:
    # 15,200 cells of 3 in are more than 12,000: every second is taken, so that a drawn cell is 6 in wide.
    found = lines({0: EAVE, 2: EAVE})
    assert len(found) > 4
    for _, line in found:
        assert line[:, 0].min() == pytest.approx(HALF_FT, abs=1e-6)
        assert line[:, 0].max() == pytest.approx(38 - (0.5 - HALF_FT), abs=1e-6)


def test_a_hipped_roof_closes_each_line_round_the_floor() -> None:
    found = lines({0: EAVE, 1: EAVE, 2: EAVE, 3: EAVE})
    assert len(found) > 2
    for height, line in found:
        inward = (height - C0) / (5 / 12) / 12
        assert line[0].tolist() == line[-1].tolist(), "a closed ring"
        assert line.min(axis=0) == pytest.approx([inward, inward], abs=0.02)
        assert line.max(axis=0) == pytest.approx([38 - inward, 25 - inward], abs=0.02)


def test_a_floor_without_eaves_has_no_heights() -> None:
    assert lines({}) == []


def test_a_low_roof_shows_every_round_height_there_is() -> None:
    low = Eave(heel_in=6.5, pitch_in_12=2, vent_gap_in=1.5, baffle_thickness_in=0)
    ridge = 6.5 - 1.5 / math.cos(math.atan(2 / 12)) + 150 * 2 / 12
    assert {height for height, _ in lines({0: low, 2: low})} == {6, 12, 18, 24}
    assert 24 < ridge < 36


def test_what_is_shorter_than_a_foot_is_not_drawn() -> None:
    spot = ((0.0, 0.0), (0.75, 0.0), (0.75, 25.0), (0.0, 25.0))
    grid = grid_of(spot)
    room = roof_field(spot, {0: EAVE, 2: EAVE}, grid, ()).room_in
    assert drawn_heights(grid, room) == []


@pytest.mark.parametrize("eaves", [{0: EAVE}, {1: EAVE}, {0: EAVE, 1: EAVE}])
def test_every_point_of_a_line_has_that_room(eaves: dict[int, Eave]) -> None:
    found = lines(eaves)
    assert found
    for height, line in found:
        for x, y in line:
            distances = {0: y, 1: 38 - x}
            room = min(C0 + distances[edge] * 12 * 5 / 12 for edge in eaves)
            assert room == pytest.approx(height, abs=0.6)


def test_lines_are_at_round_heights_alone() -> None:
    assert LEVELS_IN == (6, 12, 18, 24, 36, 48, 60, 72, 96, 120, 144, 192, 240)
