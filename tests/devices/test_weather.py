"""The made-up forecast: the same for the same day, between its months, and read back from its own CSV."""

from __future__ import annotations

from datetime import date, timedelta
from statistics import mean

import pytest

from elm_cover.core.climate.temperatures import COLDEST_MONTH_F
from elm_cover.devices.weather import HOTTEST_MONTH_F, NOISE_F, RANGE_F, MadeUpForecast, lines
from elm_cover.formats.order_csv import read_weather


def test_the_same_day_is_the_same_and_another_seed_is_another() -> None:
    day = date(2026, 7, 6)
    assert MadeUpForecast("5A").of(day) == MadeUpForecast("5A").of(day)
    assert MadeUpForecast("5A").of(day).source == "made_up"
    assert MadeUpForecast("5A", seed=1).of(day) != MadeUpForecast("5A").of(day)


@pytest.mark.parametrize("zone", ["0A", "1A", "3C", "5A", "8"])
def test_a_year_swings_between_its_hottest_and_coldest_month(zone: str) -> None:
    number = max(1, int(zone[0])) - 1
    year = [MadeUpForecast(zone).of(date(2026, 1, 1) + timedelta(days=i)) for i in range(365)]
    means = [(one.high_f + one.low_f) / 2 for one in year]
    assert all(one.high_f - one.low_f == pytest.approx(RANGE_F) for one in year)
    july, january = mean(means[185:215]), mean(means[5:35])
    assert july == pytest.approx(HOTTEST_MONTH_F[number], abs=2.5)
    assert january == pytest.approx(COLDEST_MONTH_F[number], abs=2.5)
    assert max(means) <= HOTTEST_MONTH_F[number] + NOISE_F + 0.1


def test_hottest_months_by_zone_are_those_of_the_handbook() -> None:
    assert HOTTEST_MONTH_F == (84, 84, 82, 78, 74, 70, 66, 60)


def test_its_csv_is_read_back() -> None:
    text = "\n".join(lines("5A", date(2026, 7, 6), 10))
    found = read_weather(text)
    assert [one.day for one in found] == [date(2026, 7, 6) + timedelta(days=i) for i in range(10)]
    assert found[3].high_f == MadeUpForecast("5A").of(found[3].day).high_f
