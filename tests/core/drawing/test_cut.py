"""Where the Cut runs, and what of the eaves it meets."""

from __future__ import annotations

import math
from typing import Any

import numpy as np
import pytest

from elm_cover.core.drawing.cut import Cut, chord, default_cut
from elm_cover.core.drawing.eave_runs import bay_at, read_direction
from tests.conftest import attic, eave, planned
from tests.drawn import cut_drawing, drawing, runs

RECTANGLE = ((0.0, 0.0), (38.0, 0.0), (38.0, 25.0), (0.0, 25.0))
L_SHAPE = ((0.0, 0.0), (30.0, 0.0), (30.0, 10.0), (16.0, 10.0), (16.0, 20.0), (0.0, 20.0))


def fields_of(**section: Any) -> Any:
    return planned(attic(**section)).fields["main"]


@pytest.mark.parametrize(
    ("drawn", "start", "end"),
    [
        (((10, 3), (10, 9)), (10, 0), (10, 25)),
        (((10, 9), (10, 3)), (10, 25), (10, 0)),  # drawn the other way, read the other way
        (((5, 5), (6, 6)), (0, 0), (25, 25)),
        (((3, 20), (9, 20)), (0, 20), (38, 20)),
        (((10, 3), (10, 3)), (10, 0), (10, 25)),  # a point: straight up the page
        (((10, -400), (10, -399)), (10, 0), (10, 25)),  # far outside, yet its line crosses
    ],
)
def test_a_cut_goes_on_to_the_walls(drawn: Any, start: tuple[float, float], end: tuple[float, float]) -> None:
    a, b = chord(RECTANGLE, Cut("main", *drawn))
    assert a == pytest.approx(start, abs=1e-6) and b == pytest.approx(end, abs=1e-6)


def test_of_an_l_the_piece_nearest_to_where_it_was_drawn() -> None:
    outline = ((0.0, 0.0), (30.0, 0.0), (30.0, 20.0), (20.0, 20.0), (20.0, 5.0), (10.0, 5.0), (10.0, 20.0), (0.0, 20.0))
    west = chord(outline, Cut("main", (2, 15), (4, 15)))
    east = chord(outline, Cut("main", (24, 15), (26, 15)))
    assert [p[0] for p in west] == pytest.approx([0, 10]) and [p[0] for p in east] == pytest.approx([20, 30])


def test_a_cut_that_misses_the_floor_is_moved_onto_it() -> None:
    a, b = chord(RECTANGLE, Cut("main", (90, 90), (90, 95)))
    assert a[0] == b[0] and 0 < a[0] < 38 and (a[1], b[1]) == pytest.approx((0, 25))


def test_the_first_cut_is_in_from_the_middle_of_the_longest_eave() -> None:
    cut = default_cut("main", fields_of())
    assert cut.from_ft == pytest.approx((19, 0)) and cut.to_ft == pytest.approx((19, 1))
    side = [{"kind": "gable"}, eave(), {"kind": "gable"}, {"kind": "gable"}]
    east = default_cut("main", fields_of(edges=side))
    assert east.from_ft == pytest.approx((38, 12.5)) and east.to_ft == pytest.approx((37, 12.5))
    clockwise = default_cut("main", fields_of(outline_ft=[[0, 0], [0, 25], [38, 25], [38, 0]], edges=side[::-1]))
    ax, ay = clockwise.to_ft
    assert 0 < ax < 38 and 0 < ay < 25, "inward, whichever way the outline was walked"


def test_ends_of_a_cut_by_hand() -> None:
    fields = fields_of(edges=[eave(6.5, 5), {"kind": "gable"}, eave(9, 5), {"kind": "gable"}])
    cut = cut_drawing(Cut("main", (10, 3), (10, 9)), fields)
    south, north = cut["ends"]
    assert (south["side"], north["side"]) == ("south", "north") and (south["s_in"], north["s_in"]) == (0, 300)
    assert (south["direction"], north["direction"]) == (1, -1)
    assert (south["eave"]["heel_in"], north["eave"]["heel_in"]) == (6.5, 9)
    assert south["bay"]["place"] == 5, "10 ft along in bays of 2 ft"
    assert north["bay"]["place"] == 14, "28 ft from the other corner"
    assert cut["old_in"] == pytest.approx(3.5) and cut["fill_line_in"] == pytest.approx(3.5 + cut["installed_in"])
    askew = cut_drawing(Cut("main", (10, 10), (13, 14)), fields)
    assert askew["ends"][0]["stretch"] == pytest.approx(5 / 4)


def test_a_floor_without_a_plan_shows_what_lies_there() -> None:
    job = attic()
    del job["choice"]
    cut = cut_drawing(Cut("main", (10, 3), (10, 9)), planned(job).fields["main"])
    assert cut["old_in"] == pytest.approx(3.5)
    assert (cut["fill_line_in"], cut["installed_in"], cut["settled_in"], cut["batts_in"]) == (None,) * 4
    assert {s["role"] for s in cut["shapes"]} >= {"ceiling", "old_fill", "deck", "plate"}
    assert "new_fill" not in {s["role"] for s in cut["shapes"]}


def test_readings_shape_the_old_fill_of_the_cut() -> None:
    heaps = [{"at_ft": [10, y], "depth_in": d} for y, d in ((4, 2.0), (12, 6.0), (20, 3.0))]
    fields = fields_of(existing=[{"material": "cellulose_loose", "depth_in": 4}], readings=heaps)
    cut = cut_drawing(Cut("main", (10, 3), (10, 9)), fields)
    points = np.array(next(s for s in cut["shapes"] if s["role"] == "old_fill")["points"])
    top = points[points[:, 1] > 0]
    at = top[np.argmin(np.abs(top[:, 0] - 144))]
    assert at[1] == pytest.approx(6, abs=0.1), "12 ft in"


@pytest.mark.parametrize(
    ("edge", "ends", "backward"),
    [
        (0, ("west", "east"), False),
        (1, ("north", "south"), True),
        (2, ("west", "east"), True),
        (3, ("north", "south"), False),
    ],
)
def test_runs_are_read_as_on_the_floor(edge: int, ends: tuple[str, str], backward: bool) -> None:
    assert read_direction(RECTANGLE, edge) == (ends, backward)


def test_bays_of_a_run_lie_outside_the_wall_from_corner_to_corner() -> None:
    south, north = runs((fields := fields_of()).outline_ft, fields.edge_kinds, fields.rows)
    assert (south["edge"], south["run_ft"], len(south["bays"])) == (0, 38, 19)
    first, last = south["bays"][0], south["bays"][-1]
    assert (first["from_in"], first["to_in"], last["to_in"]) == (0, 24, 456)
    # Marks stand 1.2 ft outside, a seventh of the bay in from its ends.
    assert first["from_ft"] == pytest.approx([2 * 0.14, -1.2]) and first["to_ft"] == pytest.approx([2 * 0.86, -1.2])
    assert north["bays"][0]["from_ft"] == pytest.approx([38 - 2 * 0.14, 26.2])
    assert south["cut_from_ft"] == pytest.approx([19, 0]) and south["cut_to_ft"] == pytest.approx([19, 1])


def test_the_bay_at_a_point_of_the_eave() -> None:
    fields = fields_of()
    assert bay_at(fields, 0, np.array([0.1, 0.0])).place == 0
    assert bay_at(fields, 0, np.array([3.9, 0.0])).place == 1
    assert bay_at(fields, 0, np.array([38.0, 0.0])).place == 18, "the corner belongs to the last"
    assert bay_at(fields, 1, np.array([38.0, 5.0])) is None, "a gable has none"


def test_the_line_goes_on_far_past_a_long_floor() -> None:
    long = ((0.0, 0.0), (900.0, 0.0), (900.0, 3.0), (0.0, 3.0))
    a, b = chord(long, Cut("main", (450, 1.5), (450.5, 1.5)))
    assert math.dist(a, b) == pytest.approx(900)


def test_what_is_blown_under_lifted_batts_is_no_higher_than_them() -> None:
    job = attic(edges=[eave(2, 3), {"kind": "gable"}] * 2)
    job["choice"]["main"]["method"] = "lift_and_fill"
    shapes = drawing(planned(job), {}, "main")["cut"]["shapes"]
    under, cap = (np.array(shape["points"]) for shape in shapes if shape["role"] == "new_fill")
    (old,) = (np.array(shape["points"]) for shape in shapes if shape["role"] == "old_fill")
    # 3½ in joists and 1 in above them, on the day; at the plates the deck leaves less, never more.
    assert under[:, 1].max() == pytest.approx(4.5) and under[:, 1].min() >= 0
    assert old[:, 1].max() == pytest.approx(8.0) and cap[:, 1].max() > 8
    room = 2 - 1.5 * math.hypot(12, 3) / 12
    assert under[under[:, 0] < 0.01][:, 1].max() == pytest.approx(max(0.0, room), abs=0.02)
