"""Reach of whole jobs: bands add up to the section's field bags, floor nobody reaches is named with a way out."""

from __future__ import annotations

import copy
from typing import Any

import pytest

from elm_cover.core.crew import Reach, reach
from elm_cover.core.plan import plan
from elm_cover.demo.jobs import demo_documents
from elm_cover.job import Job, JobError, read_job
from tests.conftest import attic
from tests.drawn import reach_drawing
from tests.random_jobs import random_job

HATCH = {"id": "h", "kind": "hatch", "at_ft": [19, 12.5], "opening_in": [22.5, 30]}


def reached(document: dict[str, Any]) -> Reach:
    return reach(plan(read_job(document)))


def with_hatch(**more: Any) -> dict[str, Any]:
    return {**attic(ceiling={"board": "gypsum_5_8"}), "accesses": [{**HATCH, **more}]}


def check_sums(job: Job) -> int:
    """Bands against the plan of the same job; how many sections were compared."""
    by_id = {section.id: section for section in plan(job).sections}
    compared = 0
    for section in reach(plan(job)).sections:
        planned = by_id[section.section]
        if section.bands and planned.bags.field:
            compared += 1
            assert sum(band.bags or 0 for band in section.bands) == pytest.approx(planned.bags.field, rel=1e-9)
            assert sum(band.area_ft2 for band in section.bands) == pytest.approx(planned.net_area_ft2)
            markers = [marker for band in section.bands for marker in band.markers]
            assert sorted(markers) == list(range(1, len(planned.marker_points_ft) + 1))
            bays = [bay for band in section.bands for bay in band.bays]
            assert len(bays) == len(set(bays)) == sum(eave.bays or 0 for eave in planned.eaves)
    return compared


@pytest.mark.parametrize("place", range(3))
def test_bands_of_the_demo_jobs_add_up(place: int) -> None:
    assert check_sums(read_job(demo_documents()[place])) >= 1


def test_bands_of_jobs_at_random_add_up() -> None:
    assert sum(check_sums(read_job(random_job(seed, 0.0))) for seed in range(0, 90, 3)) >= 15


def test_numbers_go_on_over_the_whole_job_and_wings_are_whole() -> None:
    found = reached(demo_documents()[1])
    bands = sorted((band.number, band.wing) for section in found.sections for band in section.bands)
    assert [number for number, _ in bands] == list(range(1, len(bands) + 1))
    wings = [wing for _, wing in bands if wing is not None]
    assert wings == sorted(wings)


def test_an_attic_with_no_way_in_asks_for_one_and_says_where_it_would_open_most() -> None:
    job = with_hatch()
    job["accesses"] = []
    found = reached(job)
    assert any(item.field == "accesses" for item in found.open)
    (band,) = found.sections[0].bands
    assert band.by_hand and band.stand_ft is None and band.wing is None
    assert found.sections[0].unreached_ft2 == pytest.approx(plan(read_job(job)).sections[0].net_area_ft2)
    (way,) = found.sections[0].new_ways
    # In the middle of the ridge, and it opens all that one can be on.
    assert way.at_ft[1] == pytest.approx(12.5, abs=1) and 300 < way.opens_ft2 < 800
    assert "opens" in found.flags[0].text + found.flags[0].what_to_do
    assert found.hose.needed_ft is None and found.longest_way_ft == 0


def test_a_way_in_outside_every_room_is_a_stop_with_a_way_out() -> None:
    found = reached(with_hatch(at_ft=[90, 90]))
    flag = next(flag for flag in found.flags if flag.code == "way_in_leads_nowhere")
    assert flag.level == "stop" and "Move it to where it is" in flag.what_to_do and flag.field == "accesses[0].at_ft"
    low = reached(with_hatch(at_ft=[19, 0.4]))
    assert any(flag.code == "way_in_leads_nowhere" for flag in low.flags) == (low.longest_way_ft == 0)


def test_a_throw_of_nothing_is_refused_by_its_field() -> None:
    with pytest.raises(JobError, match=r"reach\.throw_ft: must be over 0"):
        reached({**with_hatch(), "reach": {"throw_ft": 0}})


def test_the_throw_goes_by_the_machine_until_it_is_typed() -> None:
    job = with_hatch()
    assert [
        reached({**job, "reach": given}).throw_ft
        for given in ({"machine": "small"}, {"machine": "truck"}, {"machine": "small", "throw_ft": 10})
    ] == [8, 12, 10]


def test_a_second_room_is_reached_through_its_open_edge_alone() -> None:
    job = with_hatch()
    main = job["sections"][0]
    main["edges"][1] = {"kind": "open", "to": "wing"}
    wing = copy.deepcopy(main) | {"id": "wing", "name": "Wing", "outline_ft": [[38, 0], [50, 0], [50, 25], [38, 25]]}
    wing["edges"] = [*main["edges"][:1], {"kind": "gable"}, main["edges"][2], {"kind": "open", "to": "main"}]
    job["sections"].append(wing)
    job["choice"]["wing"] = job["choice"]["main"]
    open_ = reached(job)
    assert open_.sections[1].unreached_ft2 == 0 and open_.sections[1].longest_way_ft == pytest.approx(30.5, abs=2)
    for section, edge in ((main, 1), (wing, 3)):
        section["edges"][edge] = {"kind": "gable"}
    closed = reached(job)
    assert closed.sections[1].unreached_ft2 > 250 and closed.sections[0].unreached_ft2 == 0
    assert any("Wing" in flag.text for flag in closed.flags)


def test_hose_is_asked_for_until_it_is_known() -> None:
    job = with_hatch()
    assert {item.field for item in reached(job).open} >= {"reach.to_house_ft", "reach.up_ft", "reach.amps"}
    job["reach"] = {"machine": "small", "to_house_ft": 40, "up_ft": 15, "hose_most_ft": 150, "cord_ft": 100, "amps": 15}
    found = reached(job)
    assert found.open == ()
    assert found.hose.needed_ft == pytest.approx((55 + found.longest_way_ft - 8) * 1.1)
    assert found.cord.gauge_awg == 12 and found.hose.fits is True


def test_what_is_drawn_is_the_bands_floor() -> None:
    job = read_job(demo_documents()[0])
    found = reach(plan(job))
    drawn = reach_drawing(found)
    assert len(drawn["ways_ft"]) == len(found.sections[0].bands)
    (section,) = drawn["sections"]
    assert [band["number"] for band in section["bands"]] == [band.number for band in found.sections[0].bands]
    assert section["reach_ft"] and section["crawl_ft"]
    for way, band in zip(drawn["ways_ft"], found.sections[0].bands, strict=True):
        assert way[-1] == pytest.approx(band.stand_ft) and len(way) < 12


def test_closed_bays_have_no_bands() -> None:
    job = with_hatch()
    job["sections"][0]["kind"] = "sloped_bays"
    assert reached(job).sections == () and reach_drawing(reached(job)) == {"sections": [], "ways_ft": []}
