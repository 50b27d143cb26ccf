"""Bags by the chart: rows, interpolation, one rounding, and what the attic really takes."""

from __future__ import annotations

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from elm_cover.core.layers.chart import Chart, Row, chart_bags
from elm_cover.core.money.quantities import bags_to_order
from tests.conftest import CHART, attic, codes, planned, rectangle

chart = Chart(tuple(Row(c["r"], c["installed_in"], c["settled_in"], c["coverage_ft2"]) for c in CHART), 25.0)


def test_one_rounding_at_the_end() -> None:
    assert bags_to_order(33.876, 3) == 35
    assert bags_to_order(40.0, 0) == 40


def test_next_printed_row_takes_everything_of_the_row() -> None:
    fill = chart.next_row(39.1)
    assert (fill.r, fill.installed_in, fill.settled_in) == (49, 15.1, 13.3)
    assert fill.weight_psf == pytest.approx(25 / 13.5)
    assert chart.next_row(38.0).r == 38


def test_interpolation_is_linear_in_r() -> None:
    fill = chart.interpolated(34)
    assert (fill.installed_in, fill.settled_in) == pytest.approx((10.55, 9.3))
    assert fill.weight_psf == pytest.approx((25 / 22.8 + 25 / 17.8) / 2)
    assert chart.interpolated(9.5).installed_in == pytest.approx(2.95), "through (0, 0) below the first row"


def test_thin_layers_run_through_zero_and_the_rows() -> None:
    assert chart.thin_r(np.array([0.0, 2.6, 5.2, 13.3])) == pytest.approx([0, 9.5, 19, 49])


def test_beyond_the_chart_is_a_stop_never_extrapolated(job: dict) -> None:
    job["target"]["r"] = 90
    result = planned(job)
    assert "beyond_chart" in codes(result)
    assert result.sections[0].r_added == 60


def test_none_needed_means_no_fill(job: dict) -> None:
    job["target"]["r"] = 5
    section = planned(job).sections[0]
    assert (section.r_added, section.installed_in, section.bags.chart, section.bags.field) == (0, 0, 0, 0)


def test_chart_bags_are_for_net_area(job: dict) -> None:
    job["accesses"] = [{"section": "main", "at_ft": [12, 9], "opening_in": [22.5, 30]}]
    job["sections"][0]["features"] = [
        {"kind": "recessed_light", "rating": "ic", "at_ft": [6, 5]},
        {"kind": "chimney", "at_ft": [12, 9], "size_in": [10, 10]},  # under the hatch's box: overlaps count once
        {"kind": "recessed_light", "rating": "non_ic", "count": 2, "size_in": [6, 6]},
    ]
    section = planned(job).sections[0]
    net = 950 - 22.5 * 30 / 144 - 2 * 144 / 144
    assert section.net_area_ft2 == pytest.approx(net)
    assert section.bags.chart == pytest.approx(net / 13.5)


def test_deduct_framing_only_where_all_new_fill_lies_between_joists(job: dict) -> None:
    job["settings"] = {"deduct_framing": True}
    job["sections"][0]["existing"] = []
    above = planned(job).sections[0].bags.chart
    job["sections"][0]["framing"]["depth_in"] = 16
    assert planned(job).sections[0].bags.chart == pytest.approx(above * 0.93)


def test_fill_below_the_joist_tops_leaves_their_width_out() -> None:
    plain = attic(edges=[{"kind": "gable"}] * 4, existing=[])
    section = planned(plain).sections[0]
    assert section.bags.field == pytest.approx(950 / 13.5 * (1 - 0.07 * 3.5 / 13.3))


def test_set_depth_clicks_to_a_row_or_glides(job: dict) -> None:
    assert "short_of_target" not in codes(planned(job))
    job["choice"]["main"]["depth"] = {"by": "installed_in", "value_in": 11.8}
    assert planned(job).sections[0].r_added == 38
    assert "short_of_target" in codes(planned(job)), "R-38 on these batts falls short of R-49"
    job["choice"]["main"]["depth"]["value_in"] = 10.55
    assert planned(job).sections[0].r_added == 38
    job["settings"] = {"chart_rule": "interpolate"}
    assert planned(job).sections[0].r_added == pytest.approx(34)


@settings(max_examples=40, deadline=None)
@given(st.floats(1, 59), st.floats(0.1, 40), st.booleans(), st.floats(0, 60))
def test_more_r_never_means_fewer_bags(r: float, more: float, interpolate: bool, void: float) -> None:
    def bags(target: float) -> tuple[float, float]:
        document = attic(outline_ft=rectangle(12, 10))
        document["target"]["r"] = target
        document["settings"] = {"chart_rule": "interpolate" if interpolate else "next_row"}
        document["sections"][0]["existing"][0]["void_pct"] = void
        section = planned(document).sections[0]
        return section.bags.chart or 0.0, section.bags.field or 0.0

    less, greater = bags(r), bags(min(150, r + more))
    assert less[0] <= greater[0] + 1e-9
    assert less[1] <= greater[1] + 1e-9


@settings(max_examples=30, deadline=None)
@given(st.floats(12, 60), st.floats(5, 40), st.floats(5, 30))
def test_field_bags_never_exceed_chart_bags_on_a_plain_floor(target: float, length: float, width: float) -> None:
    document = attic(outline_ft=rectangle(length, width), edges=[{"kind": "gable"}] * 4)
    document["target"]["r"] = target
    bags = planned(document).sections[0].bags
    assert bags.field is not None and bags.chart is not None
    assert bags.field <= bags.chart + 1e-9


def test_bags_are_net_area_over_coverage() -> None:
    assert chart_bags(950, chart.next_row(49), 25) == pytest.approx(950 / 13.5)


def test_weight_in_is_weight_on_the_floor() -> None:
    """Old fill level with the joists and no eaves: nothing lies between wood, so that field and chart agree."""
    flat = attic(edges=[{"kind": "gable"}] * 4, existing=[{"material": "glass_batt", "depth_in": 3.5}])
    section = planned(flat).sections[0]
    assert section.bags.field == pytest.approx(section.bags.chart)
    old_psf = 0.7 * 3.5 / 12
    assert section.bags.field * 25 == pytest.approx((section.load_psf - old_psf) * section.net_area_ft2)
    # Bare joists hold less: 7 % of the floor is wood for the first 3½ in.
    bare = planned(attic(edges=[{"kind": "gable"}] * 4, existing=[])).sections[0]
    assert bare.bags.field / bare.bags.chart == pytest.approx(1 - 0.07 * 3.5 / bare.settled_in, rel=1e-6)


@pytest.mark.parametrize(
    ("r", "expected"),
    [(19, 19 / 5.2), (30, 30 / 8.2), (5, 19 / 5.2), (0.1, 19 / 5.2), (90, 60 / 16.2), (24.5, 24.5 / 6.7)],
)
def test_r_per_settled_inch_near_an_r(r: float, expected: float) -> None:
    """What a gap that fills with it is worth: of the first row below it, of the last past the end (handbook §5, R_gap)."""
    rows = ((19, 5.9, 5.2, 36.1), (30, 9.3, 8.2, 22.8), (60, 18.4, 16.2, 10.9))
    assert Chart(tuple(Row(*row) for row in rows), 25).r_per_in(r) == pytest.approx(expected)


@pytest.mark.parametrize(
    ("installed_in", "r", "beyond"), [(2.95, 9.5, False), (7.6, 24.5, False), (18.4, 60, False), (18.5, 60, True)]
)
def test_a_depth_set_by_hand_glides_between_rows_to_the_last(installed_in: float, r: float, beyond: bool) -> None:
    rows = ((19, 5.9, 5.2, 36.1), (30, 9.3, 8.2, 22.8), (60, 18.4, 16.2, 10.9))
    found = Chart(tuple(Row(*row) for row in rows), 25).interpolated_for_depth(installed_in)
    assert (found.r, found.beyond) == (pytest.approx(r), beyond)


@pytest.mark.parametrize(
    ("installed_in", "r", "beyond"), [(0.5, 19, False), (5.9, 19, False), (6, 30, False), (18.5, 60, True)]
)
def test_a_depth_set_by_hand_clicks_to_the_next_row_to_the_last(installed_in: float, r: float, beyond: bool) -> None:
    rows = ((19, 5.9, 5.2, 36.1), (30, 9.3, 8.2, 22.8), (60, 18.4, 16.2, 10.9))
    found = Chart(tuple(Row(*row) for row in rows), 25).row_for_depth(installed_in)
    assert (found.r, found.beyond) == (r, beyond)


def test_between_nothing_and_the_first_row_all_of_the_row_is_in_proportion() -> None:
    # Bags of 24 lb over 60, 30 and 15 ft²: 0.4, 0.8 and 1.6 lb/ft².
    first = Chart((Row(10.0, 4.0, 3.0, 60.0), Row(20.0, 8.0, 6.0, 30.0), Row(40.0, 17.0, 12.0, 15.0)), 24.0)
    half = first.interpolated(5)
    assert (half.installed_in, half.settled_in, half.weight_psf) == pytest.approx((2, 1.5, 0.2))
    last = first.interpolated(30)
    assert (last.installed_in, last.settled_in, last.weight_psf) == pytest.approx((12.5, 9, 1.2))
