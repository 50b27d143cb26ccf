"""A phone asks what is new: it waits for nobody who writes, and is never told of an entry's number without the entry."""

from __future__ import annotations

import threading
import uuid
from collections.abc import Callable
from pathlib import Path
from typing import Any

import pytest

from elm_cover.store import jobs
from elm_cover.store.jobs import Exchanged, JobStore
from elm_cover.store.log import Sent, entries_after
from tests.conftest import attic

LONGEST_S = 10.0


@pytest.fixture
def store(tmp_path: Path) -> JobStore:
    return JobStore(tmp_path, lambda document, log: {"stage": "to_offer", "day": {}})


def entry(seq: int) -> dict[str, Any]:
    return {
        "id": str(uuid.uuid4()), "device": "phone", "seq": seq, "at": "2026-05-02T10:00:00Z", "kind": "note",
        "value": {"text": str(seq)},
    }  # fmt: skip


def elsewhere(do: Callable[[], Any]) -> threading.Thread:
    """As another request does it; daemon, so that one that waits for ever fails its test alone."""
    thread = threading.Thread(target=do, daemon=True)
    thread.start()
    thread.join(LONGEST_S)
    return thread


def test_who_only_asks_does_not_wait_for_who_writes(store: JobStore) -> None:
    job = store.create(attic(), "Ana").id
    store.add_to_log(job, [entry(0)])
    told: list[Exchanged] = []
    with store.writing():
        asking = elsewhere(lambda: told.append(store.exchange(job, Sent(()), 0, None)))
        assert not asking.is_alive()
    assert [(line.n, line.entry["seq"]) for line in told[0].logged] == [(1, 0)] and told[0].last == 1


def test_what_is_written_while_somebody_asks_is_told_at_the_next_question(
    store: JobStore, monkeypatch: pytest.MonkeyPatch
) -> None:
    job = store.create(attic(), "Ana").id
    store.add_to_log(job, [entry(0)])
    read, writing = entries_after, [True]

    def and_then_somebody_writes(job_id: str, after: int = 0) -> Any:
        found = read(job_id, after)
        if writing and writing.pop():
            assert not elsewhere(lambda: store.add_to_log(job, [entry(1)])).is_alive()
        return found

    monkeypatch.setattr(jobs, "entries_after", and_then_somebody_writes)
    first = store.exchange(job, Sent(()), 0, None)
    then = store.exchange(job, Sent(()), first.last, None)
    assert [line.entry["seq"] for line in (*first.logged, *then.logged)] == [0, 1]
    assert (first.last, then.last) == (1, 2)
