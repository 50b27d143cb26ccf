"""Headlines: whether one is stale follows from what it was made from; a look never tells less than is stored."""

from __future__ import annotations

import random
import threading
import uuid
from collections.abc import Sequence
from datetime import date
from pathlib import Path
from typing import Any

import pytest

from elm_cover.api.app import create_app
from elm_cover.api.headlines import Headlines
from elm_cover.api.heavy import BusyError, Here
from elm_cover.store.calendar import calendar_lines
from elm_cover.store.jobs import JobStore
from elm_cover.store.revisions import Change
from elm_cover.store.shelf import Sought
from tests.conftest import attic

SAVE = Change(actor="Ana", reason="step")


def told(document: dict[str, Any], log: Sequence[dict[str, Any]]) -> dict[str, Any]:
    """A headline that tells what it was made from."""
    return {"stage": "at_work" if log else "to_offer", "name": document["name"], "entries": len(log), "day": {}}


class Counting:
    """The same, counting; between reading and writing something else may happen."""

    def __init__(self) -> None:
        self.made = 0
        self.meanwhile: Any = None

    def __call__(self, document: dict[str, Any], log: Sequence[dict[str, Any]]) -> dict[str, Any]:
        self.made += 1
        meanwhile, self.meanwhile = self.meanwhile, None
        if meanwhile is not None:
            meanwhile()
        return told(document, log)


@pytest.fixture
def counting() -> Counting:
    return Counting()


@pytest.fixture
def store(tmp_path: Path, counting: Counting) -> JobStore:
    return JobStore(tmp_path, counting)


def tick(store: JobStore, job: str) -> None:
    entry = {
        "id": str(uuid.uuid4()),
        "device": "phone",
        "seq": 1,
        "at": "2026-05-02T10:00:00Z",
        "kind": "note",
        "value": {},
    }
    assert store.add_to_log(job, [entry])[0].state == "accepted"


def named(name: str) -> dict[str, Any]:
    return {**attic(), "name": name}


def test_a_tick_is_acknowledged_without_a_headline_and_a_look_has_it(store: JobStore, counting: Counting) -> None:
    job = store.create(named("a"), "Ana").id
    made = counting.made
    for _ in range(20):
        tick(store, job)
    assert counting.made == made
    assert store.all()[0].summary == {"name": "a", "entries": 20} and counting.made == made + 1
    store.all()
    assert counting.made == made + 1, "what is fresh is not made again"


def test_a_tick_between_reading_and_saving_is_on_the_shelf(store: JobStore, counting: Counting) -> None:
    job = store.create(named("a"), "Ana")
    counting.meanwhile = lambda: tick(store, job.id)
    store.replace(job.id, named("b"), job.saves, SAVE)
    line = store.all()[0]
    assert (line.summary, line.stage) == ({"name": "b", "entries": 1}, "at_work")


def test_a_filter_and_the_calendar_go_by_what_is_so_now(store: JobStore) -> None:
    job = store.create(named("a"), "Ana").id
    tick(store, job)
    assert store.page(Sought(stage="to_offer")).count == 0 and store.page(Sought(stage="at_work")).count == 1
    other = store.create(named("b"), "Ana").id
    tick(store, other)
    lines = calendar_lines(store, date(2026, 5, 1), date(2026, 5, 31))
    assert {line.id for line in lines} == {job, other}, "work was begun on both: they wait for a day"


@pytest.mark.parametrize("seed", range(12))
def test_whatever_is_done_in_between_a_look_tells_all_that_is_stored(tmp_path: Path, seed: int) -> None:
    """Property: ticks, saves, papers, the bin and other ticks in the midst of them, in any order."""
    chance = random.Random(seed)
    counting = Counting()
    store = JobStore(tmp_path, counting)
    job, name, ticks, binned = store.create(named("0"), "Ana").id, "0", 0, False
    for step in range(40):
        act = chance.choice(["tick", "tick", "save", "paper", "bin", "look"])
        if chance.random() < 0.3 and not binned:
            counting.meanwhile = lambda: tick(store, job)
        if binned or act == "bin":
            binned, counting.meanwhile = not binned, None
            (store.discard if binned else store.bring_out)(job, "Ana")
        elif act == "tick":
            tick(store, job)
        elif act == "save":
            name = str(step)
            store.replace(job, named(name), store.saves(job), SAVE)
        elif act == "paper":
            store.issue_paper(job, "offer", store.saves(job), "Ana", lambda document, revision: b"%PDF-")
        if act == "look" or chance.random() < 0.3:
            (line,) = store.all(in_bin=binned)
            counting.meanwhile = None
            (line,) = store.all(in_bin=binned)
            ticks = len(store.log(job)) if not binned else ticks
            assert line.summary is not None and line.summary["name"] == name
            if not binned:
                assert line.summary["entries"] == ticks


def test_a_headline_of_less_never_takes_the_place_of_one_of_more(store: JobStore) -> None:
    job = store.create(named("a"), "Ana").id
    tick(store, job)
    early = store.to_make(job)
    tick(store, job)
    store.refresh(job)
    assert early is not None and store.to_make(job) is None
    store.keep(early, told(early.document, early.log))
    assert store.all()[0].summary == {"name": "a", "entries": 2}


def test_behind_the_answer_the_headline_is_made_by_itself(store: JobStore, monkeypatch: pytest.MonkeyPatch) -> None:
    job = store.create(named("a"), "Ana").id
    kept = threading.Event()
    keep = store.keep

    def kept_then(made: Any, headline: Any) -> None:
        keep(made, headline)
        kept.set()

    monkeypatch.setattr(store, "keep", kept_then)
    monkeypatch.setattr("elm_cover.api.headlines.headline", told)
    headlines = Headlines(store, Here(), quiet_s=0.01, longest_s=0.05)
    tick(store, job)
    headlines.tell(job)
    headlines.tell("no such job")
    assert kept.wait(10) and store.to_make(job) is None
    headlines.close()


def test_a_worker_that_is_busy_leaves_it_to_who_looks(store: JobStore) -> None:
    class Busy:
        asked = threading.Event()

        def run(self, *_: object) -> bytes:
            self.asked.set()
            raise BusyError("too much")

    job = store.create(named("a"), "Ana").id
    busy = Busy()
    headlines = Headlines(store, busy, quiet_s=0.0, longest_s=0.05)
    tick(store, job)
    headlines.tell(job)
    assert busy.asked.wait(10)
    headlines.close()
    assert store.to_make(job) is not None and store.all()[0].summary == {"name": "a", "entries": 1}


def test_a_job_whose_headline_cannot_be_made_is_stored_all_the_same(store: JobStore, counting: Counting) -> None:
    def fails() -> None:
        raise BusyError("too much at once")

    counting.meanwhile = fails
    job = store.create(named("a"), "Ana")
    assert store.get(job.id).document["name"] == "a" and store.stale() == 1
    assert store.all()[0].summary == {"name": "a", "entries": 0} and store.stale() == 0


def test_who_looks_does_not_wait_for_long(store: JobStore, monkeypatch: pytest.MonkeyPatch) -> None:
    """A job that takes long to work out: the shelf tells what it was before, says that it is stale, and has it in the end."""
    going = threading.Event()

    def slow(document: dict[str, Any], log: Sequence[dict[str, Any]]) -> dict[str, Any]:
        going.wait(20)
        return told(document, log)

    job = store.create(named("a"), "Ana").id
    monkeypatch.setattr("elm_cover.api.headlines.headline", slow)
    headlines = Headlines(store, Here(), quiet_s=0.01, longest_s=0.05)
    monkeypatch.setattr(store, "freshen", headlines.freshen)
    tick(store, job)
    (line,) = store.page(Sought()).lines
    assert line.stale and line.summary == {"name": "a", "entries": 0}
    going.set()
    for _ in range(100):
        (line,) = store.page(Sought()).lines
        if not line.stale:
            break
    assert line.summary == {"name": "a", "entries": 1}
    headlines.close()


def test_the_shelf_tells_of_how_many_jobs_the_figures_may_move_what_is_found(tmp_path: Path) -> None:
    """Of those on the page; of all of them where a stage is asked for or the floor sorts them."""
    app = create_app(tmp_path)
    client, store = app.test_client(), app.extensions["elm_cover_store"]
    for name in ("Oak Row", "Elm Row", "Ash Row"):
        client.post("/api/jobs", json={**attic(), "name": name})
    store.freshen = lambda *_: None  # nothing is made
    for line in client.get("/api/jobs?sort=name").json["jobs"][1:]:
        tick(store, line["id"])
    asked = ("?limit=1&sort=name", "?sort=name", "?limit=1&sort=floor", "?limit=1&stage=to_offer")
    assert [client.get(f"/api/jobs{query}").json["making"] for query in asked] == [0, 2, 2, 2]
