"""The moment, as rows hold it."""

from __future__ import annotations

from datetime import UTC, datetime


def now_text() -> str:
    """Now, UTC, to the second."""
    return datetime.now(UTC).isoformat(timespec="seconds")
