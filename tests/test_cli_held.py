"""What a day has to hold against, as files for `fold` and `prove`: each tells the same of it, and refuses in words what is none."""

from __future__ import annotations

import json
import uuid
from collections.abc import Callable
from datetime import datetime, timedelta
from pathlib import Path
from typing import Any

import pytest

from tests.conftest import attic
from tests.core.done.test_filled_by import with_hatch
from tests.test_cli_day import BEGIN, printed

Said = list[dict[str, Any]]


class Day:
    """Entries a minute and a half apart, as they stand in a file."""

    def __init__(self) -> None:
        self.lines: Said = []

    def say(self, kind: str, value: dict[str, Any] | None = None, device: str = "phone a", **more: Any) -> str:
        at = datetime.fromisoformat(BEGIN) + timedelta(seconds=90 * len(self.lines))
        name = str(uuid.UUID(int=len(self.lines) + 1))
        self.lines.append(
            {"id": name, "device": device, "seq": len(self.lines), "at": at.isoformat(), "actor": "crew", "kind": kind,
             "value": value or {}, **more}
        )  # fmt: skip
        return name

    def bags(self, count: int, device: str = "phone a", **more: Any) -> None:
        for _ in range(count):
            self.say("bag.in", {"bags": 1}, device, **more)


@pytest.fixture
def day() -> Day:
    found = Day()
    found.say("day.start", {"revision": 1})
    found.say("hopper", {"bags": 0.5})
    found.say("band.enter", band(1))
    return found


def band(number: int, **how: Any) -> dict[str, Any]:
    return {"section": "main", "band": number, **how}


Tell = Callable[["Day"], tuple[Any, Any]]


@pytest.fixture
def tell(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> Tell:
    """What `fold` and `prove` print of a day."""
    job, pack, log = (tmp_path / name for name in ("job.json", "pack.json", "log.jsonl"))
    job.write_text(json.dumps(with_hatch(attic())))
    pack.write_text(json.dumps(printed(capsys, "field-pack", str(job))))

    def told(day: Day) -> tuple[Any, Any]:
        log.write_text("\n".join(json.dumps(line) for line in day.lines))
        return printed(capsys, "fold", str(pack), str(log)), printed(capsys, "prove", str(job), str(log))

    return told


def second_day(day: Day) -> None:
    day.bags(4)
    day.say("hopper", {"bags": 2.0})
    day.say("day.end")
    day.say("day.start", {"revision": 1})
    day.say("hopper", {"bags": 0.0})
    day.bags(1)


def taken_back(day: Day) -> None:
    day.bags(4)
    day.say("day.end")
    again = day.say("day.start", {"revision": 1})
    day.bags(3)
    day.say("band.leave", band(1, done=True))
    day.say("reading", {"section": "main", "marker": 1, "depth_in": 9.0})
    day.say("void", voids=again)


def counter_beside(day: Day) -> None:
    day.bags(2)
    day.say("band.enter", band(2), "hopper 1")
    day.bags(5, "hopper 1")
    day.say("day.end", device="hopper 1")


def all_of_it(day: Day) -> None:
    day.bags(2)
    waiting = [day.say("bag.in", {"bags": 1}, "hopper 1") for _ in range(5)]
    day.say("answer", {"question": "bag:", "text": "yes", "of": waiting})


def practice_beside(day: Day) -> None:
    day.bags(2)
    day.bags(5, "practice counter", practice=True)


def wrong_band(day: Day) -> None:
    day.bags(2)
    day.say("band.enter", band(3))
    day.say("band.enter", band(1))


def left_for_later(day: Day) -> None:
    day.bags(2)
    day.say("band.leave", band(1, done=False))
    day.say("band.leave", band(2, none=True))


@pytest.mark.parametrize(
    ("made", "in_attic", "bags_in", "done", "asked"),
    [
        # ½ at the start; 2 stand in the hopper at the first day's end, and were taken out over night.
        (second_day, 0.5 + 4 - 2 + 1, 5, 0, 0),
        (taken_back, 4.0, 4, 0, 0),
        (counter_beside, 2.0, 2, 0, 7),
        (all_of_it, 7.0, 7, 0, 0),
        (practice_beside, 2.0, 2, 0, 0),
        (wrong_band, 2.0, 2, 0, 0),
        (left_for_later, 2.0, 2, 1, 0),
    ],
)
def test_fold_and_prove_tell_the_same(
    day: Day, tell: Tell, made: Callable[[Day], None], in_attic: float, bags_in: int, done: int, asked: int
) -> None:
    made(day)
    folded, proved = tell(day)
    assert (folded["bags_in"], folded["products"][0]["in_attic"]) == (bags_in, in_attic)
    assert sum(one["done"] for one in folded["by_band"]) == done and len(folded["asked"]) == asked
    assert proved["bags"]["in"] == in_attic and proved["short"] == folded["short"]
    assert {one["id"] for one in folded["refused"]} == {one["id"] for one in proved["refused"]} == set()


def test_a_reading_off_every_floor_is_listed_and_one_on_it_counts(day: Day, tell: Tell) -> None:
    day.say("reading", {"section": "main", "at_ft": [5.5, 12.25], "depth_in": 12.0})
    off = day.say("reading", {"section": "main", "at_ft": [500, 1], "depth_in": 12.0})
    folded, proved = tell(day)
    (read,) = folded["readings"]
    assert read["band"] is not None and read["new_in"] is not None and proved["depth"]["n"] == 1
    for told in (folded, proved):
        assert [(one["id"], "no floor of main" in one["why"]) for one in told["refused"]] == [(off, True)]


def test_two_starts_are_one_day_and_a_day_from_a_wrong_clock_is_read(day: Day, tell: Tell) -> None:
    day.say("day.start", {"revision": 1}, "phone b")
    # Two days ahead by its clock, put right by what the program measured; and one that it could only shift.
    day.say("bag.in", {"bags": 1}, at="2026-05-06T08:10:00+00:00", offset_s=-2 * 86_400.0, clock="shifted")
    folded, _ = tell(day)
    assert len(folded["days"]) == 1 and len(folded["days"][0]["joined"]) == 1 and folded["bags_in"] == 1


@pytest.mark.parametrize(
    ("kind", "value", "more", "why"),
    [
        ("band.leave", band(1, none=True, done=False), {}, "a band that takes none is done"),
        ("band.leave", band(1, done="yes"), {}, "done: "),
        ("bag.in", {"bags": 1, "before_stop": "no"}, {}, "before_stop: "),
        ("answer", {"question": "bag:", "text": "yes", "of": ["x"]}, {}, "of[0]: "),
        ("answer", {"question": "bag:", "text": "yes", "of": []}, {}, "of: "),
        ("bag.in", {"bags": 1}, {"practice": False}, "practice"),
        ("bag.in", {"bags": 1}, {"mono_ms": -1}, "mono_ms"),
        ("bag.in", {"bags": 1}, {"run": ""}, "run"),
        ("bag.in", {"bags": 1}, {"clock": "sundial"}, "clock"),
    ],
)
def test_what_is_none_is_refused_by_its_field(
    day: Day, tell: Tell, kind: str, value: dict[str, Any], more: dict[str, Any], why: str
) -> None:
    bad = day.say(kind, value, **more)
    day.bags(1)
    folded, proved = tell(day)
    ((id_, said),) = [(one["id"], one["why"]) for one in folded["refused"]]
    assert id_ == bad and why in said
    assert proved["refused"] == folded["refused"]
