"""Attic air and minutes of work against the worked day; when clocks are put forward."""

from __future__ import annotations

from dataclasses import replace
from datetime import date, timedelta

import pytest

from elm_cover.core.schedule.attic_air import (
    Sky,
    attic_f,
    daylight_time,
    minutes_of,
    outdoor_f,
    sin_elevation,
    sun_f,
    usual_clock_ahead,
    work_minutes,
)

# The worked day: latitude 41, day 196, 66 and 88 °F, dark roof.
DAY = Sky(day=date(2026, 7, 15), latitude=41, high_f=88, low_f=66)


@pytest.mark.parametrize(("hour", "air"), [(6, 71.9), (8, 93.2), (10, 113.0), (13, 129), (14, 129), (18, 103.8)])
def test_the_worked_day(hour: float, air: float) -> None:
    assert DAY.day.timetuple().tm_yday == 196
    assert attic_f(DAY, hour) == pytest.approx(air, abs=0.05 if hour not in (13, 14) else 0.6)


def test_a_clock_ahead_of_the_sun_moves_the_heat() -> None:
    ahead = replace(DAY, clock_ahead=1.0)
    assert attic_f(ahead, 11) == pytest.approx(attic_f(DAY, 10))
    # 8 to 9 by the sun is 9 to 10 by the clock.
    assert work_minutes(ahead, 9) == work_minutes(DAY, 8)


def test_the_hotter_end_of_the_hour_counts() -> None:
    # 71.9 at 6, 82.9 at 7, 93.2 at 8, 103.1 at 9, 113.0 at 10.
    assert [work_minutes(DAY, hour) for hour in (6, 7, 8, 9, 10)] == [55, 45, 35, 20, 0]
    # Falling: the hour from 18 begins at 103.8.
    assert work_minutes(DAY, 18) == 35


@pytest.mark.parametrize(
    ("air", "minutes", "hotter"),
    [(84.9, 55, 45), (85, 45, 35), (94.9, 45, 35), (95, 35, 20), (105, 20, 0), (114.9, 20, 0), (115, 0, 0)],
)
def test_minutes_of_work_by_attic_air(air: float, minutes: int, hotter: int) -> None:
    assert (minutes_of(air), minutes_of(air, row_hotter=True)) == (minutes, hotter)


def test_what_full_sun_adds() -> None:
    assert (sun_f(), sun_f(light_roof=True), sun_f(radiant_barrier=True), sun_f(True, True), sun_f(snow=True)) == (
        45, 35, 35, 25, 0,
    )  # fmt: skip
    snow = replace(DAY, sun_f=0.0)
    assert attic_f(snow, 13) == outdoor_f(88, 66, 13)


def test_the_day_is_warmest_at_three_and_coolest_at_three() -> None:
    assert outdoor_f(88, 66, 15) == 88 and outdoor_f(88, 66, 3) == 66 and outdoor_f(88, 66, 9) == pytest.approx(77)


def test_the_sun_stands_overhead_where_it_should() -> None:
    # On day 81 the declination is nothing: at the equator at noon it stands overhead, at the pole on the horizon.
    assert sin_elevation(0, 81, 12) == pytest.approx(1, abs=1e-4)
    assert sin_elevation(90, 81, 12) == pytest.approx(0, abs=1e-2)
    assert sin_elevation(23.45, 172, 12) == pytest.approx(1, abs=1e-4)
    assert sin_elevation(41, 196, 6) > 0 > sin_elevation(41, 196, 0)


def test_clocks_go_forward_in_march_and_back_in_november() -> None:
    assert [daylight_time(date(2026, 3, 7)), daylight_time(date(2026, 3, 8))] == [False, True]
    assert [daylight_time(date(2026, 10, 31)), daylight_time(date(2026, 11, 1))] == [True, False]
    assert [daylight_time(date(2027, 3, 13)), daylight_time(date(2027, 3, 14))] == [False, True]
    assert [daylight_time(date(2027, 11, 6)), daylight_time(date(2027, 11, 7))] == [True, False]
    for year in range(2020, 2040):
        first = next(d for i in range(366) if daylight_time(d := date(year, 1, 1) + timedelta(days=i)))
        assert first.weekday() == 6 and first.month == 3
    assert usual_clock_ahead(date(2026, 7, 1)) == 1.0 and usual_clock_ahead(date(2026, 1, 1)) == 0.0


def test_damp_air_suits_and_a_first_week_are_one_row_hotter_together() -> None:
    day = Sky(day=date(2026, 7, 15), latitude=41, high_f=88, low_f=66)
    damp = replace(day, dew_point_f=71)
    hours = range(6, 19)
    assert not replace(day, dew_point_f=70).humid and damp.humid
    once = [work_minutes(damp, h) for h in hours]
    assert once == [work_minutes(day, h, hotter=True) for h in hours] != [work_minutes(day, h) for h in hours]
    assert once == [work_minutes(damp, h, hotter=True) for h in hours], "never two rows"
