"""A log walked and judged: worked by hand, whatever order it came in; and the phone's own walk says the same."""

from __future__ import annotations

import json
import os
import random
import subprocess
from pathlib import Path
from typing import Any

import pytest

from elm_cover.core.filling.run import Run, run_of
from elm_cover.core.filling.table import FilledWith, FillTable, Quota, ReadPlace, StopStanding
from elm_cover.core.log.entry import Entry

from .random_logs import cases

FRONTEND = Path(__file__).parents[3] / "frontend"
TABLE = FillTable(
    bands=(
        Quota(number=1, section="main", product="p", area_ft2=100, bags=10, depth_in=12),
        Quota(number=2, section="main", product="p", area_ft2=50, bags=6, depth_in=12),
    ),
    places=(
        ReadPlace(id="m1", section="main", marker=1, at_ft=(1, 1), band=1, old_in=3.5, fill_in=15.5, tapered=False, bags_per_in=0.5),
        ReadPlace(id="m2", section="main", marker=2, at_ft=(9, 1), band=2, old_in=3.5, fill_in=9.0, tapered=True, bags_per_in=0.5),
    ),
    products=(FilledWith(id="p", name="P", unit="bags", bag_lb=25, bags_field=16, on_truck=15, minutes=(0.8, 2)),),
    stops=(
        StopStanding(key="fan:1", hazard="fan", what="Fan", who="crew", why="", by_crew=True),
        StopStanding(key="hazard:w", hazard="wires", what="Wires", who="electrician", why="", by_crew=False),
    ),
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
            )
        )
        return name

    def bags(self, count: int, device: str = "a") -> list[str]:
        return [self.say("bag.in", device, bags=1) for _ in range(count)]

    def run(self) -> Run:
        return run_of(TABLE, self.entries)


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


def test_entering_the_next_band_leaves_the_one_before(log: Log) -> None:
    log.bags(10)
    log.say("band.enter", section="main", band=2)
    log.bags(3)
    found = log.run()
    assert [(b.done, b.open, b.bags) for b in found.bands] == [(True, False, 10), (False, True, 3)]


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


def test_a_second_day_goes_on_and_one_taken_back_takes_its_bags_along(log: Log) -> None:
    log.bags(4)
    log.say("hopper", bags=1.0)
    log.say("day.end")
    second = log.say("day.start", revision=1)
    log.say("bag.in", bags=1, of_day=second)
    found = log.run()
    assert [day.bags for day in found.walked.days] == [4, 1] and found.products[0].in_attic == 4.5
    log.say("void", voids=second)
    found = log.run()
    assert found.products[0].bags_in == 4 and found.walked.ignored[0].why == "the day it belongs to was taken back"


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
    assert (short.marker, short.short_in, short.bags) == (1, 1.0, 0.5)
    log.say("reading", section="main", marker=1, depth_in=15.0)  # exactly half an inch is allowed
    log.say("reading", section="main", marker=2, depth_in=8.5)
    assert log.run().short == ()


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
