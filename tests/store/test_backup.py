"""Backup and restore under attack: a bomb, a stray file, an empty database; nothing is left behind, the next try works."""

from __future__ import annotations

import sqlite3
import zipfile
from pathlib import Path

import pytest

from elm_cover.formats.headline import headline
from elm_cover.store.backup import backup, restore
from elm_cover.store.database import FILE_NAME, StoreError
from elm_cover.store.jobs import JobStore
from elm_cover.store.photos import put_bytes, sweep_parts
from tests.conftest import attic

NAME = "a" * 64 + ".jpg"


@pytest.fixture
def good(tmp_path: Path) -> Path:
    folder, file = tmp_path / "mine", tmp_path / "good.zip"
    JobStore(folder, headline).create({**attic(), "name": "kept"}, "local")
    put_bytes(folder, NAME, b"jpeg")
    (folder / "photos" / f"{'b' * 64}.jpg.x.part").write_bytes(b"half")
    backup(folder, file)
    return file


def empty_database(path: Path) -> bytes:
    database = sqlite3.connect(path)
    database.execute("CREATE TABLE other (x)")
    database.commit()
    database.close()
    return path.read_bytes()


def zipped(to: Path, entries: dict[str, bytes], method: int = zipfile.ZIP_DEFLATED) -> Path:
    with zipfile.ZipFile(to, "w", method) as file:
        for name, content in entries.items():
            file.writestr(name, content)
    return to


@pytest.mark.parametrize(
    "case", ["bomb", "packed otherwise", "stray file", "stray photo", "no jobs", "damaged", "no zip"]
)
def test_a_backup_that_is_none_leaves_nothing_and_the_next_try_works(tmp_path: Path, good: Path, case: str) -> None:
    whole = zipfile.ZipFile(good).read(FILE_NAME)
    bad = tmp_path / "bad.zip"
    if case == "bomb":
        zipped(bad, {FILE_NAME: whole, f"photos/{NAME}": b"\0" * 400_000_000})
    elif case == "packed otherwise":
        zipped(bad, {FILE_NAME: whole}, zipfile.ZIP_BZIP2)
    elif case == "stray file":
        zipped(bad, {FILE_NAME: whole, "notes.txt": b"x"})
    elif case == "stray photo":
        zipped(bad, {FILE_NAME: whole, "photos/run.sh": b"x"})
    elif case == "no jobs":
        zipped(bad, {FILE_NAME: empty_database(tmp_path / "empty.sqlite")})
    elif case == "damaged":
        zipped(bad, {FILE_NAME: whole[:3000] + b"\xff" * 2000 + whole[5000:]})
    else:
        bad.write_bytes(b"no zip")
    target = tmp_path / "into" / "here"
    before = sorted(tmp_path.iterdir())
    with pytest.raises(StoreError):
        restore(bad, target)
    assert not target.exists() and sorted(tmp_path.iterdir()) in (before, sorted([*before, tmp_path / "into"]))
    restore(good, target)
    (line,) = JobStore(target, headline).all()
    assert line.summary is not None and line.summary["name"] == "kept"
    assert [photo.name for photo in (target / "photos").iterdir()] == [NAME]


def test_what_was_half_written_is_swept(tmp_path: Path) -> None:
    put_bytes(tmp_path, NAME, b"jpeg")
    (tmp_path / "photos" / "x.part").write_bytes(b"half")
    sweep_parts(tmp_path)
    sweep_parts(tmp_path / "nothing here")
    assert [photo.name for photo in (tmp_path / "photos").iterdir()] == [NAME]
