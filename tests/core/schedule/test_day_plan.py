"""A day by the clock: worked by hand for an attic that closes in the heat."""

from __future__ import annotations

import pytest

from elm_cover.core.schedule.day_plan import DayPlan, DayTask, best_start, day_plan

COOL = dict.fromkeys(range(24), 55)
# As on the worked day: full to 7, then less and less, none from 10 to 18.
HOT = {6: 55, 7: 45, 8: 35, 9: 20} | dict.fromkeys(range(10, 18), 0)


def task(key: str, hours: float, where: str = "attic", **more: object) -> DayTask:
    return DayTask(key=key, what=key.capitalize(), hours=hours, where=where, crew="Alder", people=2, **more)  # type: ignore[arg-type]


def told(plan: DayPlan) -> list[tuple[str, int, float, float]]:
    return [(s.key, s.day, round(s.from_h, 4), round(s.to_h, 4)) for s in plan.stretches]


def test_tasks_follow_one_another() -> None:
    plan = day_plan([task("set", 0.75, "ground"), task("seal", 2), task("blow", 3)], COOL, 7.0)
    assert told(plan) == [("set", 1, 7.0, 7.75), ("seal", 1, 7.75, 9.75), ("blow", 1, 9.75, 12.75)]
    assert (plan.start, plan.end, plan.days, plan.why, plan.hot_h) == (7.0, 12.75, 1, None, 0)


def test_an_hour_of_fewer_minutes_does_less() -> None:
    # From 6: one hour whole, 45/55 in the second, 35/55 of the third: 2.4545 h of work in three hours.
    plan = day_plan([task("blow", 1 + 45 / 55 + 35 / 55)], HOT, 6.0)
    assert told(plan) == [("blow", 1, 6.0, 9.0)] and plan.hot_h == pytest.approx(2)


def test_what_the_heat_stops_goes_on_next_morning_and_says_why() -> None:
    # A day holds (55 + 45 + 35 + 20) / 55 = 2.818 h; of 4 h 1.182 are left: one hour and 0.182 / (45/55) of the next.
    plan = day_plan([task("blow", 4)], HOT, 6.0)
    assert told(plan) == [("blow", 1, 6.0, 10.0), ("blow", 2, 6.0, 7.2222)]
    assert plan.days == 2 and plan.why is not None and "10:00" in plan.why and "too hot" in plan.why
    assert plan.end == pytest.approx(7.2222, abs=1e-4)


def test_the_ground_knows_no_heat() -> None:
    plan = day_plan([task("seal", 2.818), task("pack", 2, "ground")], HOT, 6.0)
    assert told(plan)[-1] == ("pack", 1, pytest.approx(9.9993, abs=1e-3), pytest.approx(11.9993, abs=1e-3))


def test_a_day_is_nine_hours_and_over_by_six() -> None:
    plan = day_plan([task("blow", 10)], COOL, 7.0)
    assert told(plan) == [("blow", 1, 7.0, 16.0), ("blow", 2, 7.0, 8.0)] and plan.why == "Blow: the day is over."
    assert told(day_plan([task("blow", 7)], COOL, 12.0))[0] == ("blow", 1, 12.0, 18.0)


def test_what_was_coated_dries_before_what_comes_after() -> None:
    plan = day_plan([task("mastic", 1, dries_h=12), task("fill", 1, after=("mastic",))], COOL, 7.0)
    # Dry at 20:00: after the day's end.
    assert told(plan) == [("mastic", 1, 7.0, 8.0), ("fill", 2, 7.0, 8.0)] and "dry" in (plan.why or "")
    short = day_plan([task("mastic", 1, dries_h=2), task("fill", 1, after=("mastic",))], COOL, 7.0)
    assert told(short)[-1] == ("fill", 1, 10.0, 11.0)


def test_the_best_start_is_the_one_that_saves_the_day() -> None:
    tasks = [task("set", 0.75, "ground"), task("blow", 2)]
    best = best_start(tasks, HOT)
    assert (best.start, best.days) == (6.0, 1)
    # Where nothing is hot the earliest end wins.
    assert best_start(tasks, COOL).start == 6.0
    # A morning too cold to be hot, but an attic that opens late: one begins so that nobody waits.
    late = {h: 55 if h >= 9 else 0 for h in range(24)}
    assert best_start([task("blow", 2)], late).start == 9.0


def test_an_attic_that_is_never_cool_enough_takes_no_job() -> None:
    plan = best_start([task("blow", 2)], dict.fromkeys(range(24), 0))
    assert not plan.possible and "Wait for a cooler" in (plan.why or "")
    # From noon on it is closed for good: such a start is none.
    assert not day_plan([task("blow", 1)], HOT, 11.0).possible
