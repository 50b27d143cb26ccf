"""Whatever lies in the place of the database, the program says in one sentence what is wrong and what to do."""

from __future__ import annotations

import multiprocessing
import os
import sqlite3
import subprocess
import sys
from collections.abc import Callable
from pathlib import Path

import pytest

from elm_cover.api.app import create_app
from elm_cover.cli import main
from elm_cover.formats.headline import headline
from elm_cover.store.database import FILE_NAME, StoreError, open_database
from elm_cover.store.jobs import JobStore
from tests.conftest import attic

NOBODY = 65534


def foreign(folder: Path) -> None:
    with sqlite3.connect(folder / FILE_NAME) as other:
        other.execute("CREATE TABLE songs (id INTEGER)")


def damaged(folder: Path) -> None:
    """The pages after the first are not what they were."""
    JobStore(folder, headline).create(attic(), "local")
    with sqlite3.connect(folder / FILE_NAME) as whole:
        whole.execute("PRAGMA wal_checkpoint(TRUNCATE)")
    for aside in folder.glob(f"{FILE_NAME}-*"):
        aside.unlink()
    data = bytearray((folder / FILE_NAME).read_bytes())
    data[4096 * 2 :] = b"\xa5" * (len(data) - 4096 * 2)
    (folder / FILE_NAME).write_bytes(data)


CASES: dict[str, tuple[Callable[[Path], object], str]] = {
    "no database": (lambda f: (f / FILE_NAME).write_bytes(b"not a database, " * 1000), "damaged, or no database"),
    "an empty file": (lambda f: (f / FILE_NAME).touch(), "is empty"),
    "a folder": (lambda f: (f / FILE_NAME).mkdir(), "is a folder"),
    "another program's": (foreign, "database of another program"),
    "a damaged one": (damaged, "damaged"),
}


@pytest.mark.parametrize("case", CASES)
def test_what_is_in_its_place_is_told_with_a_way_out_and_left_as_it_is(
    tmp_path: Path, capsys: pytest.CaptureFixture[str], case: str
) -> None:
    put, said = CASES[case]
    put(tmp_path)
    file = tmp_path / FILE_NAME
    before = file.read_bytes() if file.is_file() else None
    if case == "a damaged one":
        # As somebody starts it; the others by the same door in this process, which is there already.
        command = [sys.executable, "-m", "elm_cover.cli", "serve", "--data", str(tmp_path), "--port", "0"]
        ended = subprocess.run(command, capture_output=True, text=True, timeout=60)
        status, out, err = ended.returncode, ended.stdout, ended.stderr
    else:
        status = main(["serve", "--data", str(tmp_path), "--port", "0"])
        out, err = capsys.readouterr()
    assert status == 2 and out == ""
    assert said in err and "--data" in err and "restore" in err
    assert "Traceback" not in err and len(err.strip().splitlines()) == 1
    assert before is None or file.read_bytes() == before


def test_a_file_in_place_of_the_folder_is_told(tmp_path: Path) -> None:
    (tmp_path / "data").touch()
    with pytest.raises(StoreError, match=r"is a file, not a folder\. Start with another"):
        open_database(tmp_path / "data")


def _as_nobody(folder: Path, to: multiprocessing.SimpleQueue) -> None:
    if os.getuid() == 0:
        os.setresuid(NOBODY, NOBODY, NOBODY)
    try:
        open_database(folder)
        to.put("opened")
    except StoreError as error:
        to.put(str(error))


@pytest.mark.skipif(os.name != "posix", reason="rights by user are those of this system")
def test_a_folder_that_may_not_be_written_to_is_told(tmp_path: Path) -> None:
    JobStore(tmp_path, headline)
    for each in (tmp_path, *tmp_path.iterdir()):
        each.chmod(0o555 if each.is_dir() else 0o444)
    for above in tmp_path.parents[:3]:
        above.chmod(above.stat().st_mode | 0o055)
    context = multiprocessing.get_context("fork")
    told = context.SimpleQueue()
    child = context.Process(target=_as_nobody, args=(tmp_path, told))
    child.start()
    child.join(20)
    assert "may not be written to" in told.get()
    tmp_path.chmod(0o755)


def test_damage_while_it_runs_is_a_problem_in_words(tmp_path: Path) -> None:
    client = create_app(tmp_path).test_client()
    job = client.post("/api/jobs", json=attic()).json["id"]
    for aside in tmp_path.glob(f"{FILE_NAME}-*"):
        aside.unlink()
    (tmp_path / FILE_NAME).write_bytes(b"\0" * 100 + b"garbage" * 5000)
    for answer in (client.get("/api/jobs"), client.get(f"/api/jobs/{job}"), client.post("/api/jobs", json=attic())):
        assert answer.status_code == 503 and answer.content_type == "application/problem+json"
        assert "restore a backup" in answer.json["detail"]
    assert client.post("/api/plan", json={"job": attic()}).status_code == 200, "what needs no database goes on"


def test_a_folder_that_vanishes_while_it_runs_is_a_problem_in_words(tmp_path: Path) -> None:
    folder = tmp_path / "data"
    client = create_app(folder).test_client()
    folder.rename(tmp_path / "elsewhere")
    answer = client.get("/api/jobs")
    assert answer.status_code == 503 and "unable to open" in answer.json["detail"]
