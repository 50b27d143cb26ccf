"""Old fill without credit in the solved corner: an enclosed air space, smooth from sound to bare (Settled since 3)."""

from __future__ import annotations

from typing import Any

import numpy as np
import pytest

from elm_cover.core.corner.conduction import Air, Domain, Solid, solve
from elm_cover.core.corner.model import Corner, SettledLayer, domain_of, solve_corner
from elm_cover.core.corner.old_layers import Over, settled_old
from elm_cover.core.corner.report import CornerState
from elm_cover.core.eaves.eave import Eave
from elm_cover.core.layers.layer import Layer, air_space_r
from elm_cover.core.plan import corners, plan
from elm_cover.job import read_job
from tests.conftest import attic

B = 1.67


def batt(void: float, *, r: float = 11.0, open_: bool = False, depth_in: float = 3.5) -> Layer:
    return Layer("glass_batt", depth_in, r, void, open_)


def test_an_enclosed_air_space_is_worth_less_where_it_is_thin() -> None:
    assert [air_space_r(t) for t in (0, 0.25, 0.75, 3.5)] == pytest.approx([0, 0.3, 0.9, 0.9])


@pytest.mark.parametrize(
    ("layer", "over", "r", "air"),
    [
        (batt(0.0), Over(), 11.0, 0.0),
        (batt(1.0), Over(), 0.9, 1.0),
        (batt(0.0, r=0.0), Over(49, 3.6, True), 0.9, 1.0),
        # 1 / (0.5/(1.67 + 11) + 0.5/(1.67 + 0.9)) − 1.67 = 2.603; of what 11 is over 0.9, 8.397 is gone.
        (batt(0.5), Over(), 2.603, 8.397 / 10.1),
        # Under R-38 the same gap costs less: 1 / (0.5/50.67 + 0.5/40.57) − 39.67 = 5.391.
        (batt(0.5), Over(38, 3.6, True), 5.391, 5.609 / 10.1),
        # Gaps open from above fill with 3.5 in at; with nothing over them they are bare board.
        (batt(1.0, open_=True), Over(38, 3.6, True), 12.6, 0.0),
        (batt(1.0, open_=True), Over(), 0.0, 0.0),
        # Under batts nothing drops in: closed, so air.
        (batt(1.0, open_=True), Over(38, 0.0, True), 0.9, 1.0),
    ],
)
def test_what_an_old_layer_is_in_the_corner(layer: Layer, over: Over, r: float, air: float) -> None:
    (found,) = settled_old([layer], B, over)
    assert (found.r, found.air) == (pytest.approx(r, abs=2e-3), pytest.approx(air, abs=2e-3))


def test_bare_gaps_thin_the_layer_and_several_layers_keep_what_they_are_worth() -> None:
    assert settled_old([batt(0.4, open_=True)], B, Over())[0].depth_in == pytest.approx(2.1)
    sound, tented = settled_old([batt(0.0), batt(1.0, r=19.0, depth_in=6.25)], B, Over(30, 3.6, True))
    assert (sound.r, tented.r) == pytest.approx((11.0, 0.9))
    # 1 / (0.92·(0.7/60.67 + 0.3/42.57) + 0.08·(0.7/50.57 + 0.3/32.47)) − 31.67: each combination a path.
    low, high = settled_old([batt(0.08), batt(0.3, r=19.0, depth_in=6.25)], B, Over(30, 3.6, True))
    u = 0.92 * (0.7 / 61.67 + 0.3 / 43.57) + 0.08 * (0.7 / 51.57 + 0.3 / 33.47)
    assert low.r + high.r == pytest.approx(1 / u - 31.67, rel=1e-9)


def test_the_air_keeps_its_r_where_the_roof_cuts_it_down() -> None:
    whole = SettledLayer(3.5, 0.9, air=1.0)
    assert whole.r_at(np.array([0.0, 0.375, 0.75, 2.0, 3.5])) == pytest.approx([0, 0.45, 0.9, 0.9, 0.9])
    half = SettledLayer(3.5, 5.0, air=0.5)
    assert half.r_at(np.array([1.75])) == pytest.approx([4.55 / 2 + 0.45])
    plain = SettledLayer(3.5, 11.0)
    assert plain.r_at(np.array([1.75])) == pytest.approx([5.5]) and plain.along is None


def test_a_region_may_conduct_along_itself_otherwise_than_up() -> None:
    box = ((0.0, 0.0), (4.0, 0.0), (4.0, 2.0), (0.0, 2.0))
    solid = Solid("block", box, 2.0, along=0.5)
    side = Domain(
        (
            Air("cold", ((-1, 0), (0, 0), (0, 2), (-1, 2)), 0, 1.0),
            Air("warm", ((4, 0), (5, 0), (5, 2), (4, 2)), 10, 1.0),
            solid,
        ),
        0.5,
        0.5,
    )
    up = Domain(
        (
            Air("cold", ((0, -1), (4, -1), (4, 0), (0, 0)), 0, 1.0),
            Air("warm", ((0, 2), (4, 2), (4, 3), (0, 3)), 10, 1.0),
            solid,
        ),
        0.5,
        0.5,
    )
    # 2 high through 4 / 0.5 + 2 films; 4 wide through 2 / 2 + 2 films.
    assert solve(side).surfaces["warm"].total == pytest.approx(10 * 2 / (8 + 2))
    assert solve(up).surfaces["warm"].total == pytest.approx(10 * 4 / (1 + 2))


def states(**layer: Any) -> dict[str, CornerState]:
    job = attic()
    job["settings"] = {"chart_rule": "interpolate"}
    job["sections"][0]["existing"][0].update(layer)
    found = corners(plan(read_job(job))).corners[0]
    for remedy in found.remedies:
        assert 0 <= (remedy.saved_share or 0) < 0.3, "no remedy saves more than the edge costs"
    return {state.state: state for state in found.states}


def test_the_edge_goes_smoothly_from_sound_to_without_credit() -> None:
    shares = (0, 0.01, 1, 8, 20, 40, 60, 80, 90, 95, 98, 99, 99.9, 100)
    edges = [states(void_pct=v)["planned"].edge_flow for v in shares]
    # 2.2 Btu/h for each foot sound, some 5 as an air space; never a conducting sheet at 200.
    assert edges[0] == pytest.approx(2.2, abs=0.2) and 4 < edges[-1] < 6
    for i in range(1, len(shares)):
        assert abs(edges[i] - edges[i - 1]) < 0.2 + 0.04 * (shares[i] - shares[i - 1]), shares[i]
    colder = [states(void_pct=v)["today"].coldest_f for v in (0, 30, 60, 90, 100)]
    assert colder == sorted(colder, reverse=True)


@pytest.mark.parametrize("layer", [{"void_pct": 100}, {"void_pct": 99}, {"condition": "fouled"}, {"condition": "wet"}])
def test_what_is_dry_is_not_called_damp(layer: dict[str, Any]) -> None:
    after = states(**layer)["planned"]
    assert after.verdict == "dry" and after.coldest_f > 50 and after.edge_flow < 6


def test_a_raised_heel_stands_behind_sheathing_and_cover() -> None:
    tall = Eave(18.0, 5, 1.5, 0.0)
    open_end = Corner(tall, 3.5, 0.45, (SettledLayer(14, 49),))
    sheathed = Corner(tall, 3.5, 0.45, (SettledLayer(14, 49),), sheathed=True)
    faces = [solve_corner(one, 70, 4).ceiling_flow for one in (open_end, sheathed)]
    assert faces[1] < faces[0]
    (outside,) = [region for region in domain_of(sheathed, 70, 4).regions if region.name == "heel sheathing"]
    # ½ in thick, R 0.62 of sheathing and 0.81 of siding, as high as the heel.
    assert isinstance(outside, Solid) and outside.conductivity == pytest.approx(0.5 / 1.43)
    assert max(z for _, z in outside.corners) == pytest.approx(tall.room_at_plate_in)
