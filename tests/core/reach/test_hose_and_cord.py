"""Hose and cord against the handbook's figures."""

from __future__ import annotations

import pytest

from elm_cover.core.reach.cord import breaker_a, cord, drop_v, longest_ft
from elm_cover.core.reach.crawl_floor import Room, crawl_floor
from elm_cover.core.reach.hose import Door, Hose, HoseAsked, hose, hose_ft
from elm_cover.core.reach.way import Entrance, way_over
from tests.core.reach.test_way import box


@pytest.mark.parametrize(
    ("gauge", "amps", "longest"),
    [(14, 15, 75), (12, 15, 100), (10, 15, 150), (12, 12, 125), (14, 12, 93.75), (10, 12, 150), (14, 20, 0), (14, 12.5, 0),
     (12, 16, 93.75), (12, 16.1, 0), (10, 24, 93.75), (10, 24.1, 0), (16, 12, 0), (16, 10, 50), (16, 5, 50)],
)  # fmt: skip
def test_how_long_a_cord_may_be(gauge: int, amps: float, longest: float) -> None:
    assert longest_ft(gauge, amps) == pytest.approx(longest, abs=0.01)


@pytest.mark.parametrize(
    ("gauge", "length", "amps", "drop"),
    [(12, 100, 15, 4.77), (16, 50, 10, 4.02), (14, 75, 15, 5.6925), (10, 150, 15, 4.5)],
)
def test_voltage_drop(gauge: int, length: float, amps: float, drop: float) -> None:
    assert drop_v(gauge, length, amps) == pytest.approx(drop)


def test_the_worked_cord_loses_four_percent() -> None:
    found = cord(100, 15)
    assert (found.gauge_awg, round(found.drop_v or 0, 1), round(found.drop_pct or 0, 1)) == (12, 4.8, 4.0)
    assert found.breaker_a == 20 and found.fault is None
    assert cord(100, 15, volts=240).drop_pct == pytest.approx(1.9875)


@pytest.mark.parametrize(
    ("amps", "breaker"), [(12, 15), (12.1, 20), (15, 20), (16, 20), (16.1, 30), (24, 30), (24.1, None), (40, None)]
)
def test_a_continuous_load_takes_four_fifths_of_the_breaker(amps: float, breaker: int | None) -> None:
    assert breaker_a(amps) == breaker


def test_a_cord_too_thin_or_too_long_says_what_to_do() -> None:
    thin = cord(90, 15, gauge_awg=14)
    assert thin.needed_awg == 12 and thin.fault is not None and "Take 12 AWG" in thin.fault and "75 ft" in thin.fault
    assert "too thin" in (cord(20, 15, gauge_awg=16).fault or "")
    far = cord(151, 15)
    assert far.gauge_awg is None and far.drop_v is None and "Move the machine nearer" in (far.fault or "")
    assert cord(None, 15).needed_awg is None and cord(10, None).fault is None


@pytest.mark.parametrize(
    ("amps", "gauge", "breaker"), [(12, 14, 15), (13, 12, 20), (15, 12, 20), (16, 12, 20), (17, 10, 30)]
)
def test_the_current_comes_before_the_length(amps: float, gauge: int, breaker: int) -> None:
    found = cord(10, amps)
    assert (found.needed_awg, found.breaker_a, found.fault) == (gauge, breaker, None)


@pytest.mark.parametrize("gauge", [None, 14, 10])
def test_a_machine_of_forty_amperes_is_an_electricians(gauge: int | None) -> None:
    found = cord(10, 40, gauge_awg=gauge)
    assert found.needed_awg is None and found.breaker_a is None
    assert "electrician" in (found.fault or "")


def test_fifteen_amperes_on_a_thin_cord_go_by_the_label_with_a_word() -> None:
    found = cord(60, 15, gauge_awg=14)
    assert found.fault is None and "label" in (found.note or "")
    assert cord(60, 12, gauge_awg=14).note is None and cord(60, 15, gauge_awg=12).note is None


def test_hose_is_the_way_less_a_throw_and_a_tenth_more() -> None:
    assert hose_ft(40, 15, 38, 8) == pytest.approx((40 + 15 + 30) * 1.1)
    assert hose_ft(40, 15, 5, 8) == pytest.approx(55 * 1.1)


def asked(least: float | None = None, most: float | None = None) -> Hose:
    floor = crawl_floor((Room("a", box(0, 0, 60, 10)),))
    entrances = [Entrance((0.5, 5.5))]
    doors = [Door("Through the gable.", (60.0, 5.5), 0)]
    given = HoseAsked(to_house_ft=40, up_ft=10, throw_ft=8, label_least_ft=least, machine_most_ft=most)
    return hose(given, floor, way_over(floor, entrances), entrances, doors)


def test_hose_between_label_and_machine_fits() -> None:
    free = asked()
    needed = (40 + 10 + 59 - 8) * 1.1
    assert free.needed_ft == pytest.approx(needed, rel=0.02) and free.fits is None and free.advice == ()
    assert asked(100, 150).fits is True and asked(100, 150).advice == ()


def test_too_short_a_hose_is_laid_in_loops() -> None:
    short = asked(least=150)
    assert short.fits is False and short.needed_ft is not None
    assert [one.what for one in short.advice] == ["longer"]
    assert f"{150 - short.needed_ft:.0f} ft more" in short.advice[0].text


def test_too_long_a_hose_says_what_each_change_brings() -> None:
    long = asked(most=90)
    assert long.fits is False and long.needed_ft is not None
    gains = {one.what: one.brings_ft or 0.0 for one in long.advice}
    assert set(gains) == {"machine_nearer", "second_way_in", "gable", "roof_vent"}
    assert gains["machine_nearer"] == pytest.approx(long.needed_ft - 90)
    # From the gable at the far end the longest way is half of what it was: 29.5 ft.
    assert gains["gable"] == pytest.approx(1.1 * (59 - 29.5), rel=0.05)
    assert gains["second_way_in"] >= gains["gable"] > 0 and gains["roof_vent"] == gains["second_way_in"]
    assert any("fall protection" in one.text for one in long.advice)
    brought = [one.brings_ft or 0.0 for one in long.advice]
    assert brought == sorted(brought, reverse=True)
