"""Backup of a data folder into one file, and back: the database by SQLite's online backup, the photos beside it."""

from __future__ import annotations

import sqlite3
import tempfile
import zipfile
import zlib
from pathlib import Path

from .database import FILE_NAME, StoreError, open_database

PHOTOS = "photos"


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
                for photo in sorted((folder / PHOTOS).glob("*")):
                    archive.write(photo, f"{PHOTOS}/{photo.name}")
            part.rename(to)
        except OSError as error:
            raise StoreError(f"The backup could not be written to {to}: {error.strerror or error}") from error


def restore(file: Path, folder: Path) -> None:
    """Unpacks a backup into an empty or new data folder and brings it up to date. Raises StoreError."""
    if folder.exists() and any(folder.iterdir()):
        raise StoreError(f"{folder} is not empty; restore into an empty folder, so that nothing is overwritten.")
    try:
        with zipfile.ZipFile(file) as archive:
            names = archive.namelist()
            if FILE_NAME not in names or any(not _expected(name) for name in names):
                raise StoreError(f"{file} is not a backup made by Elm Cover.")
            folder.mkdir(parents=True, exist_ok=True)
            archive.extractall(folder)
    except (OSError, zipfile.BadZipFile, zlib.error, RuntimeError, EOFError) as error:
        raise StoreError(f"{file} cannot be read as a backup: {error}") from error
    database = open_database(folder)
    with database.connection_context():
        broken = database.execute_sql("PRAGMA integrity_check").fetchone()[0]
    if broken != "ok":
        raise StoreError(f"The database in {file} is damaged: {broken}")


def _expected(name: str) -> bool:
    parts = Path(name).parts
    return name == FILE_NAME or (len(parts) == 2 and parts[0] == PHOTOS and parts[1] != "..")
