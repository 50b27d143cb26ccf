"""What calendar files have told: each event with how often it has changed since, and those that are called off (RFC 5545, SEQUENCE)."""

from __future__ import annotations

import json
from collections.abc import Mapping
from dataclasses import dataclass
from typing import Any

from .jobs import JobStore
from .rows import ToldEventRow


@dataclass(frozen=True)
class ToldEvent:
    """An event as it was kept. sequence: how often it has changed; off: it is called off, and event says where it last stood."""

    uid: str
    event: dict[str, Any]
    sequence: int
    off: bool


def tell_events(
    store: JobStore, scope: str, first: str, last: str, events: Mapping[str, dict[str, Any]]
) -> list[ToldEvent]:
    """What a file of these days tells, by the day; and keeps that it was told.

    scope: whose file it is, empty: all crews'. events: every one there is now by its uid, each with its day, also outside these days:
    one that was told within them moves. What was told within them and is no more is called off, once and ever after.
    """
    with store.writing():
        kept = {row.uid: row for row in ToldEventRow.select().where(ToldEventRow.scope == scope)}
        told: list[ToldEvent] = []
        for uid, event in events.items():
            row = kept.get(uid)
            if not first <= event["day"] <= last and (row is None or not first <= row.day <= last):
                continue
            sequence = 0 if row is None else row.sequence
            if row is not None and (row.off or json.loads(row.event) != event):
                sequence += 1
            told.append(ToldEvent(uid, event, sequence, False))
        for uid, row in kept.items():
            if uid not in events and first <= row.day <= last:
                told.append(ToldEvent(uid, json.loads(row.event), row.sequence + (not row.off), True))
        for one in told:
            ToldEventRow.replace(
                scope=scope, uid=one.uid, day=one.event["day"], sequence=one.sequence, off=int(one.off),
                event=json.dumps(one.event),
            ).execute()  # fmt: skip
    return sorted(told, key=lambda one: (one.event["day"], one.uid))
