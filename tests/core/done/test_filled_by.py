"""The table a crew fills by: worked on one attic, and for jobs at random of one piece with the plan (handbook §14, §17)."""

from __future__ import annotations

from datetime import UTC, datetime
from typing import Any

import pytest

from elm_cover.core.crew import load_list, reach
from elm_cover.core.done import fill_table
from elm_cover.core.filling.run import run_of
from elm_cover.core.filling.table import FillTable, RowWanted
from elm_cover.core.from_job.log import entry_of
from elm_cover.core.plan import plan
from elm_cover.core.proof.depths import random_count
from elm_cover.devices.counter import Practice
from elm_cover.formats.log_file import read_entry
from elm_cover.job import Job, read_job
from elm_cover.job.firm import Firm
from tests.conftest import attic
from tests.random_jobs import random_job


def table_of(job: Job) -> FillTable:
    planned = plan(job)
    found = reach(planned)
    return fill_table(planned, found, load_list(planned, planned.work, Firm(), found.hose))


@pytest.fixture(scope="module")
def worked() -> tuple[Job, FillTable]:
    job = read_job(with_hatch(attic()))
    return job, table_of(job)


def with_hatch(document: dict[str, Any]) -> dict[str, Any]:
    document["accesses"] = [
        {"id": "h", "kind": "hatch", "at_ft": [19, 12.5], "section": "main", "opening_in": [24, 30]}
    ]
    return document


def test_bands_share_the_field_bags_and_are_as_deep_as_planned(worked: tuple[Job, FillTable]) -> None:
    job, table = worked
    section = plan(job).sections[0]
    assert section.bags.field is not None and section.installed_in is not None
    assert sum(band.bags for band in table.bands) == pytest.approx(section.bags.field, abs=1e-9)
    assert [band.number for band in table.bands] == sorted(band.number for band in table.bands)
    for band in table.bands:
        assert band.depth_in == pytest.approx(section.installed_in)
    (product,) = table.products
    assert product.on_truck == plan(job).order[0].bags_order and product.minutes == pytest.approx((0.8, 2.0))


def test_places_show_the_fill_line_and_lie_in_their_band(worked: tuple[Job, FillTable]) -> None:
    job, table = worked
    section = plan(job).sections[0]
    markers = [place for place in table.places if place.marker is not None]
    random = [place for place in table.places if place.marker is None]
    assert [place.at_ft for place in markers] == list(section.marker_points_ft)
    assert len(random) == random_count(section.net_area_ft2 or 0)
    for place in random:
        assert not place.tapered and place.fill_in == pytest.approx(section.depth_total_in)
        assert place.old_in + (section.installed_in or 0) == pytest.approx(place.fill_in)
    assert {place.band for place in table.places} <= {band.number for band in table.bands}
    # An inch more over every band is what an inch more takes in all.
    whole = (section.net_area_ft2 or 0) / ((section.bag_covers_ft2 or 1) * (section.installed_in or 1))
    assert sum(band.bags_per_in for band in table.bands) == pytest.approx(whole)
    assert table_of(job).places == table.places


@pytest.mark.parametrize(("area_ft2", "count"), [(80, 5), (500, 5), (501, 6), (1200, 12)])
def test_how_many_random_places(area_ft2: float, count: int) -> None:
    assert random_count(area_ft2) == count


def test_jobs_at_random_have_a_table_that_agrees_with_their_plan() -> None:
    filled = 0
    for seed in range(30):
        job = read_job(random_job(seed))
        table, sections = table_of(job), plan(job).sections
        known = {product.id for product in table.products}
        numbers = [band.number for band in table.bands]
        assert {band.product for band in table.bands} == known and len(numbers) == len(set(numbers)), seed
        of_bands = {band.number: band.section for band in table.bands}
        assert all(of_bands.get(place.band or 0) == place.section for place in table.places), seed
        for section in sections:
            if section.product in known and section.bags.field and section.kind != "left_out":
                mine = sum(band.bags for band in table.bands if band.section == section.id)
                assert mine == pytest.approx(section.bags.field), (seed, section.id)
        if table.bands:
            filled += 1
            day = Practice(table=table, seed=seed, begin=datetime(2026, 5, 4, tzinfo=UTC))
            run = run_of(table, [entry_of(read_entry(entry)) for entry in day.entries()])
            assert run.refused == [] and all(band.done for band in run.bands), seed
    assert filled >= 10


def test_the_row_to_prove_is_that_of_what_is_blown_and_not_of_batts_beneath() -> None:
    rows = field_pack_rows(141)
    # A 4 in cap over batts of 3½ in: its chart begins deeper, so that no row is asked for; never the row of 7½ in.
    assert rows == []
    assert [row.r for row in field_pack_rows(None)] == [plan(read_job(attic())).sections[0].r_added]


def field_pack_rows(seed: int | None) -> list[RowWanted]:
    job = read_job(attic() if seed is None else random_job(seed, 0.0))
    planned = plan(job)
    found = reach(planned)
    table = fill_table(planned, found, load_list(planned, planned.work, Firm(), found.hose))
    return [row for row in table.rows if not row.closed]
