"""Files cut off anywhere, and a clock set back a year: what was acknowledged before is there, or it is said what to do."""

from __future__ import annotations

import random
import shutil
import sqlite3
from datetime import UTC, datetime, timedelta
from pathlib import Path

import pytest
from flask import Flask

from elm_cover.api import log as log_api
from elm_cover.api.app import create_app
from elm_cover.formats.headline import headline
from elm_cover.store.database import FILE_NAME, StoreError
from elm_cover.store.jobs import JobStore
from tests.api.test_log import entry
from tests.conftest import attic
from tests.formats.test_archive import picture
from tests.store.test_verifying import PDF

ENTRIES = 40


@pytest.fixture(scope="module")
def lived(tmp_path_factory: pytest.TempPathFactory) -> tuple[Path, str]:
    """A folder as a program that was killed left it: most of it stands in the write-ahead log still."""
    folder = tmp_path_factory.mktemp("lived")
    store = JobStore(folder / "here", headline)
    held = store.hold()
    job = store.create(attic(), "Ana").id
    with sqlite3.connect(folder / "here" / FILE_NAME) as raw:
        raw.execute("PRAGMA wal_checkpoint(TRUNCATE)")
    for i in range(ENTRIES):
        store.add_to_log(job, [{**entry("note", {"text": str(i)}), "actor": "Ana"}])
    shutil.copytree(folder / "here", folder / "killed")
    held.close()
    return folder / "killed", job


@pytest.mark.parametrize("seed", range(50))
def test_a_write_ahead_log_cut_anywhere_opens_with_all_that_stands_before_the_cut(
    lived: tuple[Path, str], tmp_path: Path, seed: int
) -> None:
    folder, job = lived
    shutil.copytree(folder, tmp_path / "data")
    wal = tmp_path / "data" / f"{FILE_NAME}-wal"
    size = wal.stat().st_size
    at = random.Random(seed).randrange(size)
    with wal.open("r+b") as file:
        file.truncate(at)
    store = JobStore(tmp_path / "data", headline)
    told = [line.entry["value"]["text"] for line in store.log(job)]
    assert told == [str(i) for i in range(len(told))]
    # Entries are alike, so they take alike much of the log: none before the cut is missing but the one it goes through.
    assert len(told) >= int(at / size * ENTRIES) - 2
    assert len(store.get(job).document["sections"]) == 1


@pytest.mark.parametrize("seed", range(50))
def test_a_database_cut_anywhere_opens_or_says_what_to_do(lived: tuple[Path, str], tmp_path: Path, seed: int) -> None:
    folder, job = lived
    (tmp_path / "data").mkdir()
    with sqlite3.connect(folder / FILE_NAME) as raw, sqlite3.connect(tmp_path / "data" / FILE_NAME) as whole:
        raw.backup(whole)
    file = tmp_path / "data" / FILE_NAME
    with file.open("r+b") as open_file:
        open_file.truncate(random.Random(seed).randrange(file.stat().st_size))
    try:
        store = JobStore(tmp_path / "data", headline)
    except StoreError as error:
        assert "elm-cover restore" in str(error) or "newer" in str(error)
        return
    assert len(store.log(job)) == ENTRIES


def test_a_clock_set_back_a_year_breaks_nothing(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    app: Flask = create_app(tmp_path)
    client = app.test_client()
    for _ in range(2):
        client.post("/api/jobs", json=attic())
    first = client.post("/api/jobs", json=attic() | {"name": "the last"})
    url, tag = first.headers["Location"], first.headers["ETag"]
    client.post(f"{url}/log", json={"entries": [entry("note", {"text": "before"})]})
    ago = datetime.now(UTC) - timedelta(days=365)
    monkeypatch.setattr(app.extensions["elm_cover_store"], "_now", lambda: ago)
    monkeypatch.setattr(log_api, "clock", lambda: ago)
    saved = client.put(url, json=attic() | {"name": "later"}, headers={"If-Match": tag})
    assert saved.status_code == 200
    told = client.post(
        f"{url}/log", json={"entries": [entry("note", {"text": "after"})], "device_now": datetime.now(UTC).isoformat()}
    )
    assert told.json["answers"][0]["state"] == "accepted"
    assert [line["n"] for line in client.get(f"{url}/log").json["entries"]] == [1, 2]
    issued = client.post(f"{url}/papers", headers={"If-Match": saved.headers["ETag"]})
    assert issued.status_code == 201
    verdict = client.post("/api/papers/verify", data=client.get(issued.json["url"]).data, headers=PDF).json
    assert verdict["state"] == "unchanged"
    assert client.post("/api/photos", data=picture(), content_type="image/jpeg").status_code == 201
    for what in ("run", "proof", "field-pack", "archive", "revisions"):
        assert client.get(f"{url}/{what}").status_code == 200, what
    shelf = client.get("/api/jobs").json["jobs"]
    assert shelf[0]["headline"]["name"] == "later" and len(shelf) == 3
    numbers = [one["number"] for one in client.get(f"{url}/revisions").json["revisions"]]
    assert numbers == sorted(numbers, reverse=True)
    assert client.get("/api/calendar").status_code == client.get("/api/field/days").status_code == 200
