"""Entries of a log as the fold takes them."""

from __future__ import annotations

from datetime import UTC, timedelta

from ...job.log_entry import LogEntry
from ..log.entry import Entry

# Stand-ins of older logs say nothing of practice but their name.
STAND_IN = "practice "


def entry_of(entry: LogEntry) -> Entry:
    """One entry; its time in words is the corrected one."""
    right = entry.at.astimezone(UTC) + timedelta(seconds=entry.offset_s)
    return Entry(
        id=entry.id,
        device=entry.device,
        seq=entry.seq,
        at_s=entry.at.timestamp(),
        actor=entry.actor,
        kind=entry.kind,
        value=entry.value,
        voids=entry.voids,
        offset_s=entry.offset_s,
        at=right.isoformat(timespec="seconds"),
        band=entry.band,
        day=entry.day,
        practice=bool(entry.practice) or entry.device.startswith(STAND_IN),
        clock=entry.clock,
    )
