"""Backup of a data folder into one file, and back: the database by SQLite's online backup, the photos beside it."""

from __future__ import annotations

import re
import sqlite3
import tempfile
import zipfile
import zlib
from pathlib import Path

from .database import FILE_NAME, StoreError, open_database

PHOTOS = "photos"
PHOTO_NAME = re.compile(r"[0-9a-f]{64}\.jpg")
# A backup unpacks to a few times its size; what unpacks to more was not made here.
LEAST_UNPACKED_BYTES, MOST_TIMES, CHUNK_BYTES = 50_000_000, 100, 1 << 20


def backup(folder: Path, to: Path) -> None:
    """Writes the data folder into a zip, also while the program is running. Raises StoreError."""
    source = folder / FILE_NAME
    if not source.exists():
        raise StoreError(f"There is no Elm Cover data in {folder}.")
    if to.exists():
        raise StoreError(f"{to} exists already; name a new file.")
    with tempfile.TemporaryDirectory() as scratch:
        copy = Path(scratch) / FILE_NAME
        reading, writing = sqlite3.connect(source), sqlite3.connect(copy)
        try:
            reading.backup(writing)
        finally:
            writing.close()
            reading.close()
        part = to.with_name(to.name + ".part")
        try:
            with zipfile.ZipFile(part, "w", zipfile.ZIP_DEFLATED) as archive:
                archive.write(copy, FILE_NAME)
                for photo in sorted((folder / PHOTOS).glob("*.jpg")):
                    archive.write(photo, f"{PHOTOS}/{photo.name}")
            part.rename(to)
        except OSError as error:
            raise StoreError(f"The backup could not be written to {to}: {error.strerror or error}") from error


def restore(file: Path, folder: Path) -> None:
    """Unpacks a backup into an empty or new data folder and brings it up to date. Raises StoreError, and then leaves nothing
    behind, so that the next try finds the folder as it was."""
    if folder.exists() and any(folder.iterdir()):
        raise StoreError(f"{folder} is not empty; restore into an empty folder, so that nothing is overwritten.")
    try:
        folder.parent.mkdir(parents=True, exist_ok=True)
        with tempfile.TemporaryDirectory(dir=folder.parent, prefix=f".{folder.name}.") as scratch:
            unpacked = Path(scratch) / "data"
            with zipfile.ZipFile(file) as archive:
                _unpack(archive, file, unpacked)
            _check(unpacked, file)
            if folder.exists():
                folder.rmdir()
            unpacked.rename(folder)
    except (OSError, zipfile.BadZipFile, zlib.error, RuntimeError, EOFError) as error:
        if isinstance(error, StoreError):
            raise
        raise StoreError(f"{file} cannot be read as a backup: {error}") from error


def _unpack(archive: zipfile.ZipFile, file: Path, folder: Path) -> None:
    """What a backup holds, never more than its own size allows: nothing in it packs a thousandfold."""
    entries = [info for info in archive.infolist() if not info.is_dir()]
    names = [info.filename for info in entries]
    packed = (zipfile.ZIP_STORED, zipfile.ZIP_DEFLATED)
    if (
        FILE_NAME not in names
        or len(set(names)) != len(names)
        or any(not _expected(name) for name in names)
        or any(info.compress_type not in packed for info in entries)
    ):
        raise StoreError(f"{file} is not a backup made by Elm Cover.")
    left = LEAST_UNPACKED_BYTES + MOST_TIMES * file.stat().st_size
    for info in entries:
        to = folder / info.filename
        to.parent.mkdir(parents=True, exist_ok=True)
        with archive.open(info) as source, to.open("wb") as target:
            while chunk := source.read(CHUNK_BYTES):
                left -= len(chunk)
                if left < 0:
                    raise StoreError(f"{file} unpacks to far more than a backup made by Elm Cover does.")
                target.write(chunk)


def _check(folder: Path, file: Path) -> None:
    """The database of an unpacked backup is sound, has a shelf and is brought up to date. Raises StoreError."""
    try:
        raw = sqlite3.connect(folder / FILE_NAME)
        try:
            known = {name for (name,) in raw.execute("SELECT name FROM sqlite_master WHERE type = 'table'")}
            broken = raw.execute("PRAGMA integrity_check").fetchone()[0]
        finally:
            raw.close()
    except sqlite3.DatabaseError as error:
        raise StoreError(f"The database in {file} is damaged: {error}") from error
    if broken != "ok":
        raise StoreError(f"The database in {file} is damaged: {broken}")
    if not {"job", "revision"} <= known:
        raise StoreError(f"{file} is not a backup made by Elm Cover: its database has no jobs table.")
    database = open_database(folder)
    database.close()


def _expected(name: str) -> bool:
    parts = Path(name).parts
    return name == FILE_NAME or (len(parts) == 2 and parts[0] == PHOTOS and PHOTO_NAME.fullmatch(parts[1]) is not None)
