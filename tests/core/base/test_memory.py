"""What is remembered: made once for what it was made from, bounded in bytes, safe between threads, and never another's."""

from __future__ import annotations

import copy
from concurrent.futures import ThreadPoolExecutor
from functools import partial

import numpy as np
import pytest

from elm_cover.core.base.memory import ENTRY_BYTES, EVERYWHERE, Itself, Memory, Together, remembered
from elm_cover.core.drawing import floor
from elm_cover.core.plan import plan, plan_json
from elm_cover.demo.jobs import demo_documents
from elm_cover.job import read_job
from elm_cover.job.document import framing_of
from tests.drawn import drawing


def test_the_least_used_goes_where_the_kept_grow_too_large() -> None:
    made: list[str] = []

    def make(key: str) -> str:
        made.append(key)
        return key * 10

    bound = 3 * (ENTRY_BYTES + 10) + 5
    kept: Memory[str, str] = Memory(len, Together(bound))
    for key in "abcabc":
        assert kept.get(key, partial(make, key)) == key * 10
    assert made == ["a", "b", "c"] and kept.bytes_kept == 3 * (ENTRY_BYTES + 10)
    kept.get("a", lambda: make("a"))
    kept.get("d", lambda: make("d"))
    assert kept.bytes_kept == 3 * (ENTRY_BYTES + 10), "three of ten bytes"
    for key in "acd":
        kept.get(key, partial(make, key))
    assert made == ["a", "b", "c", "d"], "b was used least"
    assert len(kept.get("large", lambda: "x" * bound)) == bound and kept.bytes_kept == 3 * (ENTRY_BYTES + 10)
    kept.clear()
    assert kept.bytes_kept == 0


def test_what_was_not_asked_for_the_longest_goes_whichever_memory_keeps_it() -> None:
    each = ENTRY_BYTES + 10
    together = Together(5 * each)
    one, other = (Memory[str, str](len, together) for _ in range(2))
    for name in "abc":
        one.get(name, lambda: "x" * 10)
    other.get("d", lambda: "x" * 10)
    one.get("a", lambda: "made again")
    for name in "ef":
        other.get(name, lambda: "x" * 10)
    assert (one.bytes_kept, other.bytes_kept, together.bytes_kept) == (2 * each, 3 * each, 5 * each), (
        "b went: a was asked for since"
    )
    assert one.get("a", lambda: "made again") == one.get("c", lambda: "made again") == "x" * 10
    assert one.get("b", lambda: "made again") == "made again"


def test_what_the_key_keeps_alive_counts_too() -> None:
    @remembered(lambda _: 1, lambda array: array.thing.nbytes)
    def total(array: Itself) -> float:
        return float(array.thing.sum())

    arrays = [np.ones(100) * n for n in range(4)]
    assert [total(Itself(a)) for a in arrays] == [0, 100, 200, 300]
    assert total.memory.bytes_kept == 4 * (801 + ENTRY_BYTES)


def test_a_drawing_counts_the_grids_that_it_is_known_by() -> None:
    job = read_job(demo_documents()[0])
    result = plan(job)
    floor._KEPT.clear()
    drawing(result, framing_of(job))
    assert floor._KEPT.bytes_kept > sum(fields.array_bytes for fields in result.fields.values()) > 100_000


def test_a_thing_is_the_same_only_as_itself() -> None:
    one, twin = np.ones(3), np.ones(3)
    assert Itself(one) == Itself(one) and Itself(one) != Itself(twin) and Itself(one) != "x"


def test_many_threads_agree_and_the_count_stays_right() -> None:
    bound = 40 * (100 + ENTRY_BYTES)
    kept: Memory[int, bytes] = Memory(len, Together(bound))
    with ThreadPoolExecutor(8) as pool:
        found = list(pool.map(lambda n: kept.get(n % 60, lambda: bytes([n % 60]) * 100), range(5000)))
    assert all(data == bytes([n % 60]) * 100 for n, data in enumerate(found))
    assert kept.bytes_kept == bound


@pytest.mark.parametrize("number", range(3))
def test_a_plan_after_other_edits_is_the_plan_made_afresh(number: int) -> None:
    """Back and forth between versions of a job: what is remembered of one is never told of the other."""
    first = demo_documents()[number]
    others = []
    for section in range(len(first["sections"])):
        other = copy.deepcopy(first)
        part = other["sections"][section]
        part["name"] = "renamed"
        if part.get("framing"):
            part["framing"]["spacing_in"] = 16
        if part.get("edges"):
            part["edges"][0]["heel_in"] = 9.5
        others.append(other)
    versions = [first, *others, first]

    def told(document: dict) -> object:
        job = read_job(document)
        result = plan(job)
        return plan_json(result), drawing(result, framing_of(job), job.sections[0].id, True)

    warm = [told(document) for document in versions]
    afresh = []
    for document in versions:
        EVERYWHERE.forget()
        afresh.append(told(document))
    assert warm == afresh and warm[0] == warm[-1] != warm[1]
