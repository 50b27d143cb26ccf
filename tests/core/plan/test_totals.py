"""Headline figures over several sections, and targets section by section."""

from __future__ import annotations

from typing import Any

import pytest

from tests.conftest import planned, rectangle


def two(job: dict[str, Any], **wing: Any) -> dict[str, Any]:
    job["sections"].append({**job["sections"][0], "id": "wing", "outline_ft": rectangle(10, 10), **wing})
    job["choice"]["wing"] = {"product": "c1"}
    return job


def test_spans_and_sums(job: dict[str, Any]) -> None:
    result = planned(two(job, existing=[], ceiling={"board": "gypsum_5_8"}))
    totals = result.totals
    assert totals.area_ft2 == 1050
    assert (totals.r_existing.least, totals.r_existing.most) == pytest.approx((0, 6.63), abs=0.01)
    assert totals.baffles == 2 * 19 + 2 * 5
    assert totals.load_limit_psf == 1.3, "the section nearest its limit speaks"
    assert totals.stops == 1


def test_a_section_not_known_yet_keeps_the_order_from_being_short(job: dict[str, Any]) -> None:
    job = two(job)
    del job["choice"]["wing"]
    result = planned(job)
    assert result.order[0].bags_order == 73
    assert result.totals.bags_order is None, "no headline while a section is missing"


def test_a_left_out_section_is_outside_of_everything(job: dict[str, Any]) -> None:
    result = planned(two(job, kind="left_out"))
    assert result.totals.area_ft2 == 950
    assert result.sections[1].bags.chart is None and result.totals.bags_order == 73


def test_a_sections_own_target_overrides_the_jobs(job: dict[str, Any]) -> None:
    result = planned(two(job, target={"basis": "custom", "r": 30}))
    assert [s.r_target for s in result.sections] == [49, 30]


def test_retrofit_target_through_the_plan(job: dict[str, Any]) -> None:
    job["target"] = {"basis": "retrofit"}
    section = planned(job).sections[0]
    assert section.r_target == pytest.approx(section.r_existing + 49)
    job["sections"][0]["existing"] = []
    assert planned(job).sections[0].r_target == 60
    job["house"] = {}
    result = planned(job)
    assert result.sections[0].r_target is None
    assert "house.climate_zone" in {item.field for item in result.open}


def test_vents_with_start_values(job: dict[str, Any]) -> None:
    job["vents"] = [
        {"kind": "soffit", "section": "main", "edge": 0},
        {"kind": "roof", "section": "main", "count": 3},
        {"kind": "gable"},
    ]
    found = planned(job).sections[0].ventilation
    assert (found.low_in2, found.high_in2) == (9 * 38, 3 * 50 + 80)
    job["vents"] = [{"kind": "ridge", "section": "main"}]
    assert "vents[0].nfa_in2" in {item.field for item in planned(job).open}


def test_spot_vents_are_counted_by_the_vented_bays_school(job: dict[str, Any]) -> None:
    job["settings"] = {"baffle_rule": "vented_bays"}
    for edge in (0, 2):
        job["sections"][0]["edges"][edge]["soffit"] = "spot"
    job["vents"] = [{"kind": "soffit", "section": "main", "edge": 0, "nfa_in2": 50, "count": 6}]
    result = planned(job)
    assert [e.baffles for e in result.sections[0].eaves] == [6, None]
    assert "sections[0].edges[2].soffit" in {item.field for item in result.open}


def test_a_floor_without_eaves_has_no_baffles_and_no_pieces(job: dict[str, Any]) -> None:
    totals = planned(two(job, edges=[{"kind": "gable"}] * 4)).totals
    assert totals.baffles == 2 * 19
    job["sections"] = [
        job["sections"][0] | {"edges": [{"kind": "eave", "heel_in": 6.5, "pitch_in_12": 5, "soffit": "none"}] * 4}
    ]
    closed = planned(job | {"choice": {"main": job["choice"]["main"]}}).totals
    assert closed.baffles == 0 and closed.pieces == 0, "runs without intake get no baffles: none, not one"
