"""The calendar as iCalendar (RFC 5545): jobs out, a crew's busy times in."""

from __future__ import annotations

from collections.abc import Iterable, Iterator
from dataclasses import dataclass
from datetime import UTC, date, datetime, timedelta
from itertools import islice
from typing import Any

import icalendar
from dateutil.rrule import rrulestr

from ..job import Fault, JobError

PRODUCT = "-//Elm Cover//calendar//EN"
MOST_BYTES = 2_000_000
MOST_EVENTS = 5_000
# Of one recurring event, so many dates are looked at; a rule of ten thousand is cut off there.
MOST_DATES = 3_000
MOST_BUSY = 2_000


@dataclass(frozen=True, kw_only=True)
class Event:
    """A stretch of a job on one day, hours of the clock. uid: the same for the same job and the first, second … of its days, wherever
    that day stands. sequence: how often it has changed since it was first told; off: it is called off."""

    uid: str
    title: str
    crew: str
    day: date
    from_h: float
    to_h: float
    where: str
    text: str
    sequence: int = 0
    off: bool = False


@dataclass(frozen=True)
class BusyDays:
    """Days, first and last, on which somebody is busy."""

    first: date
    last: date
    what: str


def write_calendar(events: Iterable[Event], made: datetime) -> bytes:
    """The events as a calendar file, at the clock where the house is. made: when, with its zone."""
    calendar = icalendar.Calendar()
    calendar.add("prodid", PRODUCT)
    calendar.add("version", "2.0")
    calendar.add("method", "PUBLISH")
    for one in events:
        event = icalendar.Event()
        event.add("uid", one.uid)
        event.add("sequence", one.sequence)
        event.add("status", "CANCELLED" if one.off else "CONFIRMED")
        event.add("dtstamp", made.astimezone(UTC))
        event.add("dtstart", _at(one.day, one.from_h))
        event.add("dtend", _at(one.day, one.to_h))
        event.add("summary", f"{one.crew}: {one.title}")
        if one.where:
            event.add("location", one.where)
        if one.text:
            event.add("description", one.text)
        calendar.add_component(event)
    return bytes(calendar.to_ical())


def _at(day: date, hour: float) -> datetime:
    """A time of the clock without a zone: wherever the house stands."""
    return datetime(day.year, day.month, day.day) + timedelta(minutes=round(hour * 60))


def read_busy(content: bytes, first: date, last: date) -> tuple[BusyDays, ...]:
    """When somebody is busy between two days, by a calendar file: whole days, recurring ones as often as they come.

    Events that are cancelled or marked free do not count. Raises JobError in words for what is no calendar, or too much of one.
    """
    if len(content) > MOST_BYTES:
        raise JobError([Fault("calendar", f"is {len(content) / 1e6:.1f} MB; up to {MOST_BYTES / 1e6:g} MB are read")])
    try:
        read = icalendar.Calendar.from_ical(content, multiple=True)
        calendars = [one for one in read if isinstance(one, icalendar.Calendar) and one.name == "VCALENDAR"]
        events = [event for calendar in calendars for event in calendar.walk("VEVENT")]
    except (ValueError, IndexError, KeyError, TypeError, AttributeError, RecursionError) as error:
        text = "is no iCalendar file; export one (.ics) from the crew's own calendar"
        raise JobError([Fault("calendar", text)]) from error
    if not calendars:
        raise JobError([Fault("calendar", "holds no calendar; export one (.ics) from the crew's own calendar")])
    if len(events) > MOST_EVENTS:
        raise JobError([Fault("calendar", f"holds {len(events):,} events; up to {MOST_EVENTS:,} are read")])
    found: list[BusyDays] = []
    for event in events:
        found += _busy(event, first, last)
        if len(found) > MOST_BUSY:
            raise JobError(
                [Fault("calendar", f"is busy more than {MOST_BUSY:,} times in these days; shorten the stretch")]
            )
    return tuple(sorted(set(found), key=lambda one: (one.first, one.last, one.what)))


def _busy(event: Any, first: date, last: date) -> Iterator[BusyDays]:
    """The days of one event that fall between the two; none of an event without a date."""
    if str(event.get("STATUS", "")).upper() == "CANCELLED" or str(event.get("TRANSP", "")).upper() == "TRANSPARENT":
        return
    try:
        start = event.decoded("DTSTART")
        length = _length(event, start)
    except (KeyError, ValueError, TypeError, OverflowError):
        return
    what = str(event.get("SUMMARY", ""))[:200]
    for begins in _begins(event, start, first, last, length):
        ends = begins + length
        if ends >= first and begins <= last:
            yield BusyDays(max(begins, first), min(ends, last), what)


def _length(event: Any, start: date | datetime) -> timedelta:
    """How many days past its first an event goes on: none for one within a day."""
    if "DTEND" in event:
        end = event.decoded("DTEND")
    elif "DURATION" in event:
        end = start + event.decoded("DURATION")
    else:
        end = start
    # An event ends before its end: the day that it ends at midnight is none of its own.
    if isinstance(end, datetime):
        final = (end - timedelta(seconds=1)).date() if end.replace(tzinfo=None) > _naive(start) else _day(start)
    else:
        final = end - timedelta(days=1) if end > _day(start) else end
    return max(timedelta(0), final - _day(start))


def _day(at: date | datetime) -> date:
    return at.date() if isinstance(at, datetime) else at


def _naive(at: date | datetime) -> datetime:
    return at.replace(tzinfo=None) if isinstance(at, datetime) else datetime(at.year, at.month, at.day)


def _begins(event: Any, start: date | datetime, first: date, last: date, length: timedelta) -> Iterator[date]:
    """The days on which an event begins: once, or by its rule, up to the last day; a rule that cannot be read: once."""
    if "RRULE" not in event:
        yield _day(start)
        return
    try:
        rules = event["RRULE"]
        rule_of = rules[0] if isinstance(rules, list) else rules
        parts = [part for part in rule_of.to_ical().decode().split(";") if not part.upper().startswith("UNTIL=")]
        until = rule_of.get("UNTIL")
        stops = min(last, _day(until[0])) if until else last
    except (ValueError, TypeError, AttributeError, KeyError):
        yield _day(start)
        return
    if any(part.upper() in ("FREQ=SECONDLY", "FREQ=MINUTELY", "FREQ=HOURLY") for part in parts):
        # As good as every day.
        parts = ["FREQ=DAILY"]
    try:
        rule = rrulestr(";".join(parts), dtstart=_naive(start))
        # A rule with a count is counted from its start; any other is begun where the days are.
        dates = (
            iter(rule)
            if any(part.upper().startswith("COUNT=") for part in parts)
            else rule.xafter(datetime(first.year, first.month, first.day) - length - timedelta(days=1), inc=True)
        )
        for at in islice(dates, MOST_DATES):
            if at.date() > stops:
                return
            yield at.date()
    except (ValueError, TypeError, OverflowError):
        yield _day(start)
