"""The fold of a log: worked by hand, and the same for any order of arrival, any repetition, any cut in two."""

from __future__ import annotations

import random
from typing import Any

from hypothesis import given
from hypothesis import strategies as st

from elm_cover.core.log.entry import Entry
from elm_cover.core.log.folded import Day, fold
from elm_cover.core.log.standing import ordered

KEYS = ("chase:a", "light:b", "plates:main")


def entry(name: str, kind: str = "work.done", at_s: float = 0, **more: Any) -> Entry:
    value = more.pop(
        "value", {"key": "chase:a"} if kind.startswith("work") else {"text": "seen"} if kind == "note" else {}
    )
    device, seq = more.pop("device", "phone"), more.pop("seq", 0)
    return Entry(name, device, seq, at_s, more.pop("actor", "Ana"), kind, value, at=f"at {at_s:g}", **more)


@st.composite
def logs(draw: st.DrawFn) -> list[Entry]:
    """Three devices that tick, leave out, note and take back, with clocks that are off and jump."""
    found: list[Entry] = []
    for device in ("desk", "one", "two"):
        for seq in range(draw(st.integers(0, 8))):
            kind = draw(st.sampled_from(["work.done", "work.left", "note", "void", "load.out", "load.back"]))
            name = f"{device}-{seq}"
            known = [e.id for e in found] + [name, "nowhere"]
            value: dict[str, Any] = {
                "key": draw(st.sampled_from(KEYS)),
                "reason": "r",
                "text": "t",
                "what": draw(st.sampled_from(["bags", "tape"])),
                "amount": draw(st.sampled_from([0.1, 0.2, 7.0])),
            }
            found.append(
                Entry(name, device, seq, draw(st.integers(0, 20)), device, kind, value,
                      draw(st.sampled_from(known)) if kind == "void" else None, draw(st.sampled_from([0.0, -5.0, 7.0])))
            )  # fmt: skip
    return found


@given(logs(), st.randoms(use_true_random=False), st.data())
def test_any_order_any_repetition_any_cut_in_two_gives_the_same(
    log: list[Entry], chance: random.Random, data: st.DataObject
) -> None:
    whole = fold(log)
    mixed = log + [each for each in log if chance.random() < 0.5]
    chance.shuffle(mixed)
    assert fold(mixed) == whole
    cut = data.draw(st.integers(0, len(mixed)))
    assert fold([*mixed[cut:], *mixed[:cut]]) == whole


@given(logs())
def test_a_device_keeps_its_own_order_whatever_its_clock_says(log: list[Entry]) -> None:
    places = {each.id: place for place, each in enumerate(ordered(log))}
    for device in ("desk", "one", "two"):
        own = [places[each.id] for each in sorted((e for e in log if e.device == device), key=lambda e: e.seq)]
        assert own == sorted(own)
    assert len(places) == len(log)


def test_the_later_word_on_an_item_holds() -> None:
    done = entry("1", at_s=10)
    left = entry("2", "work.left", 20, seq=1, value={"key": "chase:a", "reason": "owner does it"})
    day = fold([left, done])
    assert day.done == {} and (day.left["chase:a"].reason, day.left["chase:a"].by) == ("owner does it", "Ana")
    again = fold([left, done, entry("3", at_s=30, seq=2, value={"key": "chase:a", "amount": 12.5})])
    assert again.left == {} and again.done["chase:a"].amount == 12.5


def test_a_clock_that_is_off_is_corrected_between_devices() -> None:
    # The phone's clock is an hour ahead: what it ticked at 13:00 was done at 12:00, before the desk left it out at 12:30.
    done = entry("1", at_s=46_800, offset_s=-3600)
    left = entry("2", "work.left", 45_000, device="desk", value={"key": "chase:a", "reason": "no board"})
    assert list(fold([done, left]).left) == ["chase:a"]
    assert list(fold([entry("1", at_s=46_800), left]).done) == ["chase:a"]


def test_what_is_taken_back_counts_for_nothing_and_what_cannot_be_is_told() -> None:
    log = [entry("1"), entry("2", "void", 1, seq=1, voids="1"), entry("3", "void", 2, seq=2, voids="2"),
           entry("4", "void", 3, seq=3, voids="4"), entry("5", "void", 4, seq=4, voids="elsewhere"), entry("6", "note", 5, seq=5)]  # fmt: skip
    day = fold(log)
    assert (day.done, day.taken_back) == ({}, ("1",))
    assert [(each.entry, each.why) for each in day.ignored] == [
        ("3", "it takes back what takes something back"),
        ("4", "it takes itself back"),
        ("5", "what it takes back is not in this log, or not yet"),
    ]
    assert [note.text for note in day.notes] == ["seen"]
    # It comes later: then it holds.
    late = fold([*log, entry("elsewhere", at_s=6, seq=6, value={"key": "light:b"})])
    assert late.taken_back == ("1", "elsewhere") and late.done == {}


def test_taking_a_tick_back_brings_back_what_was_said_before_it() -> None:
    left = entry("1", "work.left", value={"key": "chase:a", "reason": "no board"})
    assert fold([left, entry("2", at_s=1, seq=1), entry("3", "void", 2, seq=2, voids="2")]).left["chase:a"].entry == "1"


def test_an_empty_log_comes_to_nothing() -> None:
    assert fold([]) == Day(done={}, left={}, notes=(), photos=(), taken_back=(), ignored=())


def test_what_went_out_and_came_back_is_summed_and_a_void_takes_its_part_away() -> None:
    def move(name: str, kind: str, amount: float, seq: int) -> Entry:
        return entry(name, kind, seq=seq, value={"what": "bags", "amount": amount})

    log = [
        move("a", "load.out", 40, 0),
        move("b", "load.out", 30, 1),
        move("c", "load.back", 8, 2),
        move("d", "load.back", 5, 3),
    ]
    day = fold([*log, entry("v", "void", seq=4, voids="d")])
    assert (day.out, day.back) == ({"bags": 70}, {"bags": 8})
    assert [one.entry for one in day.moved] == ["a", "b", "c"] and day.moved[2].kind == "load.back"
    # A tenth ten times over, in any order, is one.
    tenths = [entry(str(i), "load.out", seq=i, value={"what": "caulk", "amount": 0.1}) for i in range(10)]
    assert fold(tenths).out == {"caulk": 1.0}
