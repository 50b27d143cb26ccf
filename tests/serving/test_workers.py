"""Heavy work is done elsewhere, has an end, and is given up once nobody waits for it."""

from __future__ import annotations

import contextlib
import json
import multiprocessing
import os
import signal
import sys
import threading
import time
from collections.abc import Iterator
from pathlib import Path

import pytest

from elm_cover.api.heavy import BusyError, GoneError, TooHeavyError, WorkFailedError, drawn_outlines, weighed
from elm_cover.job import JobError
from elm_cover.serving.workers import Workers
from tests.conftest import attic


def sleeping(given: bytes, how: str) -> bytes:
    time.sleep(float(how))
    return given


def dying(given: bytes, how: str) -> bytes:
    os._exit(3)


def who(given: bytes, how: str) -> bytes:
    nice = os.nice(0) if hasattr(os, "nice") else 10
    return f"{os.getpid()} {nice}".encode()


@pytest.fixture(scope="module")
def pool() -> Iterator[Workers]:
    found = Workers(longest_s=1.5)
    yield found
    found.close()


@pytest.fixture(scope="module")
def alone() -> Iterator[Workers]:
    """One worker, so that another process is another worker; patient, however slow the machine."""
    found = Workers(workers=1, longest_s=60, grace_s=30)
    yield found
    found.close()


def test_it_is_another_process_that_stands_back(pool: Workers) -> None:
    process, nice = pool.run(who, b"", "", None).split()
    assert int(process) != os.getpid() and int(nice) >= 10


def loaded(given: bytes, how: str) -> bytes:
    return json.dumps(["elm_cover.api.app" in sys.modules, os.getppid()]).encode()


@pytest.mark.skipif("forkserver" not in multiprocessing.get_all_start_methods(), reason="each loads for itself there")
def test_it_is_forked_from_one_that_has_loaded_everything(pool: Workers) -> None:
    ready, parent = json.loads(pool.run(loaded, b"", "", None))
    assert ready and parent != os.getpid()
    with pytest.raises(WorkFailedError):
        pool.run(dying, b"", "", None)
    assert json.loads(pool.run(loaded, b"", "", None)) == [True, parent], "and so is the one that follows"


def test_a_rack_comes_back_as_it_is_made_here(pool: Workers) -> None:
    asked = json.dumps({"job": attic()}).encode()
    patient = Workers(workers=1, longest_s=60)
    try:
        there = patient.run(weighed, asked, "feet", None)
    finally:
        patient.close()
    assert there == weighed(asked, "feet") and json.loads(there)["weighed"] > 60


def test_a_refusal_comes_back_whole(alone: Workers) -> None:
    with pytest.raises(JobError) as refused:
        alone.run(drawn_outlines, b"no drawing", json.dumps([None, None]), None)
    assert refused.value.faults and refused.value.faults[0].text


def test_what_takes_too_long_is_ended_and_told(pool: Workers) -> None:
    with pytest.raises(TooHeavyError, match="takes more than 2 s"):
        pool.run(sleeping, b"", "60", None)
    assert pool.run(sleeping, b"on", "0", None) == b"on"


def test_what_nobody_waits_for_is_ended(pool: Workers) -> None:
    gone = threading.Event()
    threading.Timer(0.3, gone.set).start()
    begun = time.monotonic()
    with pytest.raises(GoneError):
        pool.run(sleeping, b"", "1.2", gone)
    assert time.monotonic() - begun < 1.1


def test_many_who_go_away_at_once_cost_no_worker(alone: Workers) -> None:
    """Those who wait for their turn leave it; those whose work runs are let to its end."""
    before = alone.run(who, b"", "", None)

    def ask() -> None:
        gone = threading.Event()
        threading.Timer(0.05, gone.set).start()
        with contextlib.suppress(GoneError, BusyError):
            alone.run(sleeping, b"", "0.05", gone)

    asking = [threading.Thread(target=ask) for _ in range(40)]
    for thread in asking:
        thread.start()
    for thread in asking:
        thread.join()
    assert alone.run(who, b"", "", None) == before


def test_short_work_is_let_to_its_end(alone: Workers) -> None:
    """A worker that is killed starts anew, which takes longer than the work."""
    before = alone.run(who, b"", "", None)
    gone = threading.Event()
    gone.set()
    with pytest.raises(GoneError):
        alone.run(sleeping, b"", "0.3", gone)
    assert alone.run(who, b"", "", None) == before


def test_a_worker_that_dies_is_said_and_another_takes_its_place(pool: Workers) -> None:
    with pytest.raises(WorkFailedError):
        pool.run(dying, b"", "", None)
    assert pool.run(sleeping, b"on", "0", None) == b"on"


def test_more_than_so_many_are_not_kept_waiting(pool: Workers, monkeypatch: pytest.MonkeyPatch) -> None:
    monkeypatch.setattr(pool, "_waiting", threading.Semaphore(0))
    with pytest.raises(BusyError, match="Try again"):
        pool.run(who, b"", "", None)


def killed(pid: int, how: int) -> None:
    os.kill(pid, how)


def fork_server() -> int:
    found = multiprocessing.forkserver._forkserver._forkserver_pid  # type: ignore[attr-defined]
    return int(found)


@pytest.fixture
def pair() -> Iterator[Workers]:
    found = Workers(longest_s=20)
    found.run(who, b"", "", None)
    yield found
    found.close()


@pytest.mark.skipif(sys.platform == "win32", reason="signals")
@pytest.mark.parametrize("how", ["SIGKILL", "SIGSTOP"])
@pytest.mark.parametrize("whom", ["workers", "fork server", "both"])
def test_whatever_is_killed_or_stopped_is_replaced(pair: Workers, whom: str, how: str) -> None:
    """An idle worker, the process they are forked from, and both at once: who asks next is answered."""
    before = set(pair.processes)
    if whom != "workers":
        killed(fork_server(), getattr(signal, how))
    if whom != "fork server":
        for pid in before:
            killed(pid, getattr(signal, how))
    begun = time.monotonic()
    for _ in range(4):
        assert pair.run(sleeping, b"on", "0", None) == b"on"
    assert time.monotonic() - begun < 90, "it hangs"
    if whom != "fork server":
        assert not before & set(pair.processes)


def test_a_worker_that_is_killed_at_work_is_said(pair: Workers) -> None:
    def kill() -> None:
        for pid in pair.processes:
            killed(pid, signal.SIGKILL)

    threading.Timer(0.4, kill).start()
    with pytest.raises(WorkFailedError):
        pair.run(sleeping, b"", "5", None)
    assert pair.run(sleeping, b"on", "0", None) == b"on"


def counted(given: bytes, how: str) -> bytes:
    with Path(how).open("a") as file:
        file.write("x")
    time.sleep(0.5)
    return given


def test_what_several_ask_for_at_once_is_done_once(pair: Workers, tmp_path: Path) -> None:
    """One of them leaves meanwhile, also the one who asked first."""
    how, answers = str(tmp_path / "times"), []
    gone = threading.Event()

    def ask(left: threading.Event | None) -> None:
        try:
            answers.append(pair.run(counted, b"same", how, left))
        except GoneError:
            answers.append(b"gone")

    threads = [threading.Thread(target=ask, args=(gone if i in (0, 3) else None,)) for i in range(6)]
    for thread in threads:
        thread.start()
        time.sleep(0.03)
    gone.set()
    for thread in threads:
        thread.join()
    assert answers.count(b"same") >= 4 and set(answers) <= {b"same", b"gone"}
    assert (tmp_path / "times").read_text() == "x"
    assert pair.run(counted, b"same", how, None) == b"same" and (tmp_path / "times").read_text() == "xx"


def test_an_error_is_told_to_all_who_asked(pair: Workers) -> None:
    faults = []

    def ask() -> None:
        try:
            pair.run(drawn_outlines, b"no drawing at all", json.dumps([None, None]), None)
        except JobError as error:
            faults.append(error.faults[0].text)

    threads = [threading.Thread(target=ask) for _ in range(4)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert len(faults) == 4 and len(set(faults)) == 1


def test_closing_ends_what_runs_and_what_waits_at_once() -> None:
    pool, ended = Workers(workers=1, longest_s=60), []
    pool.run(who, b"", "", None)

    def ask() -> None:
        try:
            pool.run(sleeping, os.urandom(4), "50", None)
        except GoneError:
            ended.append(time.monotonic())

    threads = [threading.Thread(target=ask) for _ in range(4)]
    for thread in threads:
        thread.start()
    time.sleep(0.3)
    begun = time.monotonic()
    pool.close()
    for thread in threads:
        thread.join(5)
    assert len(ended) == 4 and max(ended) - begun < 1.5
