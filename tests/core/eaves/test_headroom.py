"""How much floor has how much room, against closed forms: a gable of any heel and pitch, a hip, a triangle cut by a step."""

from __future__ import annotations

import math

import numpy as np
import pytest

from elm_cover.core.base.arrays import Floats
from elm_cover.core.eaves.eave import Eave
from elm_cover.core.eaves.headroom import STEPS_IN, Headroom, headroom
from elm_cover.core.floor.grid import CELL_FT, grid_of
from tests.conftest import attic, eave, planned

B, PER_IN = 1.67, 3.6


def box(length_ft: float, width_ft: float, turned: float = 0.0, x: float = 0.0) -> tuple[tuple[float, float], ...]:
    c, s = math.cos(turned), math.sin(turned)
    corners = ((0.0, 0.0), (length_ft, 0.0), (length_ft, width_ft), (0.0, width_ft))
    return tuple((a * c - b * s + x, a * s + b * c) for a, b in corners)


def u(room_in: Floats, depth_in: float) -> Floats:
    return 1 / (B + PER_IN * np.minimum(room_in, depth_in))


def mean_u(found: Headroom, depth_in: float) -> float:
    return float(found.share @ u(found.room_in, depth_in))


def gable_u(one: Eave, half_width_in: float, depth_in: float) -> float:
    """Closed form: bare out to where the deck lifts off the board, then ∫ dx / (B + r·room), then full depth."""
    start = min(max(0.0, one.inward_in(0.0)), half_width_in)
    full = min(max(start, one.inward_in(depth_in)), half_width_in)
    low, high = (max(0.0, one.plane_in(x)) for x in (start, full))
    rising = math.log((B + PER_IN * high) / (B + PER_IN * low)) / (PER_IN * one.slope)
    return (start / B + rising + (half_width_in - full) / (B + PER_IN * depth_in)) / half_width_in


@pytest.mark.parametrize("heel_in", [0.0, 1.0, 2.5, 4.0, 6.5, 12.0, 25.0])
@pytest.mark.parametrize("pitch", [1.0, 3.0, 5.0, 9.0, 12.0, 24.0])
@pytest.mark.parametrize("floor", [box(38, 25), box(31.07, 25, 0.0, 0.13), box(20, 25, 0.6)])
def test_a_gable_of_any_heel_and_pitch(heel_in: float, pitch: float, floor: tuple[tuple[float, float], ...]) -> None:
    one = Eave(heel_in, pitch, 1.5, 0.0)
    found = headroom(floor, {0: one, 2: one}, (), CELL_FT)
    for depth_in in (4.0, 18.0):
        assert mean_u(found, depth_in) == pytest.approx(gable_u(one, 150, depth_in), rel=0.002)


def test_the_plan_of_a_gable_is_its_closed_form() -> None:
    job = attic(existing=[], edges=[eave(3, 8), {"kind": "gable"}] * 2, outline_ft=[list(p) for p in box(31.1, 25)])
    section = planned(job).sections[0]
    one = Eave(3, 8, 1.5, 0.0)
    # R-49 of this chart settles to 13.3 in; below it R and w go by its rows, so the integral is done in fine steps.
    chart_in, chart_r, w = (
        [0, 5.2, 8.2, 10.4, 13.3],
        [0, 19, 30, 38, 49],
        [0, *(25 / c for c in (36.1, 22.8, 17.8, 13.5))],
    )
    x = (np.arange(300_000) + 0.5) * 150 / 300_000
    settled = np.minimum(one.room_in(x), 15.1) * 13.3 / 15.1
    r = np.interp(settled, chart_in, chart_r)
    joist = np.minimum(3.5, settled)
    above = np.divide(np.maximum(0, settled - 3.5), settled, out=np.zeros_like(x), where=settled > 0)
    wood = 1 / (B + 1.25 * joist + r * above)
    fraction = 0.07
    expected = float(np.mean(fraction * wood + (1 - fraction) / (B + r)))
    assert section.u_effective == pytest.approx(expected, rel=0.002)
    below = np.divide(joist, settled, out=np.zeros_like(x), where=settled > 0)
    bags = float(np.mean(np.interp(settled, chart_in, w) * (1 - fraction * below))) * 31.1 * 25 / 25
    assert section.bags.field == pytest.approx(bags, rel=0.002)


def test_a_hip_over_a_square() -> None:
    # Room depends on the nearest wall alone: of a square of side 20 ft, (20 − 2d)² lies further in than d.
    one = Eave(6.5, 5, 1.5, 0.0)
    found = headroom(box(20, 20), dict.fromkeys(range(4), one), (), CELL_FT)
    d = (np.arange(100_000) + 0.5) * 120 / 100_000
    expected = float(np.mean(u(one.room_in(d), 18.0) * 2 * (1 - d / 120)))
    assert mean_u(found, 18.0) == pytest.approx(expected, rel=0.002)
    shares = [found.share[found.edge == edge].sum() for edge in range(4)]
    assert shares == pytest.approx([0.25] * 4, abs=0.01)


def test_where_no_eave_limits_there_is_room_without_end() -> None:
    found = headroom(box(10, 10), {}, (), CELL_FT)
    assert found.share.tolist() == [1.0] and np.isinf(found.room_in[0]) and found.edge.tolist() == [-1]


def test_room_and_old_depth_are_told_together() -> None:
    floor, one = box(20, 10), Eave(2, 12, 1.5, 0.0)
    grid = grid_of(floor)
    old = np.where(grid.x_ft < 10, 2.0, 6.0)
    found = headroom(floor, {0: one}, (), grid.cell_ft, old)
    assert found.old_in is not None
    left = found.share[found.old_in < 4].sum()
    assert left == pytest.approx(0.5, abs=1e-9) and found.share.sum() == pytest.approx(1)
    assert found.share @ np.minimum(found.room_in, found.old_in) == pytest.approx(
        float(np.mean(np.minimum(one.room_in((np.arange(5000) + 0.5) * 120 / 5000)[:, None], [2.0, 6.0]))), rel=2e-3
    )


def test_steps_are_fine_where_fill_is_thin() -> None:
    widths = np.diff(STEPS_IN)
    assert widths[STEPS_IN[:-1] < 3].max() == 1 / 16 and widths[STEPS_IN[:-1] < 60].max() <= 1 / 2
