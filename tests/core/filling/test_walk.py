"""A log walked and judged: worked by hand, whatever order it came in; and the phone's own walk says the same."""

from __future__ import annotations

import json
import os
import random
import subprocess
from dataclasses import replace
from pathlib import Path
from typing import Any

import pytest

from elm_cover.core.filling.run import Run, run_of
from elm_cover.core.filling.stops import StopsSeen, with_times
from elm_cover.core.filling.table import FilledWith, FillTable, FloorCells, Quota, ReadPlace, StopStanding
from elm_cover.core.log.entry import Entry

from .random_logs import cases

FRONTEND = Path(__file__).parents[3] / "frontend"
TABLE = FillTable(
    bands=(
        Quota(number=1, section="main", product="p", area_ft2=100, bags=10, depth_in=12, bags_per_in=0.8),
        Quota(number=2, section="main", product="p", area_ft2=50, bags=6, depth_in=12, bags_per_in=0.5),
    ),
    places=(
        ReadPlace(id="m1", section="main", marker=1, at_ft=(1, 1), band=1, old_in=3.5, fill_in=15.5, tapered=False),
        ReadPlace(id="m2", section="main", marker=2, at_ft=(9, 1), band=2, old_in=3.5, fill_in=9.0, tapered=True),
    ),
    products=(FilledWith(id="p", name="P", unit="bags", bag_lb=25, bags_field=16, on_truck=15, minutes=(0.8, 2)),),
    stops=(
        StopStanding(key="fan:1", hazard="fan", what="Fan", who="crew", why="", by_crew=True),
        StopStanding(key="hazard:w", hazard="wires", what="Wires", who="electrician", why="", by_crew=False),
    ),
    # Twelve feet of floor in cells of 3: band 1, then band 2, whose last cell is taper.
    floors=(FloorCells(section="main", origin_ft=(0, 0), cell_ft=3.0, columns=4, band=(1, 1, 2, 2), old_in=(3.5,) * 4,
                       fill_in=(15.5, 15.5, 15.5, 9.0), tapered=(0, 0, 0, 1)),),
    sections={"main": "Main"},
)  # fmt: skip


class Log:
    """A log written line by line, a minute and a half between them."""

    def __init__(self) -> None:
        self.entries: list[Entry] = []
        self.at_s = 0.0
        self.count: dict[str, int] = {}

    def say(self, kind: str, device: str = "a", voids: str | None = None, **value: Any) -> str:
        self.at_s += 90
        self.count[device] = self.count.get(device, 0) + 1
        name = f"{device}{self.count[device]}"
        band, day = value.pop("in_band", None), value.pop("of_day", None)
        practice = value.pop("practice", False)
        self.entries.append(
            Entry(
                name,
                device,
                self.count[device],
                self.at_s,
                "crew",
                kind,
                value,
                voids,
                at=f"{self.at_s:g}",
                band=band,
                day=day,
                practice=practice,
            )
        )
        return name

    def bags(self, count: int, device: str = "a") -> list[str]:
        return [self.say("bag.in", device, bags=1) for _ in range(count)]

    def run(self, table: FillTable = TABLE) -> Run:
        return run_of(table, self.entries)


@pytest.fixture
def log() -> Log:
    """A day begun with half a bag in the hopper, in band 1."""
    found = Log()
    found.say("day.start", revision=1)
    found.say("hopper", bags=0.5)
    found.say("band.enter", section="main", band=1)
    return found


def test_bags_in_the_attic_are_what_was_there_and_came_less_what_is_left(log: Log) -> None:
    log.bags(10)
    log.say("hopper", bags=0.25)
    log.say("band.leave", section="main", band=1)
    found = log.run()
    product = found.products[0]
    assert (product.bags_in, product.in_attic) == (10, 10.25) and product.points == ((100, 10.25),)
    assert (found.bands[0].bags, found.bands[0].in_attic, found.bands[0].done) == (10, 10.25, True)
    assert product.covered_bags == 10 and product.planned == 16
    assert product.pace_min_per_bag == 1.5


def test_the_level_read_just_after_the_end_is_that_of_the_end(log: Log) -> None:
    log.bags(10)
    log.say("band.leave", section="main", band=1)
    log.say("hopper", bags=2.0)
    found = log.run()
    assert found.products[0].points == ((100, 8.5),) and found.bands[0].in_attic == 8.5


def test_entering_the_next_band_leaves_the_one_before_done_where_it_has_its_bags(log: Log) -> None:
    log.bags(10)
    log.say("band.enter", section="main", band=2)
    log.bags(3)
    found = log.run()
    assert [(b.done, b.open, b.bags) for b in found.bands] == [(True, False, 10), (False, True, 3)]


def test_a_band_tapped_by_mistake_and_left_again_is_not_done(log: Log) -> None:
    log.bags(9)
    log.say("band.enter", section="main", band=2)
    log.say("band.enter", section="main", band=1)
    found = log.run()
    assert [(b.done, b.open, b.bags) for b in found.bands] == [(False, True, 9), (False, False, 0)]
    # Nothing is covered: the forecast is as it was before the first band.
    assert found.products[0].covered_bags == 0 and found.products[0].forecast.mean == 16


def test_a_band_left_for_later_is_not_covered_and_one_that_takes_none_is_and_wants_none(log: Log) -> None:
    log.bags(4)
    log.say("hopper", bags=0.5)
    log.say("band.leave", section="main", band=1, done=False)
    found = log.run()
    assert (found.bands[0].done, found.bands[0].in_attic, found.products[0].covered_bags) == (False, 4.0, 0)
    log.say("band.enter", section="main", band=2)
    log.say("band.leave", section="main", band=2, none=True)
    found = log.run()
    assert found.bands[1].done and found.bands[1].none and found.products[0].planned == 10
    # What went into the one left for later is no part of what covers floor.
    log.say("band.enter", section="main", band=1)
    log.bags(6)
    log.say("band.leave", section="main", band=1, done=True)
    found = log.run()
    assert (found.bands[0].in_attic, found.products[0].points[-1]) == (10.0, (150, 10.0))
    assert found.products[0].verdict.q == pytest.approx(1.0)


def test_what_lies_in_a_band_entered_again_is_all_that_went_into_it(log: Log) -> None:
    log.bags(4)
    log.say("hopper", bags=0.5)
    log.say("band.leave", section="main", band=1)
    log.say("band.enter", section="main", band=1)
    log.bags(3)
    (band, _) = log.run().bands
    assert (band.bags, band.in_attic, band.lies) == (7, 4.0, 7.0)


def test_a_band_done_again_is_not_covered_until_it_is_left_again(log: Log) -> None:
    log.bags(8)
    log.say("band.leave", section="main", band=1)
    log.say("band.enter", section="main", band=1)
    log.bags(2)
    assert log.run().products[0].covered_bags == 0
    log.say("band.leave", section="main", band=1)
    found = log.run()
    assert (found.bands[0].bags, found.bands[0].in_attic) == (10, 10.0) and found.products[0].covered_bags == 10


def test_one_device_counts_and_the_other_is_asked(log: Log) -> None:
    log.bags(4)
    other = log.bags(2, "b")
    found = log.run()
    assert found.products[0].bags_in == 4 and [one.entry for one in found.walked.asked] == other
    log.say("answer", question=f"bag:{other[0]}", text="yes")
    log.say("answer", question=f"bag:{other[1]}", text="no")
    found = log.run()
    assert found.products[0].bags_in == 5 and not found.walked.asked
    log.say("count.take", "b")
    log.bags(1, "b")
    log.bags(1, "a")
    found = log.run()
    assert found.products[0].bags_in == 6 and found.walked.holder == "b" and len(found.walked.asked) == 1


def test_what_is_taken_back_counts_no_more_and_a_void_of_a_void_is_ignored(log: Log) -> None:
    first, *_ = log.bags(3)
    void = log.say("void", voids=first)
    log.say("void", voids=void)
    found = log.run()
    assert found.products[0].bags_in == 2 and found.walked.ignored[0].why == "it takes back what takes something back"


def test_the_hopper_goes_on_from_its_last_level_on_the_second_day(log: Log) -> None:
    """8 bags, 2 left in the hopper: 6½ lie in the attic, whatever the next day begins with."""
    log.bags(8)
    log.say("hopper", bags=2.0)
    log.say("day.end")
    assert log.run().products[0].in_attic == 6.5
    log.say("day.start", revision=1)
    assert log.run().walked.days[1].hopper_start == 2.0
    log.say("hopper", bags=0.0)  # emptied over night: what was taken out lies nowhere
    assert log.run().products[0].in_attic == 6.5
    log.bags(2)
    log.say("hopper", bags=0.5)
    found = log.run()
    assert found.products[0].in_attic == 8.0 and [day.bags for day in found.walked.days] == [8, 2]
    assert [(day.hopper_start, day.hopper_end) for day in found.walked.days] == [(0.5, 2.0), (0.0, 0.5)]


def test_a_day_taken_back_takes_all_along_that_was_done_on_it(log: Log) -> None:
    log.bags(4)
    log.say("hopper", bags=1.0)
    log.say("day.end")
    before = log.run()
    second = log.say("day.start", revision=1)
    log.say("hopper", bags=0.25)
    log.bags(7)  # a counter that names no day
    log.say("band.leave", section="main", band=1, of_day=second)
    log.say("reading", section="main", marker=1, depth_in=9.0)
    log.say("work.done", key="fan:1")
    log.say("photo", file="p.jpg", section="main", at_ft=(1, 1))
    log.say("day.end", of_day=second)
    assert log.run().bands[0].done and log.run().short
    log.say("void", voids=second)
    found = log.run()
    assert (found.products, found.bands, found.short) == (before.products, before.bands, ())
    assert len(found.walked.days) == 1 and found.walked.day is None and found.walked.open_band == 1
    assert {one.why for one in found.walked.ignored} == {"the day it belongs to was taken back"}
    # A tick and a picture are true without the day; the picture's place goes with it.
    assert found.walked.done == {"fan:1"} and found.walked.stood[-1].value == {"file": "p.jpg"}


def test_what_comes_after_a_start_was_taken_back_is_not_of_it(log: Log) -> None:
    log.say("void", voids="a1")
    log.bags(2)
    found = log.run()
    assert found.products[0].bags_in == 2 and not found.walked.days


def test_an_end_taken_back_is_the_last_ones_after_several_days(log: Log) -> None:
    log.say("day.end")
    for _ in range(3):
        log.say("day.start", revision=1)
        end = log.say("day.end")
    assert log.run().walked.days[-1].end_entry == end
    log.say("void", voids=end)
    assert log.run().walked.day is not None and len(log.run().walked.days) == 4


def test_two_phones_that_start_without_a_signal_come_to_one_day(log: Log) -> None:
    """The earlier start by corrected time is the day; the other joins it and its bags wait."""
    other = log.say("day.start", "b", revision=1)
    log.bags(3)
    log.bags(2, "b")
    found = log.run()
    (day,) = found.walked.days
    assert day.joined == [other] and found.walked.holder == "a" and day.bags == 3
    assert [one.device for one in found.walked.asked] == ["b", "b"]
    # A start on another day by another phone is that day's, though nobody ended the one before.
    log.at_s += 13 * 3600
    log.say("day.start", "b", revision=1)
    found = log.run()
    assert [one.device for one in found.walked.days] == ["a", "b"] and found.walked.holder == "b"


def test_bands_levels_and_ends_of_a_device_that_does_not_count_wait_with_its_bags(log: Log) -> None:
    log.bags(2)
    said = [log.say("band.enter", "counter", section="main", band=2), *log.bags(6, "counter"),
            log.say("hopper", "counter", bags=1.0), log.say("band.leave", "counter", section="main", band=2)]  # fmt: skip
    log.say("reading", "counter", section="main", marker=2, depth_in=9.0)
    said.append(log.say("day.end", "counter"))
    found = log.run()
    assert [one.entry for one in found.walked.asked] == said and found.walked.day is not None
    assert [(band.bags, band.done) for band in found.bands] == [(2, False), (0, False)]
    assert found.products[0].hopper_now == 0.5 and len(found.walked.readings) == 1
    # All of it with one word: it counts where it was said.
    log.say("answer", question="bag:", text="yes", of=said)
    found = log.run()
    assert not found.walked.asked and [(band.bags, band.done) for band in found.bands] == [(2, False), (6, True)]
    assert found.walked.day is None and found.products[0].hopper_now == 1.0


def test_who_starts_the_day_at_the_desk_does_not_take_the_count() -> None:
    log = Log()
    log.say("day.start", "desk 1", revision=1)
    log.bags(3)
    found = log.run()
    assert found.walked.holder == "a" and found.products[0].bags_in == 3 and not found.walked.asked
    # Nor from a phone whose day is open.
    log.say("day.start", "desk 1", revision=1)
    log.bags(1)
    assert log.run().walked.holder == "a" and log.run().products[0].bags_in == 4


def test_practice_and_real_work_never_mix(log: Log) -> None:
    log.bags(2)
    log.say("bag.in", "practice counter", bags=5, practice=True)
    found = log.run()
    assert found.products[0].bags_in == 2 and "practice and the day is real" in found.walked.ignored[0].why
    practised = Log()
    practised.say("day.start", "practice counter", revision=1, practice=True)
    practised.say("bag.in", "practice counter", bags=5, practice=True)
    practised.say("bag.in", bags=1)
    found = practised.run()
    assert found.walked.practice and found.walked.days[0].practice and found.products[0].bags_in == 5
    assert "real and the day is practice" in found.walked.ignored[0].why
    # A real day after it: practice counts nothing any more.
    practised.say("day.end", "practice counter", practice=True)
    practised.say("day.start", revision=1)
    practised.bags(3)
    found = practised.run()
    assert not found.walked.practice and found.products[0].bags_in == 3 and len(found.walked.days) == 1


def test_a_start_under_a_stop_is_marked_and_lifted_by_whom_it_may_be(log: Log) -> None:
    assert log.run().walked.days[0].under_stops == ["fan:1", "hazard:w"]
    later = Log()
    later.say("work.done", key="fan:1")
    later.say("work.done", key="hazard:w")  # the crew's tick lifts no trade's stop
    later.say("day.start", revision=1)
    assert later.run().walked.days[0].under_stops == ["hazard:w"]
    later.say("hazard.cleared", hazard="wires", by="E", how="dead")
    later.say("day.start", revision=1)
    assert later.run().walked.days[1].under_stops == []


def test_a_short_place_is_said_with_what_mends_it_and_the_new_reading_replaces_it(log: Log) -> None:
    log.say("reading", section="main", marker=1, depth_in=14.5)
    (short,) = log.run().short
    # The only place of band 1 stands for all of it: 1 in × 0.8 bags, down to the quarter.
    assert (short.marker, short.short_in, short.bags) == (1, 1.0, 0.75)
    log.say("reading", section="main", marker=1, depth_in=15.0)  # exactly half an inch is allowed
    log.say("reading", section="main", marker=2, depth_in=8.5)
    assert log.run().short == ()


def test_bags_for_short_places_come_to_no_more_than_the_band_is_missing() -> None:
    """Sixteen places 1⅝ in short over a floor that takes 5.3 bags an inch: 8.6 are missing, 8.5 are told in quarters."""
    places = tuple(
        ReadPlace(id=f"p{i}", section="main", marker=i + 1, at_ft=(float(i), 0), band=1, old_in=3.5, fill_in=15.5, tapered=False)
        for i in range(16)
    )  # fmt: skip
    table = replace(TABLE, bands=(replace(TABLE.bands[0], bags_per_in=5.3),), places=places, floors=())
    log = Log()
    for i in range(16):
        log.say("reading", section="main", marker=i + 1, depth_in=13.875)
    short = log.run(table).short
    assert sum(one.bags for one in short) == 8.5 and {one.bags for one in short} == {0.5, 0.75}
    # Read or not, a place stands for its share: one short place of sixteen is missing a sixteenth of the band's 8.6.
    log = Log()
    log.say("reading", section="main", marker=3, depth_in=13.875)
    assert [one.bags for one in log.run(table).short] == [0.5]


def test_a_reading_anywhere_on_the_floor_counts_where_it_lies(log: Log) -> None:
    log.bags(10)
    log.say("band.leave", section="main", band=1)
    log.say("reading", section="main", depth_in=14.5, at_ft=(4.5, 1.5))
    log.say("reading", section="main", depth_in=8.75, at_ft=(11, 1))
    off = log.say("reading", section="main", depth_in=12, at_ft=(40.25, 1))
    found = log.run()
    first, second = found.walked.readings
    assert (first.band, first.new_in, first.fill_in) == (1, 11.0, 15.5)
    assert (second.band, second.new_in, second.fill_in) == (2, None, 9.0)
    assert found.products[0].verdict.readings == 1
    assert [(one.entry, one.why) for one in found.refused] == [
        (off, "the reading at 40.25, 1 ft lies on no floor of Main that this plan fills")
    ]
    # Short by an inch; its place and the marker's share the band: ½ × 0.8.
    (short,) = found.short
    assert (short.place, short.at_ft, short.short_in, short.bags) == (None, (4.5, 1.5), 1.0, 0.25)
    log.say("reading", section="main", depth_in=15.5, at_ft=(4.5, 1.5))
    assert log.run().short == ()


def test_heavy_and_short_are_said_together(log: Log) -> None:
    log.bags(13)
    log.say("band.leave", section="main", band=1)
    assert not log.run().heavy_and_short
    log.say("reading", section="main", marker=1, depth_in=14.5)
    found = log.run()
    assert found.products[0].verdict.word == "heavy" and found.heavy_and_short


def test_a_stop_put_in_later_halts_the_day_and_calls_no_earlier_one_wrong() -> None:
    """The stop came in at 1,000 s: the day of before is right, the open one halts, its bags are marked."""
    stops = tuple(replace(stop, since_s=1000.0) for stop in TABLE.stops[1:])
    table = replace(TABLE, stops=stops)
    log = Log()
    log.say("day.start", revision=1)
    log.bags(9)  # the last of them at 900 s
    found = log.run(table)
    assert found.walked.days[0].under_stops == [] and found.walked.halted == ["hazard:w"]
    assert found.walked.days[0].after_stop == 0
    log.bags(2)  # 990 s, 1,080 s
    log.say("bag.in", bags=1, before_stop=True)
    log.say("bag.in", bags=1, before_stop=False)
    found = log.run(table)
    # All count: they lie in the attic. Two of them are marked.
    assert found.products[0].bags_in == 13 and found.walked.days[0].after_stop == 2
    log.say("day.end")
    assert log.run(table).walked.halted == [] and log.run(table).walked.days[0].under_stops == []
    log.say("day.start", revision=1)
    assert log.run(table).walked.days[1].under_stops == ["hazard:w"]
    log.say("hazard.cleared", hazard="wires", by="E", how="dead")
    log.bags(1)
    found = log.run(table)
    assert found.walked.halted == [] and found.walked.days[1].after_stop == 0


def test_a_day_by_an_older_revision_is_not_judged_by_a_newer_pack() -> None:
    log = Log()
    log.say("day.start", revision=1)
    assert log.run(replace(TABLE, revision=2)).walked.days[0].under_stops == []
    assert log.run(replace(TABLE, revision=1)).walked.days[0].under_stops == ["fan:1", "hazard:w"]


def test_stops_are_told_with_when_they_came_and_went() -> None:
    fan, wires = TABLE.stops
    now, past = with_times(
        [StopsSeen(10, (fan,)), StopsSeen(20, (fan, wires)), StopsSeen(30, (wires,)), StopsSeen(40, (fan, wires))]
    )
    assert [(stop.key, stop.since_s, stop.until_s) for stop in now] == [("fan:1", 40, None), ("hazard:w", 20, None)]
    assert [(stop.key, stop.since_s, stop.until_s) for stop in past] == [("fan:1", 0.0, 30)]
    assert with_times([]) == ((), ())


def test_readings_in_the_taper_say_nothing_of_the_density(log: Log) -> None:
    log.bags(10)
    log.say("band.enter", section="main", band=2)
    log.bags(6)
    log.say("reading", section="main", marker=1, depth_in=15.5)
    log.say("reading", section="main", marker=2, depth_in=2.0)
    log.say("band.leave", section="main", band=2)
    verdict = log.run().products[0].verdict
    assert verdict is not None and verdict.readings == 1


def test_the_verdict_is_said_once_two_agree_and_the_truck_is_held_against_the_forecast(log: Log) -> None:
    log.bags(13)
    log.say("band.enter", section="main", band=2)
    assert log.run().products[0].said is None
    for _ in range(6):
        log.say("reading", section="main", marker=1, depth_in=15.5)
    product = log.run().products[0]
    assert product.said == "heavy" and product.runs_out is not None
    assert product.runs_out.after_bag == 15 and product.runs_out.short == pytest.approx(product.forecast.mean - 15)


def test_pauses_breaks_and_a_clock_that_jumped_are_no_pace(log: Log) -> None:
    log.bags(2)
    log.say("day.pause")
    log.at_s += 1800
    log.say("day.go")
    log.bags(1)
    # From bag to pause 90 s, from going on to the next bag 90 s.
    assert log.run().products[0].pace_min_per_bag == pytest.approx((90 + 180) / 2 / 60)
    log.at_s += 86_400
    log.bags(1)
    assert log.run().products[0].pace_min_per_bag == pytest.approx((90 + 180) / 2 / 60)


def test_what_does_not_go_with_the_plan_is_said_and_loses_nothing(log: Log) -> None:
    log.say("band.enter", section="main", band=77)
    log.say("band.enter", section="another", band=2)
    log.say("reading", section="attic", marker=1, depth_in=9)
    log.say("reading", section="main", marker=8, depth_in=9)
    log.say("bag.in", bags=1, in_band=78)
    log.bags(2)
    log.say("band.leave", section="main", band=2)
    log.say("day.end")
    log.say("day.end")
    found = log.run()
    assert len(found.refused) == 7 and found.products[0].bags_in == 2
    for said, why in zip(
        [
            "no band 77",
            "the pack of another job",
            "no section",
            "no marker 8",
            "no band 78",
            "not the one being filled",
            "no day is open",
        ],
        found.refused,
        strict=True,
    ):
        assert said in why.why


def test_ten_thousand_entries_on_an_old_pack_come_to_something(log: Log) -> None:
    for i in range(10_000):
        log.say("band.enter", section="main" if i % 2 else "gone", band=1 + i % 40)
    found = log.run()
    assert len(found.refused) > 9_000 and found.walked.open_band in (1, 2)


def test_the_phones_walk_says_what_the_cores_says(tmp_path: Path) -> None:
    """Two thousand logs at random, both folds, leaf by leaf; 30,000 by `make long`."""
    count = 30_000 if os.environ.get("LONG") else 2_000
    made = cases(count, random.Random(count).randrange(10**6))
    assert sum(len(one["logs"]) for one in made) == count
    words = {p["verdict"][0] for one in made for told in one["told"] for p in told["products"] if p["verdict"]}
    assert {"light", "heavy", "on_line", "fewer", "more"} <= words
    (tmp_path / "cases.json").write_text(json.dumps(made))
    found = subprocess.run(
        ["npx", "vitest", "run", "tests/folds.test.ts"], cwd=FRONTEND, capture_output=True, text=True, timeout=600,
        env={**os.environ, "VITE_FOLD_CASES": str(tmp_path / "cases.json")},
    )  # fmt: skip
    assert found.returncode == 0, (found.stdout + found.stderr)[-3000:]
    assert "1 passed" in found.stdout
