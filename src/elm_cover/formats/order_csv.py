"""A purchase list as CSV, and weather read from one."""

from __future__ import annotations

from collections.abc import Iterable
from dataclasses import dataclass
from datetime import date

from ..core.crew import OrderedLine
from ..job import Fault, JobError
from .table import read_table, write_table

ORDER_COLUMNS = ("supplier", "what", "title", "needed", "on_hand", "order", "unit", "short_on", "jobs")
WEATHER_COLUMNS = ("day", "high_f", "low_f")
COLDEST_F, HOTTEST_F, MOST_DAYS = -60.0, 140.0, 400


@dataclass(frozen=True)
class ReadWeather:
    """A day's high and low, °F, as a file has them."""

    day: date
    high_f: float
    low_f: float
    dew_f: float | None = None


def write_order(lines: Iterable[OrderedLine]) -> str:
    """The list, a line a product, by supplier."""
    rows: list[list[object]] = [
        [
            line.supplier, line.what, line.title, round(line.needed, 2), line.on_hand, line.order, line.unit,
            None if line.short_on is None else line.short_on.isoformat(), "; ".join(line.jobs),
        ]
        for line in lines
    ]  # fmt: skip
    return write_table(ORDER_COLUMNS, rows)


def read_weather(text: str) -> tuple[ReadWeather, ...]:
    """Days with high and low, °F. Raises JobError naming line and column."""
    found: dict[date, ReadWeather] = {}
    faults: list[Fault] = []
    for line in read_table(text, WEATHER_COLUMNS, ("dew_f",)):
        try:
            day = date.fromisoformat(line.text("day"))
        except ValueError:
            faults.append(Fault(f"line {line.number}, day", f"“{line.text('day')}” is no day; write it as 2026-07-15"))
            continue
        high, low = line.needed("high_f"), line.needed("low_f")
        for name, value in (("high_f", high), ("low_f", low)):
            if not COLDEST_F <= value <= HOTTEST_F:
                faults.append(
                    Fault(f"line {line.number}, {name}", f"{value:g} °F; {COLDEST_F:g} to {HOTTEST_F:g} is allowed")
                )
        if low > high:
            faults.append(Fault(f"line {line.number}, low_f", f"{low:g} °F is over the high of {high:g}"))
        dew = line.number_or_none("dew_f")
        if dew is not None and not COLDEST_F <= dew <= high:
            faults.append(Fault(f"line {line.number}, dew_f", f"{dew:g} °F; {COLDEST_F:g} °F to the high is allowed"))
        found[day] = ReadWeather(day, high, low, dew)
    if len(found) > MOST_DAYS:
        faults.append(Fault("weather", f"has {len(found):,} days; up to {MOST_DAYS} are read"))
    if faults:
        raise JobError(faults)
    return tuple(found.values())
