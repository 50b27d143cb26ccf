"""Work at the edge: a remedy over the plate and foam along the slope, in heat, bags and the rack alike."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest

from elm_cover.core.eaves.eave import Eave
from elm_cover.core.eaves.remedies import EdgeWork, Remedy, dressing
from elm_cover.core.ways import rack
from elm_cover.job import read_job
from tests.conftest import attic, codes, planned

HEEL = Eave(6.5, 5, 1.5, 0.0)


def with_remedy(job: dict[str, Any], **remedy: Any) -> dict[str, Any]:
    for edge in (0, 2):
        job["sections"][0]["edges"][edge]["remedy"] = {"kind": "rigid_board", **remedy}
    return job


def test_the_remedy_fills_the_room_over_the_plate_by_hand(job: dict[str, Any]) -> None:
    bare = planned(job).sections[0]
    found = planned(with_remedy(job, r_per_in=6.0, reach_in=20.0)).sections[0]
    assert found.eaves[0].r_at_plate == pytest.approx(4.875 * 6)
    # Over the plate's 3½ in: R of the mean U of 6 · (4.875 + x·5/12), films and board (1.67) counted.
    x = (np.arange(2000) + 0.5) * 3.5 / 2000
    mean = 1 / np.mean(1 / (1.67 + 6 * (4.875 + x * 5 / 12))) - 1.67
    assert found.eaves[0].r_over_plate_mean == pytest.approx(mean, rel=1e-4)
    assert found.ua_after < bare.ua_after
    # What the remedy fills takes no bags: less is blown, the chart's count stays.
    assert found.bags.field < bare.bags.field and found.bags.chart == bare.bags.chart
    assert found.depth_total_in == bare.depth_total_in
    # Nothing more is said of a plate that is seen to.
    assert "plate_starved" in codes(planned(attic())) and "plate_starved" not in codes(planned(job))


def test_foam_counts_along_the_slope_as_far_in_as_the_fill_touches_it(job: dict[str, Any]) -> None:
    job["sections"][0]["existing"][0]["void_pct"] = 0
    job["settings"] = {"baffle_thickness_in": 1}
    thin = planned(job).sections[0]
    job["settings"]["baffle_kind"] = "rigid_foam"
    foam = planned(job).sections[0]
    # The same room under it; its R-5 square to the deck is 5·cosθ for each ft² of floor.
    assert foam.eaves[0].r_at_plate == pytest.approx(thin.eaves[0].r_at_plate + 5 * 12 / 13)
    assert foam.ua_after < thin.ua_after
    edge, plane = np.array([0, 0, -1]), np.array([HEEL.room_at_plate_in, HEEL.room_in(30), np.inf])
    found = dressing(EdgeWork(5.0, ((0, Remedy("rigid_board", 5.0, 24.0)),)), {0: HEEL}, edge, plane)
    assert found is not None
    assert found.over_r == pytest.approx([5 * 12 / 13, 5 * 12 / 13, 0]) and list(found.r_per_in) == [5, 0, 0]
    assert dressing(EdgeWork(), {0: HEEL}, edge, plane) is None


def test_a_remedy_is_priced_by_its_volume_and_timed_by_the_foot(job: dict[str, Any]) -> None:
    bare = planned(job)
    found = planned(with_remedy(job, reach_in=20.0))
    # 20 in deep in plan, 4.875 in at the plate and 4.875 + 20 · 5/12 at its end: a trapezium, along 38 ft.
    ft3 = 20 * (4.875 + 4.875 + 20 * 5 / 12) / 2 / 144 * 38
    assert found.sections[0].eaves[0].remedy_ft3 == pytest.approx(ft3, rel=1e-5)
    assert found.cost is not None and bare.cost is not None
    lines = {line.what: line for line in found.cost.lines}
    assert lines["Rigid board over the plate"].total == pytest.approx(2 * ft3 * 12.0, rel=1e-5)
    assert lines["Filling over the plates"].amount == pytest.approx(76 / 20)
    assert found.cost.price > bare.cost.price


@pytest.mark.parametrize("work", ["remedy", "foam"])
def test_the_rack_weighs_the_picked_way_as_it_is_planned(work: str) -> None:
    job = attic()
    if work == "remedy":
        job = with_remedy(job)
    else:
        job["settings"] = {"baffle_kind": "rigid_foam", "baffle_thickness_in": 1.5}
    found = read_job(job)
    result = planned(job)
    way = next(
        w.weighed for w in rack(found, found.products).ways if w.weighed.id == rack(found, found.products).picked
    )
    assert way.cores[0].r_at_plate == pytest.approx(result.sections[0].eaves[0].r_at_plate)
    assert way.r_effective == pytest.approx(result.sections[0].r_effective, rel=1e-6)
    assert result.cost is not None and way.cost is not None
    assert way.cost.price == pytest.approx(result.cost.price)
