"""Which stops stand now, and which stood when a day began or a bag went in (handbook §17, «Settled since, second part» 12)."""

from __future__ import annotations

from collections.abc import Iterable, Sequence
from dataclasses import dataclass, replace

from .table import FillTable, StopStanding

# Stood before anybody could begin a day.
ALWAYS_S = 0.0


@dataclass(frozen=True)
class StopsSeen:
    """The stops of one revision of the record. since_s: when it was saved, s since 1970."""

    since_s: float
    stops: tuple[StopStanding, ...]


def with_times(seen: Sequence[StopsSeen]) -> tuple[tuple[StopStanding, ...], tuple[StopStanding, ...]]:
    """The stops that stand now and those that stood, each with its time. seen: revision by revision, the present one last; what
    stands in the first of them has always stood. A stop that went and came again is told once for each time."""
    now: list[StopStanding] = []
    past: list[StopStanding] = []
    began: dict[str, float] = {}
    for i, one in enumerate(seen):
        standing = {stop.key: stop for stop in one.stops}
        if i:
            past += [
                replace(stop, since_s=began.pop(stop.key), until_s=one.since_s)
                for stop in seen[i - 1].stops
                if stop.key not in standing
            ]
        for key in standing:
            began.setdefault(key, one.since_s if i else ALWAYS_S)
    if seen:
        now = [replace(stop, since_s=began[stop.key]) for stop in seen[-1].stops]
    return tuple(now), tuple(past)


def stops_left(stops: Iterable[StopStanding], done: set[str], cleared: set[str]) -> list[StopStanding]:
    """The stops that still stand. done: items that are; cleared: hazards or items that somebody named has cleared.

    Source: design §5, a stop that an item of the list cures; hazard.cleared.
    """
    return [
        stop
        for stop in stops
        if not (stop.by_crew and stop.key in done) and stop.key not in cleared and stop.hazard not in cleared
    ]


def stops_at(
    table: FillTable, at_s: float, revision: int | None, done: set[str], cleared: set[str]
) -> list[StopStanding]:
    """The stops that stood at a time, s since 1970. revision: the one that the crew worked by then, None: it is not asked about.

    A stop of which nobody knows since when is taken to be as old as the table's revision: a day by an earlier one is judged by
    the survey of its time, never called wrong by a later one. Source: handbook «Settled since, second part» 12.
    """

    def stood(stop: StopStanding) -> bool:
        if stop.until_s is not None and at_s >= stop.until_s:
            return False
        if stop.since_s is not None:
            return at_s >= stop.since_s
        return revision is not None and (table.revision is None or revision >= table.revision)

    return stops_left(filter(stood, (*table.stops, *table.past_stops)), done, cleared)
