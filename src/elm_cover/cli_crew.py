"""What the command line prints for the crew: reach, load, a day, the calendar."""

from __future__ import annotations

import argparse
import json
import sys
from collections.abc import Callable
from datetime import date
from pathlib import Path

from .api.calendar import calendar_file
from .api.calendar_board import stored_board
from .formats.crew_json import DayAsked, day_json, load_json, reach_json
from .formats.headline import headline
from .formats.job_file import load_job
from .job import Fault, JobError
from .server import data_folder
from .store.jobs import JobStore

SOUND = 0
# A calendar of more days is none to read.
MOST_DAYS = 400
Command = Callable[[str, Callable[[argparse.Namespace], int], str], argparse.ArgumentParser]


def crew_commands(command: Command) -> None:
    """Adds the crew's verbs."""
    reaching = command("reach", _reach, "Print how the crew gets to every place: bands, stands, hose, cord. JSON.")
    loading = command("load", _load, "Print everything that goes on the truck, with weight, volume and trips. JSON.")
    timing = command(
        "day", _day_of, "Print a day by the clock: attic air, minutes of work, tasks, the best start. JSON."
    )
    for sub in (reaching, loading, timing):
        sub.add_argument("file", type=Path, metavar="FILE", help="a job document, JSON")
    timing.add_argument("--date", type=day, required=True, metavar="D", help="the day, 2026-07-15")
    for name, least, most, unit in (
        ("latitude", -90, 90, "degrees north"),
        ("high", -60, 140, "°F"),
        ("low", -60, 140, "°F"),
    ):
        about = f"{unit}, {least} to {most}"
        timing.add_argument(f"--{name}", type=between(least, most), required=True, metavar=name[0].upper(), help=about)
    timing.add_argument(
        "--clock-ahead", type=between(-3, 3), metavar="H", help="hours that the clock is ahead of the sun"
    )
    timing.add_argument(
        "--dew-point", type=between(-60, 100), metavar="F", help="of that day, °F: over 70 an hour counts a row hotter"
    )
    timing.add_argument("--first-week", action="store_true", help="somebody is in the first week: a row hotter")
    dating = command("calendar", _calendar, "Write the jobs of these days as an iCalendar file.")
    for name in ("from", "to"):
        dating.add_argument(
            f"--{name}", dest=f"{name}_day", type=day, required=True, metavar="D", help="a day, 2026-07-06"
        )
    dating.add_argument("--crew", metavar="ID", help="the jobs of this crew alone")
    dating.add_argument("to", type=Path, metavar="OUT.ics", help="the file to write")
    dating.add_argument("--data", type=Path, metavar="FOLDER", help="the data folder (default: in your home folder)")


def day(text: str) -> date:
    """A day as written on the command line. Raises ArgumentTypeError."""
    try:
        return date.fromisoformat(text)
    except ValueError as error:
        raise argparse.ArgumentTypeError(f"“{text}” is no day; write it as 2026-05-02") from error


def between(least: float, most: float) -> Callable[[str], float]:
    """Reads a number within bounds. Raises ArgumentTypeError."""

    def read(text: str) -> float:
        try:
            value = float(text)
        except ValueError as error:
            raise argparse.ArgumentTypeError(f"“{text}” is no number; {least:g} to {most:g}") from error
        if not least <= value <= most:
            raise argparse.ArgumentTypeError(f"{text} is not between {least:g} and {most:g}")
        return value

    return read


def print_json(value: object) -> None:
    """Prints it as JSON, and refuses what is no number."""
    json.dump(value, sys.stdout, indent=2, ensure_ascii=False, allow_nan=False)
    print()


def _reach(options: argparse.Namespace) -> int:
    print_json(reach_json(load_job(options.file)))
    return SOUND


def _load(options: argparse.Namespace) -> int:
    print_json(load_json(load_job(options.file)))
    return SOUND


def _day_of(options: argparse.Namespace) -> int:
    if options.low > options.high:
        text = f"{options.low:g} °F is over the high of {options.high:g}; the low is the cooler one"
        raise JobError([Fault("low", text)])
    asked = DayAsked(
        day=options.date,
        latitude=options.latitude,
        high_f=options.high,
        low_f=options.low,
        clock_ahead=options.clock_ahead,
        dew_point_f=options.dew_point,
        first_week=options.first_week,
    )
    print_json(day_json(load_job(options.file), asked))
    return SOUND


def _calendar(options: argparse.Namespace) -> int:
    first, last = options.from_day, options.to_day
    if not 0 <= (last - first).days < MOST_DAYS:
        text = f"{first} to {last}: the last day is not before the first, and up to {MOST_DAYS} days go into a file"
        raise JobError([Fault("to", text)])
    store = JobStore(options.data or data_folder(), headline)
    made = stored_board(store, first, (last - first).days + 1, None)
    try:
        options.to.write_bytes(calendar_file(store, made, first, last, options.crew))
    except OSError as error:
        raise JobError([Fault(str(options.to), f"cannot be written: {error.strerror or error}")]) from error
    return SOUND
