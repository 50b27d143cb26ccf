"""The practice machine by its formulas, and the practice counter by its own day (handbook §18)."""

from __future__ import annotations

import itertools
import json
import statistics
from datetime import UTC, date, datetime

import pytest

from elm_cover.core.filling.run import run_of
from elm_cover.core.from_job.log import entry_of
from elm_cover.demo.jobs import PRACTICE_AIR, PRACTICE_BAGS, PRACTICE_SEED, PRACTISED
from elm_cover.demo.week import small_documents
from elm_cover.devices.counter import Practice, UnreachableError, in_real_time, post
from elm_cover.devices.machine import Machine, Settings, dust, feed_lb_per_min, fluff, plug_chance, throw_ft
from elm_cover.formats.field_pack import field_pack, read_pack
from elm_cover.formats.log_file import read_entry
from elm_cover.job import read_job
from tests.core.filling.worked import TABLE

BEGIN = datetime(2026, 5, 4, 8, tzinfo=UTC)


def test_a_sensible_setting_gives_the_charts_density() -> None:
    assert fluff(Settings()) == pytest.approx(1.0)
    assert 1 / fluff(Settings(air=1.0)) == pytest.approx(0.91, abs=0.005)
    assert 1 / fluff(Settings(hose_ft=75)) == pytest.approx(1.11, abs=0.005)


def test_feed_throw_dust_and_plugs() -> None:
    assert feed_lb_per_min("cellulose", Settings()) == pytest.approx(60 * 0.49)
    assert feed_lb_per_min("glass", Settings(wear=1)) == pytest.approx(36 * 0.49 * 0.7)
    assert feed_lb_per_min("cellulose", Settings(humidity=1)) == pytest.approx(60 * 0.49 * 0.7)
    assert throw_ft(Settings(air=0.5, speed=0.8)) == pytest.approx(8)
    assert (dust(Settings(air=0.7)), dust(Settings(air=1))) == (0, pytest.approx(1))
    assert plug_chance(Settings()) == pytest.approx(0.002)
    assert plug_chance(Settings(gate=0.9, air=0.6)) == pytest.approx(0.002 + 0.2 * 0.2)


def test_the_noise_is_as_wide_and_as_slow_as_it_says() -> None:
    machine = Machine("cellulose", 4)
    noise = [minute.fluff - 1 for minute in itertools.islice(machine.minutes(), 20_000)]
    assert statistics.stdev(noise) == pytest.approx(0.02, rel=0.1)
    assert statistics.correlation(noise[:-1], noise[1:]) == pytest.approx(0.9, abs=0.02)


def test_a_plug_stops_the_feed_for_three_minutes() -> None:
    machine = Machine("cellulose", 2, Settings(gate=1.0, air=0.3))
    plugged = [minute.plugged for minute in itertools.islice(machine.minutes(), 2000)]
    runs = [len(list(group)) for stood, group in itertools.groupby(plugged) if stood]
    assert runs and all(run % 3 == 0 or run == runs[-1] for run in runs)


def test_settings_and_kinds_that_are_none_are_refused() -> None:
    with pytest.raises(ValueError, match="air is 0 to 1"):
        Settings(air=1.2)
    with pytest.raises(ValueError, match="hose"):
        Settings(hose_ft=0)
    with pytest.raises(ValueError, match="cellulose, glass"):
        Machine("straw", 1)


def test_a_practice_day_is_the_same_for_a_seed_and_adds_up() -> None:
    first, again = ([*Practice(table=TABLE, seed=5, begin=BEGIN).entries()] for _ in range(2))
    assert first == again and first != [*Practice(table=TABLE, seed=6, begin=BEGIN).entries()]
    run = run_of(TABLE, [entry_of(read_entry(entry)) for entry in first])
    assert not run.refused and all(band.done for band in run.bands)
    # The chart's density at a sensible setting: as many bags as planned, but for noise and the hopper's quarter.
    assert run.products[0].in_attic == pytest.approx(16, abs=1.2)
    light = Practice(table=TABLE, seed=5, begin=BEGIN, settings=Settings(air=1.0))
    fluffed = run_of(TABLE, [entry_of(read_entry(entry)) for entry in light.entries()])
    assert fluffed.products[0].in_attic < run.products[0].in_attic - 0.5


def test_a_day_stops_in_the_middle_where_it_is_told_to() -> None:
    entries = [*Practice(table=TABLE, seed=5, begin=BEGIN, until_bags=4).entries()]
    assert sum(entry["kind"] == "bag.in" for entry in entries) == 4 and entries[-1]["kind"] == "bag.in"


def test_entries_come_when_they_are_due_so_many_times_quicker() -> None:
    waited: list[float] = []
    sent: list[str] = []
    practice = Practice(table=TABLE, seed=5, begin=BEGIN)
    count = in_real_time(practice.entries(), 60, lambda entry: sent.append(entry["at"]), waited.append)
    took = (datetime.fromisoformat(sent[-1]) - BEGIN).total_seconds()
    assert count == len(sent) and sum(waited) == pytest.approx(took / 60)


def test_a_program_that_is_not_there_is_said() -> None:
    with pytest.raises(UnreachableError, match="does not answer"):
        post("http://127.0.0.1:9", "job", [json.loads("{}")])


def test_a_machine_that_is_ten_percent_heavy_is_said_by_bag_twenty() -> None:
    """6 Ropewalk, 30 bags in bands of 4: said at the third or fourth band end for six days of seven, the demo's among them."""
    document = next(one for one in small_documents(date(2026, 5, 4)) if one["name"] == PRACTISED)
    table = read_pack(field_pack(read_job(document)))
    assert sum(band.bags for band in table.bands) == pytest.approx(30.2, abs=0.1)
    said_at: dict[int, int | None] = {}
    for seed in range(30):
        day = Practice(table=table, seed=seed, begin=BEGIN, settings=Settings(air=PRACTICE_AIR))
        entries = [entry_of(read_entry(entry)) for entry in day.entries()]
        said_at[seed] = None
        for i, entry in enumerate(entries):
            if entry.kind == "band.leave" and run_of(table, entries[: i + 1]).products[0].said == "heavy":
                said_at[seed] = sum(one.kind == "bag.in" for one in entries[: i + 1])
                break
    assert (said_at[PRACTICE_SEED] or 99) <= PRACTICE_BAGS == 20
    assert sum(bags is not None and bags <= 20 for bags in said_at.values()) >= 24
