"""A log walked and judged: worked by hand, whatever order it came in; and the phone's own walk says the same."""

from __future__ import annotations

import json
import os
import random
import subprocess
from pathlib import Path

import pytest

from tests.core.filling.random_logs import cases
from tests.core.filling.worked import FRONTEND, Log


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


def test_what_is_taken_back_counts_no_more_and_a_void_of_a_void_is_ignored(log: Log) -> None:
    first, *_ = log.bags(3)
    void = log.say("void", voids=first)
    log.say("void", voids=void)
    found = log.run()
    assert found.products[0].bags_in == 2 and found.walked.ignored[0].why == "it takes back what takes something back"


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
