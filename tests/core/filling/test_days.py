"""Days begun, joined, taken back and gone on with; who counts; practice; stops put in meanwhile."""

from __future__ import annotations

from dataclasses import replace

from elm_cover.core.filling.stops import StopsSeen, with_times
from tests.core.filling.worked import TABLE, Log


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
    assert found.walked.done == {"fan:1"} and found.walked.log.entries[-1].value == {"file": "p.jpg"}


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


def test_a_stand_ins_tick_lifts_no_stop_of_a_real_day() -> None:
    log = Log()
    log.say("work.done", "practice counter", key="fan:1", practice=True)
    assert log.run().walked.done == {"fan:1"}
    log.say("day.start", revision=1)
    found = log.run()
    assert found.walked.done == set() and found.walked.days[0].under_stops == ["fan:1", "hazard:w"]


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
