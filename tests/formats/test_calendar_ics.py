"""iCalendar out and in: round trip by a parser, recurring and all-day events, garbage, and rules without end."""

from __future__ import annotations

import time
from datetime import UTC, date, datetime

import icalendar
import pytest

from elm_cover.formats.calendar_ics import BusyDays, Event, read_busy, write_calendar
from elm_cover.job import JobError

MADE = datetime(2026, 7, 1, 12, tzinfo=UTC)
FIRST, LAST = date(2026, 7, 6), date(2026, 7, 17)


def calendar(*lines: str) -> bytes:
    return "\r\n".join(["BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:x", *lines, "END:VCALENDAR", ""]).encode()


def busy(*lines: str) -> list[tuple[int, int]]:
    text = calendar("BEGIN:VEVENT", "UID:1", *lines, "END:VEVENT")
    return [(one.first.day, one.last.day) for one in read_busy(text, FIRST, LAST)]


def test_events_are_read_back_as_they_were_written() -> None:
    events = [
        Event(uid="a", title="9 Quarry Loop; “wing”, back\\yard", crew="Alder", day=date(2026, 7, 6), from_h=6.0, to_h=11.75,
              where="9 Quarry Loop,\nHollin Ford", text="Leaks\nBlow 63 bags"),
        Event(uid="b", title="X", crew="Birch", day=date(2026, 7, 7), from_h=12.5, to_h=18.0, where="", text=""),
    ]  # fmt: skip
    read = icalendar.Calendar.from_ical(write_calendar(events, MADE)).walk("VEVENT")
    assert [str(one["SUMMARY"]) for one in read] == ["Alder: 9 Quarry Loop; “wing”, back\\yard", "Birch: X"]
    assert str(read[0]["LOCATION"]) == "9 Quarry Loop,\nHollin Ford" and "LOCATION" not in read[1]
    assert read[0].decoded("DTSTART") == datetime(2026, 7, 6, 6) and read[0].decoded("DTEND") == datetime(
        2026, 7, 6, 11, 45
    )
    # Its own file read as somebody's busy times: each event its day.
    assert read_busy(write_calendar(events, MADE), FIRST, LAST) == (
        BusyDays(date(2026, 7, 6), date(2026, 7, 6), "Alder: 9 Quarry Loop; “wing”, back\\yard"),
        BusyDays(date(2026, 7, 7), date(2026, 7, 7), "Birch: X"),
    )


@pytest.mark.parametrize(
    ("lines", "days"),
    [
        (["DTSTART;VALUE=DATE:20260708"], [(8, 8)]),
        (["DTSTART;VALUE=DATE:20260708", "DTEND;VALUE=DATE:20260710"], [(8, 9)]),
        (["DTSTART:20260708T090000", "DTEND:20260708T100000"], [(8, 8)]),
        # To midnight is no second day; past it is.
        (["DTSTART:20260708T220000", "DTEND:20260709T000000"], [(8, 8)]),
        (["DTSTART:20260708T220000", "DTEND:20260709T010000"], [(8, 9)]),
        (["DTSTART:20260708T220000", "DURATION:P2D"], [(8, 10)]),
        (["DTSTART;VALUE=DATE:20260701", "DTEND;VALUE=DATE:20260801"], [(6, 17)]),
        (["DTSTART;VALUE=DATE:20260901"], []),
        (["DTSTART;VALUE=DATE:20260708", "STATUS:CANCELLED"], []),
        (["DTSTART;VALUE=DATE:20260708", "TRANSP:TRANSPARENT"], []),
        (["SUMMARY:no date"], []),
        (["DTSTART;VALUE=DATE:20260601", "RRULE:FREQ=WEEKLY"], [(6, 6), (13, 13)]),
        (["DTSTART;VALUE=DATE:20260601", "RRULE:FREQ=WEEKLY;UNTIL=20260707"], [(6, 6)]),
        (["DTSTART;VALUE=DATE:20260706", "RRULE:FREQ=DAILY;COUNT=3"], [(6, 6), (7, 7), (8, 8)]),
        (["DTSTART;VALUE=DATE:20260706", "RRULE:FREQ=NONSENSE"], [(6, 6)]),
    ],
)
def test_whole_days_that_are_busy(lines: list[str], days: list[tuple[int, int]]) -> None:
    assert busy(*lines) == days


@pytest.mark.parametrize(
    "rule", ["FREQ=DAILY;COUNT=10000", "FREQ=SECONDLY", "FREQ=MINUTELY;COUNT=1000000000", "FREQ=DAILY;INTERVAL=1"]
)
def test_a_rule_of_ten_thousand_dates_is_read_at_once(rule: str) -> None:
    begun = time.perf_counter()
    found = busy("DTSTART;VALUE=DATE:20260701", f"RRULE:{rule}")
    assert 1 <= len(found) <= 12 and time.perf_counter() - begun < 2


@pytest.mark.parametrize(
    "content", [b"", b"\x00\xff garbage", b"BEGIN:VCALENDAR", b"<html>", b"BEGIN:VEVENT\r\nEND:VCALENDAR\r\n"]
)
def test_what_is_no_calendar_is_refused_in_words(content: bytes) -> None:
    with pytest.raises(JobError, match="calendar"):
        read_busy(content, FIRST, LAST)


def test_too_much_of_one_is_refused() -> None:
    with pytest.raises(JobError, match="MB"):
        read_busy(b"x" * 2_100_000, FIRST, LAST)
    many = [
        line for i in range(5_001) for line in ("BEGIN:VEVENT", f"UID:{i}", "DTSTART;VALUE=DATE:20260708", "END:VEVENT")
    ]
    with pytest.raises(JobError, match="5,001 events"):
        read_busy(calendar(*many), FIRST, LAST)
