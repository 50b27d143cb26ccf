"""Records that can be trusted: full disks, lost rights, damaged files, and who may look into them."""

from __future__ import annotations

import json
import os
import sqlite3
import subprocess
import sys
import threading
import time
import zipfile
from pathlib import Path
from typing import Any

import pytest
from flask import Flask
from flask.testing import FlaskClient
from peewee import OperationalError

from elm_cover.api.app import create_app
from elm_cover.cli import main
from elm_cover.store.backup import backup, restore
from elm_cover.store.database import FILE_NAME, StoreError, wider_than_private
from elm_cover.store.jobs import JobStore
from elm_cover.store.soundness import Weekly, compare, is_due, kept_soundness
from elm_cover.store.sums import PHOTOS
from tests.conftest import attic
from tests.formats.test_archive import picture
from tests.store.test_verifying import issue

POSIX = pytest.mark.skipif(os.name != "posix", reason="modes of files")


@pytest.fixture
def app(tmp_path: Path) -> Flask:
    return create_app(tmp_path / "data")


@pytest.fixture
def client(app: Flask) -> FlaskClient:
    return app.test_client()


def photo_of(client: FlaskClient) -> str:
    return str(client.post("/api/photos", data=picture(), content_type="image/jpeg").json["file"])


def test_a_full_disk_is_said_and_loses_nothing(app: Flask, client: FlaskClient) -> None:
    stored = client.post("/api/jobs", json=attic())
    job = stored.json["id"]
    store: JobStore = app.extensions["elm_cover_store"]
    database: Any = store._database
    with store.reading():
        pages = database.execute_sql("PRAGMA page_count").fetchone()[0]
    database._pragmas.append(("max_page_count", pages))  # what a full disk is to SQLite
    large = {**attic(), "photos": [{"file": f"{i:064x}.jpg", "note": "x" * 900} for i in range(400)]}
    refused = client.put(f"/api/jobs/{job}", json=large, headers={"If-Match": stored.headers["ETag"]})
    assert refused.status_code == 507, refused.json
    assert refused.json["title"] == "No room" and "full" in refused.json["detail"]
    with pytest.raises(OperationalError, match="full"), store.writing():
        database.execute_sql("CREATE TABLE more AS SELECT zeroblob(9000000)")
    assert client.get(f"/api/jobs/{job}").json["document"] == stored.json["document"]
    database._pragmas.pop()
    assert client.put(f"/api/jobs/{job}", json=large, headers={"If-Match": stored.headers["ETag"]}).status_code == 200


@POSIX
def test_nobody_else_looks_into_the_records(client: FlaskClient, tmp_path: Path) -> None:
    folder = tmp_path / "data"
    photo_of(client)
    modes = {path.name: path.stat().st_mode & 0o777 for path in (folder, *folder.rglob("*"))}
    assert modes.pop("data") == modes.pop(PHOTOS) == 0o700 and set(modes.values()) == {0o600}
    assert wider_than_private(folder) is None
    (folder / FILE_NAME).chmod(0o644)
    assert str(folder / FILE_NAME) in str(wider_than_private(folder)) and "chmod" in str(wider_than_private(folder))
    backup(folder, tmp_path / "all.zip")
    assert (tmp_path / "all.zip").stat().st_mode & 0o777 == 0o600
    restore(tmp_path / "all.zip", tmp_path / "again")
    assert wider_than_private(tmp_path / "again") is None


def test_what_is_damaged_is_said_at_backup_at_restore_and_once_a_week(
    app: Flask, client: FlaskClient, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    folder, store = tmp_path / "data", app.extensions["elm_cover_store"]
    job, _ = issue(client, attic())
    name = photo_of(client)
    assert main(["backup", str(tmp_path / "sound.zip"), "--data", str(folder)]) == 0
    assert is_due(store) and client.get("/api/records").json == {"checked_at": None, "damaged": [], "said": None}
    photo = folder / PHOTOS / name
    photo.write_bytes(photo.read_bytes()[:-1] + b"x")
    with sqlite3.connect(folder / FILE_NAME) as raw:
        raw.execute("UPDATE paper SET content = ?", (b"%PDF-x",))
    wrong = {f"photo {name}", f"job sheet 1 of job {job}"}
    found = compare(store)
    assert found is not None and set(found.damaged) == wrong and not is_due(store)
    told = client.get("/api/records").json
    assert set(told["damaged"]) == wrong and "backup of before" in told["said"]
    capsys.readouterr()
    assert main(["backup", str(tmp_path / "all.zip"), "--data", str(folder)]) == 1
    said = capsys.readouterr()
    assert "Backed up to" in said.out and all(one in said.err for one in wrong)
    assert main(["restore", str(tmp_path / "all.zip"), "--data", str(tmp_path / "again")]) == 1
    said = capsys.readouterr()
    assert all(one in said.err for one in wrong)
    assert main(["restore", str(tmp_path / "sound.zip"), "--data", str(tmp_path / "once more")]) == 0


def test_the_week_is_watched_by_itself_and_ends_with_the_program(app: Flask) -> None:
    store: JobStore = app.extensions["elm_cover_store"]
    weekly = Weekly(store, first_s=0.01, every_s=0.01)
    until = time.monotonic() + 10
    while is_due(store) and time.monotonic() < until:
        time.sleep(0.01)
    first = kept_soundness(store)
    time.sleep(0.1)
    assert first.checked_at is not None and kept_soundness(store) == first, "not again before a week has passed"
    weekly.close()
    stopped = threading.Event()
    stopped.set()
    assert compare(store, stopped) is None and kept_soundness(store) == first


def test_a_clock_set_back_compares_anew(app: Flask) -> None:
    store: JobStore = app.extensions["elm_cover_store"]
    compare(store)
    with sqlite3.connect(store.folder / FILE_NAME) as raw:
        raw.execute("UPDATE soundness SET checked_at = '2027-12-01T00:00:00+00:00'")
    assert is_due(store)


def test_a_damaged_database_ends_a_backup_in_words_and_leaves_no_part(client: FlaskClient, tmp_path: Path) -> None:
    issue(client, attic())
    file = tmp_path / "data" / FILE_NAME
    with sqlite3.connect(file) as raw:
        raw.execute("PRAGMA wal_checkpoint(TRUNCATE)")
    content = bytearray(file.read_bytes())
    for at in range(5_000, len(content) - 4_000, 4_096):
        content[at : at + 2_000] = b"\xff" * 2_000
    file.write_bytes(bytes(content))
    with pytest.raises(StoreError, match="damaged"):
        backup(tmp_path / "data", tmp_path / "all.zip")
    assert not list(tmp_path.glob("all.zip*"))
    assert main(["backup", str(tmp_path / "all.zip"), "--data", str(tmp_path / "data")]) == 2


def test_a_backup_that_fails_halfway_leaves_no_part(
    client: FlaskClient, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    photo_of(client)
    for error, raised in (
        (OSError(28, "No space left on device"), StoreError),
        (KeyboardInterrupt(), KeyboardInterrupt),
    ):

        def fails(*_: object, error: BaseException = error) -> None:
            raise error

        monkeypatch.setattr(zipfile.ZipFile, "writestr", fails)
        with pytest.raises(raised):
            backup(tmp_path / "data", tmp_path / "all.zip")
        assert not list(tmp_path.glob("all.zip*"))


# As somebody who may only read: a folder that became one while the program runs.
READING = """
import json, os, sys, tempfile
from pathlib import Path
from elm_cover.api.app import create_app
from tests.conftest import attic
folder = Path(sys.argv[1])
with tempfile.TemporaryDirectory() as other:  # whatever is loaded late
    once = create_app(Path(other)).test_client()
    once.post("/api/jobs", json=attic()), once.get("/api/jobs")
os.setgid(65534); os.setuid(65534)
app = create_app(folder)
client = app.test_client()
job = client.post("/api/jobs", json=attic()).json["id"]
held = app.extensions["elm_cover_store"].hold()
for path in folder.iterdir():
    path.chmod(0o400)
folder.chmod(0o500)
read = [client.get(path).status_code for path in ("/api/jobs", f"/api/jobs/{job}", f"/api/jobs/{job}/log")]
wrote = client.put(f"/api/jobs/{job}", json=attic(), headers={"If-Match": '"1"'})
print(json.dumps([read, wrote.status_code, wrote.json["title"]]))
"""


@pytest.mark.skipif(
    not hasattr(os, "geteuid") or os.geteuid() != 0, reason="root alone becomes somebody who may only read"
)
def test_a_folder_that_becomes_one_to_read_is_read() -> None:
    import tempfile

    with tempfile.TemporaryDirectory(dir="/var/tmp") as outer:
        Path(outer).chmod(0o755)
        folder = Path(outer) / "data"
        folder.mkdir()
        os.chown(folder, 65534, 65534)
        done = subprocess.run(
            [sys.executable, "-c", READING, str(folder)], capture_output=True, text=True, cwd=Path(__file__).parents[2]
        )
        if "ermission denied" in done.stderr and "site-packages" in done.stderr:
            pytest.skip("that one may not read the program itself here")
        assert done.returncode == 0, done.stderr
        assert json.loads(done.stdout) == [[200, 200, 200], 507, "Not stored"]
