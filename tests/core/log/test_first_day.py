"""Bands keep their numbers once a day was begun: by the bags that the first start tells, or by the throw as older programs did."""

from __future__ import annotations

from datetime import UTC, date, datetime
from typing import Any

import pytest

from elm_cover.core.done import filled_job, proved_job
from elm_cover.core.filling.table import bags_by_section
from elm_cover.core.log.entry import Entry
from elm_cover.core.log.first_day import Cut, cut_of
from elm_cover.core.log.standing import standing
from elm_cover.demo.week import small_documents
from elm_cover.devices.counter import Practice
from elm_cover.formats.field_pack import field_pack, read_pack
from elm_cover.formats.log_file import read_entry
from elm_cover.job import Job, read_job

PHONE = "phone-0a1b2c3d-0000-4000-8000-000000000000"


def start(device: str, **value: Any) -> Entry:
    return Entry("1", device, 1, 0.0, "crew", "day.start", {"revision": 1, **value})


@pytest.mark.parametrize(
    ("entries", "cut"),
    [
        ([], None),
        ([start(PHONE, bags={"main": 30.0})], Cut({"main": 30.0})),
        ([start(PHONE)], Cut(None)),  # written by a phone that did not tell: an older program's
        ([start("practice counter")], Cut(None)),
        ([start("hopper 1")], None),  # somebody else's device
        ([start(PHONE), Entry("2", "desk", 1, 9.0, "local", "void", {}, "1")], None),
    ],
)
def test_by_what_the_floor_was_cut(entries: list[Entry], cut: Cut | None) -> None:
    assert cut_of(standing(entries).entries) == cut


def ropewalk(depth_in: float | None = None) -> Job:
    document = next(one for one in small_documents(date(2026, 5, 4)) if one["name"] == "6 Ropewalk")
    if depth_in is not None:
        document["choice"]["floor"]["depth"] = {"by": "installed_in", "value_in": depth_in}
    return read_job(document)


def test_a_depth_that_is_changed_after_the_first_day_moves_quotas_and_no_band() -> None:
    before = filled_job(ropewalk()).table
    cut = Cut(bags_by_section(before))
    for depth_in in (9.0, 12.0, 18.0, 30.0):
        now, kept = filled_job(ropewalk(depth_in)).table, filled_job(ropewalk(depth_in), cut=cut).table
        assert [band.number for band in kept.bands] == [band.number for band in before.bands]
        areas = [band.area_ft2 for band in before.bands]
        assert [band.area_ft2 for band in kept.bands] == pytest.approx(areas, rel=0.1)
        assert bags_by_section(kept)["floor"] == pytest.approx(bags_by_section(now)["floor"])
    # Thirty inches take 60 bags and more: anew it would be cut into smaller bands.
    assert (
        len(now.bands) >= len(before.bands) and bags_by_section(now)["floor"] > 1.5 * bags_by_section(before)["floor"]
    )


def test_a_job_that_was_proved_under_the_old_bands_stays_proved() -> None:
    """A log as older programs wrote it, with bands a throw deep: every band is done, and the row is claimed as before."""
    job = ropewalk()
    old = filled_job(job, cut=Cut(None)).table
    assert len(old.bands) < len(filled_job(job).table.bands)
    blown = list(Practice(table=old, seed=2, begin=datetime(2026, 5, 4, 8, tzinfo=UTC)).entries())
    for entry in blown:
        entry["device"] = PHONE
        entry.pop("practice")
        entry["value"].pop("bags", None) if entry["kind"] == "day.start" else None
        entry["value"].pop("done", None)
    proof = proved_job(job, [read_entry(entry) for entry in blown]).proof
    assert all(band.done for band in proof.run.bands) and len(proof.run.bands) == len(old.bands)
    assert "not every band is done" not in proof.products[0].not_yet and proof.run.refused == []


def test_the_pack_of_a_day_is_cut_as_the_day_began() -> None:
    cut = Cut(bags_by_section(filled_job(ropewalk()).table))
    pack = read_pack(field_pack(ropewalk(18.0), 2, cut=cut))
    assert [band.number for band in pack.bands] == list(range(1, 9))
