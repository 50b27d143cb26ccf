"""The store: revisions that fold and cut, a bin, migrations, backup, and durability under kill −9."""

from __future__ import annotations

import json
import os
import signal
import sqlite3
import subprocess
import sys
import textwrap
import threading
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any

import pytest

from elm_cover.formats.headline import headline
from elm_cover.store.backup import backup, restore
from elm_cover.store.database import FILE_NAME, StoreError, migrations, open_database
from elm_cover.store.jobs import JobStore, NoSuchJobError, StaleSaveError
from elm_cover.store.revisions import Change
from elm_cover.store.rows import JobRow
from tests.conftest import attic

OLD_FILE = Path(__file__).parent / "data" / "first-version.sqlite"


DONE = {
    "id": "11111111-1111-4111-8111-111111111111", "device": "desk", "seq": 0, "at": "2026-05-02T10:00:00Z", "actor": "Ana",
    "kind": "work.done", "value": {"key": "plates:main"},
}  # fmt: skip


class Clock:
    def __init__(self) -> None:
        self.now = datetime(2026, 5, 2, 10, 42, tzinfo=UTC)

    def __call__(self) -> datetime:
        return self.now


@pytest.fixture
def clock() -> Clock:
    return Clock()


@pytest.fixture
def store(tmp_path: Path, clock: Clock) -> JobStore:
    return JobStore(tmp_path, headline, clock)


def named(name: str) -> dict[str, Any]:
    return {**attic(), "name": name}


def test_saves_by_one_person_within_60_s_fold_into_one_revision(store: JobStore, clock: Clock) -> None:
    job = store.create(named("a"), "local")
    for name in "bc":
        clock.now += timedelta(seconds=20)
        job = store.replace(job.id, named(name), job.saves, Change(actor="local"))
    assert (job.revision, job.saves, job.document["name"]) == (2, 3, "c")
    clock.now += timedelta(seconds=61)
    job = store.replace(job.id, named("d"), job.saves, Change(actor="local"))
    assert job.revision == 3
    job = store.replace(job.id, named("e"), job.saves, Change(actor="mate"))
    assert job.revision == 4, "another person's save cuts"
    job = store.replace(job.id, named("f"), job.saves, Change(actor="mate", reason="step"))
    assert job.revision == 5, "a change of step cuts"
    assert [note.actor for note in store.revisions(job.id)] == ["mate", "mate", "local", "local", "local"]


def test_a_clock_that_is_set_back_folds_nothing(tmp_path: Path, clock: Clock) -> None:
    ticks = [0.0]
    store = JobStore(tmp_path, headline, clock, lambda: ticks[0])
    job = store.create(named("a"), "local")
    job = store.replace(job.id, named("b"), job.saves, Change(actor="local"))
    clock.now -= timedelta(minutes=30)
    ticks[0] += 10
    job = store.replace(job.id, named("c"), job.saves, Change(actor="local"))
    assert job.revision == 3, "a save that seems older than the revision begins another"
    # Half an hour later the clock was set back by half an hour: by the wall a few seconds went by.
    ticks[0] += 1800
    clock.now += timedelta(seconds=5)
    job = store.replace(job.id, named("d"), job.saves, Change(actor="local"))
    assert job.revision == 4
    clock.now += timedelta(seconds=5)
    ticks[0] += 5
    assert store.replace(job.id, named("e"), job.saves, Change(actor="local")).revision == 4


def test_bring_back_is_a_new_revision_that_later_saves_leave_alone(store: JobStore) -> None:
    job = store.create(named("a"), "local")
    job = store.replace(job.id, named("b"), job.saves, Change(actor="local"))
    job = store.bring_back(job.id, 1, job.saves, "local")
    assert (job.revision, job.document["name"], store.revisions(job.id)[0].brought_from) == (3, "a", 1)
    assert store.replace(job.id, named("c"), job.saves, Change(actor="local")).revision == 4


def test_a_stale_save_is_refused_and_changes_nothing(store: JobStore) -> None:
    job = store.create(named("a"), "local")
    store.replace(job.id, named("theirs"), job.saves, Change(actor="mate"))
    with pytest.raises(StaleSaveError) as stale:
        store.replace(job.id, named("mine"), job.saves, Change(actor="local"))
    assert stale.value.current.document["name"] == "theirs"
    assert store.get(job.id).document["name"] == "theirs"


def test_of_two_saves_at_once_one_wins(store: JobStore) -> None:
    job = store.create(named("a"), "local")
    results: list[str] = []

    def save(name: str) -> None:
        try:
            store.replace(job.id, named(name), job.saves, Change(actor=name))
            results.append("stored")
        except StaleSaveError:
            results.append("stale")

    threads = [threading.Thread(target=save, args=(f"t{i}",)) for i in range(6)]
    for thread in threads:
        thread.start()
    for thread in threads:
        thread.join()
    assert sorted(results) == ["stale"] * 5 + ["stored"]


def test_the_bin_keeps_and_gives_back(store: JobStore) -> None:
    job = store.create(named("a"), "local")
    store.discard(job.id, "mate")
    with pytest.raises(NoSuchJobError):
        store.get(job.id)
    assert [j.id for j in store.all(in_bin=True)] == [job.id] and store.all() == []
    assert store.bring_out(job.id, "local").document["name"] == "a"
    assert [(r.reason, r.actor) for r in store.revisions(job.id)][:2] == [
        ("taken out of the bin", "local"),
        ("put in the bin", "mate"),
    ]


def test_list_items_get_ids_when_stored(store: JobStore) -> None:
    job = store.create(attic(), "local")
    section = job.document["sections"][0]
    ids = [item["id"] for item in (*section["edges"], *section["existing"])]
    assert len(set(ids)) == 5
    again = store.replace(job.id, job.document, job.saves, Change(actor="local")).document["sections"][0]
    assert [item["id"] for item in (*again["edges"], *again["existing"])] == ids


def test_a_kept_old_file_is_brought_up_to_date(tmp_path: Path) -> None:
    (tmp_path / FILE_NAME).write_bytes(OLD_FILE.read_bytes())
    store = JobStore(tmp_path, headline)
    (line,) = store.all()
    assert line.summary and line.summary["totals"]["bags_order"] == 73
    job = store.get(line.id)
    assert job.document["name"] == "kept from the first version"
    assert store.bring_back(job.id, 1, job.saves, "local").revision == job.revision + 1
    version = sqlite3.connect(tmp_path / FILE_NAME).execute("PRAGMA user_version").fetchone()[0]
    assert version == migrations()[-1][0]
    # A file from before there was a log takes one, and its headline says how far the work is.
    assert store.log(job.id) == [] and line.summary["gate"]["done"] == 0
    assert [answer.state for answer in store.add_to_log(job.id, [DONE, DONE])] == ["accepted", "known"]
    assert store.all()[0].summary["gate"]["done"] == 1


def test_a_file_of_a_newer_program_is_left_alone(tmp_path: Path) -> None:
    sqlite3.connect(tmp_path / FILE_NAME).execute("PRAGMA user_version = 999")
    with pytest.raises(StoreError, match="newer Elm Cover"):
        open_database(tmp_path)


def test_backup_restores_into_an_empty_folder_only(store: JobStore, tmp_path: Path) -> None:
    job = store.create(named("safe"), "local")
    store.replace(job.id, named("safer"), job.saves, Change(actor="local"))
    store.add_to_log(job.id, [DONE])
    file, target = tmp_path / "all.zip", tmp_path / "new"
    backup(store.folder, file)
    restore(file, target)
    restored = JobStore(target, headline)
    assert restored.get(job.id).document["name"] == "safer"
    assert len(restored.revisions(job.id)) == 2
    assert [line.entry for line in restored.log(job.id)] == [DONE]
    with pytest.raises(StoreError, match="not empty"):
        restore(file, target)
    with pytest.raises(StoreError, match="cannot be read"):
        restore(OLD_FILE, tmp_path / "other")


def test_kill_9_during_saves_loses_nothing_acknowledged(tmp_path: Path) -> None:
    script = textwrap.dedent("""
        import json, sys
        from pathlib import Path
        from elm_cover.store.jobs import JobStore
        from elm_cover.store.revisions import Change
        store = JobStore(Path(sys.argv[1]), lambda document, log: {})
        document = json.loads(sys.argv[2])
        job = store.create(document, "local")
        print(job.id, flush=True)
        for count in range(100000):
            job = store.replace(job.id, {**document, "name": str(count)}, job.saves, Change(actor=f"actor {count % 3}"))
            print(count, flush=True)
    """)
    writer = subprocess.Popen(
        [sys.executable, "-c", script, str(tmp_path), json.dumps(attic())], stdout=subprocess.PIPE, text=True
    )
    assert writer.stdout is not None
    lines = [writer.stdout.readline().strip() for _ in range(12)]
    os.kill(writer.pid, signal.SIGKILL)
    lines += writer.stdout.read().split()
    writer.wait()
    job_id, acknowledged = lines[0], int(lines[-1])
    assert acknowledged > 3
    job = JobStore(tmp_path, headline).get(job_id)
    assert int(job.document["name"]) >= acknowledged


def test_two_stores_at_work_at_one_moment_keep_to_their_own_rows(tmp_path: Path) -> None:
    """One asks while another, in a second thread of the same process, is in the middle of its reading."""
    here, there = (JobStore(tmp_path / name, headline) for name in ("here", "there"))
    here.create(named("kept here"), "local")
    inside, done = threading.Event(), threading.Event()

    def read_there() -> None:
        with there.reading():
            inside.set()
            done.wait(10)

    with here.reading():
        other = threading.Thread(target=read_there)
        other.start()
        assert inside.wait(10)
        rows = JobRow.select().count()
        done.set()
        other.join()
    assert rows == 1
