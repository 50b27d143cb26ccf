"""Depth readings: the map between them, what stands out, and a plan that goes by the map."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from elm_cover.core.given.section import DepthReading
from elm_cover.core.old_fill.readings import depth_map, stand_out, summary
from tests.conftest import attic, codes, planned

FLOOR = ((0.0, 0.0), (38.0, 0.0), (38.0, 25.0), (0.0, 25.0))


@settings(deadline=None)
@given(
    st.lists(st.tuples(st.integers(0, 38), st.integers(0, 25)), min_size=1, max_size=30, unique=True),
    st.lists(st.floats(0, 20), min_size=30, max_size=30),
)
def test_the_map_meets_every_reading_and_never_leaves_their_range(
    places: list[tuple[int, int]], values: list[float]
) -> None:
    depths = tuple(values[: len(places)])
    spots = tuple((float(x), float(y)) for x, y in places)
    at = np.array(spots)
    assert depth_map(spots, depths, at[:, 0], at[:, 1]) == pytest.approx(list(depths), abs=1e-6)
    x, y = np.meshgrid(np.linspace(-5, 45, 30), np.linspace(-5, 30, 20))
    found = depth_map(spots, depths, x.ravel(), y.ravel())
    assert found.min() >= min(depths) - 1e-9 and found.max() <= max(depths) + 1e-9


def test_halfway_between_two_readings_is_their_mean() -> None:
    assert depth_map(((0, 0), (10, 0)), (4, 8), np.array([5.0]), np.array([0.0])) == pytest.approx(6)
    # A quarter of the way: weights 1/2.5² and 1/7.5², 9 to 1.
    assert depth_map(((0, 0), (10, 0)), (4, 8), np.array([2.5]), np.array([0.0])) == pytest.approx((9 * 4 + 8) / 10)


@pytest.mark.parametrize(
    ("depths", "odd"),
    [
        ([4, 4.25, 12, 3.75, 4], (2,)),  # 12 in among 4s
        ([4, 4, 5, 4.5, 3.5], ()),  # ordinary scatter
        ([2, 5, 9, 12, 6, 8], ()),  # uneven all over: none of them is odd
        ([4, 12, 4], ()),  # too few to say which is wrong
    ],
)
def test_a_reading_that_stands_out_is_asked_about(depths: list[float], odd: tuple[int, ...]) -> None:
    assert stand_out(depths) == odd


def test_a_reading_looked_at_twice_is_not_asked_again() -> None:
    depths = [4, 4.25, 12, 3.75, 4]
    readings = [{"at_ft": [4 + 6 * i, 8], "depth_in": d} for i, d in enumerate(depths)]
    assert "reading_odd" in codes(planned(attic(readings=readings)))
    readings[2]["checked"] = True
    assert "reading_odd" not in codes(planned(attic(readings=readings)))


def test_mean_spread_and_low_spots() -> None:
    readings = tuple(DepthReading(i, (4.0 + 6 * i, 9.0), d) for i, d in enumerate([4.0, 4.0, 2.0, 4.0, 4.0]))
    found = summary(readings, FLOOR, 3.6)
    assert (found.mean_in, found.least_in, found.most_in, found.low) == (3.6, 2, 4, (2,))
    assert found.spread_in == pytest.approx(np.sqrt(0.8))


def test_the_plan_goes_by_the_map_not_by_the_mean() -> None:
    """Half the floor bare and half at 7 in leaks more than all of it at 3.5 in: U is meant, not depth."""
    old = [{"material": "cellulose_loose", "depth_in": 3.5}]
    even = planned(attic(existing=old)).sections[0]
    halves = [{"at_ft": [x, y], "depth_in": 0 if x < 19 else 7} for x in (2, 9, 17, 21, 29, 36) for y in (3, 12, 22)]
    uneven = planned(attic(existing=old, readings=halves)).sections[0]
    assert uneven.depth_existing_in == pytest.approx(even.depth_existing_in, abs=0.01)
    assert uneven.r_existing is not None and even.r_existing is not None
    assert uneven.r_existing < even.r_existing - 3
    # The fill line is level: what the dips take more, the heaps take less.
    assert uneven.bags.chart == pytest.approx(even.bags.chart, rel=1e-3)
    assert uneven.depth_total_in == pytest.approx(even.depth_total_in, abs=0.02)


def test_equal_readings_are_the_same_as_the_depth_typed() -> None:
    old = [{"material": "glass_batt", "depth_in": 3.5, "r": 11, "void_pct": 8}]
    typed = planned(attic(existing=old)).sections[0]
    read = planned(attic(existing=old, readings=[{"at_ft": [x, 9], "depth_in": 3.5} for x in (4, 20, 33)])).sections[0]
    assert read.r_existing == pytest.approx(typed.r_existing)
    assert read.u_effective == pytest.approx(typed.u_effective)
    assert read.bags.field == pytest.approx(typed.bags.field)


def test_readings_outside_or_without_a_place_are_said_and_left_out() -> None:
    readings = [{"at_ft": [4, 9], "depth_in": 4}, {"at_ft": [90, 9], "depth_in": 40}, {"depth_in": 30}]
    result = planned(attic(existing=[{"material": "unknown_loose", "depth_in": 4}], readings=readings))
    assert result.sections[0].depth_existing_in == pytest.approx(4)
    assert {"reading_outside", "reading_unplaced"} <= codes(result)
    outside = next(flag for flag in result.flags if flag.code == "reading_outside")
    assert outside.field == "sections[0].readings[1].at_ft" and "90, 9 ft" in outside.text


def test_the_fill_line_is_level_over_dips_and_heaps() -> None:
    """Under a gable roof without eaves the top is the fill line everywhere but on a heap that stands above it."""
    readings = [{"at_ft": [x, y], "depth_in": d} for x, y, d in ((4, 4, 2), (20, 12, 5), (34, 20, 8), (30, 5, 30))]
    job = attic(
        existing=[{"material": "cellulose_loose", "depth_in": 5}], readings=readings, edges=[{"kind": "gable"}] * 4
    )
    result = planned(job)
    section, fields = result.sections[0], result.fields["main"]
    assert fields.depth_in is not None and fields.old_in is not None and section.depth_total_in is not None
    assert fields.depth_in == pytest.approx(np.maximum(section.depth_total_in, fields.old_in))


def test_loose_glass_is_pressed_wherever_it_lies() -> None:
    """Its map shrinks as its mean does: what lies under the new fill is the same share of it everywhere."""
    old = [{"material": "glass_loose", "depth_in": 6}]
    even = planned(attic(existing=old)).sections[0]
    read = [{"at_ft": [x, 9], "depth_in": 6} for x in (4, 20, 33)]
    mapped = planned(attic(existing=old, readings=read)).sections[0]
    assert mapped.depth_total_in == pytest.approx(even.depth_total_in)
    assert mapped.u_effective == pytest.approx(even.u_effective)
    assert mapped.bags.field == pytest.approx(even.bags.field)


def test_no_reading_moves_the_map_far_from_itself() -> None:
    """A reading put where the map already says so changes nothing there, and little elsewhere."""
    places, depths = ((2.0, 2.0), (30.0, 4.0), (8.0, 20.0), (34.0, 22.0)), (3.0, 6.0, 4.0, 7.0)
    at = (np.array([18.0]), np.array([11.0]))
    there = float(depth_map(places, depths, *at)[0])
    again = depth_map((*places, (18.0, 11.0)), (*depths, there), *at)
    assert again == pytest.approx([there])
    assert min(depths) < there < max(depths)


def test_where_none_lies_on_the_floor_the_ones_without_a_place_count() -> None:
    floor = ((0.0, 0.0), (10.0, 0.0), (10.0, 10.0), (0.0, 10.0))
    found = summary(
        (DepthReading(0, (50.0, 5.0), 9.0), DepthReading(1, None, 3.0), DepthReading(2, None, 5.0)), floor, None
    )
    assert (found.mean_in, found.least_in, found.most_in) == (4, 3, 5)
    assert (found.mapped, found.outside, found.unplaced) == (0, (0,), (1, 2))
    beyond = summary((DepthReading(0, (50.0, 5.0), 9.0),), floor, None)
    assert beyond.mean_in == 9 and beyond.spread_in is None
