"""What kinds of entry a log has: the one list. Folds, the walk, the phone, the desk and the words people read go by it (handbook §17).

What an entry of each kind may say, with its bounds, stands in job/log_values.py under the same words.
"""

from __future__ import annotations

from collections.abc import Callable, Mapping
from dataclasses import dataclass
from types import MappingProxyType
from typing import Any, Literal

from ..base.units import eighths, fixed, trimmed
from .entry import Entry
from .words import asked_in_words, before_stop, how_left, place_in_words, test_in_words, title_of, weighed_in_words

# What an entry counts in: the work list and the truck, the run of the day, the proof.
Fold = Literal["list", "run", "proof"]
Writer = Literal["phone", "desk", "stand_in"]
Said = Callable[[Mapping[str, Any], str, Mapping[str, str]], str]


@dataclass(frozen=True, kw_only=True)
class LogKind:
    """said: the entry in words, from its value, the name of its section and the titles of things. counts: what it counts in; in none,
    it is kept and told. of_a_day: it belongs to a day and goes with it when that is taken back; ticks, notes and loads stay.
    waits: it moves the day, so that of a device that does not hold the count it waits for a word. when_full: a log that is full takes it
    all the same: it stops or ends a day, or takes something back. writers: what of this program
    writes it; none: it comes in files.
    """

    said: Said
    counts: frozenset[Fold]
    of_a_day: bool
    waits: bool
    when_full: bool
    writers: frozenset[Writer]


def _kind(
    counts: str, writers: str, day: Literal["", "of a day", "of a day, waits"], full: bool, said: Said
) -> LogKind:
    return LogKind(
        said=said,
        counts=frozenset(counts.split()),  # type: ignore[arg-type]
        of_a_day=bool(day),
        waits=day == "of a day, waits",
        when_full=full,
        writers=frozenset(writers.split()),  # type: ignore[arg-type]
    )


LOG_KINDS: Mapping[str, LogKind] = MappingProxyType(
    {
        "work.done": _kind("list run", "phone desk", "", False, lambda v, s, t: f"done: {title_of(v['key'], t)}"),
        "work.left": _kind(
            "list run", "phone desk", "", False, lambda v, s, t: f"left out: {title_of(v['key'], t)} — {v['reason']}"
        ),
        "work.found": _kind("list", "phone", "", False, lambda v, s, t: f"found more: {v['text']}"),
        "note": _kind("list proof", "phone desk", "", False, lambda v, s, t: f"note: {v['text']}"),
        "photo": _kind(
            "list proof",
            "phone desk",
            "",
            False,
            lambda v, s, t: "photo" + (f" of {title_of(v['of'], t)}" if "of" in v else ""),
        ),
        "load.out": _kind(
            "list",
            "phone desk",
            "",
            False,
            lambda v, s, t: f"onto the truck: {trimmed(v['amount'], 1)} {title_of(v['what'], t)}",
        ),
        "load.back": _kind(
            "list",
            "phone desk",
            "",
            False,
            lambda v, s, t: f"back from the truck: {trimmed(v['amount'], 1)} {title_of(v['what'], t)}",
        ),
        "day.start": _kind(
            "list run",
            "phone desk stand_in",
            "of a day",
            False,
            lambda v, s, t: f"day started, revision {v['revision']}" + (f", lot {v['lot']}" if "lot" in v else ""),
        ),
        "day.pause": _kind("run", "phone", "of a day", True, lambda v, s, t: "day paused"),
        "day.go": _kind("run", "phone", "of a day", False, lambda v, s, t: "day goes on"),
        "day.end": _kind("run", "phone desk stand_in", "of a day, waits", True, lambda v, s, t: "day ended"),
        "band.enter": _kind(
            "run", "phone desk stand_in", "of a day, waits", False, lambda v, s, t: f"band {v['band']} begun, {s}"
        ),
        "band.leave": _kind(
            "run",
            "phone desk stand_in",
            "of a day, waits",
            False,
            lambda v, s, t: f"band {v['band']} {how_left(v)}, {s}",
        ),
        "bag.in": _kind(
            "run",
            "phone desk stand_in",
            "of a day, waits",
            False,
            lambda v, s, t: ("1 bag in" if v["bags"] == 1 else f"{v['bags']} bags in") + before_stop(v),
        ),
        "bag.spoilt": _kind("run", "phone", "of a day", False, lambda v, s, t: f"spoilt: {trimmed(v['bags'], 2)} bags"),
        "hopper": _kind(
            "run",
            "phone desk stand_in",
            "of a day, waits",
            False,
            lambda v, s, t: f"hopper {trimmed(v['bags'], 2)} bags",
        ),
        "reading": _kind(
            "run",
            "phone desk stand_in",
            "of a day",
            False,
            lambda v, s, t: f"{eighths(v['depth_in'])} at {place_in_words(v)}, {s}",
        ),
        "core": _kind("run", "phone desk", "of a day", False, lambda v, s, t: f"{weighed_in_words(v)}, {s}"),
        "setting": _kind(
            "",
            "phone stand_in",
            "of a day",
            False,
            lambda v, s, t: "setting " + ", ".join(f"{name} {fixed(amount, 2)}" for name, amount in v.items()),
        ),
        "signal": _kind("", "phone", "of a day", False, lambda v, s, t: "signal: " + v["word"].replace("_", " ")),
        "leak.reading": _kind(
            "proof", "desk stand_in", "", False, lambda v, s, t: f"fan test {v['test']}: {test_in_words(v)}"
        ),
        "burner.test": _kind(
            "proof", "desk", "", False, lambda v, s, t: f"burner test {v['test']}: {v['result']}, by {v['by']}"
        ),
        "count.take": _kind("run", "phone desk", "of a day", False, lambda v, s, t: "takes the count"),
        "hole.found": _kind("list", "", "", False, lambda v, s, t: f"holes found: {v['count']} of {v['id']}"),
        "hazard.cleared": _kind(
            "list run",
            "desk",
            "",
            True,
            lambda v, s, t: f"cleared by {v['by']}: {title_of(v['hazard'], t)} — {v['how']}",
        ),
        "cause.checked": _kind("run", "phone", "of a day", False, lambda v, s, t: f"looked at: {v['cause']}"),
        "hours": _kind("", "", "", False, lambda v, s, t: f"{fixed(v['person_hours'], 2)} person-hours, {v['kind']}"),
        "lot": _kind("", "phone", "of a day", False, lambda v, s, t: f"lot {v['lot']}"),
        "visit": _kind(
            "", "", "", False, lambda v, s, t: f"visit on {v['on']}" + (f": {v['text']}" if v.get("text") else "")
        ),
        "answer": _kind("run", "phone desk", "", False, lambda v, s, t: f"{asked_in_words(v)}: {v['text']}"),
        "callback": _kind(
            "",
            "",
            "",
            False,
            lambda v, s, t: f"called back: {v['cause']}" + (f", {v['text']}" if v.get("text") else ""),
        ),
        "void": _kind("", "phone desk", "", True, lambda v, s, t: "taken back"),
    }
)
# What belongs to a day, and what moves it. Source: issue of one count, design §5.
OF_A_DAY = frozenset(word for word, kind in LOG_KINDS.items() if kind.of_a_day)
WAITING = frozenset(word for word, kind in LOG_KINDS.items() if kind.waits)


def in_words(entry: Entry, titles: Mapping[str, str], sections: Mapping[str, str]) -> str:
    """What an entry says, for people. titles: of items and of what is loaded, by key; sections: names by id. Source: design §5, log."""
    value = entry.value
    section = sections.get(str(value.get("section")), str(value.get("section", "")))
    return LOG_KINDS[entry.kind].said(value, section, titles)


# A log is as long as a job's days can be; what is longer was written by something that ran on.
MOST_ENTRIES, MOST_ENTRIES_ALWAYS = 5_000, 5_500
ALWAYS_TAKEN = frozenset(kind for kind, row in LOG_KINDS.items() if row.when_full)
