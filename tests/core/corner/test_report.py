"""What a corner says: humidity at its coldest spot, start values by zone, remedies side by side, every eave of a job."""

from __future__ import annotations

from typing import Any

import pytest

from elm_cover.core.climate.temperatures import climate_of
from elm_cover.core.corner.humidity import damp_limit, dew_point_f, mould_limit, saturation_psi
from elm_cover.core.corner.report import verdict
from elm_cover.core.plan import Corners, corners, plan
from elm_cover.job import read_job
from tests.conftest import attic, eave, planned


def solved(job: dict[str, Any]) -> Corners:
    return corners(plan(read_job(job)))


def test_vapor_pressure_and_dew_point_against_the_published_table() -> None:
    # ASHRAE Handbook of Fundamentals 2017, chapter 1, table 3: saturation at 32, 50, 70 °F.
    assert [saturation_psi(t) for t in (32.018, 50, 70)] == pytest.approx([0.08865, 0.17813, 0.36328], rel=2e-3)
    assert dew_point_f(70, 0.4) == pytest.approx(44.6, abs=0.1)


def test_a_surface_is_damp_at_its_dew_point_and_mould_may_grow_before() -> None:
    surface = dew_point_f(70, 0.4)
    assert damp_limit(surface, 70) == pytest.approx(0.4, abs=1e-3)
    assert mould_limit(surface, 70) == pytest.approx(0.8 * damp_limit(surface, 70))
    assert damp_limit(75, 70) == 1
    assert [verdict(h, 0.50, 0.45) for h in (0.55, 0.47, 0.42, 0.30)] == ["damp", "mould", "close", "dry"]


def test_start_values_by_zone_each_to_be_changed() -> None:
    five, four = climate_of("5A", 70), climate_of("4C", 70)
    assert five is not None and four is not None
    assert (five.design_f, five.coldest_month_f, five.humidity) == (4, 25, 0.40)
    assert (four.design_f, four.coldest_month_f, four.humidity) == (15, 33, 0.50)
    assert climate_of("0A", 70) == climate_of("1A", 70)
    own = climate_of("5A", 68, 0.35, -10)
    assert own is not None and (own.design_f, own.humidity, own.by_zone) == (-10, 0.35, ("coldest_month_f",))
    assert climate_of(None, 70) is None and climate_of(None, 70, 0.4, 4, 25) is not None


def test_eaves_that_are_alike_are_solved_once_and_the_verdict_follows_the_room() -> None:
    job = attic(edges=[eave(), {"kind": "gable"}, eave(), {"kind": "gable"}])
    found = solved(job)
    assert [c.edges for c in found.corners] == [(0, 2)] and found.corners[0].run_ft == 76
    states = {s.state: s for s in found.corners[0].states}
    assert set(states) == {"today", "planned"} and found.corners[0].after == "planned"
    assert states["planned"].coldest_f > states["today"].coldest_f
    assert states["planned"].verdict == "dry" and 0.4 < states["planned"].mould_limit < 0.7
    job["corner"] = {"room_humidity_pct": 65}
    assert solved(job).corners[0].states[-1].verdict in ("damp", "mould")
    job["corner"] = {"design_f": 75, "coldest_month_f": 75}
    assert solved(job).corners[0].states[-1].verdict == "dry"


def test_remedies_side_by_side_and_the_chosen_one_before_and_after() -> None:
    job = attic()
    found = solved(job).corners[0]
    brings = {r.kind: r for r in found.remedies}
    order = ["dense_batt", "rigid_board", "sprayed_foam"]
    assert [r.kind for r in found.remedies] == [*order, "raised_heel"]
    assert [brings[k].r_at_plate for k in order] == pytest.approx([4.875 * r for r in (4.3, 5.0, 6.0)])
    assert 0 < brings["rigid_board"].saved_btu < brings["sprayed_foam"].saved_btu and brings["dense_batt"].saved_btu > 0
    # Over the plate only 4⅞ in fit; a raised heel has the whole fill line.
    assert [brings[k].depth_in for k in order] == pytest.approx([4.875] * 3)
    assert brings["raised_heel"].depth_in == pytest.approx(18.6)
    assert not brings["raised_heel"].possible and brings["raised_heel"].heel_in == pytest.approx(18.6 + 1.625)
    for edge in (0, 2):
        job["sections"][0]["edges"][edge]["remedy"] = {"kind": "sprayed_foam"}
    after = solved(job).corners[0]
    states = {s.state: s for s in after.states}
    assert after.after == "after" and states["after"].coldest_f == pytest.approx(brings["sprayed_foam"].coldest_f)
    saved = (states["planned"].edge_flow - states["after"].edge_flow) / 66 * 76 * 6_200 * 24
    assert saved == pytest.approx(brings["sprayed_foam"].saved_btu)
    assert after.strip_btu == pytest.approx(found.strip_btu - saved)
    job["house"]["new_construction"] = True
    assert solved(job).corners[0].remedies[-1].possible


def test_wind_washing_is_off_until_asked_for_and_costs_the_open_bays_alone() -> None:
    job = attic()
    assert solved(job).corners[0].wind is None
    job["settings"] = {"wind_washing": True}
    shut = solved(job).corners[0].wind
    assert shut is not None and (shut.bays, shut.btu) == (0, 0)
    job["settings"]["baffle_rule"] = "alternate"
    open_bays = solved(job).corners[0].wind
    assert (
        open_bays is not None and open_bays.bays == 18 and open_bays.btu > 0 and "by judgement" in open_bays.assumption
    )


def test_what_lies_there_in_the_solve_is_what_the_plan_credits() -> None:
    """Straight up at full depth, the corner's R is the plan's r_nominal."""
    job = attic()
    found = solved(job).corners[0].states[-1]
    nominal = planned(job).sections[0].r_nominal or 0
    full = 66 / (nominal + 1.67)
    # ceiling_flow less edge_flow is the floor at full depth over the width that is drawn, in ft.
    assert (found.plain_flow - found.edge_plain_flow) / full == pytest.approx((33 + 36 - 0.0) / 12, rel=0.02)


@pytest.mark.parametrize(
    ("change", "words"),
    [
        ({"house": {}}, "Set the climate zone"),
        ({"house": {"climate_zone": "5A", "vented": False}}, "unvented"),
    ],
)
def test_what_is_missing_is_said(change: dict[str, Any], words: str) -> None:
    found = solved(attic() | change)
    assert found.corners == () and words in found.missing[0]
    bare = attic(ceiling={})
    assert "ceiling board" in solved(bare).missing[0]


def test_what_the_edge_costs_is_one_figure() -> None:
    """The account of the heat holds what the solved edges cost, as the eaves say it (Settled since 13)."""
    job = attic(edges=[eave(), {"kind": "gable"}, eave(9), {"kind": "gable"}])
    found, plan = solved(job), planned(job)
    strip = sum(corner.strip_ua for corner in found.corners)
    assert len(found.corners) == 2 and strip > 0
    by_what = {share.what: share for share in found.heat}
    by_sum = {share.what: share for share in plan.heat}
    assert by_what["eave_strip"].ua == pytest.approx(strip) == pytest.approx(by_what["eave_strip"].gain_ua)
    assert by_what["eave_strip"].ua > by_sum["eave_strip"].ua, "the plate counts too"
    assert by_what["field"].ua == by_sum["field"].ua
    assert sum(share.share for share in found.heat) == pytest.approx(1, abs=1e-3)
    for corner in found.corners:
        # 6,200 heating degree-days and 800 cooling ones in zone 5.
        assert corner.strip_btu == pytest.approx(corner.strip_ua * 6200 * 24)
    bare = attic(ceiling={})
    assert solved(bare).heat == ()


def test_without_a_zone_a_typed_climate_gives_no_saving_and_with_one_shares_are_of_what_is_left() -> None:
    job = attic()
    plan = planned(job).sections[0]
    for remedy in solved(job).corners[0].remedies:
        ua = remedy.saved_btu / (6200 * 24)
        assert remedy.saved_share == pytest.approx(ua / plan.ua_after)
    job["house"] = {}
    job["corner"] = {"design_f": 4, "coldest_month_f": 25, "room_humidity_pct": 40}
    typed = solved(job).corners[0]
    assert typed.strip_saving is None and typed.strip_ua > 0
    assert all(remedy.saving is None for remedy in typed.remedies)
    assert all(remedy.saving is not None for remedy in solved(attic()).corners[0].remedies)
    assert solved(attic()).corners[0].strip_saving is not None


def test_today_the_corner_has_what_lies_there_today() -> None:
    bare, batts = (
        solved(attic(existing=layers)).corners[0].states[0]
        for layers in ([], [{"material": "glass_batt", "depth_in": 3.5, "r": 11}])
    )
    # Bare board lets 66 °F / 1.67 through, batts 66 / 12.67, over some 3 ft and the reach of the thin strip.
    assert (bare.state, batts.state) == ("today", "today") and bare.ceiling_flow > 4 * batts.ceiling_flow


@pytest.mark.parametrize(("section", "called"), [({"name": "Wing"}, "Wing"), ({}, "main")])
def test_a_corner_that_cannot_be_solved_yet_names_its_section_and_what_comes_first(
    section: dict[str, str], called: str
) -> None:
    job = attic()
    job["sections"][0] = {k: v for k, v in job["sections"][0].items() if k not in ("name", "ceiling")} | section
    assert corners(plan(read_job(job))).missing == (
        f"{called}: heel, pitch, ceiling board and old fill come first, in Measure.",
    )
