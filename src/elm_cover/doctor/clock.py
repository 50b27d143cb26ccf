"""The machine's clock: whether it goes before what is stored already, or before the program was made."""

from __future__ import annotations

import sqlite3
from collections.abc import Iterator
from contextlib import closing
from datetime import UTC, datetime, timedelta
from pathlib import Path

from ..store.database import FILE_NAME, looked_into
from .finding import Finding, good, wrong

CLOCK = "clock"
# What a clock that is set by the network may be off, at most, and still be right.
OFF = timedelta(minutes=2)
# Nothing of this program is older.
FIRST = datetime(2026, 1, 1, tzinfo=UTC)
WAY = "Set the clock of this machine, and let it be kept by the network: days, papers and certificates go by it."
LAST = (
    "SELECT MAX(saved_at) FROM revision",
    "SELECT MAX(received_at) FROM log",
    "SELECT MAX(at) FROM deed",
)


def of_the_clock(folder: Path, now: datetime) -> Iterator[Finding]:
    """now: what it says."""
    told = f"It says {now:%Y-%m-%d %H:%M} UTC"
    last = _last_stored(folder / FILE_NAME)
    if now < FIRST:
        yield wrong(CLOCK, f"{told}, before this program was made.", WAY)
    elif last is not None and now < last - OFF:
        yield wrong(CLOCK, f"{told}, and something was stored here at {last:%Y-%m-%d %H:%M} UTC already.", WAY)
    else:
        yield good(CLOCK, f"{told}.")


def _last_stored(file: Path) -> datetime | None:
    """What was stored last by this machine's clock; None where nothing can be told of that."""
    found: list[datetime] = []
    if not file.exists():
        return None
    try:
        with closing(looked_into(file)) as seen:
            for asked in LAST:
                (text,) = seen.execute(asked).fetchone()
                if text:
                    at = datetime.fromisoformat(text)
                    found.append(at if at.tzinfo is not None else at.replace(tzinfo=UTC))
    except (sqlite3.DatabaseError, ValueError):
        pass
    return max(found, default=None)
