"""Open safety work: what a day may begin in spite of, with a name and a reason (handbook §13; «Settled since, second part» 16)."""

from __future__ import annotations

from collections.abc import Iterable, Mapping, Sequence
from dataclasses import dataclass
from typing import Any

from .table import SafetyOpen


@dataclass(frozen=True, kw_only=True)
class Despite:
    """Who began a day in spite of an open item, and why. on: the day, "2026-05-04"."""

    key: str
    by: str
    reason: str
    on: str


def safety_left(safety: Iterable[SafetyOpen], done: set[str], cleared: set[str]) -> list[SafetyOpen]:
    """What of it is still open. done: items that are; cleared: by who cleared them in writing. Source: handbook §13, what cannot be
    left out."""
    return [one for one in safety if one.key not in done and one.key not in cleared]


def despites(days: Sequence[tuple[str, Mapping[str, Any]]]) -> dict[str, Despite]:
    """By key, the last word of who began a day all the same. days: of each, when it began and what its start says."""
    found: dict[str, Despite] = {}
    for at, value in days:
        for one in value.get("despite") or ():
            found[one["key"]] = Despite(key=one["key"], by=one["by"], reason=one["reason"], on=at[:10])
    return found
